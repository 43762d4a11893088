'use client';

import { useState } from 'react';
import { toast } from 'sonner';
import { FACES, type Face } from '@/core/dxf/fonts';
import { foldName } from '@/core/dxf/interner';
import { type LineMark, SYMBOL_PRESETS, symbolBox, symbolSvg } from '@/core/standard/line-marks';
import { followName } from '@/core/standard/rename';
import type { Standard } from '@/core/standard/standard';
import { Button } from '../kit/Button';
import { Dialog, DialogFoot } from '../kit/Dialog';
import { Choice, Field } from '../kit/Field';
import { FilePick } from '../kit/FilePick';
import { SymbolPicture } from '../kit/LinePaths';
import { FACE_NAMES, InlineName, NumberInput } from './fields';
import { strokesOfSvg } from './svg-strokes';
import type { Save } from './types';

interface Props {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly standard: Standard;
  readonly editable: boolean;
  readonly save: Save;
}

/** The small symbols that lines carry: ready ones, an SVG, or a DXF; each with its size. */
export function LineMarksDialog({ open, onOpenChange, standard, editable, save }: Props) {
  const [heightMm, setHeightMm] = useState(2);
  const [letter, setLetter] = useState('');
  const [face, setFace] = useState<Face>('stroke');
  const [wrong, setWrong] = useState('');
  const { lineMarks } = standard;
  const usersOf = (name: string): string[] =>
    standard.linetypes
      .filter(({ symbols }) => symbols.some(({ symbol }) => foldName(symbol) === foldName(name)))
      .map((linetype) => linetype.name);

  const store = async (
    next: LineMark[],
    words: string,
    renamed?: { from: string; to: string },
  ): Promise<void> => {
    const whole = { ...standard, lineMarks: next };
    const faults = await save(renamed ? followName(whole, 'line mark', renamed.from, renamed.to) : whole);
    setWrong(faults[0] ? `${faults[0].where}: ${faults[0].message}` : '');
    if (faults.length === 0) toast(words);
  };
  const add = async (name: string, strokes: number[][]): Promise<void> => {
    const taken = new Set(lineMarks.map(({ number }) => number));
    let number = 1;
    while (taken.has(number)) number++;
    const names = new Set(lineMarks.map((one) => foldName(one.name)));
    let free = name;
    for (let i = 2; names.has(foldName(free)); i++) free = `${name} ${i}`;
    await store([...lineMarks, { name: free, number, strokes }], `${free} is in the draft.`);
  };
  const take = async (file: File): Promise<void> => {
    setWrong('');
    const name = file.name.replace(/\.\w+$/, '').slice(0, 60);
    if (/\.svg$/i.test(file.name)) {
      const read = strokesOfSvg(await file.text(), heightMm);
      if (read.ok) await add(name, read.value);
      else setWrong(`${read.problem.message} ${read.problem.action}`);
      return;
    }
    await takeAnswer(name, `height=${heightMm}`, { method: 'POST', body: await file.arrayBuffer() });
  };
  const takeLetter = (): Promise<void> => {
    setWrong('');
    const query = new URLSearchParams({ letter, face, height: String(heightMm) });
    return takeAnswer(`letter ${letter}`, query.toString());
  };
  const takeAnswer = async (name: string, query: string, init?: RequestInit): Promise<void> => {
    const answer = await fetch(`/api/standard/symbol?${query}`, init).catch(() => null);
    const body = (await answer?.json().catch(() => null)) as {
      strokes?: number[][];
      problem?: { message: string; action: string };
    } | null;
    if (body?.strokes) await add(name, body.strokes);
    else
      setWrong(
        body?.problem ? `${body.problem.message} ${body.problem.action}` : 'The server does not answer.',
      );
  };

  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title="Line marks"
      about="Small drawings that linetypes carry in their gaps or at their dots. Templates bring them along in a file of shapes."
    >
      <div className="max-h-[60vh] overflow-auto px-5 py-4">
        {lineMarks.length === 0 && <p className="mb-3 text-ink-2">None yet.</p>}
        <ul className="grid grid-cols-2 gap-3">
          {lineMarks.map((symbol, i) => {
            const box = symbolBox(symbol);
            const users = usersOf(symbol.name);
            return (
              <li key={symbol.number} className="flex gap-3 border border-hairline p-2">
                <SymbolPicture strokes={symbol.strokes} sizeMm={16} enlarged />
                <div className="min-w-0 flex-1 text-[13px]">
                  {editable ? (
                    <InlineName
                      label={`Name of ${symbol.name}`}
                      name={symbol.name}
                      className="-ml-1 w-full border-hairline font-medium"
                      rename={(to) =>
                        void store(
                          lineMarks.map((one, j) => (j === i ? { ...one, name: to } : one)),
                          `${symbol.name} is ${to} now.`,
                          { from: symbol.name, to },
                        )
                      }
                    />
                  ) : (
                    <p className="font-medium">{symbol.name}</p>
                  )}
                  <p className="figures text-ink-2">
                    {box.width.toFixed(2)} × {box.height.toFixed(2)} mm
                  </p>
                  <p className="truncate text-[12.5px] text-ink-2" title={users.join(', ')}>
                    {users.length > 0 ? `on ${users.join(', ')}` : 'on no line yet'}
                  </p>
                  <a
                    className="mr-2 text-verdigris hover:underline"
                    href={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(symbolSvg(symbol))}`}
                    download={`${symbol.name}.svg`}
                  >
                    SVG
                  </a>
                  {editable && (
                    <Button
                      look="quiet"
                      className="h-6"
                      aria-label={`Remove ${symbol.name}`}
                      disabled={users.length > 0}
                      onClick={() =>
                        void store(
                          lineMarks.filter((_, j) => j !== i),
                          `${symbol.name} is removed from the draft.`,
                        )
                      }
                    >
                      Remove
                    </Button>
                  )}
                </div>
              </li>
            );
          })}
        </ul>
        {editable && (
          <section className="mt-4 border-t border-hairline pt-3" aria-label="Add a symbol">
            <p className="mb-2 text-[13px] font-medium">Add one</p>
            <div className="flex flex-wrap gap-2">
              {SYMBOL_PRESETS.map(({ name, strokes }) => (
                <Button
                  key={name}
                  className="h-auto flex-col gap-0 py-1"
                  onClick={() =>
                    void add(
                      name,
                      strokes.map((stroke) => stroke.map((value) => (value * heightMm) / 2)),
                    )
                  }
                >
                  <SymbolPicture strokes={strokes} sizeMm={5} />
                  {name}
                </Button>
              ))}
            </div>
            <div className="mt-3 flex items-end gap-4">
              <div className="w-28">
                <NumberInput
                  label="Height, mm"
                  value={heightMm}
                  set={(next) => next > 0 && setHeightMm(next)}
                />
              </div>
              <FilePick accept=".svg,.dxf" label="Symbol to take in" onPick={(file) => void take(file)}>
                Out of an SVG or a DXF
              </FilePick>
            </div>
            <div className="mt-3 flex items-end gap-3">
              <Field
                label="A character"
                className="w-24"
                value={letter}
                onChange={(event) => setLetter(event.target.value)}
              />
              <Choice
                label="Of the face"
                className="w-36"
                value={face}
                onChange={(event) => setFace(event.target.value as Face)}
              >
                {FACES.map((one) => (
                  <option key={one} value={one}>
                    {FACE_NAMES[one]}
                  </option>
                ))}
              </Choice>
              <Button disabled={letter.trim() === ''} onClick={() => void takeLetter()}>
                Add the character
              </Button>
            </div>
          </section>
        )}
        {wrong !== '' && (
          <p role="alert" className="mt-3 text-[13px] text-oxide">
            {wrong}
          </p>
        )}
      </div>
      <DialogFoot>
        <Button look="main" onClick={() => onOpenChange(false)}>
          Done
        </Button>
      </DialogFoot>
    </Dialog>
  );
}
