import type { DeckPlan, DecksFigures, MadeReady } from '@tare/core';
import type { ReactNode } from 'react';
import { useOpenJob } from '../../../shell/JobContext.js';
import { CommitQuantity } from '../../../ui/form/CommitFields.js';
import { Caution, Note } from '../../../ui/Notice.js';
import { useDecide } from '../../../ui/useDecide.js';
import { useDisplay } from '../../../ui/display.js';
import { AcceptanceMark } from '../acceptanceWords.js';
import { FigureEach } from '../FigureEach.js';
import { LogAmount } from '../LogAmount.js';
import { NoCutFaces } from '../NoCutFaces.js';
import { PlaceEntry } from '../PlaceEntry.js';
import { PlaceTable } from '../PlaceTable.js';
import { useSheetEntry } from '../useSheetEntry.js';

interface DeckProps {
  readonly made: MadeReady;
  readonly decks: DecksFigures;
}

/** Heights at four corners of every deck from the main line; what is cut so that all are whole and alike. */
export function DeckSheet({ made, decks }: DeckProps): ReactNode {
  const entry = useSheetEntry('decks');
  const { limits } = made.decks;
  return (
    <div className="grid gap-4">
      {limits === null && <Note>Nobody typed the limits of the decks yet: heights are kept, and nothing is judged.</Note>}
      <PlaceEntry entry={entry} smallestBandMm={limits?.flatnessMm ?? null} />
      <PlaceTable
        entry={entry}
        caption="Decks, right and left as seen along the crank from the front, the cylinders upright"
        verdictOf={(name) => {
          const flat = decks.rows.find(({ bank }) => name === `Deck ${bank}`)?.flat;
          return flat ? <AcceptanceMark of={flat} /> : null;
        }}
      />
      {decks.alike && (
        <p className="flex gap-2">
          The decks against one another: <AcceptanceMark of={decks.alike} />
        </p>
      )}
      <FigureEach
        title="What a straight edge stands off them"
        members={decks.rows.map(({ bank }) => ({
          subject: `deck.hollow.${bank}`,
          label: `Deck ${bank}, at most`,
          kept: made.decks.hollowMm[bank],
        }))}
        unit="mm"
        isGood={(mm) => mm >= 0 && mm <= 5}
        complaint="A length, at most 5 mm; 0 for none."
      />
      <NoCutFaces made={made} faces={decks.rows.map(({ bank }) => [`deck.${bank}`, `Deck ${bank}`] as const)} />
      <DeckDesk made={made} decks={decks} />
    </div>
  );
}

/** What is cut off which deck, somebody's own height, and the cut itself. */
function DeckDesk({ made, decks: { rows, plan, refused, isBelowLeast, crowns } }: DeckProps): ReactNode {
  const { sheet } = useOpenJob();
  const { decide } = useDecide();
  const { say } = useDisplay();
  const { limits, toMm } = made.decks;
  if (!limits) return null;
  const open = rows.filter(({ deck }) => deck === null);
  const striking = crowns.filter(({ then }) => then?.strikes);
  return (
    <section className="grid gap-3 border-2 border-edge p-3" aria-label="Cutting the decks">
      {refused !== null && <Note>{`▲ ${refused}`}</Note>}
      {plan === null && refused === null && (
        <p className="text-ink-soft">
          {open.length > 0
            ? `Measure all four corners of deck ${open.map(({ bank }) => bank).join(' and ')}: then it says what is cut.`
            : 'Nothing asks for a cut, as far as it is measured.'}
        </p>
      )}
      {plan && (
        <>
          <p className="text-lg">
            <strong>{`To ${say(plan.heightMm, 'mm', 3)} from the main line${plan.decides === null ? '' : `; deck ${plan.decides} decides`}.`}</strong>
          </p>
          {isBelowLeast && <Note>{`▲ That is less than the least height that was typed, ${say(limits.leastHeightMm!, 'mm', 3)}.`}</Note>}
          {striking.length > 0 && (
            <Note>{`▲ The crown would meet the head in cylinder ${striking.map(({ cylinder }) => cylinder).join(', ')}: nothing of the gasket is left over it.`}</Note>
          )}
          <Caution>
            <p>
              Bolt the block down on its main line or its mains’ bores, and mark what stays: numbered and stamped faces are not cut. Take the last cut
              thin. Follow the machine maker’s instructions and local rules; when in doubt ask a licensed or certified machinist.
            </p>
          </Caution>
          {plan.takes.map((take) => (
            <DeckCut key={take.bank} take={take} lastMm={limits.lastCutMm} />
          ))}
        </>
      )}
      <CommitQuantity
        label="A height of one’s own, 0 for none"
        unit="mm"
        className="w-64"
        place={`deck-to.${sheet.id}`}
        kept={toMm ?? 0}
        isGood={(mm) => mm >= 0 && mm <= 5000}
        complaint="A height from the main line; 0 for what follows from the corners."
        onCommit={(mm, settled) => decide({ subject: 'deck.to', value: mm === 0 ? null : mm }, settled)}
      />
    </section>
  );
}

/** One deck's cut: what to take, and what was taken. */
function DeckCut({ take, lastMm }: { readonly take: DeckPlan['takes'][number]; readonly lastMm: number }): ReactNode {
  const { say } = useDisplay();
  if (take.mostMm <= 0) return <p>{`Deck ${take.bank} is there already.`}</p>;
  return (
    <div className="grid gap-1">
      <p>
        {`Deck ${take.bank}: ${say(take.mostMm, 'mm', 3)} at its highest corner, ${say(Math.max(0, take.leastMm), 'mm', 3)} at its lowest; ${
          take.roughMm > 0 ? `${say(take.roughMm, 'mm', 3)} first, then ${say(Math.min(lastMm, take.mostMm), 'mm', 3)} thin` : 'in one thin cut'
        }.`}
      </p>
      {take.leavesOldFace && <Note>{`▲ Deck ${take.bank} would keep some of its old face at that height.`}</Note>}
      <LogAmount
        label={`Taken off deck ${take.bank}`}
        className="w-44"
        suggestedMm={take.mostMm}
        places={3}
        mostMm={20}
        workOf={(takenMm) => ({ kind: 'deck', bank: take.bank, takenMm })}
      >
        {`Deck ${take.bank} was cut: measure it again`}
      </LogAmount>
    </div>
  );
}
