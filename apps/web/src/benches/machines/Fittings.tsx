import type { Shop, TrialPiece } from '@tare/contract';
import { typedQuantity } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useShop } from '../../api/queries.js';
import { useWrite } from '../../api/useWrite.js';
import { CheckRow } from '../../ui/CheckRow.js';
import { AddRow, TakeOff } from '../../ui/RowButtons.js';
import { Button } from '../../ui/Button.js';
import { Field } from '../../ui/Field.js';
import { QuantityField } from '../../ui/QuantityField.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useWho } from '../../ui/WhoFirst.js';

/** The shop's trial pieces, and whether its stand-ins are offered at the benches. */
export function Fittings(): ReactNode {
  const { data: shop } = useShop();
  return shop ? <FittingsForm key={shop.fittings.version} fittings={shop.fittings} /> : null;
}

interface TypedPiece {
  readonly name: string;
  readonly massG: string;
  readonly deviationG: string;
}

const typed = ({ name, massG, deviationG }: TrialPiece): TypedPiece => ({
  name,
  massG: String(massG),
  deviationG: deviationG === null ? '' : String(deviationG),
});

function FittingsForm({ fittings }: { readonly fittings: Shop['fittings'] }): ReactNode {
  const personId = useWho();
  const change = useWrite('PUT shop/fittings');
  const [pieces, setPieces] = useState(fittings.trialPieces.map(typed));
  const [standIns, setStandIns] = useState(fittings.standIns);
  const put = (i: number, more: Partial<TypedPiece>): void => setPieces(pieces.map((piece, k) => (k === i ? { ...piece, ...more } : piece)));
  const problemOf = (i: number, field: string): string | undefined =>
    change.error?.fields.find((one) => one.field === `trialPieces.${i}.${field}`)?.message;
  const keep = (): void => {
    if (personId === null) return;
    const trialPieces = pieces.map(({ name, massG, deviationG }) => ({
      name: name.trim(),
      massG: typedQuantity(massG, 'g'),
      deviationG: deviationG.trim() === '' ? null : typedQuantity(deviationG, 'g'),
    }));
    change.mutate({ personId, baseVersion: fittings.version, standIns, trialPieces });
  };
  return (
    <form
      aria-label="Trial pieces and stand-ins"
      className="mt-4 grid gap-4 border-2 border-edge bg-plate p-4"
      onSubmit={(event) => {
        event.preventDefault();
        keep();
      }}
    >
      <h2 className="text-2xl">Trial pieces</h2>
      <p className="text-ink-soft">Known weights that you hang on cranks: clamps, bolts, magnets, putty tins. Weigh each as it will hang.</p>
      {pieces.map((piece, i) => (
        <div key={i} className="flex flex-wrap items-start gap-3">
          <Field
            label="Piece"
            className="w-56"
            value={piece.name}
            onChange={(event) => put(i, { name: event.target.value })}
            problem={problemOf(i, 'name')}
          />
          <QuantityField
            label="Weighs"
            unit="g"
            className="w-32"
            value={piece.massG}
            onChange={(event) => put(i, { massG: event.target.value })}
            problem={problemOf(i, 'massG')}
          />
          <QuantityField
            label="± by its scale"
            unit="g"
            className="w-32"
            value={piece.deviationG}
            onChange={(event) => put(i, { deviationG: event.target.value })}
            problem={problemOf(i, 'deviationG')}
          />
          <TakeOff
            label={`Take ${piece.name === '' ? `piece ${i + 1}` : piece.name} off the list`}
            className="mt-6"
            onClick={() => setPieces(pieces.filter((_, k) => k !== i))}
          />
        </div>
      ))}
      <AddRow className="w-fit" onClick={() => setPieces([...pieces, { name: '', massG: '', deviationG: '' }])}>
        Another piece
      </AddRow>
      <h2 className="text-2xl">Stand-ins</h2>
      <CheckRow checked={standIns} onChange={(event) => setStandIns(event.target.checked)}>
        Offer the stand-in machine and the stand-in scale at the benches, for practice
      </CheckRow>
      {change.error && <ProblemNotice>{change.error.message}</ProblemNotice>}
      <Button type="submit" look="primary" className="w-fit" disabled={personId === null || change.isPending}>
        Keep these
      </Button>
    </form>
  );
}
