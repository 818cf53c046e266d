import { KIND_NAMES } from '@tare/card';
import { measuresOf, partMetalOf, type Measure, type WeighedPart } from '@tare/core';
import type { ReactNode } from 'react';
import { Disclosure } from '../../../ui/Disclosure.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { Caution } from '../../../ui/Notice.js';
import { CutTicketCard } from './CutTicketCard.js';
import { divisionOf } from './divisionOf.js';
import { Reweigh } from './Reweigh.js';
import { TargetLine } from './TargetLine.js';
import { Replacements } from './Replacements.js';
import { ToolDrawer } from './ToolDrawer.js';
import type { ChosenTool } from './useTool.js';
import { WaysOut } from './WaysOut.js';
import { workItems } from './work.js';

/** Tickets for everything that has to lose metal, the weighings after cuts, and the ways out of a cut too far. */
export function TrimDesk({ chosen }: { readonly chosen: ChosenTool }): ReactNode {
  const { figures, sheet } = useOpenJob();
  const items = workItems(figures, sheet.matchChoices, chosen.rateIn, divisionOf(sheet));
  const waiting = figures.weighed.parts.filter(
    (one) => one.needsReweighing && (one.part.kind !== 'rod' || figures.rods.kind === 'totals' || sheet.weighChoices.rodSchool === 'totalOnly'),
  );
  return (
    <section className="grid gap-3">
      <h2 className="text-xl">Then trim</h2>
      <TargetLine />
      <Caution>
        <p>
          Eye protection on, the part clamped, gloves off near turning tools; mask or extraction for grinding dust. The part maker’s instructions come
          first.
        </p>
        {figures.weighed.parts.some(({ part }) => partMetalOf(part.kind, sheet.matchChoices) === 'titanium') && (
          <p>Titanium dust and fine chips burn: keep sparks, water and other metals’ dust away, and sweep up as you go.</p>
        )}
      </Caution>
      <ToolDrawer chosen={chosen} />
      <Replacements />
      <WaysOut rateIn={chosen.rateIn} />
      {waiting.map((weighed) => (
        <AfterCut key={weighed.part.id} weighed={weighed} />
      ))}
      {items.length > 0 && (
        <ul className="grid gap-3" aria-label="Work tickets">
          {items.map((item) => (
            <CutTicketCard key={item.weighed.part.id} item={item} chosen={chosen} />
          ))}
        </ul>
      )}
      <JustCut />
      {items.length === 0 && waiting.length === 0 && <p className="text-ink-soft">Nothing to cut here.</p>}
    </section>
  );
}

/** The weighings that a cut part waits for. */
export function AfterCut({ weighed }: { readonly weighed: WeighedPart }): ReactNode {
  const { sheet } = useOpenJob();
  const { part, lastCutId } = weighed;
  if (lastCutId === null) return null;
  const cut = sheet.partCuts.find(({ id }) => id === lastCutId);
  const removal = cut?.removal ?? {};
  const isNew = cut?.replaced === true;
  const expectedG = (measure: Measure): number | null => {
    const off = measure === 'total' ? (removal.total ?? 0) + (removal.bigEnd ?? 0) + (removal.smallEnd ?? 0) : removal[measure];
    const beforeG = weighed.needsReweighing ? weightBeforeG(weighed, measure) : null;
    return beforeG === null || off === undefined ? null : beforeG - off;
  };
  return (
    <div className="border-2 border-ink p-3">
      <p className="mb-2">
        {isNew
          ? `The new ${KIND_NAMES[part.kind].one.toLowerCase()} ${part.cylinder} is here: weigh it.`
          : `${KIND_NAMES[part.kind].one} ${part.cylinder} was cut. Blow out the swarf, wipe, and weigh it again.`}
      </p>
      <div className="flex flex-wrap gap-4">
        {measuresOf(part.kind, sheet.weighChoices.rodSchool).map((measure) => (
          <Reweigh key={measure} weighed={weighed} measure={measure} cutId={lastCutId} isNew={isNew} expectedG={expectedG(measure)} />
        ))}
      </div>
    </div>
  );
}

/** What the part weighed before its cut; of a rod the ends that add up, from which its removals were worked out. */
function weightBeforeG({ rod, now }: WeighedPart, measure: Measure): number | null {
  if (rod && rod.kind !== 'unknown' && measure !== 'mass') return { total: rod.totalG, bigEnd: rod.bigEndG, smallEnd: rod.smallEndG }[measure];
  return now[measure]?.meanG ?? null;
}

/** The part that was cut last can be placed once more. */
function JustCut(): ReactNode {
  const { figures, sheet } = useOpenJob();
  const last = sheet.partCuts.at(-1);
  const weighed = figures.weighed.parts.find(({ part }) => part.id === last?.partId);
  if (!weighed || weighed.needsReweighing || weighed.part.kind === 'rod') return null;
  return (
    <Disclosure title={`${KIND_NAMES[weighed.part.kind].one} ${weighed.part.cylinder} was cut last: place it once more`}>
      <AfterCut weighed={weighed} />
    </Disclosure>
  );
}
