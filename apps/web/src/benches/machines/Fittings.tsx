import type { Shop } from '@tare/contract';
import type { ReactNode } from 'react';
import { useShop } from '../../api/queries.js';
import { FormCheck } from '../../ui/form/FormFields.js';
import { RowTable } from '../../ui/form/RowTable.js';
import { typedOf } from '../../ui/form/typedForm.js';
import { useWriteForm } from '../../ui/form/useWriteForm.js';
import { WriteFormFrame } from '../../ui/form/WriteFormFrame.js';

/** The shop's trial pieces, and whether its stand-ins are offered at the benches. */
export function Fittings(): ReactNode {
  const { data: shop } = useShop();
  return shop ? <FittingsForm key={shop.fittings.version} fittings={shop.fittings} /> : null;
}

const BLANK = { name: '', massG: '', deviationG: '' };
const BLANK_PART = { name: '', heavyG: '', radiusMm: '', angleDeg: '', deviationG: '', beyondMm: '' };

function FittingsForm({ fittings: { version, standIns, trialPieces, ownParts = [] } }: { readonly fittings: Shop['fittings'] }): ReactNode {
  const initial = { standIns, trialPieces: trialPieces.map(typedOf), ownParts: ownParts.map(typedOf) };
  const write = useWriteForm({
    route: 'PUT shop/fittings',
    place: `fittings.${version}`,
    initial,
    sample: { ...initial, trialPieces: [BLANK], ownParts: [BLANK_PART] },
    beside: { baseVersion: version },
  });
  const { control } = write.form;
  return (
    <WriteFormFrame
      write={write}
      keep="Keep these"
      label="Trial pieces and stand-ins"
      className="mt-4 grid gap-4 border-2 border-edge bg-plate p-4"
      asksWho={false}
    >
      <h2 className="text-2xl">Trial pieces</h2>
      <p className="text-ink-soft">Known weights that you hang on cranks: clamps, bolts, magnets, putty tins. Weigh each as it will hang.</p>
      <RowTable
        form={write.form}
        name="trialPieces"
        caption="Trial pieces"
        hideCaption
        noun="piece"
        isNumbered
        columns={[
          { key: 'name', title: 'Piece', unit: null, label: (number) => `Name of piece ${number}` },
          { key: 'massG', title: 'Weighs', unit: 'g', label: (number) => `Piece ${number} weighs` },
          { key: 'deviationG', title: '± by its scale', unit: 'g' },
        ]}
        addWords="Another piece"
        blank={() => BLANK}
      />
      <h2 className="text-2xl">Adapters and dummies</h2>
      <p className="text-ink-soft">
        What you mount on cranks to spin them: each with its own unbalance, measured by itself, from its own mark. A set-up that has one takes it off.
      </p>
      <RowTable
        form={write.form}
        name="ownParts"
        caption="Adapters and dummies"
        hideCaption
        noun="part"
        isNumbered
        columns={[
          { key: 'name', title: 'Part', unit: null, label: (number) => `Name of part ${number}` },
          { key: 'heavyG', title: 'Too heavy by', unit: 'g', label: (number) => `Part ${number} is too heavy by` },
          { key: 'radiusMm', title: 'At radius', unit: 'mm' },
          { key: 'angleDeg', title: 'At angle', unit: '°' },
          { key: 'deviationG', title: '±', unit: 'g' },
          {
            key: 'beyondMm',
            title: 'Beyond the last counterweight; minus: before the first',
            unit: 'mm',
            label: (number) => `Part ${number} acts beyond by`,
          },
        ]}
        addWords="Another adapter or dummy"
        blank={() => BLANK_PART}
      />
      <h2 className="text-2xl">Stand-ins</h2>
      <FormCheck control={control} name="standIns">
        Offer the stand-in machine and the stand-in scale at the benches, for practice
      </FormCheck>
    </WriteFormFrame>
  );
}
