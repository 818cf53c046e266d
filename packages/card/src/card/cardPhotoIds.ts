import type { JobSheet } from '@tare/contract';
import { latestOn } from '@tare/core';

/** The pictures that were chosen for the card and are still there, in their order. */
export const cardPhotoIds = ({ decisions, photos }: Pick<JobSheet, 'decisions' | 'photos'>): readonly string[] =>
  (latestOn(decisions, 'card.photos') ?? []).filter((id) => photos.some((photo) => photo.id === id));
