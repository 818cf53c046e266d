import { readCrankFile, writeCrankFile } from '@tare/contract';
import {
  checkCrank,
  checkCrankSizes,
  checkNumber,
  CoreError,
  crankOfPins,
  crankTemplate,
  LAYOUTS,
  RIM_KIND_WORDS,
  typedQuantity,
  type Crank,
  type EngineLayout,
  type RimKind,
} from '@tare/core';
import { Download, Upload } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { FilePicker } from '../../../ui/FilePicker.js';
import { AddRow } from '../../../ui/RowButtons.js';
import { Button } from '../../../ui/Button.js';
import { QuantityField } from '../../../ui/QuantityField.js';
import { ProblemNotice } from '../../../ui/Notice.js';
import { useDraft } from '../../../ui/useDraft.js';
import { saveText } from '../../../ui/saveText.js';
import { crankOf, layoutOf } from '../specForm.js';
import type { SpecFormState } from '../useSpecForm.js';
import { boltOn } from './metalForm.js';

const BOLT_ON_KINDS: readonly Exclude<RimKind, 'counterweight'>[] = ['damper', 'flywheel', 'clutchCover', 'adapter'];

/** A crank from a file for this layout. @throws CoreError where its journals are another crank's */
function fitting(crank: Crank, layout: EngineLayout): Crank {
  if (crank.sizes) checkCrankSizes(crank.sizes, layout);
  return crank;
}

/** The crank's metal to a file and from one, afresh from the layout by stroke, and what bolts on. */
export function CrankFiles({ state }: { readonly state: SpecFormState }): ReactNode {
  const { form, takeCrank } = state;
  const [problem, setProblem] = useState<string | null>(null);
  const [rim, setRim] = useDraft('measured-rim');
  const orSay = (work: () => void, of = ''): void => {
    try {
      work();
      setProblem(null);
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      setProblem(`${of}${error.message}${error.field === '' ? '' : ` (${error.field})`}`);
    }
  };
  const write = (): void => {
    const values = form.getValues();
    const crank = crankOf(values);
    checkCrank(crank);
    const name = values.engineName.trim() || 'crank';
    saveText(`tare-crank-${name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}.json`, 'application/json', writeCrankFile({ name, crank }));
  };
  const fromLayout = (): void => {
    const values = form.getValues();
    const layout = layoutOf(values);
    const strokeMm = typedQuantity(values.strokeMm, 'mm');
    const rimMm = rim.trim() === '' ? undefined : checkNumber('The rim radius', typedQuantity(rim, 'mm'), { above: 0, max: 2000, unit: 'mm' }, '');
    setRim('');
    takeCrank(values.layoutId === 'own' ? crankOfPins(layout, strokeMm, rimMm) : crankTemplate(LAYOUTS[values.layoutId], layout, strokeMm, rimMm));
  };
  const add = (kind: Exclude<RimKind, 'counterweight'>): void => {
    const rims = form.getValues('counterweights');
    form.setValue('counterweights', [...rims, boltOn(kind, rims, crypto.randomUUID())], { shouldDirty: true });
  };
  return (
    <div className="grid gap-2">
      <div className="flex flex-wrap gap-3">
        <FilePicker
          label="Crank file"
          accept=".json,application/json"
          onFile={(file) =>
            void file
              .text()
              .then((content) => orSay(() => takeCrank(fitting(readCrankFile(content).crank, layoutOf(form.getValues()))), `${file.name}: `))
          }
        >
          <Upload aria-hidden className="size-5" /> Metal from a file
        </FilePicker>
        <Button onClick={() => orSay(write)}>
          <Download aria-hidden className="size-5" /> Metal to a file
        </Button>
        {BOLT_ON_KINDS.map((kind) => (
          <AddRow key={kind} onClick={() => add(kind)}>
            {RIM_KIND_WORDS[kind]}
          </AddRow>
        ))}
      </div>
      <div className="flex flex-wrap items-end gap-3">
        <QuantityField label="Rim radius, if measured" unit="mm" className="w-48" value={rim} onChange={(event) => setRim(event.target.value)} />
        <Button onClick={() => orSay(fromLayout)}>Afresh from layout and stroke</Button>
      </div>
      {problem !== null && <ProblemNotice>{problem}</ProblemNotice>}
    </div>
  );
}
