import type { ShopToolsEntry } from '@tare/contract';
import { HEAVY_METAL_G_PER_CM3 } from '@tare/core';
import type { ReactNode } from 'react';
import { useWatch } from 'react-hook-form';
import { useShopTools } from '../../api/shopThings.js';
import { FormCheck, FormField } from '../../ui/form/FormFields.js';
import { FormQuantity } from '../../ui/form/FormQuantity.js';
import { RowTable } from '../../ui/form/RowTable.js';
import { typedOf, type Units } from '../../ui/form/typedForm.js';
import { useWriteForm } from '../../ui/form/useWriteForm.js';
import { WriteFormFrame } from '../../ui/form/WriteFormFrame.js';
import { Caution, ProblemNotice } from '../../ui/Notice.js';
import { WhoFirst } from '../../ui/WhoFirst.js';
import { BitsEditor } from './BitsEditor.js';
import { FIGURES, MEANS } from './toolsForm.js';

/** What the shop corrects with: its bits, what its drill misses, times, bars, prices, and what it does beside drilling rims. */
export function ToolsPage(): ReactNode {
  const { data: entry, error } = useShopTools();
  return (
    <main className="mx-auto grid w-full max-w-6xl gap-4 p-4">
      <h1 className="text-3xl">What the shop corrects with</h1>
      <WhoFirst />
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
      <section aria-label="Bits" className="grid gap-3 border-2 border-edge bg-plate p-4">
        <h2 className="text-2xl">Bits in the drawer</h2>
        <BitsEditor />
      </section>
      {entry && <Tools key={entry.version} entry={entry} />}
    </main>
  );
}

const BLANK_BAR = { diameterMm: '', densityGPerCm3: String(HEAVY_METAL_G_PER_CM3), pricePerCm: '' };

const UNITS: Units = Object.fromEntries(Object.values(FIGURES).flatMap((group) => group.map(([path, , unit]) => [`tools.${path}`, unit])));

function Tools({ entry: { version, tools } }: { readonly entry: ShopToolsEntry }): ReactNode {
  const initial = { tools: { ...typedOf(tools), bars: tools.bars.map((bar) => ({ ...BLANK_BAR, ...typedOf(bar) })) } };
  const write = useWriteForm({
    route: 'PUT shop-tools',
    place: `shop-tools.${version}`,
    initial,
    sample: { tools: { ...initial.tools, bars: [BLANK_BAR] } },
    units: UNITS,
    beside: { baseVersion: version },
  });
  const { control } = write.form;
  const { welding, radialBars } = useWatch({ control, name: 'tools.means' });
  return (
    <WriteFormFrame
      write={write}
      keep="Keep these"
      leave="Leave them as they were"
      className="grid gap-4 border-2 border-edge bg-plate p-4"
      label="What it takes"
      asksWho={false}
    >
      {version === 0 && <p className="text-ink-soft">Nobody wrote these down yet: what stands here is a first guess, and plans go by it.</p>}
      {Object.entries(FIGURES).map(([title, fields]) => (
        <fieldset key={title} className="grid items-start gap-3 sm:grid-cols-3 lg:grid-cols-4">
          <legend className="mb-1 text-xl font-semibold">{title}</legend>
          {fields.map(([path, label, unit]) =>
            path === 'money' ? (
              <FormField key={path} label={label} control={control} name="tools.money" />
            ) : (
              <FormQuantity key={path} label={label} unit={unit} isBit={path.startsWith('pilot')} control={control} name={`tools.${path}`} />
            ),
          )}
        </fieldset>
      ))}
      <RowTable
        form={write.form}
        name="tools.bars"
        caption="Bars of heavy metal"
        noun="bar"
        columns={[
          { key: 'diameterMm', title: 'Diameter', unit: 'mm' },
          { key: 'densityGPerCm3', title: 'Density', unit: 'g/cm³' },
          { key: 'pricePerCm', title: 'Price of 10 mm', unit: '' },
        ]}
        addWords="Another bar"
        blank={() => BLANK_BAR}
      />
      <fieldset className="grid gap-1">
        <legend className="mb-1 text-xl font-semibold">Beside drilling rims, the shop does</legend>
        {MEANS.map(([key, label]) => (
          <FormCheck key={key} control={control} name={`tools.means.${key}`}>
            {label}
          </FormCheck>
        ))}
      </fieldset>
      {(welding || radialBars) && (
        <Caution>
          <p>
            What is welded over or pressed in radially can leave at speed. Follow the crank maker’s instructions and local rules; when in doubt ask a
            licensed or certified machinist.
          </p>
        </Caution>
      )}
    </WriteFormFrame>
  );
}
