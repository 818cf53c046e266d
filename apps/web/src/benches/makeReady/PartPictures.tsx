import { partName } from '@tare/card';
import type { PartKind } from '@tare/core';
import type { ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { Disclosure } from '../../ui/Disclosure.js';
import { Photos } from '../photos/Photos.js';

/** Pictures that stay with a part; nothing where the job has no such part. */
export function PartPictures({ kind, cylinder }: { readonly kind: PartKind; readonly cylinder: number }): ReactNode {
  const { sheet } = useOpenJob();
  const part = sheet.parts.find((one) => one.kind === kind && one.cylinder === cylinder);
  if (!part) return null;
  const there = sheet.photos.filter(({ partId }) => partId === part.id).length;
  return (
    <Disclosure title={`Pictures of ${partName(part).toLowerCase()}: ${there === 0 ? 'none' : there}`}>
      <Photos of={{ partId: part.id }} title={partName(part).toLowerCase()} />
    </Disclosure>
  );
}
