import { KIND_NAMES } from '@tare/card';
import { isSingleKind } from '@tare/core';
import QRCode from 'qrcode';
import { useEffect, useMemo, useState, type ReactNode } from 'react';
import { useReach } from '../../api/devices.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { benchPath } from '../../shell/paths.js';
import { PrintSheet } from '../../ui/PrintSheet.js';

/** A tag for each part's bag; its code opens that part on the weigh bench. */
export function BagTags({ onPrinted }: { readonly onPrinted: () => void }): ReactNode {
  const { sheet } = useOpenJob();
  // A tag is read by another device than the one that printed it.
  const { data } = useReach();
  const [url] = data?.reach?.urls ?? [];
  const origin = url === undefined ? window.location.origin : new URL(url).origin;
  const [codes, setCodes] = useState<readonly string[] | null>(null);
  const parts = useMemo(() => sheet.parts.filter(({ kind }) => isSingleKind(kind)), [sheet.parts]);
  useEffect(() => {
    let isShown = true;
    const address = (kind: string, partId: string): string => `${origin}${benchPath(sheet.id, 'weigh')}?kind=${kind}&part=${partId}`;
    void Promise.all(parts.map(({ id, kind }) => QRCode.toDataURL(address(kind, id), { margin: 1, width: 160 }))).then((made) => {
      if (isShown) setCodes(made);
    });
    return () => {
      isShown = false;
    };
  }, [sheet.id, parts, origin]);
  return (
    <PrintSheet isReady={codes !== null} onPrinted={onPrinted}>
      <ul className="grid grid-cols-3 gap-3">
        {parts.map((part, i) => (
          <li key={part.id} className="print-whole flex items-center gap-2 border-2 border-ink p-2">
            {codes && <img src={codes[i]} alt="" className="size-24" />}
            <span>
              <strong className="block text-lg">
                {KIND_NAMES[part.kind].one} {part.cylinder}
              </strong>
              job {sheet.number}
              <span className="block">{sheet.spec.engineName}</span>
            </span>
          </li>
        ))}
      </ul>
    </PrintSheet>
  );
}
