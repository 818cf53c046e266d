import { limitsOf, LIMIT_SUBJECTS, readLimitsFile, writeLimitsFile, type EngineLimits, type DecisionBody } from '@tare/contract';
import { CoreError } from '@tare/core';
import { Download, Upload } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { Button } from '../../ui/Button.js';
import { FilePicker } from '../../ui/FilePicker.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { saveText } from '../../ui/saveText.js';
import { useDecide } from '../../ui/useDecide.js';
import { LikeEngine } from './LikeEngine.js';

/** All limits of this engine out to a file, in from one, or copied from a like engine of the shop; what a file does not name stays. */
export function LimitsFiles(): ReactNode {
  const { sheet } = useOpenJob();
  const { decided, blocked } = useDecide();
  const [problem, setProblem] = useState<string | null>(null);
  const limits = limitsOf(sheet.decisions);
  const put = async (taken: EngineLimits): Promise<void> => {
    for (const [part, value] of Object.entries(taken)) await decided({ subject: LIMIT_SUBJECTS[part as keyof EngineLimits], value } as DecisionBody);
  };
  const take = async (bring: () => EngineLimits): Promise<void> => {
    try {
      await put(bring());
      setProblem(null);
    } catch (fault) {
      if (!(fault instanceof Error)) throw fault;
      setProblem(fault instanceof CoreError ? fault.message : `Not all of it was kept: ${fault.message}`);
    }
  };
  return (
    <div className="flex flex-wrap items-end gap-3">
      <FilePicker
        label="File of limits"
        accept=".json,application/json"
        onFile={(chosen) => void chosen.text().then((text) => take(() => readLimitsFile(text).limits))}
      >
        <Upload aria-hidden className="size-5" /> Limits from a file
      </FilePicker>
      {Object.keys(limits).length > 0 && (
        <Button
          onClick={() =>
            saveText(`limits-${sheet.spec.engineName}.json`, 'application/json', writeLimitsFile({ name: sheet.spec.engineName, limits }))
          }
        >
          <Download aria-hidden className="size-5" /> All limits of this engine as a file
        </Button>
      )}
      <LikeEngine onTaken={(taken) => void take(() => taken)} isBlocked={blocked} />
      {problem !== null && <ProblemNotice>{problem}</ProblemNotice>}
    </div>
  );
}
