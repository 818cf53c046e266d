import { loggedCut, type HoleEntry } from '@tare/contract';
import { earlierOutside, isInsideNow, isSurvey } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { Link, useSearchParams } from 'react-router';
import { RimMap } from '../../draw/RimMap.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { benchPath, surveyPath } from '../../shell/paths.js';
import { Button } from '../../ui/Button.js';
import { Note } from '../../ui/Notice.js';
import { Surprise } from '../spin/Surprise.js';
import { CrankAtDrill } from './CrankAtDrill.js';
import { CorrectFrame } from './CorrectFrame.js';
import { CutTable } from './CutTable.js';
import { DrillList } from './DrillList.js';
import { Known } from './Known.js';
import { LogOwnCut } from './LogOwnCut.js';
import { draftOfLogged, type OwnCutDraft } from './ownCut.js';
import { cutsLeft, planTakenAfter } from './plannedCuts.js';
import { Planning } from './Planning.js';

/** Takes metal out of the counterweights until both planes are inside, and writes down what was really cut. */
export function CorrectBench(): ReactNode {
  const { sheet, figures } = useOpenJob();
  // A plan can be undone; what was cut by it stays, and the next one starts from that.
  const [putAside, setPutAside] = useState<string | null>(null);
  const { own, open, amend, close } = useOwnCut();
  const last = figures.spins.at(-1);
  const { estimate, holesSinceLastSpin } = figures;
  const inside = isInsideNow(figures);
  const taken = planTakenAfter(sheet, last?.spinId);
  const left = taken ? cutsLeft(sheet, taken) : [];
  if (isSurvey(sheet.setUps, sheet.spec.jobKind))
    return (
      <CorrectFrame next="This job is a survey: nothing is corrected.">
        <Link className="underline underline-offset-4" to={surveyPath(sheet.id)}>
          How bad it is, on one page
        </Link>
      </CorrectFrame>
    );
  if (!last)
    return (
      <CorrectFrame next="The correction waits for a spin.">
        <Note>Spin the crank first: the plan is made from what it reads.</Note>
      </CorrectFrame>
    );
  const ownCut = own ? (
    <LogOwnCut
      key={own.key}
      start={own.start}
      {...(own.beforeSpinId ? { beforeSpinId: own.beforeSpinId } : {})}
      {...(own.amends ? { amends: own.amends } : {})}
      onDone={close}
    />
  ) : (
    <Button className="w-fit" onClick={() => open({})}>
      Log a cut of your own
    </Button>
  );
  const map = (planned: Parameters<typeof RimMap>[0]['planned'], half = false): ReactNode => (
    <RimMap
      half={half}
      crank={sheet.spec.crank}
      tolerance={figures.tolerance}
      reading={nowOf(figures)}
      drilled={sheet.holes}
      planned={planned}
      onPick={({ counterweightId, angleDeg }) => open({ counterweightId, angleDeg: String(Math.round(angleDeg)) })}
    />
  );
  if (estimate.surprise)
    return (
      <CorrectFrame next="The last spins contradict what was known before: say what happened first.">
        <Surprise told={estimate.surprise} />
        {ownCut}
        <CutTable onAmend={amend} />
      </CorrectFrame>
    );
  if (earlierOutside(figures.setUps, sheet.setUp?.current.id).length > 0)
    return (
      <CorrectFrame next="An earlier set-up is outside: what is left there would be corrected on the wrong part.">
        <Known estimate={estimate} />
        {map([])}
        {ownCut}
        <CutTable onAmend={amend} />
      </CorrectFrame>
    );
  if (inside) {
    return (
      <CorrectFrame next="Inside the tolerance. Nothing more to drill: stop here.">
        <Known estimate={estimate} />
        {map([])}
        <Link className="underline underline-offset-4" to={benchPath(sheet.id, 'signOff')}>
          On to the sign-off
        </Link>
        {ownCut}
        <CutTable onAmend={amend} />
      </CorrectFrame>
    );
  }
  if (taken && taken.id !== putAside && (left.length > 0 || holesSinceLastSpin > 0)) {
    return (
      <CorrectFrame
        next={
          left.length > 0
            ? 'Drill these, log each with the depth you measure, then spin again.'
            : 'Every hole of this plan is in. Spin again to see what is left.'
        }
      >
        <Known estimate={estimate} />
        <CrankAtDrill key={left[0]?.index} planned={left} />
        <DrillList plan={taken} onPutAside={() => setPutAside(taken.id)} />
        {map(left.map(({ cut }) => cut))}
        {ownCut}
        <CutTable onAmend={amend} />
      </CorrectFrame>
    );
  }
  return (
    <Planning map={(planned) => map(planned, true)}>
      {ownCut}
      <CutTable onAmend={amend} />
    </Planning>
  );
}

/** What is known now as the map draws it. */
function nowOf({ estimate, spins }: ReturnType<typeof useOpenJob>['figures']): Parameters<typeof RimMap>[0]['reading'] {
  const { now } = estimate;
  if (!now) return spins.at(-1) ?? null;
  return {
    a: { meanGmm: now.unbalance.aGmm, radius95Gmm: now.radius95Gmm?.aGmm ?? null, atLeastGmm: now.atLeastGmm.a },
    b: { meanGmm: now.unbalance.bGmm, radius95Gmm: now.radius95Gmm?.bGmm ?? null, atLeastGmm: now.atLeastGmm.b },
  };
}

interface OwnCut {
  readonly key: string;
  readonly start: Partial<OwnCutDraft>;
  readonly beforeSpinId: string | null;
  readonly amends?: HoleEntry;
}

interface OwnCutForm {
  readonly own: OwnCut | null;
  readonly open: (start: Partial<OwnCutDraft>) => void;
  readonly amend: (cut: HoleEntry) => void;
  readonly close: () => void;
}

/** The form for a cut of one's own: opened here, by pointing at the map, or from where somebody said that a cut is missing. */
function useOwnCut(): OwnCutForm {
  const [params, setParams] = useSearchParams();
  const [opened, setOpened] = useState<OwnCut | null>(null);
  const asked = params.get('log');
  const fromAddress: OwnCut | null =
    asked === null
      ? null
      : {
          key: params.toString(),
          start: { counterweightId: asked, angleDeg: params.get('at') ?? '' },
          beforeSpinId: params.get('before'),
        };
  return {
    own: opened ?? fromAddress,
    open: (start) => setOpened({ key: crypto.randomUUID(), start, beforeSpinId: params.get('before') }),
    amend: (cut) => setOpened({ key: crypto.randomUUID(), start: draftOfLogged(loggedCut(cut)) ?? {}, beforeSpinId: null, amends: cut }),
    close: () => {
      setOpened(null);
      setParams({}, { replace: true });
    },
  };
}
