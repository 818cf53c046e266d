import { fixed } from '@tare/card';
import { LAYOUTS, type BobCard } from '@tare/core';
import { Slider } from 'radix-ui';
import type { ReactNode } from 'react';
import { DataTable } from '../../ui/DataTable.js';
import { useShopUsual } from '../../api/shopThings.js';
import { useShop } from '../../api/queries.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { Button } from '../../ui/Button.js';
import { QuantityField } from '../../ui/QuantityField.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useWho } from '../../ui/WhoFirst.js';
import type { LiveChoice } from './useBobChoices.js';

type Ready = Extract<BobCard, { kind: 'ready' }>;

interface BobChoicesFormProps {
  readonly factor: LiveChoice;
  readonly oil: LiveChoice;
  /** The card with what is kept, and with what is on the screen. */
  readonly kept: Ready;
  readonly live: Ready;
}

/** The marks that the trade knows along the factor, per cent. */
const MARKS = [40, 45, 48, 50, 52, 55, 60];
const EVEN_WITHIN = 0.005;

const leaning = (ratio: number): string => (ratio < 0.5 - EVEN_WITHIN ? 'underbalance' : ratio > 0.5 + EVEN_WITHIN ? 'overbalance' : 'even');

/** The factor under the thumb, and the oil; old and new side by side until somebody keeps the new. */
export function BobChoicesForm({ factor, oil, kept, live }: BobChoicesFormProps): ReactNode {
  const { sheet } = useOpenJob();
  const { data: shop } = useShop();
  const { customaryFactorRatio, factorReason } = LAYOUTS[sheet.spec.layoutId];
  return (
    <section aria-label="Factor and oil" className="grid gap-3">
      <div className="grid items-start gap-4 md:grid-cols-[10rem_minmax(0,1fr)_12rem]">
        <QuantityField
          label="Factor"
          unit="%"
          value={factor.text}
          problem={factor.problem}
          hint={leaning(factor.value)}
          onChange={(event) => factor.change(event.target.value)}
        />
        <div>
          <span className="mb-0.5 block text-ink-soft">Underbalance below 50, overbalance above</span>
          <Slider.Root
            className="relative flex h-11 touch-none items-center"
            min={40}
            max={60}
            step={0.5}
            value={[Math.min(60, Math.max(40, factor.value * 100))]}
            onValueChange={([v]) => factor.change(String(v))}
          >
            <Slider.Track className="relative h-2 grow bg-edge">
              <Slider.Range className="absolute h-full bg-ink-soft" />
            </Slider.Track>
            <Slider.Thumb aria-label="Balance factor in per cent" className="block h-9 w-6 rounded-xs border-2 border-ink bg-plate" />
          </Slider.Root>
          <div aria-hidden className="relative mx-3 h-5 figure-type text-[0.85rem] text-ink-soft">
            {MARKS.map((mark) => (
              <span key={mark} className="absolute -translate-x-1/2" style={{ left: `${(mark - 40) * 5}%` }}>
                {mark}
              </span>
            ))}
          </div>
          <p className="text-[0.9rem] text-ink-soft">
            {`Customary here ${fixed(customaryFactorRatio * 100, 0)} %: ${factorReason}.`}
            {shop && ` The shop’s usual: ${fixed(shop.usual.factorRatio * 100, 1)} % and ${fixed(shop.usual.oilG, 1)} g of oil.`}
          </p>
        </div>
        <QuantityField
          label="Oil on each pin"
          unit="g"
          value={oil.text}
          problem={oil.problem}
          hint="Film, splash and what sits in the drilling: shops use 2 to 5"
          onChange={(event) => oil.change(event.target.value)}
        />
      </div>
      {(factor.isNew || oil.isNew) && <OldAndNew factor={factor} oil={oil} kept={kept} live={live} />}
      {!factor.isNew && !oil.isNew && <ShopUsually factor={factor} oil={oil} />}
    </section>
  );
}

function OldAndNew({ factor, oil, kept, live }: BobChoicesFormProps): ReactNode {
  const { sheet } = useOpenJob();
  const personId = useWho();
  const figure = (card: Ready, p: number): number => card.commonG ?? card.pins[p]!.card.bobWeightG;
  const common = kept.commonG !== null && live.commonG !== null;
  const rows = common ? [0] : live.pins.map((_, p) => p);
  const error = factor.error ?? oil.error;
  return (
    <div className="grid gap-3 border-2 border-blue p-3">
      <DataTable
        caption="Bob weights as kept and as they would be"
        hideCaption
        className="w-full max-w-xl"
        rows={rows}
        keyOf={(p) => p}
        columns={[
          { title: '', is: 'words', className: 'font-normal', cell: (p) => (common ? 'Each bob' : `Bob ${p + 1}`) },
          {
            title: `kept: ${fixed(sheet.bobChoices.factorRatio * 100, 1)} %, ${fixed(sheet.bobChoices.oilG, 1)} g`,
            cell: (p) => fixed(figure(kept, p), 1),
          },
          {
            title: `new: ${fixed(factor.value * 100, 1)} %, ${fixed(oil.value, 1)} g`,
            className: 'font-semibold',
            cell: (p) => fixed(figure(live, p), 1),
          },
          { title: 'by', cell: (p) => `${figure(live, p) >= figure(kept, p) ? '+' : ''}${fixed(figure(live, p) - figure(kept, p), 1)}` },
        ]}
      />
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
      <div className="flex flex-wrap gap-3">
        <Button
          disabled={personId === null || factor.problem !== undefined || oil.problem !== undefined}
          onClick={() => {
            factor.keep();
            oil.keep();
          }}
        >
          Keep the new
        </Button>
        <Button
          look="quiet"
          onClick={() => {
            factor.leave();
            oil.leave();
          }}
        >
          Leave it as it was
        </Button>
      </div>
    </div>
  );
}

/** What this job has can become what new jobs start with. */
function ShopUsually({ factor, oil }: Pick<BobChoicesFormProps, 'factor' | 'oil'>): ReactNode {
  const { data: shop } = useShop();
  const personId = useWho();
  const usual = useShopUsual();
  if (!shop || personId === null || (shop.usual.factorRatio === factor.value && shop.usual.oilG === oil.value)) return null;
  return (
    <div className="flex flex-wrap items-center gap-3">
      <Button
        look="quiet"
        disabled={usual.isPending}
        onClick={() => usual.mutate({ personId, baseVersion: shop.usual.version, factorRatio: factor.value, oilG: oil.value })}
      >{`Make ${fixed(factor.value * 100, 1)} % and ${fixed(oil.value, 1)} g the shop’s usual, for new jobs`}</Button>
      {usual.error && <ProblemNotice>{usual.error.message}</ProblemNotice>}
    </div>
  );
}
