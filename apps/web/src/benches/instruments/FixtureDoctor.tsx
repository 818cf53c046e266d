import { fixed } from '@tare/card';
import type { Instrument } from '@tare/contract';
import { diagnoseFixture, DOCTOR_PLACEMENTS, type CauseShare, type CauseVerdict, type DoctorPlacement } from '@tare/core';
import type { ReactNode } from 'react';
import { Button } from '../../ui/Button.js';
import { DataTable } from '../../ui/DataTable.js';
import { FormField } from '../../ui/form/FormFields.js';
import { FormQuantity } from '../../ui/form/FormQuantity.js';
import { useWriteForm } from '../../ui/form/useWriteForm.js';
import { WriteFormFrame } from '../../ui/form/WriteFormFrame.js';
import { readingsOf, useTaken } from './useTaken.js';

const PLACEMENTS = DOCTOR_PLACEMENTS.length;

/** How this placement is made. */
const placementWords = ({ spot, swing, level, turned }: DoctorPlacement): readonly string[] => [
  turned < 0 ? 'numbers up' : 'turned over, numbers down',
  spot < 0 ? 'at the back of the cup' : 'at the front of the cup',
  swing < 0 ? 'held still, then let go' : 'left to swing out by itself',
  level < 0 ? 'level set anew before it' : 'level left as it is',
];

/** A guided hunt for what scatters: one rod, one end, sixteen placements that are each said. */
export function FixtureDoctor({ instrument, onDone }: { readonly instrument: Instrument; readonly onDone: () => void }): ReactNode {
  const write = useWriteForm({
    route: 'POST instruments/:instrumentId/studies',
    ids: { instrumentId: instrument.id },
    place: `doctor.${instrument.id}`,
    initial: { subject: 'a rod’s big end', taken: '', next: '' },
    contentOf: ({ subject, taken }) => ({ kind: 'causes', subject, readingsG: readingsOf(taken), nominalG: null }),
    onDone,
  });
  const { control } = write.form;
  const { readings, takeBack, submitOr } = useTaken(write);
  const step = DOCTOR_PLACEMENTS[readings.length];
  return (
    <WriteFormFrame write={{ ...write, submit: submitOr(step === undefined) }} keep={step ? 'Take it' : 'Keep this hunt'}>
      <p>One rod and one of its ends, placed sixteen times as it is said: what moves the reading shows. It takes ten minutes.</p>
      <FormField label="What hangs in it" control={control} name="subject" />
      {step && (
        <>
          <ul aria-label="How it is placed" className="grid text-lg font-semibold sm:grid-cols-2">
            {placementWords(step).map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
          <FormQuantity label={`Placement ${readings.length + 1} of ${PLACEMENTS}`} unit="g" autoFocus control={control} name="next" />
        </>
      )}
      <p className="figure-type">{readings.map((g) => fixed(g, 2)).join('  ')}</p>
      {readings.length > 0 && (
        <Button look="quiet" className="justify-self-start" onClick={takeBack}>
          Take the last one back
        </Button>
      )}
      {!step && <Diagnosis readingsG={readings} />}
    </WriteFormFrame>
  );
}

const NAMES: Readonly<Record<CauseShare['cause'], string>> = {
  spot: 'the spot in the cup',
  swing: 'how it comes to rest',
  level: 'whether the level is set anew',
  turned: 'which way up it hangs',
  placement: 'the placing itself',
};
const VERDICTS: Readonly<Record<CauseVerdict, string>> = { matters: 'matters', little: 'little', cannotTell: 'cannot tell' };

/** Each cause's share, and what to change. */
export function Diagnosis({ readingsG }: { readonly readingsG: readonly number[] }): ReactNode {
  const { shares, allG, driftG, levelErrorG } = diagnoseFixture(readingsG);
  const matter = shares.filter(({ verdict }) => verdict === 'matters');
  const percent = (share: number): string => `${fixed(100 * share, 0)} %`;
  return (
    <div className="grid gap-2">
      <DataTable
        caption={`What scatters: ${fixed(allG, 3)} g in all`}
        rows={shares}
        keyOf={({ cause }) => cause}
        columns={[
          { title: 'Cause', is: 'words', cell: ({ cause }) => NAMES[cause] },
          { title: '±, g', cell: ({ deviationG }) => fixed(deviationG, 3) },
          { title: 'Share', cell: ({ share }) => percent(share) },
          { title: 'at 95 %', cell: ({ low, high }) => `${percent(low)} to ${percent(high)}` },
          { title: '', is: 'words', cell: ({ verdict }) => VERDICTS[verdict] },
        ]}
      />
      {matter.length === 0 && <p>No one cause stands out by these sixteen placements.</p>}
      {matter.map(({ cause }) => (
        <p key={cause} className="font-semibold">
          {adviceOf(cause, levelErrorG)}
        </p>
      ))}
      {Math.abs(driftG) > allG && (
        <p>{`The readings crept by ${fixed(driftG, 2)} g from first to last: see that the scale is warm, and zero it between.`}</p>
      )}
    </div>
  );
}

function adviceOf(cause: CauseShare['cause'], levelErrorG: number): string {
  switch (cause) {
    case 'spot':
      return 'Mark one spot in the cup, and hang every rod there.';
    case 'swing':
      return 'Hold it still with a finger, let go, and wait until it has settled before it is read.';
    case 'level':
      return 'Set the level before every rod.';
    case 'turned':
      return `Turned over it reads ${fixed(2 * levelErrorG, 2)} g otherwise: it hangs out of level, and each end is wrong by ± ${fixed(levelErrorG, 2)} g (W·h·tan θ/L). Raise or lower the far support until both ways read alike.`;
    case 'placement':
      return 'It is the placing itself: take more placements of each rod, or hang it on knife edges in place of pins.';
  }
}
