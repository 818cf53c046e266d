import { clock, fixed } from '@tare/card';
import { latestOn, MOUNTING_CHECKS, mountingOrder, type EngineLayout, type MountingCheck } from '@tare/core';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { CrankEnd } from '../../../draw/CrankEnd.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { benchPath } from '../../../shell/paths.js';
import { CheckRow } from '../../../ui/CheckRow.js';
import { Button } from '../../../ui/Button.js';
import { Note, ProblemNotice } from '../../../ui/Notice.js';
import { useDecide } from '../../../ui/useDecide.js';
import { usePersonName } from '../../../ui/usePersonName.js';
import { useWho } from '../../../ui/WhoFirst.js';
import { useWeighInVerdicts } from '../build/WeighIn.js';

const CHECKS: Readonly<Record<MountingCheck, string>> = {
  square: 'square to the throw',
  centred: 'centred along the pin',
  sameWay: 'the same way round as the others',
  tight: 'nuts tight, nothing loose',
};

interface MountingGuideProps {
  /** What each bob weighs, pins from the front, g. */
  readonly figuresG: readonly number[];
  /** They were given, not built and weighed in here. */
  readonly isGiven?: boolean;
}

/** Bob after bob: the crank turned so that its pin is up, and what to see of it; complete before the spin. */
export function MountingGuide({ figuresG, isGiven = false }: MountingGuideProps): ReactNode {
  const { sheet, statuses } = useOpenJob();
  const nameOf = usePersonName();
  const { decide, change, blocked, error } = useDecide();
  const verdicts = useWeighInVerdicts(figuresG);
  const { layout } = sheet.spec;
  const nobody = useWho() === null;
  const seen = latestOn(sheet.decisions, 'bob.mounted') ?? [];
  const ofPin = (p: number): readonly MountingCheck[] => seen[p] ?? [];
  const accepted = sheet.decisions['bob.acceptedG'];
  const status = statuses.find(({ bench }) => bench === 'bobs')!;
  const notWeighed = verdicts.flatMap(({ accepted: ok }, p) => (ok === true ? [] : [p + 1]));
  const notSeen = layout.pins.flatMap((_, p) => (ofPin(p).length < MOUNTING_CHECKS.length ? [p + 1] : []));
  const see = (p: number, checksOf: (ticked: readonly MountingCheck[]) => readonly MountingCheck[]): void => {
    change('bob.mounted', (now = []) => layout.pins.map((_, i) => (i === p ? checksOf(now[i] ?? []) : (now[i] ?? []))));
  };
  const tick = (p: number, check: MountingCheck): void => {
    see(p, (ticked) => (ticked.includes(check) ? ticked.filter((one) => one !== check) : [...ticked, check]));
  };
  return (
    <section aria-label="Mounting" className="grid gap-4">
      {status.state === 'reopened' && !isGiven && (
        <Note>The bobs on the pins were built to other figures: parts, factor or oil have changed since. Rebuild them.</Note>
      )}
      <p className="text-ink-soft">
        Hang them in this order, and the crank is least inclined to swing round while you do. Keep fingers clear of the webs; a half-hung bob turns
        the crank.
      </p>
      <ol className="grid gap-3">
        {mountingOrder(layout).map(({ index, pinOneAtDeg }, step) => (
          <li key={index} className="grid items-center gap-4 border-2 border-edge p-3 md:grid-cols-[9rem_minmax(0,1fr)]">
            <div aria-hidden className="[&_svg]:size-36">
              <CrankEnd layout={turned(layout, pinOneAtDeg)} highlightPin={index + 1} />
            </div>
            <div className="grid gap-2">
              <p className="text-lg">
                <strong>{`${step + 1}. Bob ${index + 1}`}</strong>
                {`, ${fixed(figuresG[index]!, 1)} g: turn the crank until pin ${index + 1} is up${pinOneAtDeg === 0 ? '.' : `; pin 1 then points to ${fixed(pinOneAtDeg, 0)}°.`}`}
                {isSplit(layout, index) && ' A split pin: the bob goes on this half alone, square to it and not to its neighbour.'}
              </p>
              <div className="grid gap-x-6 sm:grid-cols-2">
                {MOUNTING_CHECKS.map((check) => (
                  <CheckRow key={check} disabled={nobody} checked={ofPin(index).includes(check)} onChange={() => tick(index, check)}>
                    {CHECKS[check]}
                    <span className="sr-only">{`, bob ${index + 1}`}</span>
                  </CheckRow>
                ))}
              </div>
              {ofPin(index).length < MOUNTING_CHECKS.length && (
                <Button look="quiet" className="w-fit" disabled={nobody} onClick={() => see(index, () => MOUNTING_CHECKS)}>
                  {`All of bob ${index + 1} seen`}
                </Button>
              )}
            </div>
          </li>
        ))}
      </ol>
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
      {status.state === 'done' && accepted ? (
        <div className="flex flex-wrap items-center gap-4">
          <p className="font-semibold">{`${isGiven ? 'Given' : 'Built and mounted'}: ${[...new Set(sheet.bobChoices.acceptedG)].map((g) => fixed(g, 1)).join(', ')} g. ${nameOf(accepted.personId)}, ${clock(accepted.at)}`}</p>
          <Link className="ml-auto underline underline-offset-4" to={benchPath(sheet.id, 'spin')}>
            On to the spin
          </Link>
        </div>
      ) : (
        <div className="flex flex-wrap items-center gap-4">
          <Button
            look="primary"
            disabled={blocked || notWeighed.length > 0 || notSeen.length > 0}
            onClick={() => decide({ subject: 'bob.acceptedG', value: figuresG })}
          >
            Bobs are built and mounted
          </Button>
          <p className="text-ink-soft">
            {notWeighed.length > 0
              ? `${named(notWeighed)} not weighed in and accepted yet.`
              : notSeen.length > 0
                ? `${named(notSeen)} not seen to the end yet.`
                : 'All weighed in, all seen.'}
          </p>
        </div>
      )}
    </section>
  );
}

const named = (pins: readonly number[]): string => (pins.length === 1 ? `Bob ${pins[0]!} is` : `Bobs ${pins.join(', ')} are`);

/** The bare crank on its stands: no banks. */
const turned = (layout: EngineLayout, pinOneAtDeg: number): EngineLayout => ({
  cylinders: [],
  pins: layout.pins.map((pin) => ({ ...pin, angleDeg: (pin.angleDeg + pinOneAtDeg) % 360 })),
});

/** Pins nearer than this along the crank, at other angles, are two halves of one throw, mm. */
const SAME_THROW_MM = 40;

function isSplit({ pins }: EngineLayout, index: number): boolean {
  const pin = pins[index]!;
  return pins.some((other) => other !== pin && other.angleDeg !== pin.angleDeg && Math.abs(other.zMm - pin.zMm) < SAME_THROW_MM);
}
