import { cardPhotoIds, clock, KIND_NAMES } from '@tare/card';
import type { PhotoEntry } from '@tare/contract';
import type { ReactNode } from 'react';
import { Disclosure } from '../../ui/Disclosure.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { CheckRow } from '../../ui/CheckRow.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useDecide } from '../../ui/useDecide.js';

/** Chooses which of the job's pictures go onto the card. */
export function CardPhotos(): ReactNode {
  const { sheet } = useOpenJob();
  const { decide, blocked, error } = useDecide();
  const chosen = cardPhotoIds(sheet);
  if (sheet.photos.length === 0)
    return <p className="text-ink-soft">Pictures of parts, spins and cuts can go onto the card. None is attached yet.</p>;
  const nameOf = ({ partId, entryId }: PhotoEntry): string => {
    const part = sheet.parts.find(({ id }) => id === partId);
    if (part) return `${KIND_NAMES[part.kind].one.toLowerCase()} ${part.cylinder}`;
    const spin = sheet.spins.findIndex(({ id }) => id === entryId);
    return spin >= 0 ? `spin ${spin + 1}` : 'a cut';
  };
  return (
    <Disclosure title={`Pictures on the card: ${chosen.length} of ${sheet.photos.length}`}>
      <ul className="flex flex-wrap gap-3">
        {sheet.photos.map((photo) => (
          <li key={photo.id} className="grid gap-1 border-2 border-edge p-1">
            <img src={`/api/jobs/${sheet.id}/photos/${photo.id}`} alt={`Of ${nameOf(photo)}`} className="h-28 object-contain" />
            <CheckRow
              disabled={blocked}
              checked={chosen.includes(photo.id)}
              onChange={(event) =>
                decide({ subject: 'card.photos', value: event.target.checked ? [...chosen, photo.id] : chosen.filter((id) => id !== photo.id) })
              }
            >{`${nameOf(photo)}, ${clock(photo.at)}`}</CheckRow>
          </li>
        ))}
      </ul>
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
    </Disclosure>
  );
}
