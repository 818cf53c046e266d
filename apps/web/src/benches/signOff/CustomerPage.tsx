import { cardPhotoIds, customerSteps } from '@tare/card';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { useShop } from '../../api/queries.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { benchPath } from '../../shell/paths.js';
import { ChosenPhotos } from './ChosenPhotos.js';

/** The job as its customer reads it: two plain sentences a step. */
export function CustomerPage(): ReactNode {
  const { sheet, figures } = useOpenJob();
  const { data: shop } = useShop();
  return (
    <article className="grid max-w-3xl gap-5 border-2 border-edge bg-plate p-5 print:border-0 print:p-0">
      <header>
        <p className="text-ink-soft">{shop?.name}</p>
        <h1 className="text-3xl">{sheet.spec.engineName}</h1>
        <p className="text-lg">{[sheet.spec.vessel, sheet.spec.customer].filter((words) => words !== '').join('; ')}</p>
      </header>
      <ol className="grid gap-4">
        {customerSteps(sheet, figures).map(({ title, sentences }) => (
          <li key={title}>
            <h2 className="text-xl">{title}</h2>
            <p className="text-lg">{sentences.join(' ')}</p>
          </li>
        ))}
      </ol>
      <ChosenPhotos jobId={sheet.id} ids={cardPhotoIds(sheet)} />
      <Link to={benchPath(sheet.id, 'signOff')} className="no-print w-fit underline underline-offset-4">
        To the card
      </Link>
    </article>
  );
}
