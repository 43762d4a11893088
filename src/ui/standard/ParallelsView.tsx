'use client';

import { hexOf, rgbOf } from '@/core/dxf/colour';
import { dashList } from '@/core/geometry/pattern';
import {
  areaOf,
  CAPS,
  formatParallels,
  inOrder,
  type StandardParallelSet,
  widthOf,
} from '@/core/standard/parallels';
import { findLinetype, type Standard } from '@/core/standard/standard';
import { Button } from '../kit/Button';
import { Choice, Field } from '../kit/Field';
import { Definitions, type FormProps } from './Definitions';
import { LinetypeChoice, NotesAndClause, NumberInput } from './fields';
import type { ViewProps } from './types';

const PX_PER_MM = 96 / 25.4;
const BLANK: StandardParallelSet = {
  name: '',
  use: '',
  lines: [
    { offsetMm: 50, colour: null, linetype: '' },
    { offsetMm: -50, colour: null, linetype: '' },
  ],
  startCap: 'open',
  endCap: 'open',
  fillColour: null,
  clause: '',
  notes: '',
};

/** Sets of parallel lines: walls, kerbs, ducts. Offsets are mm in the model. */
export function ParallelsView({ standard, edition, editable, save, onFile }: ViewProps) {
  return (
    <Definitions<StandardParallelSet>
      standard={standard}
      editable={editable}
      save={save}
      onFile={onFile}
      table="parallels"
      edition={edition}
      noun="a parallel-line set"
      kind="parallel-line set"
      list={standard.parallels}
      path={['parallels']}
      put={(parallels) => ({ ...standard, parallels })}
      blank={BLANK}
      picture={(set) => <Parallels standard={standard} set={set} widthMm={46} heightMm={14} />}
      columns={[
        { head: 'Use', format: ({ use }) => use },
        {
          head: 'Lines, from the drawn line',
          format: (set) => formatParallels(set),
          className: 'figures text-ink-2',
        },
        { head: 'Ends', format: ({ startCap, endCap }) => `${startCap}, ${endCap}` },
      ]}
      form={(props) => <SetForm standard={standard} {...props} />}
    />
  );
}

/** The scale at which a set is shown: it fits, and drawings are made at it. */
const scaleFor = (set: StandardParallelSet, heightMm: number): number =>
  [1, 2, 5, 10, 20, 50, 100, 200, 500].find((one) => widthOf(set) / one <= heightMm) ?? 1000;

/** A set as it prints along a line, with its ends. */
function Parallels({
  standard,
  set,
  widthMm,
  heightMm,
}: {
  standard: Standard;
  set: StandardParallelSet;
  widthMm: number;
  heightMm: number;
}) {
  const scale = scaleFor(set, heightMm - 3);
  const lines = inOrder(set).lines.map((one) => ({ ...one, at: one.offsetMm / scale }));
  const [top, bottom] = [lines[0].at, lines[lines.length - 1].at];
  const y = (at: number): number => heightMm / 2 + (top + bottom) / 2 - at;
  const radius = (top - bottom) / 2;
  const left = 2 + (set.startCap === 'round' ? radius : 0);
  const right = widthMm - 2 - (set.endCap === 'round' ? radius : 0);
  const cap = (kind: StandardParallelSet['startCap'], x: number, sense: 0 | 1): string =>
    kind === 'open'
      ? ''
      : kind === 'line'
        ? `M${x} ${y(top)}V${y(bottom)}`
        : `M${x} ${y(top)}A${radius} ${radius} 0 0 ${sense} ${x} ${y(bottom)}`;
  const stroke = { stroke: '#000', strokeWidth: 0.35, fill: 'none' } as const;
  return (
    <svg
      role="img"
      aria-label={`${set.name || 'The set'} at 1:${scale}`}
      width={widthMm * PX_PER_MM}
      height={heightMm * PX_PER_MM}
      viewBox={`0 0 ${widthMm} ${heightMm}`}
      className="block h-auto max-w-full bg-white"
    >
      {set.fillColour !== null && (
        <polygon
          points={areaOf(set, left, right, 1 / scale)
            .map(([x, at]) => `${x.toFixed(3)},${y(at).toFixed(3)}`)
            .join(' ')}
          fill={hexOf(rgbOf({ number: set.fillColour }))}
        />
      )}
      {lines.map(({ at, colour, linetype }) => (
        <line
          key={at}
          x1={left}
          x2={right}
          y1={y(at)}
          y2={y(at)}
          stroke={colour === null ? '#000' : hexOf(rgbOf({ number: colour }))}
          strokeWidth={0.35}
          strokeDasharray={dashList(
            right - left,
            findLinetype(standard, linetype)?.elementsMm ?? [],
            0.35,
          )?.join(' ')}
        />
      ))}
      <path d={cap(set.startCap, left, 0)} {...stroke} />
      <path d={cap(set.endCap, right, 1)} {...stroke} />
    </svg>
  );
}

