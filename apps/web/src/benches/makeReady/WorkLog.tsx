import { CRANK_FINISHES, type CrankFigures, type Work, type MadeReady } from '@tare/core';
import { clock, FINISH_WORDS } from '@tare/card';
import { Printer } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { Button } from '../../ui/Button.js';
import { Disclosure } from '../../ui/Disclosure.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { Photos } from '../photos/Photos.js';
import { useDisplay, type Say } from '../../ui/display.js';
import { usePersonName } from '../../ui/usePersonName.js';
import { VoidButton } from '../../ui/VoidButton.js';
import { CrankTag } from './CrankTag.js';
import { useLogWork } from './LogWork.js';

const REASONS = ['it was not done', 'another main', 'typed wrongly'];

/** What was done to crank and rods, in order, and what finishes the crank. */
export function WorkLog({ made, figures }: { readonly made: MadeReady; readonly figures: CrankFigures }): ReactNode {
  const [printing, setPrinting] = useState(false);
  const { sheet } = useOpenJob();
  const nameOf = usePersonName();
  const { say } = useDisplay();
  const work = useLogWork();
  const done = new Set(made.works.flatMap(({ work: one }) => (one.kind === 'finish' ? [one.what] : [])));
  return (
    <div className="grid gap-3">
      {sheet.works.length === 0 && <p className="text-ink-soft">Nothing was done yet.</p>}
      <ol className="grid gap-1" aria-label="Work on crank and rods">
        {sheet.works.map((one) => (
          <li key={one.id} className="flex flex-wrap items-center gap-3 border-b border-edge">
            <span className="grow">
              {workWords(one.work, say)}
              <span className="text-ink-soft">{`, ${nameOf(one.personId)}, ${clock(one.at)}`}</span>
            </span>
            <Disclosure title="Pictures">
              <Photos of={{ entryId: one.id }} title={workWords(one.work, say)} />
            </Disclosure>
            <VoidButton entryId={one.id} what="this work" reasons={REASONS} />
          </li>
        ))}
      </ol>
      <fieldset className="flex flex-wrap gap-2">
        <legend className="mb-1 font-semibold">Before it leaves this bench</legend>
        {CRANK_FINISHES.map((what) => (
          <Button key={what} disabled={work.isBlocked || done.has(what)} onClick={() => work.log({ kind: 'finish', what })}>
            {done.has(what) ? `✓ ${FINISH_WORDS[what]}` : FINISH_WORDS[what]}
          </Button>
        ))}
      </fieldset>
      <Button className="w-fit" onClick={() => setPrinting(true)}>
        <Printer aria-hidden className="size-5" /> Print the tag
      </Button>
      {printing && <CrankTag made={made} figures={figures} onPrinted={() => setPrinting(false)} />}
      {work.error !== null && <ProblemNotice>{work.error}</ProblemNotice>}
    </div>
  );
}

function workWords(work: Work, say: Say): string {
  switch (work.kind) {
    case 'push':
      return `Main ${work.main} pushed ${say(work.pressedMm, 'mm', 2)} at ${Math.round(work.highAtDeg)}°`;
    case 'grindMains':
      return `Mains ground ${say(work.underMm, 'mm', 2)} under`;
    case 'grindPins':
      return `Pins ground ${say(work.underMm, 'mm', 2)} under, from ${say(work.diameterMm, 'mm', 3)}`;
    case 'polish':
      return `${work.feature.replace('main.', 'Main ').replace('pin.', 'Pin ')} polished`;
    case 'finish':
      return FINISH_WORDS[work.what];
    case 'closeRod':
      return `Rod ${work.rod} closed by ${say(work.closedMm, 'mm', 3)}, ${work.faces === 'cap' ? 'off its cap' : 'off rod and cap'}`;
    case 'honeRod':
      return `Rod ${work.rod} honed for ${work.seconds} s`;
    case 'trialCut':
      return `Cylinder ${work.cylinder}: a trial cut to ${say(work.toMm, 'mm', 3)}`;
    case 'bore':
      return `All cylinders bored ${say(work.overMm, 'mm', 2)} over${work.honeLeftMm === undefined ? ' and honed' : `, ${say(work.honeLeftMm, 'mm', 2)} left for the hone`}`;
    case 'honeBores':
      return `All cylinders finish honed${work.overruled === '' ? '' : `, overruled: ${work.overruled}`}`;
    case 'fileRing':
      return `Ring ${work.ring} of cylinder ${work.cylinder} filed by ${say(work.takenMm, 'mm', 2)}`;
    case 'deck':
      return `Deck ${work.bank} cut by ${say(work.takenMm, 'mm', 2)}`;
    case 'sleeve':
      return `Cylinder ${work.cylinder} sleeved`;
    case 'pressPin':
      return `Pin of cylinder ${work.cylinder} pressed in${work.overruled === '' ? '' : `, overruled: ${work.overruled}`}`;
    case 'pressOff':
      return `Piston ${work.cylinder} pressed off its pin, on ${work.support}`;
    case 'newBolts':
      return `Rod ${work.rod} has new bolts`;
  }
}
