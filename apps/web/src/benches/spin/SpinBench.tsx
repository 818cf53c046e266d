import { fixed } from '@tare/card';
import { isInsideNow } from '@tare/core';
import { Fragment, useMemo, type ReactNode } from 'react';
import { Link } from 'react-router';
import { RimMap } from '../../draw/RimMap.js';
import { Trail } from '../../draw/Trail.js';
import { Waveform } from '../../draw/Waveform.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { benchPath } from '../../shell/paths.js';
import { BenchHead } from '../../ui/BenchHead.js';
import { Button } from '../../ui/Button.js';
import { Note, ProblemNotice } from '../../ui/Notice.js';
import { useKeys } from '../../ui/useKeys.js';
import { WhoFirst } from '../../ui/WhoFirst.js';
import { nextStep } from './nextStep.js';
import { usePlannedNotLogged } from './PlannedNotLogged.js';
import { PlaneResults } from './PlaneResults.js';
import { Choice } from '../../ui/Choice.js';
import { OwnSpin } from './own/OwnSpin.js';
import { STANDIN, useOwnMachine, type OwnMachine } from './own/useOwnMachine.js';
import { ReadAs } from './ReadAs.js';
import { PartsTold } from '../setups/PartsTold.js';
import { SetUpSteps } from '../setups/SetUpSteps.js';
import { SetUp } from './SetUp.js';
import { SpinOrderForm } from './SpinOrderForm.js';
import { SpinTable } from './SpinTable.js';
import { Surprise } from './Surprise.js';
import { useSpin, type Spin } from './useSpin.js';
import { WeightGuide } from './weights/WeightGuide.js';
import { RestsOnWords } from './weights/RestsOnWords.js';

/** Reads the crank's unbalance in two planes on the balancing machine. */
export function SpinBench(): ReactNode {
  const { sheet, figures, statuses } = useOpenJob();
  const spin = useSpin(sheet.id);
  const status = statuses.find(({ bench }) => bench === 'spin')!;
  const last = figures.spins.at(-1);
  const inside = isInsideNow(figures);
  const own = useOwnMachine();
  const notLogged = usePlannedNotLogged();
  const stopKeys = useMemo(() => [{ key: 'Escape', does: 'stop the spin', inFields: true, act: spin.stop }], [spin.stop]);
  useKeys(stopKeys);
  const { planes } = sheet.spec.crank;
  const machine =
    status.state === 'waiting' ? (
      <Note>The spin waits for the bob weights: build and mount them, and say so on their bench.</Note>
    ) : spin.progress ? (
      <Running spin={spin} />
    ) : notLogged.asks ? (
      notLogged.panel
    ) : (
      <Machine own={own} onStart={spin.start} />
    );
  // A fresh reading is what the bench is about; the machine comes first when it is its turn.
  const resultsFirst = last !== undefined && figures.holesSinceLastSpin === 0 && spin.progress === null;
  // Each under a key: whatever comes first, the form at the machine stays the one that it is, with what was asked there.
  const pane = <Fragment key="machine">{machine}</Fragment>;
  const problem = spin.problem && <ProblemNotice key="problem">{spin.problem}</ProblemNotice>;
  const results = last && (
    <Fragment key="results">
      <PlaneResults
        spin={last}
        title={last.setAside ? 'Known before it' : figures.spins.length === 1 ? 'As received' : `Spin ${figures.spins.length}`}
      />
      <RestsOnWords />
    </Fragment>
  );
  return (
    <div className="grid gap-5 border-2 border-edge bg-plate p-5">
      <BenchHead title="Spin" next={nextStep(figures, status.state === 'waiting')}>
        {last && (
          <Link className="inline-flex min-h-11 items-center underline underline-offset-4" to={benchPath(sheet.id, inside ? 'signOff' : 'correct')}>
            {inside ? 'On to the sign-off' : 'On to the correction'}
          </Link>
        )}
      </BenchHead>
      <WhoFirst />
      <SetUpSteps />
      {figures.estimate.surprise && <Surprise told={figures.estimate.surprise} />}
      <WeightGuide />
      {resultsFirst ? [problem, results, pane] : [pane, problem, results]}
      {last && (
        <>
          <div className="grid items-start gap-4 xl:grid-cols-[minmax(0,1fr)_auto]">
            <RimMap crank={sheet.spec.crank} tolerance={figures.tolerance} reading={last} drilled={sheet.holes} planned={[]} />
            <div className="flex flex-wrap gap-4 xl:grid">
              <Trail plane="A" stops={figures.spins.map((s) => s.a)} toleranceGmm={figures.tolerance.aGmm} radiusMm={planes.radiusAMm} />
              <Trail plane="B" stops={figures.spins.map((s) => s.b)} toleranceGmm={figures.tolerance.bGmm} radiusMm={planes.radiusBMm} />
            </div>
          </div>
          <p className="text-ink-soft">
            Angles point to where metal is too heavy: remove there, or add opposite. From crankpin 1, clockwise seen from the front.
          </p>
          <ReadAs spin={last} />
          <SpinTable />
        </>
      )}
      <PartsTold />
    </div>
  );
}

