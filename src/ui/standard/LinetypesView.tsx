'use client';

import { useState } from 'react';
import { toast } from 'sonner';
import { foldName } from '@/core/dxf/interner';
import {
  clearanceMm,
  familyName,
  parseElements,
  sayElements,
  withWords,
  wordWidthMm,
} from '@/core/standard/line-words';
import { type FieldFault, lineOf, type Standard, type StandardLinetype } from '@/core/standard/standard';
import { Button } from '../kit/Button';
import { Field, Tick } from '../kit/Field';
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
                    words={linetype.words}
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
                  {linetype.elementsMm.length > 0 ? sayElements(linetype) : 'unbroken'}
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

interface EditorProps {
  readonly standard: Standard;
  readonly index: number | null;
  readonly editable: boolean;
  readonly save: Save;
  readonly onDone: (name: string | null) => void;
}

function LinetypeEditor({ standard, index, editable, save, onDone }: EditorProps) {
  const present: StandardLinetype =
    index === null ? lineOf({ name: '', elementsMm: [6, -1.5] }) : standard.linetypes[index];
  const [form, setForm] = useState(present);
  const [text, setText] = useState(sayElements(present));
  const [heightMm, setHeightMm] = useState(present.words[0]?.heightMm ?? 1.2);
  const [upright, setUpright] = useState(present.words[0]?.upright ?? false);
  const [others, setOthers] = useState('');
  const [faults, setFaults] = useState<readonly FieldFault[]>([]);
  const at = index ?? standard.linetypes.length;
  const parsed = parseElements(text);
  const elements = parsed?.elementsMm ?? null;
  const words = (parsed?.words ?? []).map((word) => ({ ...word, heightMm, upright }));
  const made: StandardLinetype = { ...form, elementsMm: elements ?? [], words };
  const inUse = index !== null && users(standard, present).length > 0;
  const total = (elements ?? []).reduce((sum, length) => sum + Math.abs(length), 0);

  const store = async (): Promise<void> => {
    const linetypes = [...standard.linetypes];
    linetypes[at] = made;
    // The same line for other words: one on a line, named after the base.
    for (const word of others
      .split('\n')
      .map((one) => one.trim())
      .filter((one) => one !== ''))
      linetypes.push(withWords(made, familyName(made, word), word));
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
              words={words}
              height={Math.max(18, (words[0]?.heightMm ?? 0) * 5)}
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
          hint="For example: dash 12, gap 4 “W”, dot, gap 1.5. Empty for an unbroken line."
          fault={
            elements === null
              ? 'write dash, gap or dot, with lengths in mm, a word in quotes behind its gap'
              : (faultAt(faults, 'linetypes', at, 'elementsMm') ??
                faults.find((one) => one.path.join('.').startsWith(`linetypes.${at}.words`))?.message)
          }
          onChange={(event) => setText(event.target.value)}
        />
        {words.length > 0 && (
          <>
            <div className="flex items-end gap-4">
              <Field
                label="Height of the words, mm"
                type="number"
                step={0.1}
                min={0.1}
                value={heightMm}
                onChange={(event) => setHeightMm(Number(event.target.value))}
              />
              <Tick label="Stay level" checked={upright} onChange={setUpright} />
            </div>
            <p className="figures text-[12.5px] text-ink-2">
              {words
                .map((word) => {
                  const clear = clearanceMm(made, word);
                  return clear < 0
                    ? `“${word.text}” is ${(-2 * clear).toFixed(2)} mm too wide for its gap`
                    : `“${word.text}” ${wordWidthMm(word.text, heightMm).toFixed(2)} mm wide, ${clear.toFixed(2)} mm clear on either side`;
                })
                .join('; ')}
            </p>
            {editable && (
              <label className="block text-[12.5px] text-ink-2">
                The same line for other words, one on a line
                <textarea
                  rows={2}
                  value={others}
                  onChange={(event) => setOthers(event.target.value)}
                  className="figures mt-0.5 w-full rounded-md border border-rule bg-white px-2 py-1 text-[13px] text-ink"
                />
              </label>
            )}
          </>
        )}
      </fieldset>
      {faults
        .filter((one) => one.path[1] !== at)
        .map((one) => (
          <p key={one.where} role="alert" className="mt-2 text-oxide">
            {one.where}: {one.message}
          </p>
        ))}
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
