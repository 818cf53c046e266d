import { cylindersWords, fixed } from '@tare/card';
import { hasEnds, MATCH_SCHOOLS, PART_METALS, partMetalOf, type MatchBasis, type MatchChoices, type PartMetal } from '@tare/core';
import type { ReactNode } from 'react';
import { Disclosure } from '../../ui/Disclosure.js';
import { useWrite } from '../../api/useWrite.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { CheckRow } from '../../ui/CheckRow.js';
import { Choice } from '../../ui/Choice.js';
import { CommitQuantity } from '../../ui/form/CommitFields.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useDecide } from '../../ui/useDecide.js';
import { useWho } from '../../ui/WhoFirst.js';
import { METAL_NAMES } from './metalNames.js';

const BASES: Readonly<Record<MatchBasis, { readonly name: string; readonly reason: string }>> = {
  perSet: {
    name: 'whole sets',
    reason: 'What goes up and down with a piston has to match as a whole: all metal comes off pistons, pins and rings stay in their bags.',
  },
  perKind: { name: 'each kind by itself', reason: 'Stricter, and parts stay interchangeable: pistons among pistons, pins among pins.' },
};

/** How this job is matched: to what tolerance, sets or kinds, with what limits. */
export function MatchSchools(): ReactNode {
  const { sheet, figures } = useOpenJob();
  const { matchToleranceG } = sheet.spec;
  const { matchChoices } = sheet;
  const { decide, blocked, error } = useDecide();
  const change = (part: Partial<MatchChoices>, settled?: () => void): void =>
    decide({ subject: 'match.choices', value: { ...matchChoices, ...part } }, settled);
  const cylinders = sheet.spec.layout.cylinders.map(({ number }) => number);
  const locked = matchChoices.lockedCylinders;
  const hasRods = figures.weighed.parts.some(({ part }) => hasEnds(part.kind));
  return (
    <Disclosure
      title={
        <>
          How this job is matched:{' '}
          <span className="text-ink-soft">
            {`${BASES[matchChoices.basis].name} within ${fixed(matchToleranceG, 2)} g`}
            {locked.length > 0 && `; ${cylindersWords(locked)} locked`}
          </span>
        </>
      }
    >
      <div className="grid items-start gap-x-6 gap-y-2 pb-2 lg:grid-cols-3">
        <ToleranceChoice />
        <Choice
          label="What has to match"
          value={matchChoices.basis}
          disabled={blocked}
          hint={BASES[matchChoices.basis].reason}
          onChange={(event) => change({ basis: event.target.value as MatchBasis })}
          options={Object.entries(BASES).map(([value, { name }]) => ({ value, label: name[0]!.toUpperCase() + name.slice(1) }))}
        />
        <Choice
          label="A piston’s metal comes from"
          value={matchChoices.pistonPlace === 'skirtEdge' ? 'skirtEdge' : String(matchChoices.pistonPads)}
          disabled={blocked}
          hint="The same from each, so that the piston does not end up lopsided. The maker’s advice comes first."
          onChange={(event) =>
            change(
              event.target.value === 'skirtEdge'
                ? { pistonPlace: 'skirtEdge' }
                : { pistonPlace: 'bosses', pistonPads: event.target.value === '4' ? 4 : 2 },
            )
          }
          options={[
            { value: '2', label: 'two pads, by the pin bosses' },
            { value: '4', label: 'four pads, by the pin bosses' },
            { value: 'skirtEdge', label: 'the lower inside edge of the skirt, with a radius' },
          ]}
        />
        <div className="grid grid-cols-2 gap-3">
          <MetalChoice
            label="Pistons are of"
            metal={partMetalOf('piston', matchChoices)}
            disabled={blocked}
            choose={(pistonMetal) => change({ pistonMetal })}
          />
          {hasRods && (
            <MetalChoice
              label="Rods are of"
              metal={partMetalOf('rod', matchChoices)}
              disabled={blocked}
              choose={(rodMetal) => change({ rodMetal })}
            />
          )}
        </div>
        <Limit
          label="At most off a piston"
          place={`pistonLimitRatio.${sheet.id}`}
          ratio={matchChoices.pistonLimitRatio}
          keep={(pistonLimitRatio, settled) => change({ pistonLimitRatio }, settled)}
        />
        <Limit
          label="At most off a pin"
          place={`pinLimitRatio.${sheet.id}`}
          ratio={matchChoices.pinLimitRatio}
          keep={(pinLimitRatio, settled) => change({ pinLimitRatio }, settled)}
        />
        {hasRods && (
          <Limit
            label="At most off a rod’s end"
            place={`rodEndLimitRatio.${sheet.id}`}
            ratio={matchChoices.rodEndLimitRatio}
            keep={(rodEndLimitRatio, settled) => change({ rodEndLimitRatio }, settled)}
          />
        )}
        <CheckRow disabled={blocked} checked={matchChoices.toTarget === true} onChange={(event) => change({ toTarget: event.target.checked })}>
          On to the target itself, not only into the tolerance
        </CheckRow>
        <fieldset className="lg:col-span-3" disabled={blocked}>
          <legend className="text-ink-soft">Cylinders whose parts stay as they are</legend>
          <div className="flex flex-wrap gap-4">
            {cylinders.map((cylinder) => (
              <CheckRow
                key={cylinder}
                aria-label={`Lock cylinder ${cylinder}`}
                checked={locked.includes(cylinder)}
                onChange={(event) =>
                  change({
                    lockedCylinders: event.target.checked ? [...locked, cylinder].sort((a, b) => a - b) : locked.filter((c) => c !== cylinder),
                  })
                }
              >
                {cylinder}
              </CheckRow>
            ))}
          </div>
        </fieldset>
      </div>
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
    </Disclosure>
  );
}

