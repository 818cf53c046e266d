import { fixed, partName } from '@tare/card';
import {
  apartOf,
  type Apart,
  cylinderOf,
  matchFigures,
  spareOptions,
  withSpareIn,
  type JobFacts,
  type JobFigures,
  type MatchFigures,
  type PartFact,
  type SpareOption,
} from '@tare/core';
import { useMemo, type ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { Button } from '../../ui/Button.js';
import { DataTable } from '../../ui/DataTable.js';
import { Note, ProblemNotice } from '../../ui/Notice.js';
import { useDecide } from '../../ui/useDecide.js';

/** How many exchanges are shown of a spare: the best ones. */
const SHOWN = 3;

/** Parts that run in no cylinder, and the places that they had best take. */
export function SpareDesk(): ReactNode {
  const { facts, figures } = useOpenJob();
  const options = useMemo(() => optionsOf(facts, figures), [facts, figures]);
  const { spares } = figures;
  if (spares.length === 0) return null;
  return (
    <section className="grid gap-3">
      <h2 className="text-xl">Spare parts</h2>
      {spares.map(({ part }) => (
        <OneSpare key={part.id} part={part} options={options.filter(({ spare }) => spare.id === part.id)} />
      ))}
    </section>
  );
}

function OneSpare({ part, options }: { readonly part: PartFact; readonly options: readonly SpareOption[] }): ReactNode {
  const { sheet, figures } = useOpenJob();
  const { decide, blocked, error } = useDecide();
  const name = partName(part);
  const now = apartNow(figures, part);
  if (part.damaged) return <p>{`${name} is damaged: it takes nobody’s place.`}</p>;
  const weighed = figures.spares.find((one) => one.part.id === part.id);
  if (!weighed || weighed.needsReweighing || Object.keys(weighed.now).length === 0) return <Note>{`${name} is not weighed yet.`}</Note>;
  if (options.length === 0) return <p className="text-ink-soft">{`What ${name.toLowerCase()} would do is told once everything else is weighed.`}</p>;
  return (
    <div className="grid gap-2">
      <DataTable
        caption={`${name} in the place of another${now ? `; as they are, ${fixed(now.spreadG, 2)} g apart with ${fixed(now.metalG, 2)} g to come off` : ''}`}
        rows={options.slice(0, SHOWN)}
        keyOf={({ inPlaceOf }) => inPlaceOf.id}
        columns={[
          { title: 'In place of', is: 'words', cell: ({ inPlaceOf }) => `${partName(inPlaceOf)}, in cylinder ${cylinderOf(inPlaceOf)}` },
          { title: 'Largest − smallest', cell: ({ spreadG }) => `${fixed(spreadG, 2)} g` },
          { title: 'Still to take off', cell: ({ metalG }) => `${fixed(metalG, 2)} g` },
          {
            title: '',
            cell: (option) => (
              <Button
                className="font-sign"
                disabled={blocked}
                aria-label={`${name} takes the place of ${partName(option.inPlaceOf).toLowerCase()}`}
                onClick={() => decide({ subject: 'match.arrangement', value: withSpareIn(sheet.parts, option) })}
              >
                Put it there
              </Button>
            ),
          },
        ]}
      />
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
    </div>
  );
}

/** What is matched of a part’s kind: whole sets, or the kind, or both ends of the rods. */
function apartNow({ sets, kinds, rods }: MatchFigures, { kind }: PartFact): Apart | null {
  if (kind === 'rod') {
    if (rods.kind === 'totals') return apartOf(rods.total);
    if (rods.kind !== 'matched') return null;
    const [big, small] = [apartOf(rods.bigEnd), apartOf(rods.smallEnd)];
    return { spreadG: Math.max(big.spreadG, small.spreadG), metalG: big.metalG + small.metalG };
  }
  const own = kinds[kind];
  if (own) return own.kind === 'matched' ? apartOf(own.set) : null;
  return sets.kind === 'matched' ? apartOf({ items: sets.cylinders, spreadG: sets.set.spreadG }) : null;
}

const optionsOf = (facts: JobFacts, { weighed, spares }: JobFigures): SpareOption[] =>
  spares.flatMap((spare) => spareOptions(weighed, [spare], (job) => apartNow(matchFigures(facts, job), spare.part)));
