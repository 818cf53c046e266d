import type { NewPhoto } from '@tare/contract';
import { sendFile } from './client.js';

/** Attaches a picture to a part. @throws ProblemError with a sentence for the person at the bench */
export const uploadPhoto = (jobId: string, { personId, said: _none, ...photo }: NewPhoto, file: File): Promise<void> =>
  sendFile(`jobs/${jobId}/photos?${new URLSearchParams({ ...photo }).toString()}`, file, personId);
