import { KIND_NAMES } from '@tare/card';
import type { CutRemoval } from '@tare/contract';
import { partMetalOf, readQuantity, type WeighedPart } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { askedBack } from '../../../api/problem.js';
import { useWrite } from '../../../api/useWrite.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { Button } from '../../../ui/Button.js';
import { QuantityField } from '../../../ui/QuantityField.js';
import { AskAnother } from '../../../ui/AskAnother.js';
import { ProblemNotice } from '../../../ui/Notice.js';
import { useWho } from '../../../ui/WhoFirst.js';

interface LogCutProps {
  readonly weighed: WeighedPart;
  readonly removal: CutRemoval;
  readonly toolId: string | null;
  /** What has to be on record before the cut is, such as the target it is cut to. */
  readonly before?: (then: () => void) => void;
  /** In a table, where the row says which part it is. */
  readonly short?: boolean;
}

/** Says that a part was cut, and for how long; from then on its weight is unknown until it is weighed. */
export function LogCut({ weighed, removal, toolId, before = (then) => then(), short = false }: LogCutProps): ReactNode {
  const { sheet } = useOpenJob();
  const personId = useWho();
  const cut = useWrite('POST jobs/:jobId/part-cuts', { jobId: sheet.id });
  const [typed, setTyped] = useState('');
  const seconds = readQuantity(typed, 's');
  const isNoTime = seconds.kind !== 'quantity' && seconds.kind !== 'blank';
  const { part } = weighed;
  const said = `${KIND_NAMES[part.kind].one} ${part.cylinder} was cut: weigh it again`;
  const log = (): void => {
    if (personId === null) return;
    const metal = partMetalOf(part.kind, sheet.matchChoices);
    const timed = seconds.kind === 'quantity' && seconds.value > 0 ? { toolId, seconds: seconds.value, metal } : {};
    before(() => cut.mutate({ personId, partId: part.id, removal, ...timed }));
  };
  return (
    <div className={`flex items-center gap-3 ${short ? '' : 'flex-wrap'}`}>
      {toolId !== null && (
        <div className="w-24">
          <QuantityField
            label={`Seconds that ${KIND_NAMES[part.kind].one.toLowerCase()} ${part.cylinder} was cut for`}
            hideLabel
            placeholder="for"
            unit="s"
            value={typed}
            problem={isNoTime ? 'Seconds.' : undefined}
            onChange={(event) => setTyped(event.target.value)}
          />
        </div>
      )}
      <Button disabled={personId === null || cut.isPending || isNoTime} aria-label={said} className="shrink-0" onClick={log}>
        {short ? 'Was cut' : said}
      </Button>
      <AskAnother write={cut}>It was cut once more</AskAnother>
      {cut.error && askedBack(cut.error) === undefined && <ProblemNotice>{cut.error.message}</ProblemNotice>}
    </div>
  );
}
