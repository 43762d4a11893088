import type { TagReader } from '../../tag-reader';
import type { Roles } from './roles';
import type { TagMapper } from './tag-mapper';

/**
 * Roles in the parts of a leader with its label, from the published reference; parts are opened and closed by codes of
 * their own. Outside of the label sizes are counted without the overall scale, which is scaled; inside with it.
 */
const OUTSIDE: Roles = { 43: 'angle in radians', 45: 'length' };
const LABEL: Roles = {
  10: 'world point',
  12: 'world point',
  13: 'direction',
  15: 'world point',
  40: 'length',
  41: 'length',
  42: 'angle in radians',
  43: 'length',
  44: 'length',
  46: 'angle in radians',
  110: 'world point',
  111: 'direction',
  112: 'direction',
  140: 'length',
  142: 'length',
  143: 'length',
  144: 'length',
  145: 'length',
};
const LEADER: Roles = {
  10: 'world point',
  11: 'direction',
  12: 'world point',
  13: 'world point',
  40: 'length',
};
const LINE: Roles = { 10: 'world point', 11: 'world point', 12: 'world point' };

/** Normals of the label's parts. */
const NORMALS = new Set([11, 14]);
/** Scales of a symbol along its own axes, as x, y and z. */
const SYMBOL_SCALE = 16;
const MATRIX = 47;

type Part = 'outside' | 'label' | 'leader' | 'line';

/** Maps a leader with its label. @param end one past the last tag that is no extended data */
export function scaleLabelledLeader(reader: TagReader, mapper: TagMapper, start: number, end: number): void {
  const { codes } = reader.document.tags;
  const { world } = mapper;
  let part: Part = 'outside';
  let matrix = 0;
  const scaled = (tag: number): void => {
    for (let at = tag; at < tag + 3 && at < end; at++)
      if ((codes[at] - codes[tag]) % 10 === 0) mapper.tag(at, 'length', world);
  };
  for (let tag = start; tag < end; tag++) {
    const code = codes[tag];
    if (part === 'outside') {
      if (code === 300) part = 'label';
      else if (OUTSIDE[code]) mapper.tag(tag, OUTSIDE[code], world);
      continue;
    }
    if (part === 'line') {
      if (code === 305) part = 'leader';
      else if (LINE[code]) mapper.tag(tag, LINE[code], world);
      continue;
    }
    if (part === 'leader') {
      if (code === 303) part = 'label';
      else if (code === 304) part = 'line';
      else if (LEADER[code]) mapper.tag(tag, LEADER[code], world);
      continue;
    }
    if (code === 301) part = 'outside';
    else if (code === 302) part = 'leader';
    else if (NORMALS.has(code)) mapper.normal(tag);
    else if (code === SYMBOL_SCALE) scaled(tag);
    else if (code === MATRIX) {
      if (matrix === 0) mapMatrix(reader, mapper, tag, end);
      matrix++;
    } else if (LABEL[code]) mapper.tag(tag, LABEL[code], world);
  }
}

/** A matrix by rows, from the symbol's coordinates to the drawing's: the map comes behind it. */
function mapMatrix(reader: TagReader, mapper: TagMapper, from: number, end: number): void {
  const { codes } = reader.document.tags;
  const { factor, cos, sin, to } = mapper.world;
  const tags: number[] = [];
  for (let tag = from; tag < end && codes[tag] === MATRIX && tags.length < 16; tag++) tags.push(tag);
  if (tags.length < 16) return;
  const m = tags.map((tag) => reader.number(tag));
  for (let column = 0; column < 4; column++) {
    const [x, y, z] = [m[column], m[4 + column], m[8 + column]];
    const last = m[12 + column];
    mapper.set(tags[column], () => factor * (cos * x - sin * y) + to[0] * last);
    mapper.set(tags[4 + column], () => factor * (sin * x + cos * y) + to[1] * last);
    mapper.set(tags[8 + column], () => factor * z + to[2] * last);
  }
}
