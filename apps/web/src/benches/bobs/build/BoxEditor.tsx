import { boxWords } from '@tare/card';
import type { BobBoxEntry } from '@tare/contract';
import type { ReactNode } from 'react';
import { Disclosure } from '../../../ui/Disclosure.js';
import { RowTable } from '../../../ui/form/RowTable.js';
import { typedOf } from '../../../ui/form/typedForm.js';
import { useWriteForm } from '../../../ui/form/useWriteForm.js';
import { WriteFormFrame } from '../../../ui/form/WriteFormFrame.js';

/** The shop's clamps, discs, washers and nuts, opened to be written down. */
export function BoxEditor({ entry }: { readonly entry: BobBoxEntry }): ReactNode {
  const { clamps, pieces } = entry.box;
  return (
    <Disclosure
      title={
        <>
          The shop’s box:{' '}
          <span className="text-ink-soft">{entry.version === 0 ? 'nothing written down yet' : boxWords(clamps.length, pieces.length)}</span>
        </>
      }
    >
      <BoxTables key={entry.version} entry={entry} />
    </Disclosure>
  );
}

const BLANK_CLAMP = { id: '', name: '', fromMm: '', toMm: '', halfG: '', studMm: '', count: '1' };
const BLANK_PIECE = { id: '', name: '', massG: '', thicknessMm: '', count: '2' };

function BoxTables({ entry: { version, box } }: { readonly entry: BobBoxEntry }): ReactNode {
  const write = useWriteForm({
    route: 'PUT bob-box',
    place: `bob-box.${version}`,
    initial: { box: { clamps: box.clamps.map(typedOf), pieces: box.pieces.map(typedOf) } },
    sample: { box: { clamps: [BLANK_CLAMP], pieces: [BLANK_PIECE] } },
    beside: { baseVersion: version },
  });
  return (
    <WriteFormFrame
      write={write}
      keep="Keep the box"
      leave="Leave it as it was"
      label="The shop’s box"
      className="grid gap-4"
      look="plain"
      asksWho={false}
    >
      <RowTable
        form={write.form}
        name="box.clamps"
        caption="Clamps"
        noun="clamp"
        columns={[
          { key: 'name', title: 'Clamp', unit: null, label: (number) => `Name of clamp ${number}` },
          { key: 'fromMm', title: 'Pins from', unit: 'mm' },
          { key: 'toMm', title: 'to', unit: 'mm', label: (number) => `Pins up to, of clamp ${number}` },
          { key: 'halfG', title: 'One half with stud', unit: 'g' },
          { key: 'studMm', title: 'Stud holds', unit: 'mm' },
          { key: 'count', title: 'How many', unit: '' },
        ]}
        addWords="Add to the clamps"
        blank={() => ({ ...BLANK_CLAMP, id: crypto.randomUUID() })}
      />
      <RowTable
        form={write.form}
        name="box.pieces"
        caption="Pieces"
        noun="piece"
        columns={[
          { key: 'name', title: 'Piece', unit: null, label: (number) => `Name of piece ${number}` },
          { key: 'massG', title: 'Mass', unit: 'g' },
          { key: 'thicknessMm', title: 'Thick', unit: 'mm' },
          { key: 'count', title: 'How many', unit: '' },
        ]}
        addWords="Add to the pieces"
        blank={() => ({ ...BLANK_PIECE, id: crypto.randomUUID() })}
      />
    </WriteFormFrame>
  );
}
