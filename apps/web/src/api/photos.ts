import type { NewPhoto } from '@tare/contract';
import { request, sendFile } from './client.js';

/** Attaches a picture to a part. @throws ProblemError with a sentence for the person at the bench */
export const uploadPhoto = (jobId: string, photo: NewPhoto, file: File): Promise<void> =>
  sendFile(`jobs/${jobId}/photos?${new URLSearchParams({ ...photo }).toString()}`, file);

export const removePhoto = (jobId: string, photoId: string, personId: string): Promise<unknown> =>
  request('POST', `jobs/${jobId}/photos/${photoId}/removal`, { personId });
