import { POINT_ANGLE_DEG, readQuantity, type Bit, type Unit } from '@tare/core';
import { useState, type ReactNode } from 'react';
import type { ProblemError } from '../../api/problem.js';
import { useShop } from '../../api/queries.js';
import { useBitsChange } from '../../api/shopThings.js';
import { AddRow, TakeOff } from '../../ui/RowButtons.js';
import { Button } from '../../ui/Button.js';
import { QuantityField } from '../../ui/QuantityField.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useWho } from '../../ui/WhoFirst.js';

const BIT_FIELDS = [
  ['bitMm', 'Bit', 'mm'],
  ['pointAngleDeg', 'Point', '°'],
  ['usableDepthMm', 'Reach', 'mm'],
] as const;

type TypedBit = Readonly<Record<keyof Bit, string>>;

/** The bits in the shop's drawer, from which every plan is made. */
export function BitsEditor(): ReactNode {
  const { data: shop } = useShop();
  return shop ? <Bits key={shop.bitsVersion} bits={shop.bits} version={shop.bitsVersion} /> : null;
}

function Bits({ bits, version }: { readonly bits: readonly Bit[]; readonly version: number }): ReactNode {
  const personId = useWho();
  const [rows, setRows] = useState<readonly TypedBit[]>(() =>
    bits.map((b) => ({ bitMm: String(b.bitMm), pointAngleDeg: String(b.pointAngleDeg), usableDepthMm: String(b.usableDepthMm) })),
  );
  const save = useBitsChange();
  const keep = (): void => {
    if (personId === null) return;
    const typed = rows.map((row) => ({
      bitMm: numberOf(row.bitMm, 'mm'),
      pointAngleDeg: numberOf(row.pointAngleDeg, '°'),
      usableDepthMm: numberOf(row.usableDepthMm, 'mm'),
    }));
    // What is no number goes as null: the server's schema then says so at that field.
    save.mutate({ personId, baseVersion: version, bits: typed as Bit[] });
  };
  const set = (i: number, key: keyof Bit, value: string): void => {
    setRows(rows.map((row, j) => (j === i ? { ...row, [key]: value } : row)));
  };
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        keep();
      }}
    >
      {rows.map((row, i) => (
        <div key={i} className="flex flex-wrap items-start gap-3">
          {BIT_FIELDS.map(([key, label, unit]) => (
            <QuantityField
              key={key}
              label={label}
              className="w-32 grow"
              unit={unit}
              isBit={key === 'bitMm'}
              value={row[key]}
              onChange={(event) => {
                set(i, key, event.target.value);
              }}
              problem={problemOf(save.error, i, key)}
            />
          ))}
          <TakeOff
            label={`Take the ${row.bitMm} mm bit out`}
            className="mt-6"
            onClick={() => {
              setRows(rows.filter((_, j) => j !== i));
            }}
          />
        </div>
      ))}
      {save.error && <ProblemNotice>{save.error.message}</ProblemNotice>}
      <div className="flex gap-3">
        <AddRow
          onClick={() => {
            setRows([...rows, { bitMm: '', pointAngleDeg: String(POINT_ANGLE_DEG), usableDepthMm: '50' }]);
          }}
        >
          Another bit
        </AddRow>
        <Button type="submit" disabled={personId === null || save.isPending}>
          Keep these bits
        </Button>
      </div>
    </form>
  );
}

const problemOf = (error: ProblemError | null, row: number, key: keyof Bit): string | undefined =>
  error?.fields.find((f) => f.field === `bits.${row}.${key}`)?.message;

function numberOf(typed: string, unit: Unit): number | null {
  const parsed = readQuantity(typed, unit);
  return parsed.kind === 'quantity' ? parsed.value : null;
}
