'use client';

import { useState } from 'react';
import {
  BASES,
  FILL_KINDS,
  FILL_PRESETS,
  type FillLine,
  fillSchema,
  formatLines,
  type StandardFill,
  tooClose,
} from '@/core/standard/fills';
import { formatDashes, parseElements } from '@/core/standard/line-words';
import { reductions } from '@/core/standard/scales';
import type { Standard } from '@/core/standard/standard';
import { Button } from '../kit/Button';
import { Choice, Field, Tick } from '../kit/Field';
import { FillSwatch } from '../kit/FillSwatch';
import { Definitions, type FormProps } from './Definitions';
import { LayerChoice, NotesAndClause, NumberInput, ScaleChoice } from './fields';
import type { ViewProps } from './types';

const SCALES = reductions(1, 200);
const LINE: FillLine = { angleDeg: 45, originMm: [0, 0], spacingMm: 3, shiftMm: 0, dashesMm: [] };
const BLANK: StandardFill = {
  ...fillSchema.parse({ name: 'X', kind: 'solid' }),
  name: '',
  kind: 'lines',
  lines: [LINE],
};

/** Fills by material, each in a swatch with a bar to measure it by. */
export function FillsView({ standard, edition, editable, save, onFile }: ViewProps) {
  return (
    <Definitions<StandardFill>
      standard={standard}
      editable={editable}
      save={save}
      onFile={onFile}
      table="fills"
      edition={edition}
      noun="a fill"
      kind="fill"
      list={standard.fills}
      path={['fills']}
      put={(fills) => ({ ...standard, fills })}
      blank={BLANK}
      presets={FILL_PRESETS}
      picture={(fill) => <FillSwatch fill={fill} widthMm={34} heightMm={14} scale={20} />}
      columns={[
        { head: 'Material', format: ({ material }) => material },
        {
          head: 'Lines',
          format: (fill) => (
            <>
              <span className="block">{fill.kind === 'lines' ? formatLines(fill.lines) : fill.kind}</span>
              {fill.basis === 'model' && (
                <span className="block text-[12px] text-ink-3">in the model; shown at 1:20</span>
              )}
            </>
          ),
        },
        {
          head: 'Layer',
          format: ({ layer }) => layer || 'any',
          className: 'figures whitespace-nowrap text-ink-2',
        },
      ]}
      form={(props) => <FillForm standard={standard} {...props} />}
    />
  );
}

