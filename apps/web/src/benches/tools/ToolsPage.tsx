import type { ShopToolsEntry } from '@tare/contract';
import { HEAVY_METAL_G_PER_CM3 } from '@tare/core';
import type { ReactNode } from 'react';
import { useShopTools, useShopToolsChange } from '../../api/shopThings.js';
import type { ProblemError } from '../../api/problem.js';
import { CheckRow } from '../../ui/CheckRow.js';
import { AddRow, TakeOff } from '../../ui/RowButtons.js';
import { Button } from '../../ui/Button.js';
import { Field } from '../../ui/Field.js';
import { QuantityField } from '../../ui/QuantityField.js';
import { Caution, ProblemNotice } from '../../ui/Notice.js';
import { readDraft } from '../../ui/readDraft.js';
import { useDraft } from '../../ui/useDraft.js';
import { useWho, WhoFirst } from '../../ui/WhoFirst.js';
import { BitsEditor } from './BitsEditor.js';
import { FIGURES, formOfTools, MEANS, toolsOfForm, type ToolsForm, type TypedBar } from './toolsForm.js';

/** What the shop corrects with: its bits, what its drill misses, times, bars, prices, and what it does beside drilling rims. */
export function ToolsPage(): ReactNode {
  const { data: entry, error } = useShopTools();
  return (
    <main className="mx-auto grid w-full max-w-6xl gap-4 p-4">
      <h1 className="text-3xl">What the shop corrects with</h1>
      <WhoFirst />
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
      <section aria-label="Bits" className="grid gap-3 border-2 border-edge bg-plate p-4">
        <h2 className="text-2xl">Bits in the drawer</h2>
        <BitsEditor />
      </section>
      {entry && <Tools key={entry.version} entry={entry} />}
    </main>
  );
}

function Tools({ entry }: { readonly entry: ShopToolsEntry }): ReactNode {
  const personId = useWho();
  const change = useShopToolsChange();
  const [draft, setDraft] = useDraft(`shop-tools.${entry.version}`);
  const kept = formOfTools(entry.tools);
  const form = readDraft<ToolsForm>(draft, { ...kept, bars: [BLANK_BAR] }, kept);
  const set = (next: Partial<ToolsForm>): void => setDraft(JSON.stringify({ ...form, ...next }));
  const keep = (): void => {
    if (personId === null) return;
    change.mutate({ personId, baseVersion: entry.version, tools: toolsOfForm(form) }, { onSuccess: () => setDraft('') });
  };
  return (
    <form
      className="grid gap-4 border-2 border-edge bg-plate p-4"
      onSubmit={(event) => {
        event.preventDefault();
        keep();
      }}
    >
      {entry.version === 0 && <p className="text-ink-soft">Nobody wrote these down yet: what stands here is a first guess, and plans go by it.</p>}
      {Object.entries(FIGURES).map(([title, fields]) => (
        <fieldset key={title} className="grid items-start gap-3 sm:grid-cols-3 lg:grid-cols-4">
          <legend className="mb-1 text-xl font-semibold">{title}</legend>
          {fields.map(([path, label, unit]) => {
            const props = {
              label,
              value: form.figures[path] ?? '',
              onChange: (event: { target: { value: string } }) => set({ figures: { ...form.figures, [path]: event.target.value } }),
              problem: problemAt(change.error, path),
            };
            return path === 'money' ? (
              <Field key={path} {...props} />
            ) : (
              <QuantityField key={path} unit={unit} isBit={path.startsWith('pilot')} {...props} />
            );
          })}
        </fieldset>
      ))}
      <Bars bars={form.bars} error={change.error} onChange={(bars) => set({ bars })} />
      <fieldset className="grid gap-1">
        <legend className="mb-1 text-xl font-semibold">Beside drilling rims, the shop does</legend>
        {MEANS.map(([key, label]) => (
          <CheckRow key={key} checked={form.means[key]} onChange={(event) => set({ means: { ...form.means, [key]: event.target.checked } })}>
            {label}
          </CheckRow>
        ))}
      </fieldset>
      {(form.means.welding || form.means.radialBars) && (
        <Caution>
          <p>
            What is welded over or pressed in radially can leave at speed. Follow the crank maker’s instructions and local rules; when in doubt ask a
            licensed or certified machinist.
          </p>
        </Caution>
      )}
      {change.error && <ProblemNotice>{change.error.message}</ProblemNotice>}
      <div className="flex gap-3">
        <Button type="submit" look="primary" disabled={draft === '' || personId === null || change.isPending}>
          Keep these
        </Button>
        {draft !== '' && (
          <Button look="quiet" onClick={() => setDraft('')}>
            Leave them as they were
          </Button>
        )}
      </div>
    </form>
  );
}

const problemAt = (error: ProblemError | null, path: string): string | undefined =>
  error?.fields.find(({ field }) => field === `tools.${path}`)?.message;

interface BarsProps {
  readonly bars: readonly TypedBar[];
  readonly error: ProblemError | null;
  readonly onChange: (bars: readonly TypedBar[]) => void;
}

const BLANK_BAR = { diameterMm: '', densityGPerCm3: String(HEAVY_METAL_G_PER_CM3), pricePerCm: '' };

const BAR_FIELDS = [
  ['diameterMm', 'Diameter', 'mm'],
  ['densityGPerCm3', 'Density', 'g/cm³'],
  ['pricePerCm', 'Price of 10 mm', ''],
] as const;

function Bars({ bars, error, onChange }: BarsProps): ReactNode {
  return (
    <fieldset className="grid gap-2">
      <legend className="mb-1 text-xl font-semibold">Bars of heavy metal</legend>
      {bars.map((bar, i) => (
        <div key={i} className="flex flex-wrap items-start gap-3">
          {BAR_FIELDS.map(([key, label, unit]) => (
            <QuantityField
              key={key}
              label={label}
              unit={unit}
              className="w-44"
              value={bar[key]}
              onChange={(event) => onChange(bars.map((other, j) => (j === i ? { ...other, [key]: event.target.value } : other)))}
              problem={problemAt(error, `bars.${i}.${key}`)}
            />
          ))}
          <TakeOff label={`Take the ${bar.diameterMm} mm bar off`} className="mt-6" onClick={() => onChange(bars.filter((_, j) => j !== i))} />
        </div>
      ))}
      <AddRow className="w-fit" onClick={() => onChange([...bars, BLANK_BAR])}>
        Another bar
      </AddRow>
    </fieldset>
  );
}