interface MetalChoiceProps {
  readonly label: string;
  readonly metal: PartMetal;
  readonly disabled: boolean;
  readonly choose: (metal: PartMetal) => void;
}

/** What a kind is made of: a grinder takes each metal off at a rate of its own. */
function MetalChoice({ label, metal, disabled, choose }: MetalChoiceProps): ReactNode {
  return (
    <Choice
      label={label}
      value={metal}
      disabled={disabled}
      onChange={(event) => choose(event.target.value as PartMetal)}
      options={PART_METALS.map((value) => ({ value, label: METAL_NAMES[value] }))}
    />
  );
}

/** The tolerance is part of what is agreed for the job: the same figure stands on the engine bench. */
function ToleranceChoice(): ReactNode {
  const { sheet } = useOpenJob();
  const personId = useWho();
  const entry = useWrite('PUT jobs/:jobId/spec', { jobId: sheet.id });
  const { matchToleranceG } = sheet.spec;
  const school = MATCH_SCHOOLS.find(({ toleranceG }) => toleranceG === matchToleranceG);
  return (
    <div>
      <Choice
        label="Tolerance, largest − smallest"
        value={school?.id ?? ''}
        disabled={personId === null || entry.isPending}
        hint={school?.reason ?? 'Agreed on the engine bench.'}
        onChange={(event) => {
          const chosen = MATCH_SCHOOLS.find(({ id }) => id === event.target.value);
          if (!chosen || personId === null) return;
          entry.mutate({ personId, baseVersion: sheet.specVersion, spec: { ...sheet.spec, matchToleranceG: chosen.toleranceG } });
        }}
        options={[
          ...(school ? [] : [{ value: '', label: `${fixed(matchToleranceG, 2)} g, as agreed` }]),
          ...MATCH_SCHOOLS.map(({ id, name, toleranceG }) => ({ value: id, label: `${fixed(toleranceG, 2)} g: ${name.toLowerCase()}` })),
        ]}
      />
      {entry.error && <ProblemNotice>{entry.error.message}</ProblemNotice>}
    </div>
  );
}

interface LimitProps {
  readonly label: string;
  readonly place: string;
  readonly ratio: number;
  readonly keep: (ratio: number, settled: () => void) => void;
}

/** How much of a part's weight may be cut off it at most. */
function Limit({ label, place, ratio, keep }: LimitProps): ReactNode {
  return (
    <CommitQuantity
      label={label}
      unit="%"
      place={place}
      kept={Math.round(ratio * 1e5) / 1e3}
      isGood={(percent) => percent > 0 && percent <= 20}
      complaint="A share of its weight, above 0 and up to 20 %."
      onCommit={(percent, settled) => keep(percent / 100, settled)}
    />
  );
}
