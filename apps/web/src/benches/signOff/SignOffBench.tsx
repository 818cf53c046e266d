import { isSpun, isSurvey, whyNotToSign } from '@tare/core';
import { cardIn, drawnCrank, jobCard, textOf, waitSentence } from '@tare/card';
import type { JobCard } from '@tare/contract';
import { useMemo, useRef, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { useWrite } from '../../api/useWrite.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { customerPath, surveyPath } from '../../shell/paths.js';
import { BenchHead } from '../../ui/BenchHead.js';
import { Button } from '../../ui/Button.js';
import { Note, ProblemNotice } from '../../ui/Notice.js';
import { useWho, WhoFirst } from '../../ui/WhoFirst.js';
import { CrankStill } from '../../draw/CrankStill.js';
import { RimMap } from '../../draw/RimMap.js';
import { CardFiles } from './CardFiles.js';
import { CardPaper } from './CardPaper.js';
import { CardPhotos } from './CardPhotos.js';
import { SignedCards, useSignedCards } from './SignedCards.js';
import { useCardNames } from './useCardNames.js';

/** Signs the job off once it is inside, and prints the card. */
export function SignOffBench(): ReactNode {
  const { sheet, statuses, figures } = useOpenJob();
  const personId = useWho();
  const sign = useWrite('POST jobs/:jobId/sign-offs', { jobId: sheet.id });
  const status = statuses.find(({ bench }) => bench === 'signOff') ?? { state: 'done' };
  const survey = isSurvey(sheet.setUps, sheet.spec.jobKind);
  const match = statuses.find(({ bench }) => bench === 'match');
  const whyNot = whyNotToSign(statuses, figures, sheet.spec.jobKind, waitSentence);
  const canSign = whyNot === null;
  const names = useCardNames();
  const paper = useRef<HTMLDivElement>(null);
  const [picked, pick] = useState<string | null>();
  const { data: signed = [] } = useSignedCards(sheet.id, sheet.signOffs.length);
  const anew = useMemo(() => jobCard(sheet, figures, statuses, names), [sheet, figures, statuses, names]);
  // What was signed is shown as it was signed, whatever the arithmetic says since.
  const standing = status.state === 'done' ? (signed.at(-1)?.signOffId ?? null) : null;
  const shownId = picked === undefined ? standing : picked;
  const shown = signed.find(({ signOffId, card: kept }) => signOffId === shownId && kept !== null);
  const isNow = shown === undefined || shown.signOffId === standing;
  const card = cardIn(shown?.card ?? anew, sheet.spec.printIn);
  return (
    <div className="grid gap-5 border-2 border-edge bg-plate p-5 print:border-0 print:p-0">
      <div className="no-print grid gap-3">
        <BenchHead
          title="Sign off"
          next={
            survey
              ? 'A survey is not signed: its page says how bad it is.'
              : status.state === 'done'
                ? 'Signed off. Print the card for the customer.'
                : (whyNot ?? `${isSpun(sheet.spec.jobKind) ? 'Both planes are inside the tolerance. ' : ''}Look the card over, then sign.`)
          }
        />
        {survey && (
          <Link to={surveyPath(sheet.id)} className="w-fit underline underline-offset-4">
            How bad it is, on one page
          </Link>
        )}
        <LeftNow card={anew} />
        <WhoFirst />
        {status.state === 'reopened' && <Note>Something was changed since this job was signed. Bring it inside and sign again.</Note>}
        {canSign && match && match.state !== 'done' && <Note>{`Matching is not done (${match.why}). The card says so.`}</Note>}
        {sign.error && <ProblemNotice>{sign.error.message}</ProblemNotice>}
        <div className="flex flex-wrap gap-4">
          {status.state !== 'done' && (
            <Button
              look="primary"
              disabled={!canSign || personId === null || sign.isPending}
              onClick={() => {
                if (personId !== null) sign.mutate({ personId });
              }}
            >
              Sign off
            </Button>
          )}
          <CardFiles jobId={sheet.id} card={card} signOffId={shown?.signOffId ?? null} paper={paper} isPrimary={status.state === 'done'} />
        </div>
        <SignedCards signed={signed} anew={anew} shownId={shownId} onShow={pick} />
        <CardPhotos />
        <Link to={customerPath(sheet.id)} className="w-fit underline underline-offset-4">
          For the customer: the job in plain sentences
        </Link>
      </div>
      <div ref={paper}>
        <CardPaper
          jobId={sheet.id}
          card={card}
          map={
            !isNow || figures.spins.length === 0 ? null : (
              <div className="print-whole grid gap-2">
                <CrankStill drawn={drawnCrank(sheet.spec, sheet.holes)} />
                <RimMap crank={sheet.spec.crank} tolerance={figures.tolerance} reading={figures.spins.at(-1)!} drilled={sheet.holes} planned={[]} />
              </div>
            )
          }
        />
      </div>
    </div>
  );
}

/** What the signature is about: both planes by the last spin. */
function LeftNow({ card }: { readonly card: JobCard }): ReactNode {
  const rows = card.sections.find(({ id }) => id === 'unbalance')?.table?.rows.slice(-2) ?? [];
  if (rows.length === 0) return null;
  return (
    <p className="flex flex-wrap gap-x-6 text-lg">
      {rows.map((row) => {
        const [, which, plane, amount, error] = row.map(textOf);
        return (
          <span key={plane}>
            {`Plane ${plane}, ${which}: `}
            <strong className="figure-type">{amount}</strong>
            <span className="figure-type text-ink-soft">{` ± ${error}`}</span>
          </span>
        );
      })}
    </p>
  );
}
