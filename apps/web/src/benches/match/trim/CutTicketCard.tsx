import { fixed, KIND_NAMES, padsWords } from '@tare/card';
import { rodPlacesOf, type CutTime, type MatchChoices } from '@tare/core';
import type { ReactNode } from 'react';
import { PinSketch, PistonSketch, RodSketch } from '../../../draw/PartSketch.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { VerdictMark } from '../../../ui/Verdict.js';
import { useDecide } from '../../../ui/useDecide.js';
import { ROD_PLACE_NAMES } from '../rods/rodPlaceNames.js';
import { LogCut } from './LogCut.js';
import type { ChosenTool } from './useTool.js';
import type { WorkItem } from './work.js';

/** What to take off one part, where, how far before the first weighing, and the log of it. */
export function CutTicketCard({ item, chosen }: { readonly item: WorkItem; readonly chosen: ChosenTool }): ReactNode {
  const { sheet, figures } = useOpenJob();
  const { decide } = useDecide();
  const isPartOfSet = figures.sets.kind === 'matched' && Object.keys(figures.sets.cylinders[0]?.parts ?? {}).length > 1;
  const { weighed, ticket, group, targetG, bareTargetG } = item;
  const { part } = weighed;
  const name = KIND_NAMES[part.kind].one;
  const Sketch = part.kind === 'pin' ? PinSketch : PistonSketch;
  /** From the first cut on the target stays: what falls below it does not drag the others down. */
  const fixTarget = (then: () => void): void => {
    if (sheet.fixedTargets[group]) then();
    else decide({ subject: `match.target.${group}`, value: { targetG, reason: 'the lightest when cutting began' } }, then);
  };
  return (
    <li
      className="grid items-start gap-x-5 gap-y-2 border-2 border-edge p-3 lg:grid-cols-[minmax(0,1fr)_auto]"
      aria-label={`Ticket for ${name.toLowerCase()} ${part.cylinder}`}
    >
      <div className="grid gap-1">
        <h3 className="text-lg font-semibold">
          {name} {part.cylinder}: <span className="figure-type text-2xl text-blue">{fixed(ticket.removalG, 2)} g</span> off
        </h3>
        <p>
          {where(part.kind, ticket, sheet.matchChoices)} Stop at <strong className="figure-type">{fixed(ticket.firstStopG, 2)} g</strong> and weigh.
          Target {group === 'set' && isPartOfSet ? 'bare ' : ''}
          <strong className="figure-type">{fixed(bareTargetG, 2)} g</strong>.
        </p>
        {ticket.limit.past ? (
          <p>
            <VerdictMark verdict="outside">past the limit</VerdictMark>{' '}
            {`${fixed(ticket.limit.takenG + ticket.removalG, 2)} g in all, at most ${fixed(ticket.limit.allowedG, 2)} g may come off: replace it, or widen the tolerance; do not cut.`}
          </p>
        ) : (
          <p className="text-ink-soft">
            {ticket.time === null ? '' : `${timeWords(ticket.time)} `}
            {`At most ${fixed(ticket.limit.allowedG, 2)} g may come off in all; ${fixed(Math.max(0, ticket.limit.takenG), 2)} g have.`}
          </p>
        )}
        {!ticket.limit.past && (
          <LogCut
            weighed={weighed}
            removal={group === 'rod' ? { total: ticket.removalG } : weighed.rod ? { smallEnd: ticket.removalG } : { mass: ticket.removalG }}
            toolId={chosen.tool?.id ?? null}
            before={fixTarget}
          />
        )}
      </div>
      {part.kind === 'rod' && <RodSketch rodLengthMm={sheet.spec.rodLengthMm} {...rodPlacesOf(sheet.matchChoices, sheet.spec.rodLengthMm)} />}
      {part.kind !== 'lockPair' && part.kind !== 'rod' && part.kind !== 'ringSet' && (
        <Sketch
          pads={ticket.pads}
          removalG={ticket.removalG}
          {...(sheet.matchChoices.pistonPlace === 'skirtEdge' ? { place: 'skirtEdge' as const } : {})}
        />
      )}
    </li>
  );
}

function where(
  kind: WorkItem['weighed']['part']['kind'],
  { removalG, pads }: WorkItem['ticket'],
  { pistonPlace, bigEndPlace, smallEndPlace }: MatchChoices,
): string {
  if (kind === 'pin') return `${padsWords(removalG, pads, 'ends')}, from the inside chamfer.`;
  if (kind === 'lockPair' || kind === 'ringSet') return 'Locks and rings are exchanged for lighter ones, not cut.';
  if (kind === 'rod')
    return `From ${ROD_PLACE_NAMES[bigEndPlace ?? 'capPad']} at the big end, ${ROD_PLACE_NAMES[smallEndPlace ?? 'eyeTop']} at the small end; not the ribs. Both ends alike, where nobody knows better.`;
  if (pistonPlace === 'skirtEdge')
    return `${padsWords(removalG, pads, 'sides')}, as a relief along the lower inside edge of the skirt, blended with a radius; not the outer skirt, the crown, ring lands or struts.`;
  return `${padsWords(removalG, pads)} inside, by the pin bosses; not the crown, ring lands, outer skirt or struts.`;
}

/** How long a cut takes, and how long 95 such cuts in 100 do. */
function timeWords({ seconds, halfWidth95S }: CutTime): string {
  const isShort = seconds < 90;
  const said = (s: number): string => (isShort ? String(Math.round(s)) : fixed(s / 60, 1));
  const unit = isShort ? 's' : 'min';
  const about = `About ${said(seconds)} ${unit} of cutting`;
  if (halfWidth95S === null) return `${about}, from a single cut.`;
  return `${about}, ${said(Math.max(0, seconds - halfWidth95S))} to ${said(seconds + halfWidth95S)} ${unit}.`;
}
