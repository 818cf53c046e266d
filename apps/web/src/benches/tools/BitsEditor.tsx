import { POINT_ANGLE_DEG, type Bit } from '@tare/core';
import type { ReactNode } from 'react';
import { useShop } from '../../api/queries.js';
import { RowTable } from '../../ui/form/RowTable.js';
import { typedOf } from '../../ui/form/typedForm.js';
import { useWriteForm } from '../../ui/form/useWriteForm.js';
import { WriteFormFrame } from '../../ui/form/WriteFormFrame.js';

/** The bits in the shop's drawer, from which every plan is made. */
export function BitsEditor(): ReactNode {
  const { data: shop } = useShop();
  return shop ? <Bits key={shop.bitsVersion} bits={shop.bits} version={shop.bitsVersion} /> : null;
}

const BLANK = { bitMm: '', pointAngleDeg: String(POINT_ANGLE_DEG), usableDepthMm: '50' };

function Bits({ bits, version }: { readonly bits: readonly Bit[]; readonly version: number }): ReactNode {
  const write = useWriteForm({
    route: 'PUT shop/bits',
    place: `bits.${version}`,
    initial: { bits: bits.map(typedOf) },
    sample: { bits: [BLANK] },
    beside: { baseVersion: version },
  });
  return (
    <WriteFormFrame write={write} keep="Keep these bits" leave="Leave them as they were" look="plain" asksWho={false}>
      <RowTable
        form={write.form}
        name="bits"
        caption="Bits"
        hideCaption
        noun="bit"
        columns={[
          { key: 'bitMm', title: 'Bit', unit: 'mm', isBit: true, label: (number) => `Diameter of bit ${number}` },
          { key: 'pointAngleDeg', title: 'Point', unit: '°' },
          { key: 'usableDepthMm', title: 'Reach', unit: 'mm' },
        ]}
        addWords="Another bit"
        blank={() => BLANK}
      />
    </WriteFormFrame>
  );
}
