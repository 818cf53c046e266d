import { useState, type ReactNode } from 'react';
import { useFieldArray } from 'react-hook-form';
import { RimEnd } from '../../../draw/RimEnd.js';
import { RimMap } from '../../../draw/RimMap.js';
import { Choice } from '../../../ui/Choice.js';
import { useTypedLater } from '../useTypedLater.js';
import { checkedCrank, useLastGood } from './useLastGood.js';
import type { SpecFormState } from '../useSpecForm.js';
import { blankFound, text } from './metalForm.js';
import { RimPanel } from './RimPanel.js';

/** What pointing at the map or the end view means. */
const POINTING = [
  { value: 'select', label: 'choose a rim' },
  { value: 'radial', label: 'a hole it came with, in the rim' },
  { value: 'front', label: 'a hole it came with, in the front face' },
  { value: 'rear', label: 'a hole it came with, in the rear face' },
  { value: 'noDrill', label: 'the ends of a no-drill arc' },
] as const;
type Pointing = (typeof POINTING)[number]['value'];

/** A hole that was only pointed at, until it is measured. */
const POINTED_AT = { bitMm: '12', depthMm: '15' };

/** The crank's metal on the rim map and from the front: what may be drilled, what must not, and the holes it came with. */
export function MetalEditor({ state }: { readonly state: SpecFormState }): ReactNode {
  const { form } = state;
  const crank = useLastGood(useTypedLater(form.control), checkedCrank);
  const found = useFieldArray({ control: form.control, name: 'found', keyName: 'rowId' });
  const [selectedId, select] = useState<string | null>(null);
  const [pointing, setPointing] = useState<Pointing>('select');
  const [arcStart, setArcStart] = useState<{ readonly rimId: string; readonly deg: number } | null>(null);
  if (!crank) return <p className="text-ink-soft">The map is drawn once every counterweight has its figures.</p>;
  const selected = crank.counterweights.find(({ id }) => id === selectedId) ?? crank.counterweights[0]!;
  const index = crank.counterweights.indexOf(selected);
  const pick = (counterweightId: string, angleDeg: number, radiusMm: number | null): void => {
    select(counterweightId);
    const rim = crank.counterweights.findIndex(({ id }) => id === counterweightId);
    const { rimRadiusMm, depthLimitMm } = crank.counterweights[rim]!;
    const hole = { ...blankFound(counterweightId), angleDeg: text(angleDeg), ...POINTED_AT };
    if (pointing === 'radial') found.append(hole);
    if (pointing === 'front' || pointing === 'rear')
      found.append({ ...hole, side: pointing, radiusMm: text(radiusMm ?? rimRadiusMm - depthLimitMm / 2) });
    if (pointing !== 'noDrill') return;
    if (arcStart?.rimId !== counterweightId) return setArcStart({ rimId: counterweightId, deg: angleDeg });
    const path = `counterweights.${rim}.noDrill` as const;
    form.setValue(path, [...form.getValues(path), { fromDeg: text(arcStart.deg), toDeg: text(angleDeg), why: 'oil drilling' }], {
      shouldDirty: true,
    });
    setArcStart(null);
  };
  return (
    <section aria-label="The crank as metal" className="grid gap-3">
      <div className="flex flex-wrap items-end gap-4">
        <Choice
          label="Pointing at the drawings means"
          className="w-80"
          value={pointing}
          onChange={(event) => {
            setPointing(event.target.value as Pointing);
            setArcStart(null);
          }}
          options={POINTING}
        />
        <p className="text-ink-soft" role="status">
          {arcStart ? `From ${arcStart.deg}°; now point at its other end, clockwise.` : HINTS[pointing]}
        </p>
      </div>
      <RimMap
        crank={crank}
        tolerance={NO_TOLERANCE}
        reading={null}
        drilled={[]}
        planned={[]}
        selectedId={selected.id}
        onPick={({ counterweightId, angleDeg }) => pick(counterweightId, angleDeg, null)}
      />
      <div className="grid items-start gap-4 lg:grid-cols-[auto_minmax(0,1fr)]">
        <RimEnd
          crank={crank}
          counterweight={selected}
          holes={crank.found ?? []}
          planned={[]}
          onPick={({ angleDeg, radiusMm }) => pick(selected.id, angleDeg, radiusMm)}
        />
        <RimPanel key={selected.id} form={form} index={index} found={found} />
      </div>
    </section>
  );
}

const HINTS: Readonly<Record<Pointing, string>> = {
  select: 'What is chosen is written down beside its end view.',
  radial: 'Then measure its width and depth with the calipers.',
  front: 'On the end view its radius is taken too. Then measure its width and depth.',
  rear: 'The end view is from the front: its radius is taken there too. Then measure its width and depth.',
  noDrill: 'Its first end, then its other end, clockwise: an oil drilling, a plug, an edge.',
};

/** Nothing was spun here: the map needs a tolerance only to scale its heaps. */
const NO_TOLERANCE = { aGmm: 1, bGmm: 1 };
