import { fromWords, gramsWords, NOUNS, shortSize, wordOf } from '../correct/cutWords.js';
import { useCutMetals } from '../correct/useCutMetals.js';
import { counterweightOf, isRimCut, massNowG, type WeighedPart } from '@tare/core';
import type { ReactNode } from 'react';
import { useShop } from '../../api/queries.js';
import { RimMap } from '../../draw/RimMap.js';
import { clock, degrees, fixed } from '../../format/numbers.js';
import { SCHOOLS } from '../../format/words.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { toleranceLine } from '../../shell/cardFigures.js';
import { usePersonName } from '../../ui/usePersonName.js';
import { BeforeAfter } from './BeforeAfter.js';

/** The card as the customer gets it: weights, bob weight, as received, every hole, as left, force before and after. */
export function PrintedCard(): ReactNode {
  const { sheet, figures, statuses } = useOpenJob();
  const { data: shop } = useShop();
  const nameOf = usePersonName();
  const { spec } = sheet;
  const signed = sheet.signOffs.at(-1);
  const isSigned = statuses.find(({ bench }) => bench === 'signOff')?.state === 'done';
  return (
    <article className="grid gap-4 border-2 border-ink bg-plate p-5 print:border-0 print:p-0">
      <header className="flex flex-wrap justify-between gap-4 border-b-2 border-ink pb-2">
        <div>
          <p className="text-ink-soft">{shop?.name}</p>
          <h2 className="text-2xl">Balance card, job {sheet.number}</h2>
          <p className="text-lg">
            {spec.engineName}
            {spec.vessel && `, ${spec.vessel}`}; {spec.customer}
          </p>
        </div>
        <div className="text-right">
          <p>{isSigned && signed ? `Signed off by ${nameOf(signed.personId)}` : 'Not signed off'}</p>
          {isSigned && signed && (
            <p className="text-ink-soft">
              {clock(signed.at)}; arithmetic {signed.coreVersion}
            </p>
          )}
        </div>
      </header>
      <p>
        Agreed: {SCHOOLS[spec.tolerance.school].name.toLowerCase()},{' '}
        <span className="figure-type">
          {fixed(spec.tolerance.value, 2)} {SCHOOLS[spec.tolerance.school].unit}
        </span>{' '}
        ({toleranceLine(sheet, figures).text}). Matching to <span className="figure-type">{fixed(spec.matchToleranceG, 2)} g</span>. Balanced{' '}
        {spec.balance === 'internal' ? 'internally, crank alone' : 'externally, with damper and flywheel'}. Redline{' '}
        <span className="figure-type">{fixed(spec.redlineRpm, 0)} rpm</span>.
      </p>
      <Weights />
      <Bobs />
      <BeforeAfter />
      {figures.spins.length > 0 && (
        <div className="print-whole">
          <RimMap crank={spec.crank} tolerance={figures.tolerance} reading={figures.spins.at(-1)!} drilled={sheet.holes} planned={[]} />
        </div>
      )}
      <Holes />
      <WhatWasPutRight />
      <footer className="text-[0.9rem] text-ink-soft">
        Angles count from crankpin 1, clockwise seen from the front. Grams of unbalance are at the radius stated. Straightening or grinding the crank
        afterwards voids this balance.
      </footer>
    </article>
  );
}

