import { fixed, KIND_NAMES } from '@tare/card';
import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type DragEndEvent,
  type UniqueIdentifier,
  type DragOverEvent,
} from '@dnd-kit/core';
import { cylinderOf, massNowG, SET_KINDS, type PartFact } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { WeightLadder } from '../../../draw/WeightLadder.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { exchangeByHand } from './exchanges.js';
import { stepToColumn } from './stepToColumn.js';
import type { Swap } from './useSwap.js';

/** Kinds that can be dragged; a piston stays in its bore. */
const DRAGGED = SET_KINDS.filter((kind) => kind !== 'piston');

/** The sets on one gram scale, and under each rung its parts: dragged onto another cylinder they change places with their like. */
export function SetBoard({ swap }: { readonly swap: Swap }): ReactNode {
  const { sheet } = useOpenJob();
  const [over, setOver] = useState<{ readonly partId: string; readonly cylinder: number } | null>(null);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: stepToColumn }),
  );
  const parts = over ? exchangeByHand(swap.parts, over.partId, over.cylinder) : swap.parts;
  const sets = swap.setsOf(parts);
  if (sets?.kind !== 'matched') return null;
  const partName = (id: UniqueIdentifier): string => {
    const part = swap.parts.find((one) => one.id === id);
    return part ? `${KIND_NAMES[part.kind].one} ${part.cylinder}` : '';
  };
  const cylinderUnder = ({ over: target }: DragOverEvent | DragEndEvent): number | null => (target ? Number(target.id) : null);
  return (
    <DndContext
      sensors={sensors}
      accessibility={{
        screenReaderInstructions: {
          draggable: 'Space picks the part up, arrows carry it to another cylinder, Space puts it down, Escape puts it back.',
        },
        announcements: {
          onDragStart: ({ active }) => `${partName(active.id)} picked up.`,
          onDragOver: ({ active, over: at }) => `${partName(active.id)} ${at ? `over cylinder ${at.id}` : 'over no cylinder'}.`,
          onDragEnd: ({ active, over: at }) => (at ? `${partName(active.id)} put down at cylinder ${at.id}.` : `${partName(active.id)} put back.`),
          onDragCancel: ({ active }) => `${partName(active.id)} put back.`,
        },
      }}
      onDragOver={(event) => {
        const cylinder = cylinderUnder(event);
        setOver(cylinder === null ? null : { partId: String(event.active.id), cylinder });
      }}
      onDragCancel={() => setOver(null)}
      onDragEnd={(event) => {
        const cylinder = cylinderUnder(event);
        setOver(null);
        if (cylinder !== null) swap.move(String(event.active.id), cylinder);
      }}
    >
      <p className="text-lg" aria-live="polite">
        Largest − smallest{' '}
        <output className="figure-type text-2xl font-semibold" aria-label="Spread on the ladder">
          {fixed(sets.set.spreadG, 2)} g
        </output>
        {swap.movedByHand && <span className="text-ink-soft"> as moved by hand, not kept yet</span>}
      </p>
      <WeightLadder
        title="Sets"
        rungs={sets.cylinders.map(({ cylinder, weightG, damaged }) => ({ name: String(cylinder), weightG, whiskerG: 0, damaged }))}
        targetG={sets.set.targetG}
        toleranceG={sheet.spec.matchToleranceG}
      />
      <ul className="grid grid-flow-col gap-1 overflow-x-auto" aria-label="Parts by cylinder">
        {sets.cylinders.map(({ cylinder }) => (
          <Column key={cylinder} cylinder={cylinder} locked={sheet.matchChoices.lockedCylinders.includes(cylinder)}>
            {DRAGGED.map((kind) => {
              const part = swap.parts.find((one) => one.kind === kind && cylinderOf(one) === cylinder);
              return part && <PartChip key={part.id} part={part} />;
            })}
          </Column>
        ))}
      </ul>
    </DndContext>
  );
}

function Column({ cylinder, locked, children }: { readonly cylinder: number; readonly locked: boolean; readonly children: ReactNode }): ReactNode {
  const { setNodeRef, isOver } = useDroppable({ id: String(cylinder), disabled: locked });
  return (
    <li
      ref={setNodeRef}
      className={`grid min-w-20 content-start gap-1 border-2 p-1 ${isOver ? 'border-blue bg-blue-wash' : 'border-edge'}`}
      aria-label={`Cylinder ${cylinder}`}
    >
      <span className="figure-type text-lg font-semibold">
        {cylinder}
        {locked && <span className="font-sign text-[0.9rem] font-normal text-ink-soft"> locked</span>}
      </span>
      {children}
    </li>
  );
}

function PartChip({ part }: { readonly part: PartFact }): ReactNode {
  const { figures, sheet } = useOpenJob();
  const locked = sheet.matchChoices.lockedCylinders.includes(cylinderOf(part));
  const { setNodeRef, listeners, attributes, transform, isDragging } = useDraggable({ id: part.id, disabled: locked });
  const weighed = figures.weighed.parts.find((one) => one.part.id === part.id);
  const g = weighed && massNowG(weighed);
  return (
    <button
      ref={setNodeRef}
      type="button"
      {...attributes}
      {...listeners}
      aria-label={`${KIND_NAMES[part.kind].one} ${part.cylinder}, ${g === null || g === undefined ? 'not weighed' : `${fixed(g, 2)} g`}`}
      style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
      className={`min-h-11 touch-none rounded-sm border-2 px-1 text-left leading-tight ${isDragging ? 'relative z-10 border-blue bg-plate' : part.cylinder === cylinderOf(part) ? 'border-edge bg-plate-low' : 'border-blue bg-blue-wash'}`}
    >
      <span className="block">
        {KIND_NAMES[part.kind].one} {part.cylinder}
      </span>
      <span className="figure-type text-[0.9rem]">{g === null || g === undefined ? '·' : fixed(g, 2)}</span>
    </button>
  );
}
