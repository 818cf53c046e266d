import { fixed } from '@tare/card';
import { lineReader, orSentence, USUAL_TEMPLATES, type ScaleLine } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { Choice } from '../../ui/Choice.js';
import { Field } from '../../ui/Field.js';

interface LinePatternFieldProps {
  readonly template: string;
  readonly onChange: (template: string) => void;
  readonly problem: string | undefined;
}

/** How a serial scale writes a line, tried on sample lines as they are typed or pasted. */
export function LinePatternField({ template, onChange, problem }: LinePatternFieldProps): ReactNode {
  const [samples, setSamples] = useState('ST,GS,+  612.4 g\nUS,GS,+  611.9 g\nST,NT,-    0.3 g');
  const read = readerOf(template);
  return (
    <div className="grid gap-2 border-l-4 border-edge pl-3">
      <Choice
        label="Usual patterns"
        value={USUAL_TEMPLATES.includes(template) ? template : ''}
        onChange={(event) => onChange(event.target.value)}
        options={[{ value: '', label: 'its own' }, ...USUAL_TEMPLATES.map((t) => ({ value: t, label: t }))]}
      />
      <Field
        label="Line pattern"
        isFigure
        value={template}
        onChange={(event) => onChange(event.target.value)}
        problem={problem ?? (typeof read === 'string' ? read : undefined)}
        hint="{number}, {sign}, {unit}, {stable:settled|moving}, {tare:net|gross}, {any}; a blank stands for any number of blanks"
      />
      <label className="grid gap-1 text-ink-soft">
        Sample lines of the scale
        <textarea
          rows={3}
          className="rounded-sm border-2 border-edge bg-plate px-2 figure-type text-ink"
          value={samples}
          onChange={(event) => setSamples(event.target.value)}
        />
      </label>
      <ul aria-label="What the pattern makes of them">
        {samples.split('\n').map((line, i) => (
          <li key={`${i} ${line}`} className="figure-type text-[0.95rem]">
            {words(typeof read === 'string' ? null : read(line))}
          </li>
        ))}
      </ul>
    </div>
  );
}

const readerOf = (template: string): ((line: string) => ScaleLine | null) | string => orSentence(() => lineReader(template));

function words(line: ScaleLine | null): string {
  if (!line) return '▲ does not fit';
  return `${fixed(line.valueG, 2)} g, ${line.stable ? 'settled' : 'moving'}, ${line.net ? 'net' : 'gross'}`;
}