function SetForm({
  standard,
  value,
  change,
  editable,
  fault,
}: FormProps<StandardParallelSet> & { standard: Standard }) {
  const line = (i: number, patch: Partial<StandardParallelSet['lines'][number]>): void =>
    change({ lines: value.lines.map((one, j) => (j === i ? { ...one, ...patch } : one)) });
  return (
    <>
      <div className="mb-1 border border-hairline bg-white p-1">
        <Parallels standard={standard} set={value} widthMm={84} heightMm={34} />
      </div>
      <p className="figures mb-3 text-[12.5px] text-ink-2">
        {widthOf(value)} mm wide · shown at 1:{scaleFor(value, 31)}
      </p>
      <fieldset disabled={!editable} className="flex flex-col gap-3">
        <Field
          label="Name"
          value={value.name}
          fault={fault('name')}
          onChange={(event) => change({ name: event.target.value })}
        />
        <Field label="Use" value={value.use} onChange={(event) => change({ use: event.target.value })} />
        {value.lines.map((one, i) => (
          // Lines have no names: their place in the list is what they are.
          // biome-ignore lint/suspicious/noArrayIndexKey: see above
          <div key={i} className="grid grid-cols-[4.5rem_3.5rem_1fr_auto] items-end gap-2">
            <NumberInput
              label="Offset, mm"
              value={one.offsetMm}
              fault={fault('lines', i, 'offsetMm')}
              set={(offsetMm) => line(i, { offsetMm })}
            />
            <NumberInput
              label="Colour"
              empty
              value={one.colour}
              fault={fault('lines', i, 'colour')}
              set={(colour) => line(i, { colour })}
            />
            <LinetypeChoice
              standard={standard}
              label="Linetype"
              none="of the layer"
              value={one.linetype}
              fault={fault('lines', i, 'linetype')}
              set={(linetype) => line(i, { linetype })}
            />
            {editable && (
              <Button
                className="px-2"
                aria-label={`Remove line ${i + 1}`}
                disabled={value.lines.length <= 2}
                onClick={() => change({ lines: value.lines.filter((_, j) => j !== i) })}
              >
                Remove
              </Button>
            )}
          </div>
        ))}
        {fault('lines') && !value.lines.some((_, i) => fault('lines', i)) && (
          <p role="alert" className="text-[12.5px] text-oxide">
            {fault('lines')}
          </p>
        )}
        {editable && value.lines.length < 16 && (
          <Button
            className="self-start"
            onClick={() =>
              change({
                lines: [
                  ...value.lines,
                  {
                    offsetMm: Math.min(...value.lines.map(({ offsetMm }) => offsetMm)) - 50,
                    colour: null,
                    linetype: '',
                  },
                ],
              })
            }
          >
            Add a line
          </Button>
        )}
        <div className="grid grid-cols-2 gap-3">
          <Choice
            label="Start"
            value={value.startCap}
            onChange={(event) => change({ startCap: event.target.value as StandardParallelSet['startCap'] })}
          >
            {CAPS.map((cap) => (
              <option key={cap}>{cap}</option>
            ))}
          </Choice>
          <Choice
            label="End"
            value={value.endCap}
            onChange={(event) => change({ endCap: event.target.value as StandardParallelSet['endCap'] })}
          >
            {CAPS.map((cap) => (
              <option key={cap}>{cap}</option>
            ))}
          </Choice>
          <NumberInput
            label="Fill, colour"
            hint="Empty: not filled."
            empty
            value={value.fillColour}
            fault={fault('fillColour')}
            set={(fillColour) => change({ fillColour })}
          />
        </div>
        <NotesAndClause value={value} change={change} />
      </fieldset>
    </>
  );
}
