import { factsOf, type JobSheet } from '@tare/contract';
import { hasBench, isBrought, isInsideNow, isSpun, kindsHere, SINGLE_KINDS, toPolar, type JobFigures, type SpinFigures } from '@tare/core';
import { count, KIND_NAMES, timesIn100 } from '../words/names.js';
import { fixed } from '../words/numbers.js';

/** A step of the job as a customer reads it: what was done, and what came of it. */
export interface CustomerStep {
  readonly title: string;
  readonly sentences: readonly [string, string];
}

/** The whole job in two plain sentences a step; steps that were not taken are left out. */
export function customerSteps(sheet: JobSheet, figures: JobFigures): CustomerStep[] {
  return [
    arrival(sheet),
    ...makingReady(sheet),
    ...weighing(sheet, figures),
    ...matching(sheet, figures),
    ...bobs(sheet, figures),
    ...spinning(sheet, figures),
    ...correcting(sheet),
    ...(isSpun(sheet.spec.jobKind) ? [now(sheet, figures)] : []),
  ];
}

function arrival({ spec, arrivals, parts }: JobSheet): CustomerStep {
  const found = Object.values(arrivals).reduce((n, seen) => n + seen.count, 0);
  const damaged = parts.filter((part) => part.damaged).length;
  const counted =
    found === 0
      ? 'What came with it was not counted.'
      : `We counted ${count(found, 'thing')}${damaged === 0 ? '' : `; ${count(damaged, 'part')} of them ${damaged === 1 ? 'is' : 'are'} damaged or to be replaced`}.`;
  return { title: 'It came in', sentences: [`Your ${spec.engineName} came to us${isSpun(spec.jobKind) ? ' to be balanced' : ''}.`, counted] };
}

/** What was measured of the crank and done to it before anything was weighed. */
function makingReady(sheet: JobSheet): CustomerStep[] {
  const { madeReady: made } = factsOf(sheet);
  const read = made?.measurements.filter(({ voided }) => !voided).length ?? 0;
  if (!made || read === 0) return [];
  const pushes = made.works.filter(({ work }) => work.kind === 'push').length;
  const ground = made.works.flatMap(({ work }) =>
    work.kind === 'grindMains'
      ? [`mains ${fixed(work.underMm, 2)} mm under`]
      : work.kind === 'grindPins'
        ? [`pins ${fixed(work.underMm, 2)} mm under`]
        : [],
  );
  const done = [...(pushes > 0 ? ['straightened it'] : []), ...(ground.length > 0 ? [`ground ${ground.join(' and ')}`] : [])];
  const cracks =
    made.cracks === null
      ? ''
      : made.cracks.way === 'waived'
        ? ' It was not tested for cracks.'
        : made.cracks.cracks.length === 0
          ? ' No crack was found.'
          : ' A crack was found.';
  return [
    {
      title: 'We measured the crank',
      sentences: [`A gauge was read ${count(read, 'time')}.${cracks}`, done.length === 0 ? 'It was left as it came.' : `We ${done.join(', and ')}.`],
    },
  ];
}

function weighing({ readings, weighChoices, spec }: JobSheet, { weighed }: JobFigures): CustomerStep[] {
  const counted = readings.filter(({ voided }) => !voided);
  if (counted.length === 0) return [];
  const parts = new Set(counted.map(({ partId }) => partId)).size;
  const spreads = kindsHere(weighChoices.partSchool, spec.elsewhere).flatMap((kind) => {
    const means = weighed.parts.flatMap(({ part, asReceived }) => (part.kind === kind ? ((asReceived.mass ?? asReceived.total)?.meanG ?? []) : []));
    return means.length < 2 ? [] : [{ kind, g: Math.max(...means) - Math.min(...means) }];
  });
  const largest = spreads.reduce<(typeof spreads)[number] | null>((most, one) => (most === null || one.g > most.g ? one : most), null);
  const name = largest && KIND_NAMES[largest.kind];
  return [
    {
      title: 'We weighed it',
      sentences: [
        `${count(parts, 'part')} went on the scale, ${count(counted.length, 'time')} in all.`,
        largest && name
          ? `The heaviest ${name.one.toLowerCase()} weighed ${fixed(largest.g, 1)} g more than the lightest.`
          : 'There is nothing yet to compare them with.',
      ],
    },
  ];
}

