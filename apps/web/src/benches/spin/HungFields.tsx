import { fixed } from '@tare/card';
import type { Crank } from '@tare/core';
import type { ReactNode } from 'react';
import { useShop } from '../../api/queries.js';
import { AddRow, TakeOff } from '../../ui/RowButtons.js';
import { Choice } from '../../ui/Choice.js';
import { QuantityField } from '../../ui/QuantityField.js';
import { blankRow, hungPlaces, type HungRow } from './hungRows.js';

interface HungFieldsProps {
  readonly crank: Crank;
  readonly rows: readonly HungRow[];
  readonly onChange: (rows: readonly HungRow[]) => void;
}

/** Known weights, piece by piece: which, how heavy, where. */
export function HungFields({ crank, rows, onChange }: HungFieldsProps): ReactNode {
  const { data: shop } = useShop();
  const pieces = shop?.fittings.trialPieces ?? [];
  const places = hungPlaces(crank);
  const put = (i: number, more: Partial<HungRow>): void => onChange(rows.map((row, k) => (k === i ? { ...row, ...more } : row)));
  return (
    <div className="grid gap-3">
      {rows.map((row, i) => {
        const of = (what: string): string => (rows.length === 1 ? what : `${what}, no. ${i + 1}`);
        return (
          <div key={i} className="flex flex-wrap items-end gap-3">
            {pieces.length > 0 && (
              <Choice
                label={of('Trial piece')}
                className="w-48"
                value={row.name}
                onChange={(event) => {
                  const piece = pieces.find(({ name }) => name === event.target.value);
                  put(
                    i,
                    piece
                      ? { name: piece.name, massG: String(piece.massG), deviationG: piece.deviationG === null ? '' : String(piece.deviationG) }
                      : { name: '' },
                  );
                }}
                options={[
                  { value: '', label: 'weighed just now' },
                  ...pieces.map(({ name, massG }) => ({ value: name, label: `${name} (${massG} g)` })),
                ]}
              />
            )}
            <QuantityField
              label={of('Weighs')}
              unit="g"
              className="w-28"
              value={row.massG}
              onChange={(event) => put(i, { massG: event.target.value, name: '' })}
            />
            <QuantityField
              label={of('±')}
              unit="g"
              className="w-24"
              value={row.deviationG}
              onChange={(event) => put(i, { deviationG: event.target.value })}
            />
            <Choice
              label={of('Hangs')}
              className="w-44"
              value={row.place}
              onChange={(event) => {
                const place = places.find(({ value }) => value === event.target.value);
                put(i, { place: event.target.value, ...(place ? { radiusMm: String(place.radiusMm) } : {}) });
              }}
              options={[
                ...places.map(({ value, at }) => ({ value, label: at.length === 1 ? `in plane ${at}` : `on ${at}` })),
                { value: '', label: 'somewhere else' },
              ]}
            />
            {row.place === '' && (
              <QuantityField
                label={of('Along the crank')}
                unit="mm"
                className="w-32"
                value={row.zMm}
                onChange={(event) => put(i, { zMm: event.target.value })}
              />
            )}
            <QuantityField
              label={of('At radius')}
              unit="mm"
              className="w-28"
              value={row.radiusMm}
              onChange={(event) => put(i, { radiusMm: event.target.value })}
            />
            <QuantityField
              label={of('At angle')}
              unit="°"
              className="w-24"
              value={row.angleDeg}
              onChange={(event) => put(i, { angleDeg: event.target.value })}
            />
            <TakeOff label={`Take weight ${i + 1} off`} onClick={() => onChange(rows.filter((_, k) => k !== i))} />
          </div>
        );
      })}
      <AddRow className="w-fit" onClick={() => onChange([...rows, blankRow(crank)])}>
        {rows.length === 0 ? 'Hang a known weight' : 'Hang another'}
      </AddRow>
      <p className="text-ink-soft">
        {`Angles from crankpin 1. ± is what its scale may be off by; blank counts ${fixed(0.1, 1)} g. What hangs is taken off the reading again. From one spin without it and one with it, the calibration is checked. Fix it well and stand clear.`}
      </p>
    </div>
  );
}
