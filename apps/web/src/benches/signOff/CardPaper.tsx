import { clock, jobTitle } from '@tare/card';
import type { JobCard } from '@tare/contract';
import { Fragment, type ReactNode } from 'react';
import { Section } from './CardSectionPaper.js';
import { ChosenPhotos } from './ChosenPhotos.js';

interface CardPaperProps {
  readonly jobId: string;
  readonly card: JobCard;
  /** Stands behind the unbalance: the rim map of the crank as it is. */
  readonly map: ReactNode;
}

/** The card as the customer gets it: on the screen, on paper, as a picture. */
export function CardPaper({ jobId, card, map }: CardPaperProps): ReactNode {
  const { shopName, number, signed, coreVersion, sections, photoIds } = card;
  return (
    <article aria-label={`Balance card, job ${number}`} className="grid gap-4 border-2 border-ink bg-plate p-5 print:border-0 print:p-0">
      <header className="flex flex-wrap justify-between gap-4 border-b-2 border-ink pb-2">
        <div>
          <p className="text-ink-soft">{shopName}</p>
          <h2 className="text-2xl">Balance card, job {number}</h2>
          <p className="text-lg">{jobTitle(card)}</p>
        </div>
        <div className="text-right">
          <p>{signed ? `Signed off by ${signed.by}` : 'Not signed off'}</p>
          <p className="text-ink-soft">{signed ? `${clock(signed.at)}; arithmetic ${signed.coreVersion}` : `Arithmetic ${coreVersion}`}</p>
        </div>
      </header>
      {sections.map((section) => (
        <Fragment key={section.id}>
          <Section section={section} />
          {section.id === 'unbalance' && map}
        </Fragment>
      ))}
      <ChosenPhotos jobId={jobId} ids={photoIds} />
    </article>
  );
}
