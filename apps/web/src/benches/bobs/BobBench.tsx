import { bobCard, CoreError, LAYOUTS, ONE_BOB_FIGURE_WITHIN_G, type BobCard } from '@tare/core';
import { Slider } from 'radix-ui';
import { useMemo, type ReactNode } from 'react';
import { fixed } from '../../format/numbers.js';
import { missingWords } from '../../format/words.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { BenchHead } from '../../ui/BenchHead.js';
import { NumberField } from '../../ui/Field.js';
import { Note, ProblemNotice } from '../../ui/Notice.js';
import { WhoFirst } from '../../ui/WhoFirst.js';
import { AcceptBobs } from './AcceptBobs.js';
import { BobCardTable } from './BobCardTable.js';
import { useLiveChoice, type LiveChoice } from './useBobChoices.js';

/** What hangs on each pin in place of rods and pistons while the crank is spun. */
export function BobBench(): ReactNode {
  const { figures } = useOpenJob();
  return <div className="grid gap-5 border-2 border-edge bg-plate p-5">{figures.bobsNeeded.needed ? <NeededBobs /> : <BobsNotNeeded />}</div>;
}

function BobsNotNeeded(): ReactNode {
  const { figures } = useOpenJob();
  const { reason, forceSum, coupleSumMm } = figures.bobsNeeded;
  return (
    <>
      <BenchHead title="Bob weights" next="Not needed: spin this crank bare." />
      <p className="text-lg">{reason}</p>
      <table className="w-fit figure-type">
        <tbody>
          <tr>
            <td className="pr-6 font-sign text-ink-soft">Sum of the pins’ directions, one for each rod</td>
            <td className="text-right">{fixed(forceSum.amount, 3)}</td>
          </tr>
          <tr>
            <td className="pr-6 font-sign text-ink-soft">The same times their positions</td>
            <td className="text-right">{fixed(coupleSumMm.amount, 2)} mm</td>
          </tr>
        </tbody>
      </table>
      <Note>
        Both are zero, so equal masses on the pins add nothing to what the machine reads. Matched sets still matter: unequal ones do not cancel.
      </Note>
    </>
  );
}

function NeededBobs(): ReactNode {
  const { sheet, figures } = useOpenJob();
  const { factorRatio, oilG } = sheet.bobChoices;
  const factor = useLiveChoice({
    subject: 'bob.factorRatio',
    kept: factorRatio,
    per: 100,
    most: 100,
    complaint: 'The factor is a share of the reciprocating mass, from 0 to 100 %.',
  });
  const oil = useLiveChoice({
    subject: 'bob.oilG',
    kept: oilG,
    per: 1,
    most: 100,
    complaint: 'The oil allowance is a number of grams from 0 to 100.',
  });
  const live = useMemo<BobCard | CoreError>(() => {
    try {
      return bobCard(sheet.spec.layout, figures.weighed, factor.value, oil.value, ONE_BOB_FIGURE_WITHIN_G);
    } catch (error) {
      if (error instanceof CoreError) return error;
      throw error;
    }
  }, [sheet, figures, factor.value, oil.value]);

  if (live instanceof CoreError)
    return (
      <>
        <BenchHead title="Bob weights" next="A figure does not fit." />
        <ProblemNotice>{live.message}</ProblemNotice>
      </>
    );
  if (live.kind === 'waiting') {
    return (
      <>
        <BenchHead title="Bob weights" next={`Bob weights wait for ${missingWords(live.missing)}.`} />
        <Note>{figures.bobsNeeded.reason}</Note>
      </>
    );
  }
  const unsaved = factor.value !== factorRatio || oil.value !== oilG;
  return (
    <>
      <BenchHead
        title="Bob weights"
        next={
          live.commonG === null
            ? 'The pins differ: build each bob to its own figure.'
            : 'One figure serves every pin. Build the bobs to it, weigh them, mount them square to their throws.'
        }
      >
        <p className="text-right">
          {live.commonG === null ? 'Pins differ by' : 'Each bob'}
          <span className="block figure-type text-4xl font-semibold">{fixed(live.commonG ?? live.spreadG, 1)} g</span>
        </p>
      </BenchHead>
      <WhoFirst />
      <Choices factor={factor} oil={oil} />
      <BobCardTable pins={live.pins} />
      <p className="text-ink-soft">
        {live.commonG === null
          ? `The pins’ figures differ by ${fixed(live.spreadG, 2)} g, more than ${ONE_BOB_FIGURE_WITHIN_G} g, so each pin has its own, from the parts that run on it. Matching brings them together.`
          : `The pins’ own figures differ by ${fixed(live.spreadG, 2)} g, so their mean serves them all.`}{' '}
        {figures.bobsNeeded.reason}
      </p>
      <AcceptBobs card={live} waitsForChoices={unsaved} />
    </>
  );
}

/** The factor under the thumb, and the oil. */
function Choices({ factor, oil }: { readonly factor: LiveChoice; readonly oil: LiveChoice }): ReactNode {
  const { sheet } = useOpenJob();
  const { customaryFactorRatio, factorReason } = LAYOUTS[sheet.spec.layoutId];
  return (
    <div className="grid items-start gap-4 md:grid-cols-[10rem_minmax(0,1fr)_10rem]">
      <NumberField
        label="Factor"
        unit="%"
        value={factor.text}
        problem={factor.problem}
        onChange={(event) => {
          factor.change(event.target.value);
        }}
        onBlur={factor.keep}
        onKeyDown={(event) => {
          if (event.key === 'Enter') factor.keep();
        }}
      />
      <div>
        <span className="mb-0.5 block text-ink-soft">40 to 60 %: underbalance to overbalance</span>
        <Slider.Root
          className="relative flex h-11 touch-none items-center"
          min={40}
          max={60}
          step={0.5}
          value={[Math.min(60, Math.max(40, factor.value * 100))]}
          onValueChange={([v]) => {
            factor.change(String(v));
          }}
          onValueCommit={factor.keep}
        >
          <Slider.Track className="relative h-2 grow bg-edge">
            <Slider.Range className="absolute h-full bg-ink-soft" />
          </Slider.Track>
          <Slider.Thumb aria-label="Balance factor in per cent" className="block h-9 w-6 rounded-xs border-2 border-ink bg-plate" />
        </Slider.Root>
        <p className="text-[0.9rem] text-ink-soft">
          Customary here: {fixed(customaryFactorRatio * 100, 0)} %: {factorReason}.
        </p>
      </div>
      <NumberField
        label="Oil on each pin"
        unit="g"
        value={oil.text}
        problem={oil.problem}
        hint="Shops use 2 to 5"
        onChange={(event) => {
          oil.change(event.target.value);
        }}
        onBlur={oil.keep}
        onKeyDown={(event) => {
          if (event.key === 'Enter') oil.keep();
        }}
      />
    </div>
  );
}
