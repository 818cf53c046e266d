import { clock } from '@tare/card';
import type { PhotoEntry } from '@tare/contract';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { type ReactNode } from 'react';
import { ask } from '../../api/client.js';
import { uploadPhoto } from '../../api/photos.js';
import type { ProblemError } from '../../api/problem.js';
import { jobKey } from '../../api/queries.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { FilePicker } from '../../ui/FilePicker.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { usePersonName } from '../../ui/usePersonName.js';
import { useWho } from '../../ui/WhoFirst.js';

interface PhotosProps {
  /** The part, or the spin or cut. */
  readonly of: { readonly partId: string } | { readonly entryId: string };
  readonly title: string;
}

/** Pictures of a part, a spin or a cut: how it came in, a mark, a crack, a dial. */
export function Photos({ of, title }: PhotosProps): ReactNode {
  const { sheet } = useOpenJob();
  const personId = useWho();
  const nameOf = usePersonName();
  const queries = useQueryClient();
  const refresh = (): Promise<void> => queries.invalidateQueries({ queryKey: jobKey(sheet.id) });
  const upload = useMutation<unknown, ProblemError, File>({
    mutationFn: (file) => uploadPhoto(sheet.id, { id: crypto.randomUUID(), ...of, personId: personId! }, file),
    onSuccess: refresh,
  });
  const remove = useMutation<unknown, ProblemError, PhotoEntry>({
    mutationFn: ({ id: photoId }) =>
      ask('POST jobs/:jobId/photos/:photoId/removal', { ids: { jobId: sheet.id, photoId }, body: { id: crypto.randomUUID(), personId: personId! } }),
    onSuccess: refresh,
  });
  const photos = sheet.photos.filter((photo) => ('partId' in of ? photo.partId === of.partId : photo.entryId === of.entryId));
  const error = upload.error ?? remove.error;
  return (
    <section className="grid gap-2" aria-label={`Photos of ${title}`}>
      <div className="flex flex-wrap items-center gap-3">
        <FilePicker
          label={`Photo of ${title}`}
          accept="image/jpeg,image/png,image/webp"
          disabled={personId === null || upload.isPending}
          onFile={(file) => upload.mutate(file)}
        >
          {upload.isPending ? 'Attaching …' : 'Attach a photo'}
        </FilePicker>
        <span className="text-ink-soft">JPEG, PNG or WebP up to 12 MB. Where it was taken is not kept.</span>
      </div>
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
      {photos.length > 0 && (
        <ul className="flex flex-wrap gap-3">
          {photos.map((photo) => (
            <li key={photo.id} className="grid gap-1 border-2 border-edge p-1">
              <a href={`/api/jobs/${sheet.id}/photos/${photo.id}`} target="_blank" rel="noreferrer">
                <img
                  src={`/api/jobs/${sheet.id}/photos/${photo.id}`}
                  alt={`${title}, as ${nameOf(photo.personId)} saw it`}
                  className="h-32 object-contain"
                />
              </a>
              <span className="flex items-center justify-between gap-2">
                {`${nameOf(photo.personId)}, ${clock(photo.at)}`}
                <button
                  type="button"
                  className="min-h-11 px-2 underline underline-offset-4"
                  disabled={personId === null || remove.isPending}
                  onClick={() => remove.mutate(photo)}
                >
                  Take away
                </button>
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
