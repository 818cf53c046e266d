import { deckLimitsSchema } from '@tare/contract';
import type { DeckLimits } from '@tare/core';
import type { ReactNode } from 'react';
import { FormChoice } from '../../../ui/form/FormFields.js';
import { FormQuantity } from '../../../ui/form/FormQuantity.js';
import { WriteFormFrame } from '../../../ui/form/WriteFormFrame.js';
import { RULE_CHOICES } from '../ruleChoices.js';
import { useLimitsForm } from '../useLimitsForm.js';

/** What stands in the form while nobody typed anything. */
const NO_LIMITS: DeckLimits = {
  rule: 'twoSided95',
  heightMm: null,
  leastHeightMm: null,
  flatnessMm: null,
  lastCutMm: 0.03,
  compressionHeightMm: null,
  pistonDown: { lowMm: null, highMm: null },
  chamberCm3: null,
  dishCm3: null,
  gasketMm: null,
  gasketBoreMm: null,
  leastCompressionRatio: null,
  mostCompressionRatio: null,
};

/** Limits of the decks and what stands over them, typed from the engine's own data: nothing of any maker's is known here. */
export function DeckLimitsForm({ limits }: { readonly limits: DeckLimits | null }): ReactNode {
  const write = useLimitsForm<DeckLimits>({
    subject: 'deck.limits',
    schema: deckLimitsSchema,
    start: limits ?? NO_LIMITS,
    bands: ({ pistonDown }) => ({ pistonDown: [pistonDown, 'the crown below the deck'] }),
    complain: ({ leastCompressionRatio: least, mostCompressionRatio: most }) =>
      least !== null && most !== null && least > most ? { leastCompressionRatio: 'The least compression lies over the most.' } : {},
  });
  const { control } = write.form;
  return (
    <WriteFormFrame
      write={write}
      keep="Keep these limits"
      leave="Leave them as they were"
      asksWho={false}
      label="Limits of the decks"
      className="grid gap-4"
    >
      <div className="grid items-start gap-3 sm:grid-cols-3 lg:grid-cols-4">
        <FormQuantity label="Height of a new deck, from the main line" unit="mm" control={control} name="heightMm" />
        <FormQuantity label="Least height" unit="mm" control={control} name="leastHeightMm" />
        <FormQuantity label="From flat and from one another, at most" unit="mm" control={control} name="flatnessMm" />
        <FormQuantity label="The last, thin cut" unit="mm" control={control} name="lastCutMm" />
        <FormQuantity label="Piston, pin to crown" unit="mm" control={control} name="compressionHeightMm" />
        <FormQuantity label="Crown below the deck, from" unit="mm" hint="Less than 0: above it" control={control} name="pistonDown.lowMm" />
        <FormQuantity label="Crown below the deck, to" unit="mm" control={control} name="pistonDown.highMm" />
        <FormChoice label="Inside means" control={control} name="rule" options={RULE_CHOICES} />
      </div>
      <fieldset className="grid items-start gap-3 sm:grid-cols-3 lg:grid-cols-4">
        <legend className="mb-1 text-xl font-semibold">Over the piston</legend>
        <FormQuantity label="Chamber of the head, cm³" unit="" control={control} name="chamberCm3" />
        <FormQuantity label="Dish of the crown, cm³" unit="" hint="A dome: less than 0" control={control} name="dishCm3" />
        <FormQuantity label="Gasket, pressed" unit="mm" control={control} name="gasketMm" />
        <FormQuantity label="Gasket’s bore" unit="mm" hint="Blank: the cylinder’s" control={control} name="gasketBoreMm" />
        <FormQuantity label="Compression, from" unit="" control={control} name="leastCompressionRatio" />
        <FormQuantity label="Compression, to" unit="" control={control} name="mostCompressionRatio" />
      </fieldset>
    </WriteFormFrame>
  );
}
