'use client';

import { useState } from 'react';
import { toast } from 'sonner';
import { foldName } from '@/core/dxf/interner';
import type { StandardLinetype } from '@/core/standard/definitions';
import { followed, followersOf } from '@/core/standard/line-families';
import { type PlacedSymbol, symbolBox } from '@/core/standard/line-marks';
import { arcPath, shortestMm } from '@/core/standard/line-preview';
import {
  familyName,
  formatElements,
  formatLine,
  type LineWord,
  parseElements,
  withWords,
} from '@/core/standard/line-words';
import { penOfLinetype } from '@/core/standard/pens';
import { followName } from '@/core/standard/rename';
import { reductions } from '@/core/standard/scales';
import { lineOf, type Standard } from '@/core/standard/standard';
import { Button } from '../kit/Button';
import { Choice, Field, Tick } from '../kit/Field';
import { LinePaths } from '../kit/LinePaths';
import { Definitions, type FormProps } from './Definitions';
import { NameLines, NotesAndClause, NumberInput, ScaleChoice } from './fields';
import { LineMarksDialog } from './LineMarksDialog';
import type { Save, ViewProps } from './types';
import { WordSettings } from './WordSettings';

/** A word before anything is said of it. */
const PLAIN_WORD: LineWord = { element: 0, text: '', heightMm: 1.2, style: '', offsetMm: 0, upright: false };
const BLANK = lineOf({ name: '', elementsMm: [6, -1.5] });

/** Linetypes as sequences of dashes, gaps and dots with words and symbols, drawn at true size. */
export function LinetypesView({ standard, edition, editable, save, onFile }: ViewProps) {
  const [symbols, setSymbols] = useState(false);
  return (
    <>
      <Definitions<StandardLinetype>
        standard={standard}
        editable={editable}
        save={save}
        onFile={onFile}
        table="linetypes"
        edition={edition}
        noun="a linetype"
        kind="linetype"
        list={standard.linetypes}
        path={['linetypes']}
        put={(linetypes, renamed) => {
          const next = { ...standard, linetypes };
          return renamed ? followName(next, 'linetype', renamed.from, renamed.to) : next;
        }}
        blank={BLANK}
        toolbar={
          <Button onClick={() => setSymbols(true)}>
            Line marks <span className="figures text-ink-3">{standard.lineMarks.length}</span>
          </Button>
        }
        picture={(linetype) => (
          <LinePaths
            linetype={linetype}
            symbols={standard.lineMarks}
            styles={standard.lettering.styles}
            penMm={penOfLinetype(standard, linetype.name)}
            paths={[[1, 3, 47, 3]]}
            widthMm={48}
            heightMm={6}
          />
        )}
        columns={[
          { head: 'What it means', format: ({ description }) => description },
          {
            head: 'Elements, mm',
            format: (linetype) => (
              <>
                {formatLine(linetype)}
                {linetype.basis === 'model' && ' · in the model'}
                {linetype.follows !== null && ` · follows ${linetype.follows}`}
              </>
            ),
            className: 'figures',
          },
          {
            head: 'Used by',
            format: (linetype) => `${users(standard, linetype).length} ×`,
            className: 'figures whitespace-nowrap text-right text-ink-2',
          },
        ]}
        usedBy={(linetype) => users(standard, linetype)}
        form={(props) => <LinetypeForm standard={standard} save={save} {...props} />}
      />
      <LineMarksDialog
        open={symbols}
        onOpenChange={setSymbols}
        standard={standard}
        editable={editable}
        save={save}
      />
    </>
  );
}

/** What names a linetype, in words. */
function users(standard: Standard, { name }: StandardLinetype): string[] {
  const is = (other: string | undefined): boolean =>
    other !== undefined && foldName(other) === foldName(name);
  return [
    ...standard.layers.filter(({ linetype }) => is(linetype)).map((layer) => layer.name),
    ...standard.linetypes.filter(({ follows }) => is(follows ?? undefined)).map((line) => line.name),
    ...standard.meanings.filter(({ linetype }) => is(linetype)).map((meaning) => `meaning ${meaning.name}`),
    ...standard.parallels
      .filter(({ lines }) => lines.some(({ linetype }) => is(linetype)))
      .map((set) => set.name),
    ...standard.dimensions
      .filter(({ settings: s }) => is(s.lineLinetype) || is(s.extensionLinetype1) || is(s.extensionLinetype2))
      .map((style) => style.name),
  ];
}

const SCALES = reductions(20, 500);
/** Straight, bent and curved, on a sheet of 84 × 40 mm. */
const PATHS: readonly (readonly number[])[] = [
  [2, 37, 82, 37],
  [2, 29, 30, 29],
  [30, 29, 46, 18],
  [46, 18, 82, 18],
  arcPath(42, -26, 36, 130, 50),
];