function matching({ partCuts, spec, parts }: JobSheet, { sets, rods }: JobFigures): CustomerStep[] {
  if (sets.kind !== 'matched') return [];
  const cut = new Set(partCuts.filter(({ replaced }) => replaced !== true).map(({ partId }) => partId)).size;
  const moved = parts.filter(
    ({ runsIn, cylinder, kind }) => runsIn !== undefined && runsIn !== cylinder && (SINGLE_KINDS as readonly string[]).includes(kind),
  ).length;
  const done = [
    ...(cut === 0 ? [] : [`took metal off ${count(cut, 'part')}`]),
    ...(moved === 0 ? [] : [`let ${count(moved, 'part')} change places`]),
  ];
  const inside = sets.set.inTolerance && (rods.kind === 'none' || ('inTolerance' in rods && rods.inTolerance));
  return [
    {
      title: 'We matched the parts',
      sentences: [
        done.length === 0 ? 'We did not have to take metal off any part.' : `We ${done.join(' and ')}, so that each cylinder weighs the same.`,
        `The cylinders now lie within ${fixed(sets.set.spreadG, 2)} g of one another; ${fixed(spec.matchToleranceG, 2)} g was agreed${inside ? '' : ', and not everything is inside it'}.`,
      ],
    },
  ];
}

function bobs({ bobChoices, spec }: JobSheet, { bobsNeeded }: JobFigures): CustomerStep[] {
  if (!bobsNeeded.needed || bobChoices.acceptedG === null) return [];
  const [low, high] = [Math.min(...bobChoices.acceptedG), Math.max(...bobChoices.acceptedG)];
  return [
    {
      title: hasBench(spec.jobKind, 'weigh') ? 'We built bob weights' : 'We hung bob weights on it',
      sentences: [
        'On the balancing machine, weights on the crankpins stand in for rods and pistons.',
        !hasBench(spec.jobKind, 'weigh')
          ? 'What they have to weigh was given to us.'
          : low === high
            ? `Each was built to ${fixed(low, 1)} g.`
            : `They were built to between ${fixed(low, 1)} and ${fixed(high, 1)} g.`,
      ],
    },
  ];
}

const counts = ({ quick, setAside }: SpinFigures): boolean => !quick && !setAside;

function amounts({ spec: { crank } }: JobSheet, spin: SpinFigures): readonly [string, string] {
  const { radiusAMm, radiusBMm } = crank.planes;
  return [`${fixed(toPolar(spin.a.meanGmm).amount / radiusAMm, 1)} g`, `${fixed(toPolar(spin.b.meanGmm).amount / radiusBMm, 1)} g`];
}

const forces = ({ forceAtRedlineN: { a, b } }: SpinFigures): string => `${fixed(a, 0)} N at the front and ${fixed(b, 0)} N at the rear`;

function spinning(sheet: JobSheet, figures: JobFigures): CustomerStep[] {
  const first = figures.spins.find(counts);
  if (!first) return [];
  const [front, rear] = amounts(sheet, first);
  return [
    {
      title: 'We spun the crank',
      sentences: [
        `As it came, the crank was too heavy by ${front} at the front and by ${rear} at the rear.`,
        `At ${fixed(sheet.spec.redlineRpm, 0)} rpm that pulls with ${forces(first)}.`,
      ],
    },
  ];
}

function correcting({ holes }: JobSheet): CustomerStep[] {
  if (holes.length === 0) return [];
  const brought = holes.filter(isBrought).length;
  const taken = holes.length - brought;
  const words = [
    ...(taken === 0 ? [] : [`took metal off in ${count(taken, 'place')}`]),
    ...(brought === 0 ? [] : [`added metal in ${count(brought, 'place')}`]),
  ];
  return [{ title: 'We corrected it', sentences: [`We ${words.join(' and ')}.`, 'The card has every place, with what it took or brought.'] }];
}

function now(sheet: JobSheet, figures: JobFigures): CustomerStep {
  const last = figures.spins.findLast(counts);
  if (!last) return { title: 'How it is now', sentences: ['The crank has not been spun yet.', 'Nothing can be said of its balance.'] };
  const [front, rear] = amounts(sheet, last);
  const { gramsAtRadiusA, gramsAtRadiusB } = figures.tolerance;
  const agreed =
    fixed(gramsAtRadiusA, 1) === fixed(gramsAtRadiusB, 1)
      ? `${fixed(gramsAtRadiusA, 1)} g`
      : `${fixed(gramsAtRadiusA, 1)} and ${fixed(gramsAtRadiusB, 1)} g`;
  const left = `${front} is left at the front and ${rear} at the rear; ${agreed} was agreed.`;
  if (isInsideNow(figures))
    return {
      title: 'How it is now',
      sentences: [
        left,
        `It is inside ${timesIn100(figures.estimate.inside ?? 0)}, and at ${fixed(sheet.spec.redlineRpm, 0)} rpm it pulls with no more than ${forces(last)}.`,
      ],
    };
  return {
    title: 'How it is now',
    sentences: [
      figures.holesSinceLastSpin > 0 ? `By the last spin ${left.charAt(0).toLowerCase()}${left.slice(1)}` : left,
      figures.holesSinceLastSpin > 0
        ? `We made ${count(figures.holesSinceLastSpin, 'cut')} since, and will spin it again.`
        : 'It is not shown to be inside yet, and we go on.',
    ],
  };
}
