import { surveyOf } from '@tare/card';
import { Printer } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { useShop } from '../../api/queries.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { benchPath } from '../../shell/paths.js';
import { Button } from '../../ui/Button.js';
import { PrintSheet } from '../../ui/PrintSheet.js';
import { Section } from '../signOff/CardSectionPaper.js';

/** How bad it is as it came, on one page, worst first: for whoever only wants to know. */
export function SurveyPage(): ReactNode {
  const { sheet } = useOpenJob();
  const [printing, setPrinting] = useState(false);
  return (
    <div className="grid gap-4">
      <div className="flex flex-wrap items-center gap-4">
        <Button onClick={() => setPrinting(true)}>
          <Printer aria-hidden className="size-5" /> Print this page
        </Button>
        <Link to={benchPath(sheet.id, 'spin')} className="underline underline-offset-4">
          To the spins
        </Link>
      </div>
      <Survey />
      {printing && (
        <PrintSheet isReady onPrinted={() => setPrinting(false)}>
          <Survey />
        </PrintSheet>
      )}
    </div>
  );
}

function Survey(): ReactNode {
  const { sheet, figures } = useOpenJob();
  const { data: shop } = useShop();
  const { number, spec } = sheet;
  return (
    <article aria-label={`Survey, job ${number}`} className="grid gap-4 border-2 border-ink bg-plate p-5 print:border-0 print:p-0">
      <header className="border-b-2 border-ink pb-2">
        <p className="text-ink-soft">{shop?.name}</p>
        <h1 className="text-2xl">{`Survey, job ${number}: how far out of balance it is`}</h1>
        <p className="text-lg">{[spec.engineName, spec.vessel, spec.customer].filter((words) => words !== '').join(', ')}</p>
      </header>
      {surveyOf(sheet, figures).map((section) => (
        <Section key={section.title} section={section} />
      ))}
      <p className="text-ink-soft">Nothing was drilled for this page. Whether it should be is for whoever runs the engine to say.</p>
    </article>
  );
}
