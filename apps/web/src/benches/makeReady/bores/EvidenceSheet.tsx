import { HEARD_AT, leakRatio, suggestion, typedQuantity, type BoresFigures, type Evidence, type HeardAt, type MadeReady } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useOpenJob } from '../../../shell/JobContext.js';
import { Choice } from '../../../ui/Choice.js';
import { CommitText } from '../../../ui/form/CommitFields.js';
import { Caution, ProblemNotice } from '../../../ui/Notice.js';
import { useDecide } from '../../../ui/useDecide.js';
import { PartPictures } from '../PartPictures.js';

const HEARD: Readonly<Record<HeardAt, string>> = {
  nowhere: 'nowhere',
  intake: 'at the intake',
  exhaust: 'at the exhaust',
  breather: 'at the breather',
  coolant: 'in the coolant',
};
const NOTHING: Evidence = { leakIn: null, leakHeld: null, heardAt: 'nowhere', seen: '' };

/** What was seen and heard of every cylinder, held against the others and against its bore: what it suggests, not what it is. */
export function EvidenceSheet({ made, bores }: { readonly made: MadeReady; readonly bores: BoresFigures }): ReactNode {
  const { sheet } = useOpenJob();
  const { decide, blocked, error } = useDecide();
  const [wrong, setWrong] = useState<string | null>(null);
  const all = bores.rows.map(({ cylinder, size }) => ({
    ...(made.bores.evidence[cylinder] ?? NOTHING),
    cylinder,
    outOfRoundMm: size?.outOfRoundMm ?? null,
  }));
  const put = (cylinder: number, change: Partial<Evidence>, settled?: () => void): void =>
    decide({ subject: `bores.evidence.${cylinder}`, value: { ...(made.bores.evidence[cylinder] ?? NOTHING), ...change } }, settled);
  /** A pressure that is none, or more than was put in, is not kept. */
  const pressure = (cylinder: number, key: 'leakIn' | 'leakHeld', text: string, settled: () => void): void => {
    const value = text.trim() === '' ? null : typedQuantity(text, '');
    const next = { ...(made.bores.evidence[cylinder] ?? NOTHING), [key]: value };
    if (value !== null && !(value >= 0)) return setWrong(`Cylinder ${cylinder}: “${text.trim()}” is not a pressure.`);
    if (next.leakIn !== null && next.leakHeld !== null && next.leakHeld > next.leakIn)
      return setWrong(`Cylinder ${cylinder}: more pressure is held than was put in.`);
    setWrong(null);
    return put(cylinder, { [key]: value }, settled);
  };
  return (
    <div className="grid gap-3">
      <Caution>
        <p>
          Air under pressure turns an engine over: lock the crank, keep hands and tools off it. Follow the part maker’s instructions and local rules;
          when in doubt ask a licensed or certified mechanic.
        </p>
      </Caution>
      <ul className="grid gap-3">
        {all.map((one) => {
          const ratio = leakRatio(one);
          const words = suggestion(one, all);
          const text = (value: number | null): string => (value === null ? '' : String(value));
          return (
            <li key={one.cylinder} className="flex flex-wrap items-end gap-3 border-b border-edge pb-2">
              <strong className="w-20 pb-2">{`Cylinder ${one.cylinder}`}</strong>
              <CommitText
                label="put in"
                className="w-20"
                place={`leak-in.${sheet.id}.${one.cylinder}`}
                kept={text(one.leakIn)}
                onCommit={(typed, settled) => pressure(one.cylinder, 'leakIn', typed, settled)}
              />
              <CommitText
                label="held"
                className="w-20"
                place={`leak-held.${sheet.id}.${one.cylinder}`}
                kept={text(one.leakHeld)}
                onCommit={(typed, settled) => pressure(one.cylinder, 'leakHeld', typed, settled)}
              />
              <Choice
                label="heard"
                className="w-40"
                value={one.heardAt}
                disabled={blocked}
                onChange={(event) => put(one.cylinder, { heardAt: HEARD_AT.find((at) => at === event.target.value) ?? 'nowhere' })}
                options={HEARD_AT.map((value) => ({ value, label: HEARD[value] }))}
              />
              <CommitText
                label="seen: stain, scuff, ring lands"
                className="w-72"
                place={`seen.${sheet.id}.${one.cylinder}`}
                kept={one.seen}
                maxLength={300}
                onCommit={(seen, settled) => put(one.cylinder, { seen: seen.trim() }, settled)}
              />
              {ratio !== null && <span className="pb-2 figure-type">{`${Math.round(100 * ratio)} %`}</span>}
              {words !== null && <p className="w-full">{words}</p>}
              <PartPictures kind="piston" cylinder={one.cylinder} />
            </li>
          );
        })}
      </ul>
      {(wrong ?? error?.message) && <ProblemNotice>{wrong ?? error?.message}</ProblemNotice>}
    </div>
  );
}