function Weights(): ReactNode {
  const { figures, sheet } = useOpenJob();
  const { parts } = figures.weighed;
  const of = (kind: string, cylinder: number): WeighedPart | undefined => parts.find(({ part }) => part.kind === kind && part.cylinder === cylinder);
  const mass = (kind: string, cylinder: number): string => {
    const weighed = of(kind, cylinder);
    const g = weighed ? massNowG(weighed) : null;
    return g === null ? '·' : fixed(g, 2);
  };
  const end = (cylinder: number, which: 'bigEndG' | 'smallEndG' | 'totalG'): string => {
    const rod = of('rod', cylinder);
    const g = rod?.rod && !rod.needsReweighing && rod.rod.kind !== 'unknown' ? rod.rod[which] : null;
    return g === null ? '·' : fixed(g, 2);
  };
  return (
    <table className="print-whole w-full text-right figure-type">
      <caption className="text-left font-sign text-lg font-semibold">
        Weights as left, g{' '}
        {figures.sets.kind === 'matched' && figures.rods.kind === 'matched' && (
          <span className="font-normal">
            (sets within {fixed(figures.sets.set.spreadG, 2)}, big ends {fixed(figures.rods.bigEnd.spreadG, 2)}, small ends{' '}
            {fixed(figures.rods.smallEnd.spreadG, 2)})
          </span>
        )}
      </caption>
      <thead className="border-b-2 border-ink font-sign text-ink-soft">
        <tr>
          <th scope="col" className="text-left">
            Cyl.
          </th>
          <th scope="col">Piston</th>
          <th scope="col">Pin</th>
          <th scope="col">Locks</th>
          <th scope="col">Rings</th>
          <th scope="col">Big end</th>
          <th scope="col">Small end</th>
          <th scope="col">Rod</th>
          <th scope="col">Bearings</th>
        </tr>
      </thead>
      <tbody>
        {sheet.spec.layout.cylinders.map(({ number }) => (
          <tr key={number} className="border-b border-edge">
            <th scope="row" className="text-left">
              {number}
            </th>
            <td>{mass('piston', number)}</td>
            <td>{mass('pin', number)}</td>
            <td>{mass('lockPair', number)}</td>
            <td>{mass('ringSet', number)}</td>
            <td>{end(number, 'bigEndG')}</td>
            <td>{end(number, 'smallEndG')}</td>
            <td>{end(number, 'totalG')}</td>
            <td>{mass('bearingPair', number)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Bobs(): ReactNode {
  const { figures, sheet } = useOpenJob();
  const { bobs, bobsNeeded } = figures;
  const { factorRatio, oilG, acceptedG } = sheet.bobChoices;
  if (!bobsNeeded.needed)
    return (
      <p>
        <strong>Bob weights:</strong> not needed. {bobsNeeded.reason}
      </p>
    );
  if (bobs.kind !== 'ready')
    return (
      <p>
        <strong>Bob weights:</strong> not worked out.
      </p>
    );
  return (
    <p>
      <strong>Bob weights:</strong>{' '}
      <span className="figure-type">
        {bobs.pins.map(({ pin, card }, i) => `pin ${pin} ${fixed(acceptedG?.[i] ?? bobs.commonG ?? card.bobWeightG, 1)} g`).join(', ')}
      </span>
      ; factor <span className="figure-type">{fixed(factorRatio * 100, 1)} %</span>, oil <span className="figure-type">{fixed(oilG, 1)} g</span> a
      pin.
    </p>
  );
}

/** Spins and cuts that were on record and are not counted, each with its reason. */
function WhatWasPutRight(): ReactNode {
  const { sheet } = useOpenJob();
  const nameOf = usePersonName();
  if (sheet.putRight.length === 0) return null;
  return (
    <section className="print-whole">
      <h3 className="text-lg font-semibold">Put right on record</h3>
      <ul>
        {sheet.putRight.map(({ id, what, madeAt, amended, reason, personId, at }) => (
          <li
            key={id}
          >{`${PUT_RIGHT_NAMES[what]} of ${clock(madeAt)} ${amended ? 'amended' : 'voided'} by ${nameOf(personId)}, ${clock(at)}: ${reason}`}</li>
        ))}
      </ul>
    </section>
  );
}

const PUT_RIGHT_NAMES = { spin: 'Spin', cut: 'Cut', knownWeight: 'Known weight' } as const;

function Holes(): ReactNode {
  const { sheet } = useOpenJob();
  const nameOf = usePersonName();
  const metals = useCutMetals();
  const { crank } = sheet.spec;
  if (sheet.holes.length === 0)
    return (
      <p>
        <strong>Metal:</strong> none taken, none brought.
      </p>
    );
  return (
    <table className="print-whole w-full text-right figure-type [&_td]:pl-3 [&_th+th]:pl-3">
      <caption className="text-left font-sign text-lg font-semibold">Metal taken and brought</caption>
      <thead className="border-b-2 border-ink font-sign text-ink-soft">
        <tr>
          <th scope="col" className="text-left">
            No
          </th>
          <th scope="col" className="text-left">
            What
          </th>
          <th scope="col" className="text-left">
            In
          </th>
          <th scope="col">At</th>
          <th scope="col">Width × depth, length</th>
          <th scope="col">Took</th>
          <th scope="col" className="pl-4 text-left">
            Who, when
          </th>
        </tr>
      </thead>
      <tbody>
        {sheet.holes.map((hole, i) => (
          <tr key={hole.id} className="border-b border-edge">
            <th scope="row" className="text-left">
              {i + 1}
            </th>
            <td className="text-left font-sign">
              {[NOUNS[wordOf(hole)], ...(isRimCut(hole) ? [] : [fromWords(hole)])].filter((words) => words !== '').join(', ')}
            </td>
            <td className="text-left font-sign whitespace-nowrap">{counterweightOf(crank, hole.counterweightId).name}</td>
            <td>{degrees(hole.angleDeg, 1)}</td>
            <td>{isRimCut(hole) ? `${shortSize(hole)} mm off the radius` : `${shortSize(hole)} mm`}</td>
            <td className="whitespace-nowrap">{gramsWords(metals.get(hole.id)!)}</td>
            <td className="pl-4 text-left font-sign text-ink-soft">{`${nameOf(hole.personId)}, ${clock(hole.at)}`}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
