import { readDrawing } from '../../core/dxf/read/interpret';
import { unitsOf } from '../../core/facts/units/units';
import { similarityAbout } from '../../core/geometry/similarity';
import type { Point3 } from '../../core/geometry/space';
import { trueSizeMap } from '../../core/scaling/request';
import { type ScaleRequest, scaleDrawing } from '../../core/scaling/scale-drawing';
import { isUnitName, UNIT_NUMBERS } from '../../core/scaling/set-unit';
import { must, readBytes, Stop, type Streams, writeWhole } from '../support';

interface Options {
  readonly out: string;
  readonly factor?: string;
  readonly turn?: string;
  readonly from?: string;
  readonly to?: string;
  readonly unit?: string;
}

const wrong = (option: string, message: string, action: string): Stop =>
  new Stop({ code: 'bad-argument', message, action }, option);

function number(text: string, option: string): number {
  const value = Number(text);
  if (text.trim() !== '' && Number.isFinite(value)) return value;
  throw wrong(option, `“${text}” is not a number.`, 'Give a number such as 25.4.');
}

function point(text: string, option: string): Point3 {
  const parts = text.split(',').map((part) => number(part, option));
  if (parts.length === 2 || parts.length === 3) return [parts[0], parts[1], parts[2] ?? 0];
  throw wrong(option, `“${text}” is not a point.`, 'Give x,y in units of the drawing.');
}

/** Scales, turns and moves the model of a drawing, or brings it to true size by its labels. */
export function scaleFile(file: string, options: Options, streams: Streams): void {
  const { unit } = options;
  if (unit !== undefined && !isUnitName(unit))
    throw wrong('--unit', `“${unit}” is no unit.`, `Units: ${Object.keys(UNIT_NUMBERS).join(', ')}.`);
  const drawing = must(readDrawing(readBytes(file)), file);
  const turnRad = ((options.turn === undefined ? 0 : number(options.turn, '--turn')) * Math.PI) / 180;
  const from = options.from === undefined ? ([0, 0, 0] as const) : point(options.from, '--from');
  const to = options.to === undefined ? from : point(options.to, '--to');
  let factor = 1;
  if (options.factor === 'true-size') {
    const told = unitsOf(drawing, true);
    factor = must(trueSizeMap(told, unit ?? null), file);
    streams.err(`The drawing is ${told.drawnAs}: × ${factor}.\n`);
  } else if (options.factor !== undefined) factor = number(options.factor, '--factor');
  const request: ScaleRequest = {
    map: similarityAbout(from, to, factor, turnRad),
    ...(unit ? { unit } : {}),
  };
  const { bytes, objects, notes } = must(scaleDrawing(drawing, request), file);
  writeWhole(options.out, bytes);
  streams.out(
    `${JSON.stringify({ file, out: options.out, factor, objects, ...(unit ? { unit } : {}), notes }, null, 2)}\n`,
  );
  for (const note of notes) streams.err(`${note}\n`);
  streams.err(`${objects} objects. Written to ${options.out}.\n`);
}
