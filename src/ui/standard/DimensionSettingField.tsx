'use client';

import { useState } from 'react';
import {
  DIMENSION_SETTINGS,
  type DimensionSetting,
  type DimensionSpec,
  type DimensionValues,
  formatSetting,
  TERMINATORS,
} from '@/core/standard/dimension-settings';
import type { Standard } from '@/core/standard/standard';
import { Choice, Field, Tick } from '../kit/Field';

/** One setting of a dimension style, in the field that its kind of value asks for. */
export function Setting({
  standard,
  name,
  value,
  hint,
  fault,
  set,
}: {
  standard: Standard;
  name: DimensionSetting;
  value: DimensionValues[DimensionSetting];
  hint?: string;
  fault?: string;
  set: (next: unknown) => void;
}) {
  const spec: DimensionSpec = DIMENSION_SETTINGS[name];
  const wrap = { label: spec.label, hint, fault };
  switch (spec.is) {
    case 'yes':
      return (
        <div className="pt-4">
          <Tick label={spec.label} checked={value as boolean} onChange={set} />
          {hint && <p className="text-[12px] leading-4 text-ink-3">{hint}</p>}
        </div>
      );
    case 'choice':
      return (
        <Choice {...wrap} value={String(value)} onChange={(event) => set(event.target.value)}>
          {(spec.options as readonly string[]).map((option) => (
            <option key={option} value={option}>
              {name === 'decimalMark' ? formatSetting(name, option) : option}
            </option>
          ))}
        </Choice>
      );
    case 'terminator':
      return (
        <Choice {...wrap} value={String(value)} onChange={(event) => set(event.target.value)}>
          {TERMINATORS.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </Choice>
      );
    case 'pen':
      return (
        <Choice
          {...wrap}
          value={value === null ? '' : String(value)}
          onChange={(event) => set(event.target.value === '' ? null : Number(event.target.value))}
        >
          <option value="">as the dimension</option>
          {[...new Set([...standard.pens.seriesMm, ...(value === null ? [] : [value as number])])].map(
            (one) => (
              <option key={one} value={one}>
                {one} mm
              </option>
            ),
          )}
        </Choice>
      );
    case 'linetype':
      return (
        <Choice {...wrap} value={String(value)} onChange={(event) => set(event.target.value)}>
          <option value="">as the dimension</option>
          {standard.linetypes.map((linetype) => (
            <option key={linetype.name}>{linetype.name}</option>
          ))}
        </Choice>
      );
    case 'style':
      return (
        <Choice {...wrap} value={String(value)} onChange={(event) => set(event.target.value)}>
          <option value="">the plain one</option>
          {standard.lettering.styles.map((style) => (
            <option key={style.name}>{style.name}</option>
          ))}
        </Choice>
      );
    case 'colour':
      return (
        <Field
          {...wrap}
          mono
          placeholder="as the dimension"
          value={value === null ? '' : String(value)}
          onChange={(event) => {
            const text = event.target.value.trim();
            if (text === '') set(null);
            else if (/^\d{1,3}$/.test(text)) set(Math.min(255, Math.max(1, Number(text))));
          }}
        />
      );
    case 'text':
      return <Field {...wrap} mono value={String(value)} onChange={(event) => set(event.target.value)} />;
    default:
      return <NumberField spec={spec} {...wrap} value={value as number} set={set} />;
  }
}

/** A number that can be half typed: what is no number yet is kept, and not taken over. */
function NumberField({
  spec,
  value,
  set,
  ...wrap
}: {
  spec: Extract<DimensionSpec, { min: number }>;
  label: string;
  hint?: string;
  fault?: string;
  value: number;
  set: (next: number) => void;
}) {
  /** What is being typed; null once the field is left. */
  const [text, setText] = useState<string | null>(null);
  const typed = Number((text ?? '').replace(',', '.'));
  const unit = spec.is === 'mm' ? ', mm' : spec.is === 'number' && spec.unit !== '' ? `, ${spec.unit}` : '';
  const wrong = text !== null && text !== '' && !(typed >= spec.min && typed <= spec.max);
  return (
    <Field
      {...wrap}
      label={`${wrap.label}${unit}`}
      fault={wrong ? `from ${spec.min} to ${spec.max}` : wrap.fault}
      mono
      inputMode="decimal"
      value={text ?? String(Number(value.toPrecision(12)))}
      onBlur={() => setText(null)}
      onChange={(event) => {
        setText(event.target.value);
        const next = Number(event.target.value.replace(',', '.'));
        const whole = spec.is !== 'count' || Number.isInteger(next);
        if (
          event.target.value.trim() !== '' &&
          Number.isFinite(next) &&
          whole &&
          next >= spec.min &&
          next <= spec.max
        )
          set(next);
      }}
    />
  );
}
