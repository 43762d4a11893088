'use client';

import { useState } from 'react';
import { toast } from 'sonner';
import { readColour } from '@/core/dxf/colour';
import type { StandardLayer } from '@/core/standard/definitions';
import { differences } from '@/core/standard/differences';
import { widthOfRole } from '@/core/standard/pens';
import type { FieldFault, Standard } from '@/core/standard/standard';
import { Button } from '../kit/Button';
import { Choice, Field } from '../kit/Field';
import { count } from '../kit/format';
import { LinetypeChoice } from './fields';
import { EditorHead } from './parts';
import type { Save } from './types';

/** What a choice says when nothing is to be changed. */
const AS_IT_IS = '(as it is)';

interface Props {
  readonly standard: Standard;
  readonly names: ReadonlySet<string>;
  readonly save: Save;
  readonly onDone: () => void;
}

/** One change for all layers chosen, with how many it touches said first. */
export function BulkEditor({ standard, names, save, onDone }: Props) {
  const [colour, setColour] = useState('');
  const [width, setWidth] = useState(AS_IT_IS);
  const [linetype, setLinetype] = useState(AS_IT_IS);
  const [prints, setPrints] = useState(AS_IT_IS);
  const [required, setRequired] = useState(AS_IT_IS);
  const [discipline, setDiscipline] = useState<string | null>(null);
  const [role, setRole] = useState(AS_IT_IS);
  const [faults, setFaults] = useState<readonly FieldFault[]>([]);
  const [sure, setSure] = useState(false);

  const parsed = colour.trim() === '' ? null : readColour(colour);
  const roleWidth = role === AS_IT_IS ? null : widthOfRole(standard.pens, role);
  const patch: Partial<StandardLayer> = {
    ...(parsed ? { colour: parsed } : {}),
    ...(linetype === AS_IT_IS ? {} : { linetype }),
    ...(prints === AS_IT_IS ? {} : { prints: prints === 'yes' }),
    ...(required === AS_IT_IS ? {} : { required: required === 'yes' }),
    ...(discipline === null ? {} : { discipline }),
    ...(role === AS_IT_IS ? {} : { role, ...(roleWidth === null ? {} : { widthMm: roleWidth }) }),
    ...(width === AS_IT_IS ? {} : { widthMm: width === '' ? null : Number(width) }),
  };
  const next = {
    ...standard,
    layers: standard.layers.map((layer) => (names.has(layer.name) ? { ...layer, ...patch } : layer)),
  };
  const changes = differences(standard, next);
  const touched = new Set(changes.map(({ name }) => name)).size;

  const store = async (): Promise<void> => {
    const wrong = await save(next);
    setFaults(wrong);
    if (wrong.length > 0) return;
    toast(`${count(touched, 'layer')} changed in the draft.`);
    onDone();
  };
  const remove = async (): Promise<void> => {
    const wrong = await save({ ...standard, layers: standard.layers.filter(({ name }) => !names.has(name)) });
    setFaults(wrong);
    if (wrong.length > 0) return;
    toast(`${count(names.size, 'layer')} removed from the draft.`);
    onDone();
  };

  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void store();
      }}
    >
      <EditorHead title={`${count(names.size, 'layer')} chosen`} />
      <p className="mb-3 text-[13px] text-ink-2">
        What is left as it is stays different from layer to layer.
      </p>
      <div className="grid grid-cols-2 gap-3">
        <Field
          label="Colour"
          mono
          placeholder={AS_IT_IS}
          value={colour}
          fault={colour.trim() !== '' && !parsed ? '1 to 255, or #rrggbb' : undefined}
          onChange={(event) => setColour(event.target.value)}
        />
        <Choice label="Width" value={width} onChange={(event) => setWidth(event.target.value)}>
          <option>{AS_IT_IS}</option>
          {standard.pens.seriesMm.map((mm) => (
            <option key={mm} value={mm}>
              {mm} mm
            </option>
          ))}
          <option value="">default ({standard.pens.defaultMm} mm)</option>
        </Choice>
        <LinetypeChoice
          standard={{
            ...standard,
            linetypes: [{ ...standard.linetypes[0], name: AS_IT_IS }, ...standard.linetypes],
          }}
          label="Linetype"
          value={linetype}
          set={setLinetype}
        />
        <Choice label="Role of its pen" value={role} onChange={(event) => setRole(event.target.value)}>
          <option>{AS_IT_IS}</option>
          <option value="">none</option>
          {standard.pens.roles.map(({ role: one, widthMm }) => (
            <option key={one} value={one}>
              {one}, {widthMm} mm
            </option>
          ))}
        </Choice>
        {(
          [
            ['Prints', prints, setPrints],
            ['In every drawing', required, setRequired],
          ] as const
        ).map(([label, value, set]) => (
          <Choice key={label} label={label} value={value} onChange={(event) => set(event.target.value)}>
            {[AS_IT_IS, 'yes', 'no'].map((one) => (
              <option key={one}>{one}</option>
            ))}
          </Choice>
        ))}
        <Field
          label="Discipline"
          placeholder={AS_IT_IS}
          value={discipline ?? ''}
          onChange={(event) => setDiscipline(event.target.value === '' ? null : event.target.value)}
        />
      </div>
      {faults.map((one) => (
        <p key={`${one.where} ${one.message}`} role="alert" className="mt-2 text-[13px] text-oxide">
          {one.where}: {one.message}
        </p>
      ))}
      <p className="mt-3 text-[13px] text-ink-2">
        {changes.length === 0
          ? 'Nothing changes yet.'
          : `${count(changes.length, 'setting')} of ${count(touched, 'layer')} will change.`}
      </p>
      <div className="mt-3 flex flex-wrap gap-2">
        <Button look="main" type="submit" disabled={changes.length === 0}>
          Change {count(touched, 'layer')}
        </Button>
        <Button onClick={onDone}>Choose none</Button>
        {sure ? (
          <Button look="grave" className="ml-auto" onClick={() => void remove()}>
            Yes, remove {names.size}
          </Button>
        ) : (
          <Button className="ml-auto" onClick={() => setSure(true)}>
            Remove …
          </Button>
        )}
      </div>
    </form>
  );
}
