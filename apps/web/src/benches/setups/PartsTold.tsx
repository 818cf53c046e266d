import { degrees, fixed, PART_WORDS, placesKnown } from '@tare/card';
import { boltedSpins, mountingScatter, partsTold, rimKindOf, staticOf, toPolar, type KnownUnbalance, type PartTold } from '@tare/core';
import { useMemo, useState, type ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { DataTable } from '../../ui/DataTable.js';
import { Disclosure } from '../../ui/Disclosure.js';
import { useDisplay } from '../../ui/display.js';

const nameOf = (part: string): string => PART_WORDS[part] ?? part;

/** Whose unbalance it is: each part's own, with its region, from all spins of all set-ups together. */
export function PartsTold(): ReactNode {
  const { sheet } = useOpenJob();
  const [open, setOpen] = useState(false);
  if (!sheet.setUp || sheet.setUp.kept.spins.length === 0) return null;
  return (
    <Disclosure large open={open} onToggle={(event) => setOpen(event.currentTarget.open)} title="How much of it is whose: each part by itself">
      {/* Worked out from all spins: not while nobody looks. */}
      {open && <Parts />}
    </Disclosure>
  );
}

function Parts(): ReactNode {
  const { say } = useDisplay();
  const { sheet, facts, figures } = useOpenJob();
  const { planes } = sheet.spec.crank;
  const parts = useMemo(() => partsTold(facts, sheet.spec.redlineRpm), [facts, sheet.spec.redlineRpm]);
  const scatter = useMemo(() => mountingScatter(boltedSpins(facts)), [facts]);
  const amount = ({ unbalance, radius95Gmm }: KnownUnbalance, plane: 'aGmm' | 'bGmm'): string => {
    const radiusMm = plane === 'aGmm' ? planes.radiusAMm : planes.radiusBMm;
    const known = radius95Gmm?.[plane] ?? null;
    if (known !== null && known / radiusMm > UNKNOWN_G) return 'not seen apart yet';
    const places = placesKnown(known, radiusMm);
    const { amount: gmm, angleDeg } = toPolar(unbalance[plane]);
    return `${fixed(gmm / radiusMm, places)}${known === null ? '' : ` ± ${fixed(known / radiusMm, places)}`} @ ${degrees(angleDeg)}`;
  };
  /** What would have to come off a part that bolts on, at its own rim, to make it neutral. */
  const toNeutral = (part: PartTold): string => {
    const rim = sheet.setUp!.kept.spec.crank.counterweights.find((one) => rimKindOf(one) === part.parts[0]);
    if (!rim || !part.isApart || isVague(part.known, planes.radiusAMm)) return '';
    const { amount, angleDeg } = toPolar(staticOf(part));
    return `${fixed(amount / rim.rimRadiusMm, 1)} g at ${say(rim.rimRadiusMm, 'mm', 0)} @ ${degrees(angleDeg)}`;
  };
  return (
    <div className="grid gap-3">
      <DataTable<PartTold>
        caption="Each part’s own unbalance"
        hideCaption
        rows={parts}
        keyOf={({ parts: names }) => names.join(' ')}
        columns={[
          { title: 'Part', is: 'words', cell: ({ parts: names }) => names.map(nameOf).join(' with ') },
          { title: `A, g at ${say(planes.radiusAMm, 'mm', 0)}`, cell: ({ known }) => amount(known, 'aGmm') },
          { title: `B, g at ${say(planes.radiusBMm, 'mm', 0)}`, cell: ({ known }) => amount(known, 'bGmm') },
          {
            title: `Pull at ${fixed(sheet.spec.redlineRpm, 0)} rpm`,
            cell: ({ forceN, known }) => (isVague(known, planes.radiusAMm) ? '' : `A ${say(forceN.a, 'N', 0)}, B ${say(forceN.b, 'N', 0)}`),
          },
          { title: 'Neutral with this off it', cell: toNeutral },
        ]}
      />
      <p className="text-ink-soft">
        In the planes of this set-up, at the radii of those planes, each part in its own angles; ± is where the truth lies 95 times in 100. Parts that
        were never spun apart are told together.
      </p>
      {scatter.map(({ part, aGmm, bGmm, repeats }) => {
        const grams = { a: aGmm / planes.radiusAMm, b: bGmm / planes.radiusBMm };
        const isTooMuch = aGmm > figures.tolerance.aGmm || bGmm > figures.tolerance.bGmm;
        return (
          <p key={part} className={isTooMuch ? 'font-semibold text-outside' : ''}>
            {`Bolting the ${nameOf(part)} on again changes A by ${fixed(grams.a, 2)} g and B by ${fixed(grams.b, 2)} g (one deviation${repeats === 1 ? ', from one repeat: another would be better' : `, from ${repeats} repeats`}).`}
            {isTooMuch && ' That is more than the tolerance: no drilling will cure it. Look at its face and its spigot.'}
          </p>
        );
      })}
    </div>
  );
}

/** What is known no better than this is not known. */
const UNKNOWN_G = 500;
const isVague = ({ radius95Gmm }: KnownUnbalance, radiusMm: number): boolean => radius95Gmm !== null && radius95Gmm.aGmm / radiusMm > UNKNOWN_G;