function FillForm({
  standard,
  value,
  change,
  editable,
  fault,
}: FormProps<StandardFill> & { standard: Standard }) {
  const [scale, setScale] = useState(20);
  const [turn, setTurn] = useState(0);
  const close = tooClose(value);
  const line = (i: number, patch: Partial<FillLine>): void =>
    change({ lines: value.lines.map((one, j) => (j === i ? { ...one, ...patch } : one)) });
  return (
    <>
      <div className="mb-1 border border-hairline bg-white p-1">
        <FillSwatch fill={value} widthMm={84} heightMm={38} scale={scale} turnDeg={turn} island bar />
      </div>
      <div className="mb-3 flex flex-wrap gap-x-4 text-[12.5px] text-ink-2">
        {value.basis === 'model' && <ScaleChoice words="At" of={SCALES} scale={scale} set={setScale} />}
        <Tick label="On a sloping host" checked={turn !== 0} onChange={(on) => setTurn(on ? 20 : 0)} />
      </div>
      {close && (
        <p className={`mb-2 text-[12.5px] ${close.always ? 'text-ochre' : 'text-ink-2'}`}>{close.says}</p>
      )}
      <fieldset disabled={!editable} className="flex flex-col gap-3">
        <div className="grid grid-cols-2 gap-3">
          <Field
            label="Name"
            mono
            value={value.name}
            fault={fault('name')}
            onChange={(event) => change({ name: event.target.value.toUpperCase() })}
          />
          <Choice
            label="Kind"
            value={value.kind}
            onChange={(event) => {
              const kind = event.target.value as StandardFill['kind'];
              change({
                kind,
                lines: kind === 'lines' ? (value.lines.length > 0 ? value.lines : [LINE]) : [],
              });
            }}
          >
            {FILL_KINDS.map((kind) => (
              <option key={kind}>{kind}</option>
            ))}
          </Choice>
        </div>
        <Field
          label="Material"
          value={value.material}
          onChange={(event) => change({ material: event.target.value })}
        />
        {value.kind === 'lines' && (
          <>
            <Choice
              label="Distances are"
              value={value.basis}
              onChange={(event) => change({ basis: event.target.value as StandardFill['basis'] })}
            >
              {BASES.map((basis) => (
                <option key={basis} value={basis}>
                  {basis === 'paper' ? 'mm on paper' : 'mm in the model, as courses are'}
                </option>
              ))}
            </Choice>
            {value.lines.map((one, i) => (
              // Families have no names: their place in the list is what they are.
              // biome-ignore lint/suspicious/noArrayIndexKey: see above
              <div key={i} className="border border-hairline bg-white p-2">
                <p className="mb-1 flex items-center justify-between text-[12.5px] font-medium">
                  Family {i + 1}
                  {editable && value.lines.length > 1 && (
                    <Button
                      look="quiet"
                      className="h-6"
                      onClick={() => change({ lines: value.lines.filter((_, j) => j !== i) })}
                    >
                      Remove family {i + 1}
                    </Button>
                  )}
                </p>
                <div className="grid grid-cols-3 gap-2 [&>:last-child]:col-span-3">
                  <NumberInput
                    label="Angle, °"
                    value={one.angleDeg}
                    fault={fault('lines', i, 'angleDeg')}
                    set={(angleDeg) => line(i, { angleDeg })}
                  />
                  <NumberInput
                    label="Every, mm"
                    value={one.spacingMm}
                    fault={fault('lines', i, 'spacingMm')}
                    set={(spacingMm) => line(i, { spacingMm })}
                  />
                  <NumberInput
                    label="Shifted by, mm"
                    value={one.shiftMm}
                    fault={fault('lines', i, 'shiftMm')}
                    set={(shiftMm) => line(i, { shiftMm })}
                  />
                  <NumberInput
                    label="From x, mm"
                    value={one.originMm[0]}
                    fault={fault('lines', i, 'originMm')}
                    set={(x) => line(i, { originMm: [x, one.originMm[1]] })}
                  />
                  <NumberInput
                    label="From y, mm"
                    value={one.originMm[1]}
                    set={(y) => line(i, { originMm: [one.originMm[0], y] })}
                  />
                  <Dashes
                    value={one.dashesMm}
                    fault={fault('lines', i, 'dashesMm')}
                    set={(dashesMm) => line(i, { dashesMm })}
                  />
                </div>
              </div>
            ))}
            {editable && value.lines.length < 20 && (
              <Button
                className="self-start"
                onClick={() => change({ lines: [...value.lines, { ...LINE, angleDeg: -45 }] })}
              >
                Add a family
              </Button>
            )}
          </>
        )}
        {value.kind === 'gradient' && (
          <NumberInput
            label="Runs at, °"
            value={value.gradientDeg}
            set={(gradientDeg) => change({ gradientDeg })}
          />
        )}
        <div className="grid grid-cols-2 gap-3">
          <NumberInput
            label="Colour"
            hint="Empty: that of its layer."
            empty
            value={value.colour}
            fault={fault('colour')}
            set={(colour) => change({ colour })}
          />
          {value.kind === 'gradient' && (
            <NumberInput
              label="Ends in colour"
              hint="Empty: white."
              empty
              value={value.secondColour}
              fault={fault('secondColour')}
              set={(secondColour) => change({ secondColour })}
            />
          )}
          <LayerChoice
            standard={standard}
            label="Layer"
            none="any"
            value={value.layer}
            fault={fault('layer')}
            set={(layer) => change({ layer })}
          />
          <Choice
            label="Angle"
            value={value.angle}
            onChange={(event) => change({ angle: event.target.value as StandardFill['angle'] })}
          >
            <option value="fixed">fixed to the sheet</option>
            <option value="host">follows its host</option>
          </Choice>
          <Choice
            label="Counted from"
            value={value.origin}
            onChange={(event) => change({ origin: event.target.value as StandardFill['origin'] })}
          >
            <option value="fixed">one point for all</option>
            <option value="host">a corner of its host</option>
          </Choice>
        </div>
        <Tick
          label="Leaves text clear"
          checked={value.clearOfText}
          onChange={(clearOfText) => change({ clearOfText })}
        />
        <Tick
          label="Lies behind the lines"
          checked={value.behind}
          onChange={(behind) => change({ behind })}
        />
        <NotesAndClause value={value} change={change} />
      </fieldset>
    </>
  );
}

/** The dashes of a family in words: "dash 5, gap 5"; empty for unbroken lines. */
function Dashes({
  value,
  fault,
  set,
}: {
  value: readonly number[];
  fault?: string;
  set: (next: number[]) => void;
}) {
  const [text, setText] = useState<string | null>(null);
  const wrong = text !== null && readDashes(text) === null;
  return (
    <Field
      label="Dashes"
      placeholder="unbroken"
      title="For example: dash 5, gap 5, or dot, gap 3. Empty for unbroken lines."
      mono
      fault={wrong ? 'dash 5, gap 5' : fault}
      value={text ?? formatDashes(value)}
      onBlur={() => setText(null)}
      onChange={(event) => {
        setText(event.target.value);
        const read = readDashes(event.target.value);
        if (read) set(read);
      }}
    />
  );
}

const readDashes = (text: string): number[] | null => {
  const read = parseElements(text);
  return read && read.words.length === 0 ? read.elementsMm : null;
};
