import { fixed } from '@tare/card';
import type { Instrument, NewStudy } from '@tare/contract';
import { repeatabilityLimitG } from '@tare/core';
import { lazy, Suspense, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { studiedDeviationG, useInstruments } from '../../api/instruments.js';
import { AddRow } from '../../ui/RowButtons.js';
import { Button } from '../../ui/Button.js';
import { Modal } from '../../ui/Modal.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { WhoFirst } from '../../ui/WhoFirst.js';
import { InstrumentForm } from './InstrumentForm.js';
import { SOURCE_WORDS } from './sourceWords.js';
import { StudyDialog } from './StudyDialog.js';
import { StudyList } from './StudyList.js';

// The chart's library is larger than the rest of the page: it comes when a study is looked at.
const StudyHistory = lazy(async () => ({ default: (await import('./StudyHistory.js')).StudyHistory }));

/** The shop's scales and rod fixtures, and how well each repeats. */
export function InstrumentsPage(): ReactNode {
  const { data: cupboard, error } = useInstruments();
  const [adding, setAdding] = useState(false);
  return (
    <main className="mx-auto w-full max-w-6xl p-4">
      <div className="mb-4 flex flex-wrap items-center justify-between gap-4">
        <h1 className="text-3xl">Instruments</h1>
        <Link className="inline-flex min-h-11 items-center underline underline-offset-4" to="/machines">
          Balancing machines
        </Link>
        <AddRow look="primary" onClick={() => setAdding(true)}>
          New instrument
        </AddRow>
      </div>
      <WhoFirst />
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
      {cupboard?.instruments.length === 0 && (
        <p className="border-2 border-dashed border-edge p-8 text-center text-lg text-ink-soft">
          No instrument yet. Put the scale in that parts are weighed on: its division and capacity stand on its plate.
        </p>
      )}
      <ul className="grid gap-4">
        {cupboard?.instruments.map((instrument) => (
          <InstrumentRow key={instrument.id} instrument={instrument} />
        ))}
      </ul>
      <Modal title="New instrument" open={adding} onOpenChange={setAdding}>
        <InstrumentForm instrument={null} onDone={() => setAdding(false)} />
      </Modal>
    </main>
  );
}

function InstrumentRow({ instrument }: { readonly instrument: Instrument }): ReactNode {
  const { data: cupboard } = useInstruments();
  const [open, setOpen] = useState<'edit' | NewStudy['kind'] | null>(null);
  const { id, spec } = instrument;
  const studies = cupboard?.studies.filter((study) => study.instrumentId === id) ?? [];
  const s = cupboard ? studiedDeviationG(instrument, cupboard) : null;
  const close = (): void => setOpen(null);
  return (
    <li className="grid gap-3 border-2 border-edge bg-plate p-4 lg:grid-cols-[minmax(0,1fr)_24rem]">
      <div className="grid content-start gap-2">
        <h2 className="text-2xl">{spec.name}</h2>
        <p>
          {spec.kind === 'scale' ? 'Scale' : 'Rod fixture'}: counts in <span className="figure-type">{spec.divisionG} g</span>, carries{' '}
          <span className="figure-type">{spec.capacityG} g</span>
          {spec.fixtureG > 0 && (
            <>
              , fixture <span className="figure-type">{spec.fixtureG} g</span>
            </>
          )}
          . {SOURCE_WORDS[spec.source].name}. {spec.lastCheck === '' ? 'Never checked, as far as anybody knows.' : `Last checked ${spec.lastCheck}.`}
        </p>
        {spec.notes !== '' && <p className="text-ink-soft">{spec.notes}</p>}
        <p className="text-lg">{repeatsWords(spec.name, s)}</p>
        <div className="flex flex-wrap gap-3">
          <Button onClick={() => setOpen('repeatability')}>Ten placements</Button>
          <Button onClick={() => setOpen('drift')}>Check weight</Button>
          {spec.kind === 'rodFixture' && <Button onClick={() => setOpen('causes')}>What scatters?</Button>}
          <Button onClick={() => setOpen('edit')}>Change</Button>
        </div>
      </div>
      {studies.length > 0 && (
        <div className="grid content-start gap-2">
          <Suspense fallback={<p className="text-ink-soft">Fetching the history …</p>}>
            <StudyHistory studies={studies} />
          </Suspense>
          <StudyList studies={studies} />
        </div>
      )}
      <Modal title={spec.name} open={open === 'edit'} onOpenChange={close}>
        <InstrumentForm instrument={instrument} onDone={close} />
      </Modal>
      <StudyDialog instrument={instrument} kind={open === 'edit' ? null : open} onClose={close} />
    </li>
  );
}

function repeatsWords(name: string, s: number | null): string {
  if (s === null) return `Nobody has studied how well ${name} repeats yet.`;
  const r = repeatabilityLimitG(s);
  return `s = ${fixed(s, 3)} g: two single readings of one part differ by more than ${fixed(r, 2)} g only one time in twenty; with 3 placements it tells ${fixed(repeatabilityLimitG(s, 3), 2)} g apart.`;
}
