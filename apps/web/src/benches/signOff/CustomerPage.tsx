import { customerSteps } from '@tare/card';
import { latestOn } from '@tare/core';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { useShop } from '../../api/queries.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { benchPath } from '../../shell/paths.js';

/** The job as its customer reads it: two plain sentences a step. */
export function CustomerPage(): ReactNode {
  const { sheet, figures } = useOpenJob();
  const { data: shop } = useShop();
  const chosen = (latestOn(sheet.decisions, 'card.photos') ?? []).filter((id) => sheet.photos.some((photo) => photo.id === id));
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
      {chosen.length > 0 && (
        <ul className="grid grid-cols-2 gap-3">
          {chosen.map((id, i) => (
            <li key={id}>
              <img
                src={`/api/jobs/${sheet.id}/photos/${id}`}
                alt={`What was chosen for the card, ${i + 1}`}
                className="max-h-80 w-full object-contain"
              />
            </li>
          ))}
        </ul>
      )}
      <Link to={benchPath(sheet.id, 'signOff')} className="no-print w-fit underline underline-offset-4">
        To the card
      </Link>
    </article>
  );
}
