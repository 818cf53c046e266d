import { drawnCrank, PART_WORDS, type SeenFrom } from '@tare/card';
import { checkSetUp, latestOn, orSentence, readQuantity, type SupportLoad, type Supports } from '@tare/core';
import { useMemo, useState, type ReactNode } from 'react';
import { Disclosure } from '../../ui/Disclosure.js';
import { CrankViews } from '../../draw/CrankViews.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { Button } from '../../ui/Button.js';
import { QuantityField } from '../../ui/QuantityField.js';
import { Note, ProblemNotice } from '../../ui/Notice.js';
import { useDecide } from '../../ui/useDecide.js';
import { saidOf } from '../../ui/form/saidOf.js';
import { useDraft } from '../../ui/useDraft.js';
import { MassFields } from './MassFields.js';
import { useSupportLoads } from './useSupportLoads.js';
import { useDisplay } from '../../ui/display.js';

/** How the crank lies in the machine: to scale, before anything turns. Wrong distances are the common silent mistake. */
export function SetUp({ seenFrom }: { readonly seenFrom: SeenFrom }): ReactNode {
  const { say } = useDisplay();
  const { sheet, figures } = useOpenJob();
  const drawn = useMemo(() => drawnCrank(sheet.spec, sheet.holes), [sheet]);
  const { decide, blocked, error } = useDecide();
  const kept = sheet.setUp?.current.supports ?? latestOn(sheet.decisions, 'spin.supports') ?? null;
  const [left, setLeft] = useDraft(`support-left.${sheet.id}`, kept ? String(kept.zLeftMm) : '');
  const [right, setRight] = useDraft(`support-right.${sheet.id}`, kept ? String(kept.zRightMm) : '');
  const [speed, setSpeed] = useState('600');
  const { mains } = drawn.sizes;
  const typed = supportsOf(left, right);
  const complaint = typed === null ? null : (orSentence(() => checkSetUp(typed, sheet.spec.crank)) ?? null);
  const fits = typed !== null && complaint === null;
  const isNew = typed !== null && (kept?.zLeftMm !== typed.zLeftMm || kept.zRightMm !== typed.zRightMm);
  const shown = fits ? typed : kept;
  // What is not there yet is set first; then whichever support is nearer moves.
  const pick = (zMm: number): void => {
    if (left.trim() === '') setLeft(String(zMm));
    else if (right.trim() === '') setRight(String(zMm));
    else if (typed && Math.abs(zMm - typed.zLeftMm) <= Math.abs(zMm - typed.zRightMm)) setLeft(String(zMm));
    else setRight(String(zMm));
  };
  return (
    <Disclosure
      open={sheet.spins.length === 0}
      large
      title={
        <>
          How it lies in the machine:{' '}
          <span className="text-ink-soft">
            {kept ? `supports at ${say(kept.zLeftMm, 'mm', 0)} and ${say(kept.zRightMm, 'mm', 0)}` : 'supports not measured yet'}
          </span>
        </>
      }
    >
      <div className="grid gap-3">
        <CrankViews
          drawn={drawn}
          isGuess={!sheet.spec.crank.sizes}
          supports={shown}
          bobs={figures.bobsNeeded.needed}
          seenFrom={seenFrom}
          onPick={pick}
        />
        <div className="flex flex-wrap items-start gap-4">
          <QuantityField label="Left support at" unit="mm" className="w-40" value={left} onChange={(event) => setLeft(event.target.value)} />
          <QuantityField label="Right support at" unit="mm" className="w-40" value={right} onChange={(event) => setRight(event.target.value)} />
          <QuantityField label="Loads at" unit="rpm" className="w-36" value={speed} onChange={(event) => setSpeed(event.target.value)} />
          <Button
            className="mt-6"
            onClick={() => {
              setLeft(String(mains.at(0)!.zMm));
              setRight(String(mains.at(-1)!.zMm));
            }}
            disabled={mains.length < 2}
          >
            On the end mains
          </Button>
          {isNew && (
            <Button
              className="mt-6"
              disabled={blocked || !fits}
              onClick={() => decide({ subject: 'spin.supports', value: typed, ...saidOf({ zLeftMm: left, zRightMm: right }) })}
            >
              Keep these distances
            </Button>
          )}
        </div>
        <p className="text-ink-soft">
          Type them, or point at the drawing. Along the crank, front to rear, from where the engine’s positions count. Planes and radii stand on the
          Engine bench.
        </p>
        {complaint !== null && <ProblemNotice>{complaint}</ProblemNotice>}
        {error && <ProblemNotice>{error.message}</ProblemNotice>}
        <MassFields />
        {shown && <Loads supports={shown} speed={speed} />}
      </div>
    </Disclosure>
  );
}

function supportsOf(left: string, right: string): Supports | null {
  const [l, r] = [readQuantity(left, 'mm'), readQuantity(right, 'mm')];
  return l.kind === 'quantity' && r.kind === 'quantity' ? { zLeftMm: l.value, zRightMm: r.value } : null;
}

function Loads({ supports, speed }: { readonly supports: Supports; readonly speed: string }): ReactNode {
  const { say } = useDisplay();
  const { figures } = useOpenJob();
  const rpm = readQuantity(speed, 'rpm');
  const speedRpm = rpm.kind === 'quantity' && rpm.value >= 0 && rpm.value <= 5000 ? rpm.value : null;
  const loads = useSupportLoads(supports, speedRpm ?? 0);
  if (speedRpm === null) return <Note>Loads are worked out for a speed up to 5000 rpm.</Note>;
  if (loads === null) return null;
  const { left, right, missing } = loads;
  const words = ({ weightN, unbalanceN }: SupportLoad): string =>
    `${say(weightN, 'N', 0)} of weight${figures.estimate.now ? `, ${say(unbalanceN, 'N', 0)} of turning pull as it is known` : ''}`;
  return (
    <p>
      {`Left ${words(left)}; right ${words(right)}.`}
      {missing.length > 0 &&
        ` Without the ${missing.map((part) => PART_WORDS[part] ?? part).join(', the ')}: nobody said how heavy ${missing.length === 1 && missing[0] !== 'bobs' ? 'it is' : 'they are'}.`}
      {weightIsUp(left, right) && ' The crank would lift off one support: set them farther apart, or spin slower.'}
    </p>
  );
}

/** A mass centre outside the supports tips the crank; a pull beyond the weight lifts it. */
const weightIsUp = (...loads: readonly SupportLoad[]): boolean => loads.some(({ weightN, unbalanceN }) => unbalanceN > weightN);