/** Which machine the crank lies in, and what is to be done at it. */
function Machine({ own, onStart }: { readonly own: OwnMachine; readonly onStart: Spin['start'] }): ReactNode {
  const { sheet } = useOpenJob();
  // Wrong distances are the common silent mistake: before the first spin they are looked at first.
  const first = sheet.spins.length === 0;
  return (
    <section aria-label="The machine" className="grid gap-4">
      <div className="flex flex-wrap items-end gap-4">
        <Choice
          label="Spun on"
          className="w-72"
          value={own.chosen}
          onChange={(event) => own.choose(event.target.value)}
          options={[
            ...(own.chosen === '' ? [{ value: '', label: 'say which machine' }] : []),
            ...own.machines.map(({ id, spec }) => ({ value: id, label: spec.name })),
            ...(own.standInOffered ? [{ value: STANDIN, label: 'the stand-in machine' }] : []),
          ]}
        />
        <Link className="inline-flex min-h-11 items-center underline underline-offset-4" to="/machines">
          Balancing machines
        </Link>
        {!own.standInOffered && (
          <Button look="quiet" onClick={own.askForStandIn}>
            Offer the stand-in too
          </Button>
        )}
      </div>
      {first && <SetUp seenFrom={own.machine?.spec.convention.seenFrom ?? 'front'} />}
      {own.machine && <OwnSpin key={own.machine.id} machine={own.machine} calibrations={own.calibrations} checks={own.checks} />}
      {own.chosen === STANDIN && <SpinOrderForm onStart={onStart} />}
      {own.chosen === '' && (
        <Note>
          {own.machines.length === 0
            ? 'No machine is known here yet. Put yours in under Balancing machines, or switch the stand-ins on there for practice.'
            : 'Say which machine the crank lies in. Tare then remembers it for this job.'}
        </Note>
      )}
      {!first && <SetUp seenFrom={own.machine?.spec.convention.seenFrom ?? 'front'} />}
    </section>
  );
}

function Running({ spin }: { readonly spin: Spin }): ReactNode {
  const { sheet, figures } = useOpenJob();
  const { progress } = spin;
  if (!progress) return null;
  const { planes } = sheet.spec.crank;
  return (
    <section aria-live="polite" className="grid gap-3 border-2 border-ink p-4">
      <div className="flex flex-wrap items-center justify-between gap-4">
        <p className="text-xl">
          {progress.turn === 0 ? 'Running up' : 'Reading'}: <span className="figure-type">{fixed(progress.speedRpm, 0)}</span> rpm, turn{' '}
          <span className="figure-type">{progress.turn}</span> of <span className="figure-type">{progress.of}</span>
        </p>
        <Button look="primary" onClick={spin.stop}>
          Stop (Esc)
        </Button>
      </div>
      <progress className="h-4 w-full accent-ink" max={progress.of} value={progress.turn} aria-label="Turns read" />
      {progress.mean && (
        <div className="flex flex-wrap items-center gap-6">
          {progress.wave && <Waveform wave={progress.wave} />}
          <Trail
            plane="A"
            stops={[{ meanGmm: progress.mean.aGmm, radius95Gmm: 0 }]}
            toleranceGmm={figures.tolerance.aGmm}
            radiusMm={planes.radiusAMm}
          />
          <Trail
            plane="B"
            stops={[{ meanGmm: progress.mean.bGmm, radius95Gmm: 0 }]}
            toleranceGmm={figures.tolerance.bGmm}
            radiusMm={planes.radiusBMm}
          />
        </div>
      )}
    </section>
  );
}
