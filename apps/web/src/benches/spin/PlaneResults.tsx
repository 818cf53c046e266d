import { degrees, fixed, VERDICT_WORDS, placesKnown } from '@tare/card';
import { spinWorking, toPolar, turnBetweenDeg, type SpinFigures, type WeightCheck } from '@tare/core';
import type { ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { VerdictMark } from '../../ui/Verdict.js';
import { Worked } from '../../ui/Worked.js';
import { useDisplay } from '../../ui/display.js';

/** Both planes of one spin: amount at radius, angle, 95 % region, tolerance, force. */
export function PlaneResults({ spin, title }: { readonly spin: SpinFigures; readonly title: string }): ReactNode {
  const { say } = useDisplay();
  const { sheet, figures } = useOpenJob();
  const { planes } = sheet.spec.crank;
  const entry = sheet.spins.find((s) => s.id === spin.spinId);
  return (
    <section className="grid gap-2">
      <h2 className="flex flex-wrap items-center gap-4 text-xl">
        {title}
        <VerdictMark verdict={spin.verdict === 'cannotYetTell' ? 'open' : spin.verdict}>{VERDICT_WORDS[spin.verdict]}</VerdictMark>
      </h2>
      <div className="grid gap-3 md:grid-cols-2">
        {(['a', 'b'] as const).map((plane) => {
          const radiusMm = plane === 'a' ? planes.radiusAMm : planes.radiusBMm;
          const toleranceGmm = plane === 'a' ? figures.tolerance.aGmm : figures.tolerance.bGmm;
          const { amount, angleDeg } = toPolar(spin[plane].meanGmm);
          const places = placesKnown(spin[plane].radius95Gmm, radiusMm);
          const name = `Plane ${plane.toUpperCase()}`;
          return (
            <div key={plane} className="border-t-4 border-ink bg-plate-low px-4 py-2">
              <p className="flex flex-wrap justify-between gap-x-3 text-ink-soft">
                <span>{`${name}, ${plane === 'a' ? 'front' : 'rear'}: too heavy by`}</span>
                <span className="figure-type">{`${say(spin.forceAtRedlineN[plane], 'N', 0)} at ${fixed(sheet.spec.redlineRpm, 0)} rpm`}</span>
              </p>
              <p className="figure-type">
                <Worked working={spinWorking(`${title}, ${name.toLowerCase()}`, spin, plane, radiusMm)} by={entry}>
                  <span className="text-2xl font-semibold whitespace-nowrap">{fixed(amount / radiusMm, places)} g</span> at {say(radiusMm, 'mm', 0)}{' '}
                  <span className="text-2xl font-semibold whitespace-nowrap">@ {degrees(angleDeg, 1)}</span>
                </Worked>
              </p>
              <p className="figure-type text-[0.95rem]">
                {`${spin[plane].radius95Gmm === null ? 'How surely nobody knows yet' : `± ${fixed(spin[plane].radius95Gmm / radiusMm, places)} g (95 %)`}; tolerance ${fixed(toleranceGmm / radiusMm, 2)} g`}
              </p>
            </div>
          );
        })}
      </div>
      <Doubts spin={spin} />
    </section>
  );
}

/** What the figure leans on, what the signals warned of, and what a known weight said of the calibration. */
function Doubts({ spin }: { readonly spin: SpinFigures }): ReactNode {
  const { sheet, figures } = useOpenJob();
  const { planes } = sheet.spec.crank;
  // Two spins with known weights have taught what the machine shows: what it is off by is taken out of the figures.
  const isLearned = figures.estimate.restsOn.gainBy === 'weights';
  const { warnings } = sheet.spins.find((s) => s.id === spin.spinId)!;
  return (
    <>
      {spin.spins > 1 && <p>{`From ${spin.spins} spins of this state and everything before them.`}</p>}
      {spin.a.radius95Gmm === null && (
        <p className="font-semibold">
          Nobody knows yet how far two spins of this machine lie apart: spin and read it once more, or write it down on the machine’s page.
        </p>
      )}
      {warnings.map((sentence) => (
        <p key={sentence} className="font-semibold text-outside">{`▲ ${sentence}`}</p>
      ))}
      {(['a', 'b'] as const).map((plane) => {
        const check = spin.checks[plane];
        const radiusMm = plane === 'a' ? planes.radiusAMm : planes.radiusBMm;
        return (
          check &&
          !(isLearned && check.outcome === 'differs') && (
            <VerdictMark key={plane} sentence verdict={CHECK_MARKS[check.outcome]}>
              {checkWords(check, plane.toUpperCase(), radiusMm)}
            </VerdictMark>
          )
        );
      })}
    </>
  );
}

const CHECK_MARKS = { agrees: 'inside', differs: 'outside', tooLittle: 'open' } as const;

function checkWords({ hungGmm, readGmm, gain, outcome, scatterRatio }: WeightCheck, plane: string, radiusMm: number): string {
  const turnDeg = turnBetweenDeg(0, gain.angleDeg);
  const read = `${fixed(hungGmm.amount / radiusMm, 1)} g hung in ${plane} were read as ${fixed(readGmm.amount / radiusMm, 1)} g, ${fixed(Math.abs(turnDeg), 1)}° ${turnDeg < 0 ? 'before' : 'past'} their place`;
  return {
    agrees: `${read}: the calibration agrees.`,
    differs: `${read}: the calibration is off. Look where the weight really was, then calibrate anew.`,
    tooLittle: `${read}, but readings scatter by ${fixed(100 * scatterRatio, 0)} % of it: hang on more.`,
  }[outcome];
}
