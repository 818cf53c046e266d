import type { ReactNode } from 'react';

/** The pictures that were chosen for the card, two beside each other; nothing where there is none. */
export function ChosenPhotos({ jobId, ids }: { readonly jobId: string; readonly ids: readonly string[] }): ReactNode {
  if (ids.length === 0) return null;
  return (
    <ul className="grid grid-cols-2 gap-3">
      {ids.map((id, i) => (
        <li key={id} className="print-whole">
          <img src={`/api/jobs/${jobId}/photos/${id}`} alt={`What was chosen for the card, ${i + 1}`} className="max-h-80 w-full object-contain" />
        </li>
      ))}
    </ul>
  );
}
