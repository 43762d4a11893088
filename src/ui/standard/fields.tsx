import { useState } from 'react';
import type { Face } from '@/core/dxf/fonts';
import type { Standard } from '@/core/standard/standard';
import { Choice, Field } from '../kit/Field';

/** What the shipped faces are called. */
export const FACE_NAMES: Readonly<Record<Face, string>> = {
  stroke: 'Single stroke',
  sans: 'Sans',
  'sans-bold': 'Sans, bold',
  serif: 'Serif',
  mono: 'Even width',
};

interface Wrap {
  readonly label: string;
  readonly hint?: string;
  readonly fault?: string;
}

/** A number that can be half typed: what is no number yet is kept while the field has the focus, and not taken over. */
export function NumberInput(
  props: Wrap &
    (
      | { readonly empty?: false; readonly value: number; readonly set: (next: number) => void }
      | { readonly empty: true; readonly value: number | null; readonly set: (next: number | null) => void }
    ),
) {
  const { label, hint, fault, value } = props;
  const [text, setText] = useState<string | null>(null);
  const said = value === null ? '' : String(Number(value.toPrecision(12)));
  return (
    <Field
      label={label}
      hint={hint}
      fault={fault}
      mono
      inputMode="decimal"
      value={text ?? said}
      onBlur={() => setText(null)}
      onChange={(event) => {
        const typed = event.target.value;
        setText(typed);
        if (typed.trim() === '') {
          if (props.empty) props.set(null);
          return;
        }
        const next = Number(typed.replace(',', '.'));
        if (Number.isFinite(next)) props.set(next);
      }}
    />
  );
}

/** One of the standard's layers, or none. */
export function LayerChoice({
  standard,
  none,
  value,
  set,
  ...wrap
}: Wrap & { standard: Standard; none: string; value: string; set: (next: string) => void }) {
  return (
    <Choice {...wrap} value={value} onChange={(event) => set(event.target.value)}>
      <option value="">{none}</option>
      {standard.layers.map(({ name }) => (
        <option key={name}>{name}</option>
      ))}
    </Choice>
  );
}

export function LinetypeChoice({
  standard,
  none,
  value,
  set,
  ...wrap
}: Wrap & { standard: Standard; none?: string; value: string; set: (next: string) => void }) {
  return (
    <Choice {...wrap} value={value} onChange={(event) => set(event.target.value)}>
      {none !== undefined && <option value="">{none}</option>}
      {standard.linetypes.map(({ name }) => (
        <option key={name}>{name}</option>
      ))}
    </Choice>
  );
}

/** One of the pens' roles, or none. */
export function RoleChoice({
  standard,
  none,
  value,
  set,
  ...wrap
}: Wrap & { standard: Standard; none: string; value: string; set: (next: string) => void }) {
  return (
    <Choice {...wrap} value={value} onChange={(event) => set(event.target.value)}>
      <option value="">{none}</option>
      {standard.pens.roles.map(({ role, widthMm }) => (
        <option key={role} value={role}>
          {role}, {widthMm} mm
        </option>
      ))}
    </Choice>
  );
}

/** What every definition has: words for the office itself, and where the standard says it. */
export function NotesAndClause({
  value,
  change,
}: {
  value: { readonly notes: string; readonly clause: string };
  change: (patch: { notes?: string; clause?: string }) => void;
}) {
  return (
    <div className="grid grid-cols-[1fr_5.5rem] gap-3">
      <Field label="Notes" value={value.notes} onChange={(event) => change({ notes: event.target.value })} />
      <Field
        label="Clause"
        value={value.clause}
        onChange={(event) => change({ clause: event.target.value })}
      />
    </div>
  );
}

/** The scale of the sheet that a picture is shown on. */
export function ScaleChoice({
  words,
  of,
  scale,
  set,
}: {
  words: string;
  of: readonly number[];
  scale: number;
  set: (scale: number) => void;
}) {
  return (
    <label className="flex items-center gap-2">
      {words}
      <select
        aria-label="Scale of the picture"
        value={scale}
        onChange={(event) => set(Number(event.target.value))}
        className="h-6 rounded-md border border-rule bg-white px-1 text-ink"
      >
        {of.map((one) => (
          <option key={one} value={one}>
            1:{one}
          </option>
        ))}
      </select>
    </label>
  );
}

/** A name that is changed where it stands, once its field is left. */
export function InlineName({
  label,
  name,
  className = '',
  rename,
}: {
  label: string;
  name: string;
  className?: string;
  rename: (to: string) => void;
}) {
  const [text, setText] = useState<string | null>(null);
  return (
    <input
      aria-label={label}
      value={text ?? name}
      onChange={(event) => setText(event.target.value)}
      onBlur={() => {
        const to = (text ?? name).trim();
        setText(null);
        if (to !== '' && to !== name) rename(to);
      }}
      className={`h-7 rounded-md border border-transparent bg-transparent px-1 hover:border-rule focus:bg-white ${className}`}
    />
  );
}

/** Names one on a line, as people keep them. */
export function NameLines({
  label,
  rows,
  value,
  set,
}: {
  label: string;
  rows: number;
  value: string;
  set: (next: string) => void;
}) {
  return (
    <label className="block text-[12.5px] text-ink-2">
      {label}
      <textarea
        rows={rows}
        value={value}
        onChange={(event) => set(event.target.value)}
        className="figures mt-0.5 w-full rounded-md border border-rule bg-white px-2 py-1 text-[13px] text-ink"
      />
    </label>
  );
}

/** The names in such lines; commas and semicolons part them too. */
export const namesIn = (lines: string): string[] =>
  lines
    .split(/[\n,;]/)
    .map((one) => one.trim())
    .filter((one) => one !== '');
