import { clock, fixed, jobTitle, KIND_NAMES, MEASURE_NAMES, swappedWords } from '@tare/card';
import { cylinderOf, kindsHere, matchRecords, MEASURES, type MatchRecord } from '@tare/core';
import type { ReactNode } from 'react';
import { DataTable } from '../../ui/DataTable.js';
import { useShop } from '../../api/queries.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { usePersonName } from '../../ui/usePersonName.js';
import { PrintSheet } from '../../ui/PrintSheet.js';

/** The whole matching on one page: every part before, as predicted, and after; what was swapped, and what was decided. */
export function MatchPaper({ onPrinted }: { readonly onPrinted: () => void }): ReactNode {
  const { sheet, figures } = useOpenJob();
  const { data: shop } = useShop();
  const nameOf = usePersonName();
  const { sets, rods } = figures;
  const decisions = Object.entries(sheet.decisions).filter(([subject]) => /^match\.(target|wayOut|arrangement)/.test(subject));
  return (
    <PrintSheet isReady={shop !== undefined} onPrinted={onPrinted}>
      <article className="text-[0.85rem] leading-snug" aria-label="The matching">
        <p>{shop?.name}</p>
        <h1 className="text-xl">{`Matching, job ${sheet.number}: ${jobTitle(sheet.spec)}`}</h1>
        <p>
          {`Within ${fixed(sheet.spec.matchToleranceG, 2)} g, largest − smallest, ${sheet.matchChoices.basis === 'perSet' ? 'whole sets' : 'each kind by itself'}. `}
          {sets.kind === 'matched' && `Sets ${fixed(sets.set.spreadG, 2)} g. `}
          {rods.kind === 'matched' && `Big ends ${fixed(rods.bigEnd.spreadG, 2)} g, small ends ${fixed(rods.smallEnd.spreadG, 2)} g.`}
          {rods.kind === 'totals' && `Rods by their totals ${fixed(rods.total.spreadG, 2)} g; their ends are not known.`}
        </p>
        <RecordTable />
        <ul className="mt-2">
          {decisions.map(([subject, { value, personId, at }]) => (
            <li key={subject}>{`${decisionWords(subject, value)} ${nameOf(personId)}, ${clock(at)}.`}</li>
          ))}
        </ul>
      </article>
    </PrintSheet>
  );
}

/** Before, predicted and after for every part: the same table on screen and on paper. */
export function RecordTable(): ReactNode {
  const { sheet, figures } = useOpenJob();
  const kinds = kindsHere(sheet.weighChoices.partSchool, sheet.spec.elsewhere).filter((kind) => kind !== 'bearingPair');
  const records = matchRecords(figures.weighed, kinds, sheet.partCuts);
  const cylinders = sheet.spec.layout.cylinders.map(({ number }) => number).sort((a, b) => a - b);
  // Totals only where nothing is known of the ends.
  const columns = kinds.flatMap((kind) => {
    const told = MEASURES.filter((measure) => records.some((r) => r.part.kind === kind && r.measure === measure));
    return told.filter((measure) => measure !== 'total' || !told.includes('bigEnd')).map((measure) => ({ kind, measure }));
  });
  return (
    <div className="overflow-x-auto">
      <DataTable
        caption="Before, predicted and after, in g"
        hideCaption
        className="w-full text-[0.9rem]"
        rows={cylinders}
        keyOf={(cylinder) => cylinder}
        columns={[
          { title: 'Cyl.', cell: (cylinder) => cylinder },
          ...columns.map(({ kind, measure }) => ({
            title: measure === 'mass' ? KIND_NAMES[kind].one : `${KIND_NAMES[kind].one}, ${MEASURE_NAMES[measure].toLowerCase()}`,
            cell: (cylinder: number) => (
              <RecordCell record={records.find((r) => r.part.kind === kind && r.measure === measure && cylinderOf(r.part) === cylinder)} />
            ),
          })),
        ]}
      />
      <p className="text-[0.9rem]">Of what was cut: before, as predicted, after. A number in brackets is the part’s own, where it was swapped.</p>
    </div>
  );
}

function RecordCell({ record }: { readonly record: MatchRecord | undefined }): ReactNode {
  if (!record) return '·';
  const { part, beforeG, predictedG, afterG } = record;
  const own = part.cylinder === cylinderOf(part) ? '' : `(${part.cylinder}) `;
  if (predictedG === null) return `${own}${fixed(beforeG, 2)}`;
  return (
    <>
      <span className="block text-ink-soft">{`${own}${fixed(beforeG, 2)}`}</span>
      <span className="block text-blue">{fixed(predictedG, 2)}</span>
      <span className="block font-semibold">{afterG === null ? 'to weigh' : fixed(afterG, 2)}</span>
    </>
  );
}

function decisionWords(subject: string, value: unknown): string {
  if (subject === 'match.arrangement') return swappedWords(Object.keys(value as object).length);
  if (subject.startsWith('match.target.')) {
    const target = value as { targetG: number; reason: string } | null;
    return target ? `Target ${fixed(target.targetG, 2)} g: ${target.reason}.` : 'The target follows the lightest.';
  }
  const { way, note } = value as { way: keyof typeof WAY_WORDS; note: string };
  return `Cut too far, ${WAY_WORDS[way]}${note === '' ? '' : ` (${note})`}.`;
}

const WAY_WORDS = { accept: 'accepted', swap: 'rescued by a swap', retarget: 'all brought down to it', replace: 'replaced' } as const;
