'use client';

import { useState } from 'react';
import { toast } from 'sonner';
import { foldName } from '@/core/dxf/interner';
import type { FieldFault, Standard, StandardLinetype } from '@/core/standard/standard';
import { Button } from '../kit/Button';
import { Field } from '../kit/Field';
import { cell, cellHead } from '../kit/Page';
import { Stroke } from '../kit/Stroke';
import { count } from '../kit/say';
import { Beside, EditorHead } from './parts';
import { faultAt, type Save } from './types';

/** Linetypes as sequences of dashes, gaps and dots, drawn at true size. */
export function LinetypesView({
  standard,
  editable,
  save,
}: {
  standard: Standard;
  editable: boolean;
  save: Save;
}) {
  const [chosen, setChosen] = useState<string | 'new' | null>(standard.linetypes[0]?.name ?? null);
  const index = standard.linetypes.findIndex((linetype) => linetype.name === chosen);
  return (
    <Beside
      editor={
        (chosen === 'new' || index >= 0) && (
          <LinetypeEditor
            key={chosen}
            standard={standard}
            index={chosen === 'new' ? null : index}
            editable={editable}
            save={save}
            onDone={setChosen}
          />
        )
      }
    >
      {editable && (
        <div className="flex justify-end px-4 py-2">
          <Button onClick={() => setChosen('new')}>Add a linetype</Button>
        </div>
      )}
      <div className="min-h-0 flex-1 overflow-auto bg-white">
        <table className="w-full text-[13px]">
          <thead>
            <tr>
              <th className={cellHead}>As it prints, at 0.35 mm</th>
              <th className={cellHead}>Name</th>
              <th className={cellHead}>What it means</th>
              <th className={cellHead}>Elements, mm on paper</th>
              <th className={cellHead}>Used by</th>
            </tr>
          </thead>
          <tbody>
            {standard.linetypes.map((linetype) => (
              <tr
                key={linetype.name}
                className={linetype.name === chosen ? 'bg-verdigris-soft' : 'hover:bg-plate'}
              >
                <td className={cell}>
                  <Stroke
                    look={{ colour: '#000000', widthMm: 0.35, elementsMm: linetype.elementsMm, prints: true }}
                    width={200}
                  />
                </td>
                <td className={cell}>
                  <button
                    type="button"
                    aria-pressed={linetype.name === chosen}
                    className="figures whitespace-nowrap text-left font-medium underline decoration-hairline underline-offset-4"
                    onClick={() => setChosen(linetype.name)}
                  >
                    {linetype.name}
                  </button>
                </td>
                <td className={`${cell} text-ink-2`}>{linetype.description}</td>
                <td className={`${cell} figures`}>
                  {linetype.elementsMm.length > 0 ? sayElements(linetype.elementsMm) : 'unbroken'}
                </td>
                <td className={`${cell} whitespace-nowrap text-ink-2`}>
                  {count(users(standard, linetype).length, 'layer')}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </Beside>
  );
}

const users = (standard: Standard, linetype: StandardLinetype) =>
  standard.layers.filter((layer) => foldName(layer.linetype) === foldName(linetype.name));

/** "dash 6, gap 0.75, dot, gap 0.75". */
const sayElements = (elements: readonly number[]): string =>
  elements
    .map((length) => (length > 0 ? `dash ${length}` : length < 0 ? `gap ${-length}` : 'dot'))
    .join(', ');

const parseElements = (text: string): number[] | null => {
  const words = text
    .split(/[,;]/)
    .map((word) => word.trim().toLowerCase())
    .filter((word) => word !== '');
  const elements: number[] = [];
  for (const word of words) {
    if (word === 'dot') elements.push(0);
    else {
      const match = /^(dash|gap)\s+(\d+(?:\.\d+)?)(?:\s*mm)?$/.exec(word);
      if (!match || Number(match[2]) === 0) return null;
      elements.push(match[1] === 'dash' ? Number(match[2]) : -Number(match[2]));
    }
  }
  return elements;
};

interface EditorProps {
  readonly standard: Standard;
  readonly index: number | null;
  readonly editable: boolean;
  readonly save: Save;
  readonly onDone: (name: string | null) => void;
}

function LinetypeEditor({ standard, index, editable, save, onDone }: EditorProps) {
  const present: StandardLinetype =
    index === null ? { name: '', description: '', elementsMm: [6, -1.5] } : standard.linetypes[index];
  const [form, setForm] = useState(present);
  const [text, setText] = useState(sayElements(present.elementsMm));
  const [faults, setFaults] = useState<readonly FieldFault[]>([]);
  const at = index ?? standard.linetypes.length;
  const elements = parseElements(text);
  const inUse = index !== null && users(standard, present).length > 0;
  const total = (elements ?? []).reduce((sum, length) => sum + Math.abs(length), 0);

  const store = async (): Promise<void> => {
    const linetypes = [...standard.linetypes];
    linetypes[at] = { ...form, elementsMm: elements ?? [] };
    // Layers name their linetype: they follow a new name.
    const layers = standard.layers.map((layer) =>
      foldName(layer.linetype) === foldName(present.name) && index !== null
        ? { ...layer, linetype: form.name.trim() }
        : layer,
    );
    const wrong = await save({ ...standard, linetypes, layers });
    setFaults(wrong);
    if (wrong.length > 0) return;
    toast(`${form.name} is saved in the draft.`);
    onDone(form.name.trim());
  };

  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void store();
      }}
    >
      <EditorHead title={form.name || 'New linetype'} />
      <div className="mb-3 space-y-1 border border-hairline bg-white px-2 py-2">
        {[0.18, 0.35, 0.7].map((widthMm) => (
          <div key={widthMm} className="flex items-center gap-2">
            <Stroke
              look={{ colour: '#000000', widthMm, elementsMm: elements ?? [], prints: true }}
              width={240}
            />
            <span className="figures text-ink-3">{widthMm} mm</span>
          </div>
        ))}
        {total > 0 && (
          <p className="figures text-ink-2">
            one period {Math.round(total * 1000) / 1000} mm on paper · {Math.round(total * 100 * 1000) / 1000}{' '}
            mm at 1:100
          </p>
        )}
      </div>
      <fieldset disabled={!editable} className="space-y-2.5">
        <Field
          label="Name"
          mono
          value={form.name}
          fault={faultAt(faults, 'linetypes', at, 'name')}
          onChange={(event) => setForm({ ...form, name: event.target.value })}
          required
        />
        <Field
          label="What it means"
          value={form.description}
          fault={faultAt(faults, 'linetypes', at, 'description')}
          onChange={(event) => setForm({ ...form, description: event.target.value })}
        />
        <Field
          label="Elements"
          mono
          value={text}
          hint="For example: dash 6, gap 1.5, dot, gap 1.5. Empty for an unbroken line."
          fault={
            elements === null
              ? 'write dash, gap or dot, with lengths in mm'
              : faultAt(faults, 'linetypes', at, 'elementsMm')
          }
          onChange={(event) => setText(event.target.value)}
        />
      </fieldset>
      {editable && (
        <div className="mt-4 flex gap-2">
          <Button look="main" type="submit" disabled={elements === null}>
            {index === null ? 'Add the linetype' : 'Save'}
          </Button>
          {index !== null && (
            <Button
              disabled={inUse}
              title={inUse ? 'Layers use it' : undefined}
              onClick={() =>
                void save({ ...standard, linetypes: standard.linetypes.filter((_, i) => i !== index) }).then(
                  (wrong) => {
                    if (wrong.length === 0) onDone(null);
                  },
                )
              }
            >
              Remove
            </Button>
          )}
        </div>
      )}
    </form>
  );
}