function LinetypeForm({
  standard,
  save,
  value,
  change,
  editable,
  isNew,
  savedName,
  fault,
}: FormProps<StandardLinetype> & { standard: Standard; save: Save }) {
  const [text, setText] = useState(formatElements(value));
  const [scale, setScale] = useState(100);
  const [others, setOthers] = useState('');
  const parsed = parseElements(text);
  const total = value.elementsMm.reduce((sum, length) => sum + Math.abs(length), 0);
  const shortest = shortestMm(value);
  const paper = value.basis === 'paper';
  const gaps = value.elementsMm
    .map((length, element) => ({ length, element }))
    .filter(({ length, element }) => length <= 0 && !value.words.some((word) => word.element === element));
  const { styles } = standard.lettering;
  const penMm = penOfLinetype(standard, value.name);
  const followers = savedName === '' ? [] : followersOf(standard.linetypes, savedName);
  /** Lines that this one could follow: those with a word, which do not follow it themselves. */
  const bases = standard.linetypes.filter(
    ({ name, words }) =>
      words.length > 0 && foldName(name) !== foldName(savedName) && !followers.includes(name),
  );
  const follow = (name: string): void => {
    const next = { ...value, follows: name === '' ? null : name };
    const rest = standard.linetypes.filter((one) => foldName(one.name) !== foldName(savedName));
    const made = followed({ linetypes: [...rest, next], lettering: standard.lettering }).linetypes.at(-1);
    change(made ?? next);
    setText(formatElements(made ?? next));
  };
  const sayWord = (word: string): void => {
    const next = withWords(value, value.name, word, styles);
    change({ words: next.words, elementsMm: next.elementsMm });
    setText(formatElements(next));
  };

  const write = (next: string): void => {
    setText(next);
    const read = parseElements(next);
    if (!read) return;
    change({
      elementsMm: read.elementsMm,
      // A word keeps its looks while its line is rewritten: it is known by what it says, else by its turn.
      words: read.words.map((word, i) => ({
        ...(value.words.find(({ text }) => text === word.text) ?? value.words[i] ?? PLAIN_WORD),
        ...word,
      })),
      symbols: value.symbols.filter(({ element }) => (read.elementsMm[element] ?? 1) <= 0),
    });
  };
  const setWord = (element: number, patch: Partial<LineWord>): void =>
    change({ words: value.words.map((word) => (word.element === element ? { ...word, ...patch } : word)) });
  const place = (element: number, patch: Partial<PlacedSymbol> | null): void => {
    const rest = value.symbols.filter((one) => one.element !== element);
    if (!patch) {
      change({ symbols: rest });
      return;
    }
    const now = value.symbols.find((one) => one.element === element);
    const next = {
      element,
      symbol: '',
      scale: 1,
      place: 'centred' as const,
      upright: false,
      ...now,
      ...patch,
    };
    change({ symbols: [...rest, next].sort((a, b) => a.element - b.element) });
  };
  const addOthers = async (): Promise<void> => {
    const made = others
      .split('\n')
      .map((one) => one.trim())
      .filter((one) => one !== '')
      .map((word) => ({
        ...withWords(value, familyName(value, word), word, styles),
        follows: value.follows ?? value.name,
        description: '',
      }));
    const wrong = await save({ ...standard, linetypes: [...standard.linetypes, ...made] });
    if (wrong.length > 0) {
      toast.error(wrong[0].message);
      return;
    }
    toast(`${made.map(({ name }) => name).join(', ')}: added to the draft.`);
    setOthers('');
  };

  return (
    <>
      <div className="mb-2 border border-hairline bg-white p-1">
        <LinePaths
          linetype={value}
          symbols={standard.lineMarks}
          styles={standard.lettering.styles}
          penMm={penMm}
          paths={PATHS}
          widthMm={84}
          heightMm={40}
          scale={scale}
        />
      </div>
      <div className="mb-3 text-[12.5px] text-ink-2">
        <ScaleChoice words="On a sheet at" of={SCALES} scale={scale} set={setScale} />
        {total > 0 && (
          <>
            <p className="figures mt-1">
              one repeat {round(paper ? total : total / scale)} mm on paper ·{' '}
              {round(paper ? total * scale : total)} mm in the model
            </p>
            <p>
              Lines shorter than{' '}
              <span className="figures">
                {round(paper ? shortest : shortest / scale)} mm on paper (
                {round(paper ? shortest * scale : shortest)} mm in the model)
              </span>{' '}
              are unbroken.
            </p>
          </>
        )}
      </div>
      <fieldset disabled={!editable} className="space-y-2.5">
        <Field
          label="Name"
          mono
          value={value.name}
          fault={fault('name')}
          onChange={(event) => change({ name: event.target.value })}
        />
        <Field
          label="What it means"
          value={value.description}
          fault={fault('description')}
          onChange={(event) => change({ description: event.target.value })}
        />
        {value.words.length > 0 && bases.length > 0 && (
          <Choice
            label="Follows"
            hint={
              value.follows === null
                ? undefined
                : 'Its dashes, marks and the looks of its word are set there: change them once for all services.'
            }
            fault={fault('follows')}
            value={value.follows ?? ''}
            onChange={(event) => follow(event.target.value)}
          >
            <option value="">nothing: a line of its own</option>
            {bases.map(({ name }) => (
              <option key={name}>{name}</option>
            ))}
          </Choice>
        )}
        {followers.length > 0 && (
          <p className="text-[12.5px] text-ink-2">
            Changes here go to {followers.length === 1 ? 'the line that follows' : 'the lines that follow'}:{' '}
            <span className="figures">{followers.join(', ')}</span>.
          </p>
        )}
        {value.follows !== null && (
          <Field
            label="Its word"
            mono
            value={value.words[0]?.text ?? ''}
            fault={fault('words')}
            onChange={(event) => sayWord(event.target.value)}
          />
        )}
        <fieldset disabled={value.follows !== null} className="space-y-2.5">
          <Field
            label="Elements"
            mono
            value={text}
            hint="For example: dash 12, gap 4 “W”, dot, gap 1.5. Empty for an unbroken line. A mark at a dot, or in a gap of 0, leaves the line unbroken."
            fault={
              parsed === null
                ? 'write dash, gap or dot, with lengths in mm, a word in quotes behind its gap'
                : fault('elementsMm')
            }
            onChange={(event) => write(event.target.value)}
          />
          {value.words.map((word, i) => (
            <WordSettings
              key={word.element}
              linetype={value}
              word={word}
              styles={styles}
              penMm={penMm}
              fault={fault('words', i)}
              set={(patch) => setWord(word.element, patch)}
            />
          ))}
        </fieldset>
        {value.words.length > 0 && editable && !isNew && (
          <>
            <NameLines
              label="The same line for other words, one on a line"
              rows={2}
              value={others}
              set={setOthers}
            />
            {others.trim() !== '' && <Button onClick={() => void addOthers()}>Add the family</Button>}
          </>
        )}
        <fieldset disabled={value.follows !== null} className="space-y-2.5">
          {standard.lineMarks.length > 0 &&
            gaps.map(({ length, element }) => {
              const placed = value.symbols.find((one) => one.element === element);
              const symbol =
                placed && standard.lineMarks.find(({ name }) => foldName(name) === foldName(placed.symbol));
              const clear = symbol && placed ? (-length - symbolBox(symbol, placed.scale).width) / 2 : null;
              return (
                <div key={element} className="border border-hairline bg-white p-2">
                  <Choice
                    label={length === 0 ? `At dot ${element + 1}` : `In gap ${element + 1}, ${-length} mm`}
                    value={placed?.symbol ?? ''}
                    fault={placed ? fault('symbols', value.symbols.indexOf(placed)) : undefined}
                    onChange={(event) =>
                      place(element, event.target.value === '' ? null : { symbol: event.target.value })
                    }
                  >
                    <option value="">no symbol</option>
                    {standard.lineMarks.map(({ name }) => (
                      <option key={name}>{name}</option>
                    ))}
                  </Choice>
                  {placed && (
                    <div className="mt-2 grid grid-cols-2 items-end gap-2">
                      <NumberInput
                        label="Times its size"
                        value={placed.scale}
                        set={(next) => place(element, { scale: next })}
                      />
                      <Choice
                        label="Place"
                        value={placed.place}
                        onChange={(event) =>
                          place(element, { place: event.target.value as PlacedSymbol['place'] })
                        }
                      >
                        <option value="centred">centred on the line</option>
                        <option value="sitting">on the line</option>
                      </Choice>
                      <Tick
                        label="Stays level"
                        checked={placed.upright}
                        onChange={(next) => place(element, { upright: next })}
                      />
                      {clear !== null && length < 0 && (
                        <p className={`figures text-[12.5px] ${clear < 0 ? 'text-oxide' : 'text-ink-2'}`}>
                          {clear < 0
                            ? `${(-2 * clear).toFixed(2)} mm too wide`
                            : `${clear.toFixed(2)} mm clear on either side`}
                        </p>
                      )}
                    </div>
                  )}
                </div>
              );
            })}
          <div className="grid grid-cols-2 gap-3">
            <Choice
              label="Lengths are"
              value={value.basis}
              onChange={(event) => change({ basis: event.target.value as StandardLinetype['basis'] })}
            >
              <option value="paper">mm on paper</option>
              <option value="model">mm in the model</option>
            </Choice>
            <NumberInput
              label="Stops short of its ends, mm"
              value={value.ends.insetMm}
              fault={fault('ends', 'insetMm')}
              set={(insetMm) => change({ ends: { ...value.ends, insetMm } })}
            />
          </div>
          <Tick
            label="Only whole repeats; the rest goes to both ends"
            checked={value.ends.whole}
            onChange={(whole) => change({ ends: { ...value.ends, whole } })}
          />
        </fieldset>
        <NotesAndClause value={value} change={change} />
      </fieldset>
    </>
  );
}

const round = (value: number): number => Math.round(value * 1000) / 1000;
