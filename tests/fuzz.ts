import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { linkspan, shorePower, survey } from '../demo/drawings';
import { demoStandard } from '../demo/standard';
import { audit } from '../src/core/audit/engine';
import { correctDrawing } from '../src/core/correct/correct';
import { applyByteEdits, type ByteEdit } from '../src/core/dxf/edit/edits';
import { readDrawing } from '../src/core/dxf/read/interpret';
import { indexTags, startOf } from '../src/core/dxf/tags';
import { inspect, inspectObjects } from '../src/core/inspect/inspect';
import { buildPicture } from '../src/core/picture/build';
import { packPicture } from '../src/core/picture/picture';
import { toSvg } from '../src/core/picture/svg';

/** A fixed sequence of numbers from 0 to 1, the same for the same start. */
function sequence(start: number): () => number {
  // Spread over the range, so that neighbouring starts do not begin alike.
  let state = Math.imul(start, 2654435761) >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 4294967296;
  };
}

const VALUES = [
  '1e308',
  '-1e308',
  'NaN',
  '',
  '999999999999',
  '-1',
  '0',
  '1',
  '256',
  'LINE',
  'INSERT',
  'HATCH',
  'ENDBLK',
  'SPLINE',
  '{',
  '\u00ff',
  'BOLL',
  'SPLINE',
  'MTEXT',
  'LWPOLYLINE',
  'VIEWPORT',
  'MULTILEADER',
  '{\\H0x;\\S1^',
  '*D1',
  'ByBlock',
];

/** Faults that keep codes and values in step: other values, missing and doubled tags, records moved. */
function damageTags(bytes: Uint8Array, next: () => number): Uint8Array {
  const indexed = indexTags(bytes);
  if (!indexed.ok) return bytes;
  const tags = indexed.value;
  const edits: ByteEdit[] = [];
  const chosen = Array.from({ length: 1 + Math.floor(next() * 30) }, () =>
    Math.floor(next() * (tags.count - 40)),
  ).sort((a, b) => a - b);
  let from = 0;
  for (const tag of chosen) {
    if (startOf(tags, tag) < from) continue;
    const kind = next();
    const until = kind < 0.75 ? tag + 1 : tag + 1 + Math.floor(next() * 20);
    const end = startOf(tags, until);
    const put =
      kind < 0.6
        ? new TextEncoder().encode(`${tags.codes[tag]}\n${VALUES[Math.floor(next() * VALUES.length)]}\n`)
        : kind < 0.85
          ? bytes.slice(startOf(tags, tag), end)
          : new Uint8Array(0);
    edits.push({
      start: startOf(tags, tag),
      end: kind >= 0.6 && kind < 0.85 ? startOf(tags, tag) : end,
      bytes: put,
    });
    from = end;
  }
  return applyByteEdits(bytes, edits);
}

/** Faults anywhere: flipped bits, cut ends, doubled and missing stretches. */
function damageBytes(bytes: Uint8Array, next: () => number): Uint8Array {
  const at = Math.floor(next() * bytes.length);
  const kind = next();
  if (kind < 0.5) {
    const result = bytes.slice();
    result[at] ^= 1 << Math.floor(next() * 8);
    return result;
  }
  if (kind < 0.7) return bytes.slice(0, at);
  const end = Math.min(bytes.length, at + Math.floor(next() * 2000));
  const put = kind < 0.85 ? bytes.slice(at, end) : new Uint8Array(0);
  return applyByteEdits(bytes, [{ start: at, end: kind < 0.85 ? at : end, bytes: put }]);
}

/** One drawing with faults put in; the same for the same seed. */
export function damaged(bytes: Uint8Array, seed: number): Uint8Array {
  const next = sequence(seed);
  const text = bytes[0] === 32 || bytes[0] === 48 || bytes[0] === 57;
  return text && next() < 0.7 ? damageTags(bytes, next) : damageBytes(bytes, next);
}

const FIXTURES = join(process.cwd(), 'tests', 'fixtures');
export const SOURCES = [
  linkspan().bytes,
  survey().bytes,
  shorePower().bytes,
  ...readdirSync(FIXTURES)
    .filter((name) => name.endsWith('.dxf'))
    .sort()
    .map((name) => new Uint8Array(readFileSync(join(FIXTURES, name)))),
];

/**
 * Runs damaged drawings through everything.
 * @returns how many were read, and how many were refused with a message
 * @throws when one ends in neither
 */
export function fuzz(count: number, from = 1): { read: number; refused: number; slowestMs: number } {
  let read = 0;
  let refused = 0;
  let slowestMs = 0;
  for (let seed = from; seed < from + count; seed++) {
    const bytes = damaged(SOURCES[seed % SOURCES.length], seed);
    const start = performance.now();
    try {
      const drawing = readDrawing(bytes);
      if (drawing.ok) {
        read++;
        audit(drawing.value, demoStandard);
        inspect(drawing.value);
        for (const _ of inspectObjects(drawing.value));
        const model = buildPicture(drawing.value, null, { defaultWidthMm: 0.25 });
        for (const sheet of [null, ...drawing.value.sheets]) {
          const picture = sheet ? buildPicture(drawing.value, sheet, { defaultWidthMm: 0.25 }) : model;
          packPicture(picture);
          const svg = toSvg(
            { picture, model: sheet ? model : null },
            { colours: 'print', fonts: [], title: '' },
          );
          if (/="[^"]*NaN/.test(svg)) throw new Error('a number that is none in the picture');
        }
        const corrected = correctDrawing(bytes, demoStandard);
        if (!corrected.ok) throw new Error(`corrected file cannot be read: ${corrected.problem.message}`);
      } else {
        refused++;
        if (drawing.problem.message === '' || drawing.problem.action === '')
          throw new Error('a problem without words');
        if (drawing.problem.code === 'unreadable') throw new Error(drawing.problem.message);
      }
    } catch (error) {
      throw new Error(`damage ${seed}: ${error instanceof Error ? error.stack : error}`);
    }
    slowestMs = Math.max(slowestMs, performance.now() - start);
  }
  return { read, refused, slowestMs };
}
