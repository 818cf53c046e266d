import { cardDifferences, clock, count } from '@tare/card';
import type { JobCard, SignedCard } from '@tare/contract';
import { useQuery, type UseQueryResult } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { DataTable } from '../../ui/DataTable.js';
import { Disclosure } from '../../ui/Disclosure.js';
import { ask } from '../../api/client.js';
import { jobKey } from '../../api/queries.js';
import type { ProblemError } from '../../api/problem.js';
import { Choice } from '../../ui/Choice.js';

/** The card as it was signed, each time that it was; oldest first. */
export const useSignedCards = (jobId: string, signatures: number): UseQueryResult<SignedCard[], ProblemError> =>
  useQuery({
    // A signature makes another one.
    queryKey: [...jobKey(jobId), 'signed-cards', signatures],
    queryFn: () => ask('GET jobs/:jobId/signed-cards', { ids: { jobId } }),
    enabled: signatures > 0,
  });

interface SignedCardsProps {
  readonly signed: readonly SignedCard[];
  readonly anew: JobCard;
  /** Null for the card worked out anew. */
  readonly shownId: string | null;
  readonly onShow: (signOffId: string | null) => void;
}

/** Which card is shown, and what an earlier signature says otherwise than the record worked out anew. */
export function SignedCards({ signed, anew, shownId, onShow }: SignedCardsProps): ReactNode {
  if (signed.length === 0) return null;
  const shown = signed.find(({ signOffId }) => signOffId === shownId);
  const differences = shown?.card ? cardDifferences(shown.card, anew) : [];
  return (
    <div className="grid gap-2">
      <Choice
        label="Which card"
        className="w-full max-w-xl"
        value={shownId ?? ''}
        onChange={(event) => onShow(event.target.value === '' ? null : event.target.value)}
        options={[
          { value: '', label: `as the record is now, arithmetic ${anew.coreVersion}` },
          ...signed.map(({ signOffId, by, at, coreVersion, card }) => ({
            value: signOffId,
            label: `as ${by} signed it, ${clock(at)}, arithmetic ${coreVersion}${card ? '' : ' (its card was not kept)'}`,
          })),
        ]}
      />
      {shown && !shown.card && <p>This card was signed before signed cards were kept. Below it is worked out anew.</p>}
      {shown?.card && differences.length === 0 && <p>Worked out anew, the record says the same.</p>}
      {differences.length > 0 && (
        <Disclosure title={`Worked out anew, ${count(differences.length, 'line')} ${differences.length === 1 ? 'says' : 'say'} something else`}>
          <DataTable
            caption="What differs"
            hideCaption
            rows={differences}
            keyOf={(_, i) => i}
            columns={[
              { title: 'Where', is: 'words', className: 'font-normal', cell: ({ section }) => section },
              { title: 'As signed', is: 'words', className: 'figure-type', cell: ({ was }) => (was === '' ? 'nothing' : was) },
              { title: 'Worked out anew', is: 'words', className: 'figure-type', cell: ({ is }) => (is === '' ? 'nothing' : is) },
            ]}
          />
        </Disclosure>
      )}
    </div>
  );
}
