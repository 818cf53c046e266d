import { KIND_NAMES } from '@tare/card';
import { hasEnds, PART_SCHOOLS, ROD_SCHOOLS, SAMPLES, type PartKind, type PartSchool, type RodSchool, type Sample } from '@tare/core';
import type { ReactNode } from 'react';
import { Disclosure } from '../../ui/Disclosure.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { Choice } from '../../ui/Choice.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useDecide } from '../../ui/useDecide.js';

const ROD_WORDS: Readonly<Record<RodSchool, { readonly name: string; readonly reason: string }>> = {
  endsAndTotal: { name: 'Both ends and the total', reason: 'The ends have to add up to the total, so a slip shows; all three readings are used.' },
  smallAndTotal: {
    name: 'Small end many times, and the total',
    reason: 'The fixture is the noisiest thing in the shop: five to ten placements. The big end follows, unchecked.',
  },
  bigAndTotal: { name: 'Big end many times, and the total', reason: 'Five to ten placements on the fixture. The small end follows, unchecked.' },
  totalOnly: { name: 'Total only', reason: 'Without a fixture the ends are unknown, and no bob weight can be trusted to them.' },
};

const PART_WORDS: Readonly<Record<PartSchool, { readonly name: string; readonly reason: string }>> = {
  eachPart: { name: 'Every part by itself', reason: 'Tells which part is heavy; pins and rings can be swapped between pistons.' },
  cylinderSets: {
    name: 'Each cylinder’s set in one go',
    reason: 'Piston, pin, locks and rings together: quick. It cannot tell which of them is heavy, nor what a swap would do.',
  },
  setAndBare: {
    name: 'Sets whole once, then bare pistons',
    reason:
      'The small parts are put away after one weighing. A piston’s start, target and now are the bare piston’s own, and so is what may come off it.',
  },
  pressedAssemblies: {
    name: 'Piston pressed on its rod, as one',
    reason:
      'For pins that stay pressed: the piston hangs from the small end. It cannot tell piston, pin and rod’s small end apart; what is cut off the piston counts at the small end.',
  },
};

const SAMPLE_WORDS: Readonly<Record<Sample, { readonly name: string; readonly reason: string }>> = {
  every: { name: 'Every part', reason: 'Tells how far they lie apart, and which to cut.' },
  one: {
    name: 'One of each, standing for all',
    reason: 'Quick, and enough for a bob card where sets are known to be alike. It cannot tell whether they are: nothing is matched.',
  },
  twoRodEnds: {
    name: 'Every total; ends of the lightest and heaviest rod',
    reason: 'Rods are matched by their totals. The ends of the others are taken to lie between those two, which it cannot check.',
  },
};

/** How this job is weighed: the trade's schools, each with its reason. */
export function WeighSchools({ kind }: { readonly kind: PartKind }): ReactNode {
  const { sheet } = useOpenJob();
  const { decide, blocked, error } = useDecide();
  const { rodSchool, partSchool, references, sample = 'every' } = sheet.weighChoices;
  const parts = sheet.parts.filter((part) => part.kind === kind).sort((a, b) => a.cylinder - b.cylinder);
  const name = KIND_NAMES[kind].one.toLowerCase();
  const reference = parts.find(({ id }) => id === references[kind]);
  const said = [
    PART_WORDS[partSchool].name.toLowerCase(),
    ...(sample === 'every' ? [] : [SAMPLE_WORDS[sample].name.toLowerCase()]),
    ...(hasEnds(kind) ? [ROD_WORDS[rodSchool].name.toLowerCase()] : []),
    reference ? `differences from ${name} ${reference.cylinder}` : 'weights outright',
  ];
  return (
    <Disclosure
      title={
        <>
          How this job is weighed: <span className="text-ink-soft">{said.join('; ')}</span>
        </>
      }
    >
      <div className="grid items-start gap-x-6 gap-y-2 pb-2 lg:grid-cols-2">
        <Choice
          label="How parts are weighed here"
          value={partSchool}
          disabled={blocked}
          hint={PART_WORDS[partSchool].reason}
          onChange={(event) => decide({ subject: 'weigh.partSchool', value: event.target.value as PartSchool })}
          options={PART_SCHOOLS.map((school) => ({ value: school, label: PART_WORDS[school].name }))}
        />
        <Choice
          label="How many of each kind"
          value={sample}
          disabled={blocked}
          hint={SAMPLE_WORDS[sample].reason}
          onChange={(event) => decide({ subject: 'weigh.sample', value: event.target.value as Sample })}
          options={SAMPLES.map((one) => ({ value: one, label: SAMPLE_WORDS[one].name }))}
        />
        {hasEnds(kind) && (
          <Choice
            label="How rods are weighed here"
            value={rodSchool}
            disabled={blocked}
            hint={ROD_WORDS[rodSchool].reason}
            onChange={(event) => decide({ subject: 'weigh.rodSchool', value: event.target.value as RodSchool })}
            options={ROD_SCHOOLS.map((school) => ({ value: school, label: ROD_WORDS[school].name }))}
          />
        )}
        <Choice
          label={`What a reading of a ${name} is`}
          value={reference?.id ?? ''}
          disabled={blocked}
          hint={
            reference
              ? `Weigh ${name} ${reference.cylinder} outright, tare the scale on it, then read every other as a signed difference: good for a coarse scale.`
              : 'What the scale shows is the weight. A coarse scale does better with differences from a part it is tared on.'
          }
          onChange={(event) => decide({ subject: `weigh.reference.${kind}`, value: event.target.value === '' ? null : event.target.value })}
          options={[
            { value: '', label: 'its weight' },
            ...parts.map(({ id, cylinder }) => ({ value: id, label: `the difference from ${name} ${cylinder}` })),
          ]}
        />
      </div>
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
    </Disclosure>
  );
}
