import { KIND_NAMES, listed } from '@tare/card';
import { isSingleKind, type PartFact, type PartKind } from '@tare/core';
import type { ReactNode } from 'react';
import { useWrite } from '../../api/useWrite.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { Button } from '../../ui/Button.js';
import { Disclosure } from '../../ui/Disclosure.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useWho } from '../../ui/WhoFirst.js';

/** A ninth piston in the box: put on the list, it is weighed like the others and can take the place of one. */
export function SpareParts({ kind }: { readonly kind: PartKind }): ReactNode {
  const { sheet } = useOpenJob();
  const personId = useWho();
  const add = useWrite('POST jobs/:jobId/spares', { jobId: sheet.id });
  if (!isSingleKind(kind)) return null;
  const own = sheet.parts.filter((part) => part.kind === kind);
  const spares = own.filter(({ spare }) => spare).map(({ cylinder }) => cylinder);
  const next = Math.max(...own.map(({ cylinder }) => cylinder)) + 1;
  const { one, many } = KIND_NAMES[kind];
  return (
    <Disclosure className="border-t-2 border-edge pt-2" large title={`Spare ${many.toLowerCase()}: ${spares.length === 0 ? 'none' : listed(spares)}`}>
      <div className="grid gap-2 pt-1">
        <p className="text-ink-soft">
          {`A spare is numbered on from the engine’s own and weighed with them. It holds nothing up; which place it had best take is worked out where the ${many.toLowerCase()} are matched.`}
        </p>
        <Button
          className="w-fit"
          disabled={personId === null || add.isPending}
          onClick={() => {
            if (personId !== null) add.mutate({ personId, kind });
          }}
        >
          {`There is a spare ${one.toLowerCase()}: number ${next}`}
        </Button>
        {add.error && <ProblemNotice>{add.error.message}</ProblemNotice>}
      </div>
    </Disclosure>
  );
}

/** A spare that was put on the list by a slip goes again, while nothing is on record of it. */
export function NoSuchSpare({ part }: { readonly part: PartFact }): ReactNode {
  const { sheet } = useOpenJob();
  const personId = useWho();
  const remove = useWrite('POST jobs/:jobId/spares/:partId/removal', { jobId: sheet.id, partId: part.id });
  const isTouched = part.runsIn !== undefined || [...sheet.readings, ...sheet.partCuts, ...sheet.photos].some(({ partId }) => partId === part.id);
  if (!part.extra || isTouched) return null;
  return (
    <>
      <Button
        className="w-fit"
        disabled={personId === null || remove.isPending}
        onClick={() => {
          if (personId !== null) remove.mutate({ personId });
        }}
      >
        {`There is no spare ${KIND_NAMES[part.kind].one.toLowerCase()} ${part.cylinder}: take it off the list`}
      </Button>
      {remove.error && <ProblemNotice>{remove.error.message}</ProblemNotice>}
    </>
  );
}
