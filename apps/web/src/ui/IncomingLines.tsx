import type { ReactNode } from 'react';
import { CheckRow } from './CheckRow.js';

export interface IncomingLine {
  readonly line: number;
  readonly name: string;
  /** With its unit. */
  readonly figure: string;
  /** Why it does not look right; undefined where it does. */
  readonly doubt: string | undefined;
}

interface IncomingLinesProps {
  readonly fresh: readonly IncomingLine[];
  readonly alreadyHere: number;
  readonly voided: number;
  readonly bad: readonly { readonly line: number; readonly reason: string }[];
  /** What brings in the doubtful ones as well. */
  readonly doubtWords: string;
  readonly alsoDoubtful: boolean;
  readonly onAlsoDoubtful: (also: boolean) => void;
}

/** What a file brings: counted, what cannot be taken by its line, what is new, and what of it looks odd. */
export function IncomingLines({ fresh, alreadyHere, voided, bad, doubtWords, alsoDoubtful, onAlsoDoubtful }: IncomingLinesProps): ReactNode {
  return (
    <>
      <p>{`${fresh.length} new, ${alreadyHere} already here, ${voided} voided and left out, ${bad.length} that cannot be taken.`}</p>
      {bad.length > 0 && (
        <ul aria-label="Lines that cannot be taken" className="max-h-48 overflow-auto border-2 border-outside p-2">
          {bad.map(({ line, reason }) => (
            <li key={line}>
              <strong>Line {line}:</strong> {reason}
            </li>
          ))}
        </ul>
      )}
      <ul className="max-h-48 overflow-auto">
        {fresh.map(({ line, name, figure, doubt }) => (
          <li key={line} className="flex justify-between border-b border-edge">
            <span>{name}</span>
            <span className="text-right figure-type">
              {figure}
              {doubt !== undefined && <span className="block font-sign text-outside">{`▲ ${doubt}`}</span>}
            </span>
          </li>
        ))}
      </ul>
      {fresh.some(({ doubt }) => doubt !== undefined) && (
        <CheckRow checked={alsoDoubtful} onChange={(event) => onAlsoDoubtful(event.target.checked)}>
          {doubtWords}
        </CheckRow>
      )}
    </>
  );
}
