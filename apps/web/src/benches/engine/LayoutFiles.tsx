import { CoreError, LAYOUTS, readLayoutFile, readQuantity, writeLayoutFile } from '@tare/core';
import { Download, Upload } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { FilePicker } from '../../ui/FilePicker.js';
import { Button } from '../../ui/Button.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { saveText } from '../../ui/saveText.js';
import { checkedLayout } from './specForm.js';
import type { SpecFormState } from './useSpecForm.js';

/** The layout to a file and from one. */
export function LayoutFiles({ state, fixed }: { readonly state: SpecFormState; readonly fixed: boolean }): ReactNode {
  const [problem, setProblem] = useState<string | null>(null);
  const write = (): void => {
    const form = state.form.getValues();
    const layout = checkedLayout(form);
    if (typeof layout === 'string') return setProblem(layout);
    setProblem(null);
    const millimetres = (typed: string): number | null => {
      const read = readQuantity(typed, 'mm');
      return read.kind === 'quantity' ? read.value : null;
    };
    const name = form.engineName.trim() || LAYOUTS[form.layoutId].name;
    saveText(
      `tare-layout-${name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}.json`,
      'application/json',
      writeLayoutFile({ name, layout, strokeMm: millimetres(form.strokeMm), rodLengthMm: millimetres(form.rodLengthMm) }),
    );
  };
  const read = async (file: File): Promise<void> => {
    try {
      state.bringIn(readLayoutFile(await file.text()));
      setProblem(null);
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      setProblem(`${file.name}: ${error.message}${error.field === '' ? '' : ` (${error.field})`}`);
    }
  };
  return (
    <>
      <div className="flex gap-3">
        {!fixed && (
          <>
            <FilePicker label="Layout file" accept=".json,application/json" onFile={(file) => void read(file)}>
              <Upload aria-hidden className="size-5" /> Layout from a file
            </FilePicker>
          </>
        )}
        <Button onClick={write}>
          <Download aria-hidden className="size-5" /> Layout to a file
        </Button>
      </div>
      {problem !== null && (
        <div className="w-full">
          <ProblemNotice>{problem}</ProblemNotice>
        </div>
      )}
    </>
  );
}
