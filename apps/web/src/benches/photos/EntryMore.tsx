import { count } from '@tare/card';
import type { ReactNode } from 'react';
import { Disclosure } from '../../ui/Disclosure.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { Photos } from './Photos.js';

interface EntryMoreProps {
  readonly entryId: string;
  /** What it is, as its photos are titled. */
  readonly title: string;
  /** To put it right, to void it. */
  readonly children: ReactNode;
}

/** What is seldom wanted of a spin or a cut. */
export function EntryMore({ entryId, title, children }: EntryMoreProps): ReactNode {
  const { sheet } = useOpenJob();
  const many = sheet.photos.filter((photo) => photo.entryId === entryId).length;
  return (
    <Disclosure title={many === 0 ? 'Photos, put right, void' : `${count(many, 'photo')}, put right, void`}>
      <span className="flex flex-wrap gap-x-5">{children}</span>
      <Photos of={{ entryId }} title={title} />
    </Disclosure>
  );
}
