import type { BobCard } from '@tare/core';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { useEntry } from '../../api/queries.js';
import { clock, fixed } from '../../format/numbers.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { benchPath } from '../../shell/paths.js';
import { Button } from '../../ui/Button.js';
import { Note, ProblemNotice } from '../../ui/Notice.js';
import { usePersonName } from '../../ui/usePersonName.js';
import { useWho } from '../../ui/WhoFirst.js';

interface AcceptBobsProps {
  readonly card: Extract<BobCard, { kind: 'ready' }>;
  /** The factor or the oil on the screen is not kept yet. */
  readonly waitsForChoices: boolean;
}

/** The person's word that the bobs are built to these figures and mounted. */
export function AcceptBobs({ card, waitsForChoices }: AcceptBobsProps): ReactNode {
  const { sheet, statuses } = useOpenJob();
  const personId = useWho();
  const nameOf = usePersonName();
  const entry = useEntry(sheet.id);
  const accepted = sheet.decisions['bob.acceptedG'];
  const status = statuses.find(({ bench }) => bench === 'bobs')!;
  const accept = (): void => {
    const value = card.pins.map(({ card: pin }) => Math.round((card.commonG ?? pin.bobWeightG) * 10) / 10);
    entry.mutate({
      path: 'decisions',
      body: { id: crypto.randomUUID(), personId, baseVersion: accepted?.version ?? 0, subject: 'bob.acceptedG', value },
    });
  };
  return (
    <div className="grid gap-3 border-t-2 border-edge pt-3">
      {status.state === 'reopened' && (
        <Note>The bobs on the pins were built to other figures: parts, factor or oil have changed since. Rebuild them.</Note>
      )}
      <ul className="list-disc pl-6">
        <li>Halves equal to 0.2 g, the whole within 0.5 g of the figure; grease, tape and rags count.</li>
        <li>Each bob square to its throw, centred along the pin, all the same way round, numbered to its pin.</li>
      </ul>
      {entry.error && <ProblemNotice>{entry.error.message}</ProblemNotice>}
      <div className="flex flex-wrap items-center gap-4">
        {status.state === 'done' && accepted ? (
          <>
            <p className="font-semibold">{`Built and mounted: ${[...new Set(sheet.bobChoices.acceptedG)].map((g) => fixed(g, 1)).join(', ')} g. ${nameOf(accepted.personId)}, ${clock(accepted.at)}`}</p>
            <Link className="ml-auto underline underline-offset-4" to={benchPath(sheet.id, 'spin')}>
              On to the spin
            </Link>
          </>
        ) : (
          <Button look="primary" disabled={personId === null || waitsForChoices || entry.isPending} onClick={accept}>
            Bobs are built and mounted
          </Button>
        )}
      </div>
    </div>
  );
}
