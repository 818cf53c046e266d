import type { JobCard } from '@tare/contract';
import { useMutation } from '@tanstack/react-query';
import { toPng } from 'html-to-image';
import { Download, Printer } from 'lucide-react';
import type { ReactNode, RefObject } from 'react';
import { KEEPS_NOTHING } from '../../shell/useAskBeforeLeaving.js';
import { Button } from '../../ui/Button.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { saveText } from '../../ui/saveText.js';

interface CardFilesProps {
  readonly jobId: string;
  readonly card: JobCard;
  /** The sign-off whose card it is; null for the present one. */
  readonly signOffId: string | null;
  /** Where it stands on the screen. */
  readonly paper: RefObject<HTMLElement | null>;
  readonly isPrimary: boolean;
}

const LINK = 'inline-flex min-h-11 items-center gap-2 rounded-sm border-2 border-edge px-4 hover:border-ink';

/** The same card on paper, as a file, as a picture, as data. */
export function CardFiles({ jobId, card, signOffId, paper, isPrimary }: CardFilesProps): ReactNode {
  const name = `tare-card-${card.number}`;
  const pdf = (size: 'a4' | 'letter'): string => `/api/jobs/${jobId}/card.pdf?paper=${size}${signOffId === null ? '' : `&signOffId=${signOffId}`}`;
  const picture = useMutation({
    ...KEEPS_NOTHING,
    mutationFn: async () => {
      if (!paper.current) return;
      const link = document.createElement('a');
      link.href = await toPng(paper.current, { pixelRatio: 2 });
      link.download = `${name}.png`;
      link.click();
    },
  });
  return (
    <>
      <Button
        look={isPrimary ? 'primary' : 'plain'}
        onClick={() => {
          window.print();
        }}
      >
        <Printer aria-hidden className="size-5" /> Print the card
      </Button>
      <a className={LINK} href={pdf('a4')} target="_blank" rel="noreferrer">
        PDF, A4
      </a>
      <a className={LINK} href={pdf('letter')} target="_blank" rel="noreferrer">
        PDF, letter
      </a>
      <Button disabled={picture.isPending} onClick={() => picture.mutate()}>
        <Download aria-hidden className="size-5" /> {picture.isPending ? 'Taking it …' : 'A picture'}
      </Button>
      <Button onClick={() => saveText(`${name}.json`, 'application/json', `${JSON.stringify(card, null, 2)}\n`)}>
        <Download aria-hidden className="size-5" /> JSON
      </Button>
      {picture.error && <ProblemNotice>{`The picture could not be taken: ${picture.error.message}`}</ProblemNotice>}
    </>
  );
}
