import { inUnit, METRIC, otherUnit, readBit, readQuantity, sayBit, sayIn, type ReadQuantity, type Systems, type Unit } from '@tare/core';
import { useState } from 'react';
import { isPlainNumber } from './form/saidOf.js';
import { useDisplay } from './display.js';

export interface QuantityText {
  /** The unit of the number that the owner's text stands for; of a bare one too. */
  readonly unit: Unit;
  /** The quantity as it was typed, with its unit where that is another; text that is no quantity as it stands. */
  readonly value: string;
  readonly onText: (text: string) => void;
  /** A drill's diameter: "#7", "F" and "5/16" are its names. */
  readonly isBit?: boolean | undefined;
  /** Where the crankpins are, for "20 from pin 3". */
  readonly pinsDeg?: readonly number[] | undefined;
  /** As a device shows it: always in this unit, whatever somebody likes to read. */
  readonly asShown?: boolean | undefined;
  /** ">100" says that it is at least that. */
  readonly mayExceed?: boolean | undefined;
}

export interface TypedQuantity {
  /** What stands in the field. */
  readonly shown: string;
  /** What a bare number is in. */
  readonly shownUnit: Unit;
  readonly type: (raw: string) => void;
  /** What was understood, where it is not simply what stands there. */
  readonly understood: string | null;
  /** No number can be read there. */
  readonly isNoNumber: boolean;
  /** Why the number that is read is no such quantity. */
  readonly refusal: string | null;
  /** "gr" stands there, and nobody said yet what it means here. */
  readonly sayGr: ((gr: 'grain' | 'g') => void) | null;
  /** Takes bare numbers in the other system, in this field; null where there is none. */
  readonly turnUnit: (() => void) | null;
  /** A quantity from elsewhere, in the unit that stands behind the field. */
  readonly inShownUnit: (kept: string) => string;
}

const GR = /grs?\.?(?!\p{L})/iu;

/** The text of a quantity being typed: read as it is said, in the units of whoever types it, and handed on so that it means the same to anybody. */
export function useQuantityText({ unit, value, onText, isBit = false, pinsDeg, asShown = false, mayExceed = false }: QuantityText): TypedQuantity {
  const display = useDisplay();
  const [turned, setTurned] = useState(false);
  const [said, setSaid] = useState<{ readonly handed: string; readonly raw: string } | null>(null);
  const usual = asShown ? unit : display.unit(unit);
  const other = asShown ? null : otherUnit(unit);
  const shownUnit = turned && other !== null ? (usual === unit ? other : unit) : usual;
  const read = (raw: string, bare: Unit, gr = display.gr): ReadQuantity =>
    isBit ? readBit(raw, bare) : readQuantity(raw, unit, { bare, gr, ...(pinsDeg ? { pinsDeg } : {}) });

  /** What means the same where nobody knows of this field's unit, of pins or of drills. */
  const handedOn = (raw: string, bare: Unit, gr = display.gr): string => {
    const found = read(raw, bare, gr);
    if (found.kind !== 'quantity') return raw;
    for (const text of [raw, `${raw.trim()} ${bare}`]) {
      const alone = readQuantity(text, unit);
      if (alone.kind === 'quantity' && alone.value === found.value) return text;
    }
    return String(Number(found.value.toPrecision(12)));
  };
  const take = (raw: string, bare = shownUnit, gr = display.gr): void => {
    const handed = handedOn(raw, bare, gr);
    setSaid({ handed, raw });
    onText(handed);
  };

  const shown =
    said?.handed === value ? said.raw : isBit && shownUnit !== unit ? bitName(value, display.systems) : inShownUnit(value, unit, shownUnit);
  const found = read(mayExceed ? shown.replace(/^\s*[>≥]/, '') : shown, shownUnit);
  return {
    shown,
    shownUnit,
    inShownUnit: (kept) => inShownUnit(kept, unit, shownUnit),
    type: take,
    understood: found.kind === 'quantity' && !isPlainNumber(shown) ? `= ${inBoth(found.value, unit, usual)}` : null,
    refusal: found.kind === 'refused' ? found.sentence : null,
    isNoNumber: found.kind === 'notANumber',
    sayGr: found.kind === 'grainOrGram' ? (gr) => take(shown.replace(GR, gr), shownUnit, gr) : null,
    turnUnit:
      other === null
        ? null
        : () => {
            setTurned(!turned);
            if (said?.handed === value) take(shown, shownUnit === unit ? other : unit);
          },
  };
}

/** Six digits and a tenth of a thou are as good as anything is measured. */
function readable(value: number): string {
  const figure = Number(value.toPrecision(6));
  const short = Number(figure.toFixed(4));
  return String(short === 0 ? figure : short);
}

/** A text that came from elsewhere, as this field's unit has it: what was said in that unit is said so again. */
function inShownUnit(value: string, unit: Unit, shownUnit: Unit): string {
  if (shownUnit === unit) return value;
  const read = readQuantity(value, unit);
  if (read.kind !== 'quantity') return value;
  if (isPlainNumber(value)) return readable(inUnit(read.value, unit, shownUnit));
  const bare = value.trim().endsWith(` ${shownUnit}`) ? value.trim().slice(0, -shownUnit.length - 1) : value;
  const again = readQuantity(bare, unit, { bare: shownUnit });
  return again.kind === 'quantity' && again.value === read.value ? bare : value;
}

/** What stands on a bit: "5/16", "#7", "6 mm"; text that is no diameter as it is. */
function bitName(value: string, systems: Systems): string {
  const read = readBit(value, 'mm');
  return read.kind === 'quantity' ? sayBit(read.value, systems) : value;
}

/** In the unit that is usual here, and in the one it is kept in where that is another. */
function inBoth(value: number, unit: Unit, usual: Unit): string {
  const kept = sayIn(METRIC, Number(value.toPrecision(6)), unit, placesOf(Number(value.toPrecision(6))));
  if (usual === unit) return kept;
  const there = Number(inUnit(value, unit, usual).toPrecision(6));
  return `${sayIn(METRIC, there, usual, placesOf(there))} (${kept})`;
}

const placesOf = (value: number): number => Math.min(6, String(value).split('.')[1]?.length ?? 0);
