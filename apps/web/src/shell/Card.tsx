import { clock, degrees, elsewhereSentences, fixed, gramsWords, NOUNS, SCHOOLS, shortSize, wordOf } from '@tare/card';
import { counterweightOf, cutWorking, densityOf, isSpun } from '@tare/core';
import { useCutMetals } from '../benches/correct/useCutMetals.js';
import type { ReactNode } from 'react';
import { Worked } from '../ui/Worked.js';
import { bobLines, matchLines, spinLines, toleranceLine, weightLines, type CardLine } from './cardFigures.js';
import { useOpenJob } from './JobContext.js';
import { useDisplay } from '../ui/display.js';

/** The running record of the job: what the customer gets at the end, growing as numbers come in. */
export function Card(): ReactNode {
  const { systems } = useDisplay();
  const { sheet, figures } = useOpenJob();
  const { spec } = sheet;
  const weights = weightLines(sheet, figures);
  const metals = useCutMetals();
  return (
    <aside
      aria-label="The job’s card"
      className="no-print self-start border-2 border-edge bg-plate px-4 pt-3 pb-4 lg:sticky lg:top-4 lg:max-h-[calc(100vh-2rem)] lg:overflow-auto"
    >
      <p className="text-[0.85rem] tracking-wide text-ink-soft uppercase">Card of job {sheet.number}</p>
      <h2 className="text-xl">{spec.engineName}</h2>
      <p className="text-ink-soft">{[spec.vessel, spec.customer].filter((text) => text !== '').join(', ')}</p>
      <Section title="Agreed">
        {isSpun(spec.jobKind) ? (
          <>
            <Line line={toleranceLine(sheet, figures, systems)} />
            <p className="text-ink-soft">
              {SCHOOLS[spec.tolerance.school].name}; {spec.balance === 'internal' ? 'balanced internally' : 'balanced externally'}; redline{' '}
              <span className="figure-type">{fixed(spec.redlineRpm, 0)}</span> rpm
            </p>
          </>
        ) : (
          <Line line={{ label: 'Largest − smallest', text: `${fixed(spec.matchToleranceG, 2)} g`, working: null }} />
        )}
        {elsewhereSentences(spec.elsewhere).map((sentence) => (
          <p key={sentence} className="text-ink-soft">
            {sentence}
          </p>
        ))}
      </Section>
      {weights.length > 0 && (
        <Section title="Weights">
          {weights.map((line) => (
            <Line key={line.label} line={line} />
          ))}
        </Section>
      )}
      <Lines title="Matching" lines={matchLines(figures)} />
      <Lines title="Bob weights" lines={bobLines(sheet, figures)} />
      <Lines title="As received" lines={spinLines(sheet, figures, 0, 'As received', systems)} />
      {sheet.holes.length > 0 && (
        <Section title={`Metal taken and brought: ${sheet.holes.length}`}>
          {sheet.holes.map((hole) => {
            const metal = metals.get(hole.id)!;
            const counterweight = counterweightOf(spec.crank, hole.counterweightId);
            const { name, rimRadiusMm } = counterweight;
            return (
              <Line
                key={hole.id}
                line={{
                  label: `${name} at ${degrees(hole.angleDeg, 1)}`,
                  text: `${hole.kind === 'radial' ? '' : `${NOUNS[wordOf(hole)]}, `}${shortSize(hole, systems)}, ${gramsWords(metal)}`,
                  working: cutWorking(hole, { rimRadiusMm, densityGPerCm3: densityOf(spec.crank, counterweight) }, metal),
                  personId: hole.personId,
                  at: hole.at,
                }}
              />
            );
          })}
        </Section>
      )}
      {figures.spins.length > 1 && <Lines title="Last spin" lines={spinLines(sheet, figures, -1, 'Last spin', systems)} />}
      {sheet.signOffs.at(-1) && (
        <Section title="Signed off">
          <p>{clock(sheet.signOffs.at(-1)!.at)}</p>
        </Section>
      )}
      {weights.length === 0 && <p className="mt-4 text-ink-soft">Figures appear here as they come in. Touch one to see its working.</p>}
    </aside>
  );
}

function Lines({ title, lines }: { readonly title: string; readonly lines: readonly CardLine[] }): ReactNode {
  if (lines.length === 0) return null;
  return (
    <Section title={title}>
      {lines.map((line) => (
        <Line key={line.label} line={line} />
      ))}
    </Section>
  );
}

function Section({ title, children }: { readonly title: string; readonly children: ReactNode }): ReactNode {
  return (
    <section className="mt-3 border-t border-edge pt-2">
      <h3 className="mb-1 font-semibold">{title}</h3>
      {children}
    </section>
  );
}

function Line({ line }: { readonly line: CardLine }): ReactNode {
  const by = line.personId !== undefined && line.at !== undefined ? { personId: line.personId, at: line.at } : undefined;
  return (
    <div className="flex flex-wrap items-baseline justify-between gap-x-3">
      <span className="text-ink-soft">{line.label}</span>
      <span className="ml-auto figure-type text-[0.95rem]">
        <Worked working={line.working} by={by}>
          {line.text}
        </Worked>
      </span>
    </div>
  );
}
