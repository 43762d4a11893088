import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { audit } from '../../src/core/audit/engine';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { PLAIN_RULE, type RuleSetting } from '../../src/core/standard/rule-settings';
import type { Standard } from '../../src/core/standard/standard';
import { gdal, python } from './python';

// What another program planted in a drawing, and what it reads of two states of one.

export interface Planted {
  readonly path: string;
  /** Handles of what is wrong, by the kind of fault. */
  readonly planted: Readonly<Record<string, readonly string[]>>;
  /** Handles of what lies just within the limits. */
  readonly near: readonly string[];
  /** Handles of what breaks a rule beside its own, by that rule. */
  readonly also: Readonly<Record<string, readonly string[]>>;
  /** Handles of what corrections change beside the objects that findings name. */
  readonly changed: readonly string[];
}

/** What a script plants, in each version that it writes, by the names of the files. */
export function drawPlanted(script: string): (readonly [name: string, made: Planted])[] {
  const folder = mkdtempSync(join(tmpdir(), 'zinc-planted-'));
  return python<Planted[]>(script, folder).map((made) => [basename(made.path), made]);
}

/** A planted drawing, read and audited. */
export function auditPlanted({ path }: Planted, standard: Standard) {
  const bytes = new Uint8Array(readFileSync(path));
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  return { bytes, drawing: read.value, ...audit(read.value, standard) };
}

export interface Described {
  readonly type: string;
  readonly attribs: Readonly<Record<string, unknown>>;
  readonly extra: readonly unknown[];
}

export interface Seen {
  readonly errors: readonly string[];
  readonly objects: Readonly<Record<string, Described>>;
}

/** The rule that finds each kind of planted fault, where it is not called by its rule. */
export const RULE_OF: Readonly<Record<string, string>> = {
  height: 'lettering/height',
  'height of theirs': 'lettering/height',
  'style of theirs': 'lettering/style-unknown',
  'upside down': 'lettering/upside-down',
  'own looks': 'lettering/own-looks',
  inline: 'lettering/own-looks',
  overlap: 'lettering/overlap',
  empty: 'lettering/empty',
  'text twice': 'lettering/empty',
  lies: 'dimensions/typed-over',
  'lies with words': 'dimensions/typed-over',
  'says the same': 'dimensions/typed-over',
  words: 'dimensions/typed-over',
  'style unknown': 'dimensions/style-unknown',
  'style changed': 'dimensions/style-changed',
  'own settings': 'dimensions/own-settings',
  stale: 'dimensions/picture',
  'unit said': 'dimensions/unit-said',
  across: 'dimensions/round-mark',
  'no sign': 'dimensions/round-mark',
  doubled: 'dimensions/doubled',
  chain: 'dimensions/chain-sum',
  stack: 'dimensions/spacing',
  close: 'dimensions/spacing',
  loose: 'dimensions/loose',
  crossing: 'leaders/crossing',
  short: 'leaders/tip',
  'at nothing': 'leaders/tip',
};

/** Pairs of rule and object, as they can be held against each other. */
export const pairs = (
  of: readonly { readonly rule: string; readonly handles: readonly string[] }[],
): readonly string[] =>
  of.flatMap(({ rule, handles }) => handles.map((handle) => `${rule} ${handle}`)).sort();

/** Pairs of rule and object that were planted, but for those by rules that are not asked. */
export const plantedPairs = ({ planted }: Planted, asked?: ReadonlySet<string>): readonly string[] =>
  pairs(
    Object.entries(planted)
      .map(([kind, handles]) => ({ rule: RULE_OF[kind] ?? kind, handles }))
      .filter(({ rule }) => asked?.has(rule) ?? true),
  );

/**
 * Handles of objects that another program reads unlike before; what symbols hold is given with their names before it.
 * Files of R12 hold no owners: those that it makes up hang on how many records there are.
 */
export function changedObjects(before: Seen, now: Seen, isR12: boolean): readonly string[] {
  const asRead = ({ objects }: Seen, handle: string): string => {
    const one = objects[handle];
    return JSON.stringify(isR12 && one ? { ...one, attribs: { ...one.attribs, owner: '' } } : one);
  };
  return Object.keys(before.objects).filter((handle) => asRead(now, handle) !== asRead(before, handle));
}

/**
 * A planted drawing and what it was corrected to, as another program reads them; it finds nothing more wrong with the second, and GDAL
 * takes both alike. (GDAL reads no binary form, of the drawing as it came neither.)
 */
export function readElsewhere(path: string, bytes: Uint8Array): readonly [before: Seen, now: Seen] {
  const corrected = path.replace(/\.dxf$/, '-corrected.dxf');
  writeFileSync(corrected, bytes);
  const [before, now] = python<Seen[]>('read_drawing.py', path, corrected);
  expect(now.errors).toEqual(before.errors);
  expect(gdal(corrected).code).toBe(gdal(path).code);
  return [before, now];
}

/**
 * Handles of objects that another program reads unlike before although nothing was planted there, and no correction was to change them. Pictures of
 * dimensions are not asked.
 */
export function changedBeside({ path, planted, changed }: Planted, bytes: Uint8Array): readonly string[] {
  const [before, now] = readElsewhere(path, bytes);
  const touched = new Set([...Object.values(planted).flat(), ...changed]);
  return changedObjects(before, now, basename(path) === 'R12.dxf').filter(
    (handle) => !handle.startsWith('*') && !touched.has(handle),
  );
}

/** Settings by which a standard decides for good, by rule the way out that it takes. */
export const decidedFor = (ways: Readonly<Record<string, string>>): Record<string, RuleSetting> =>
  Object.fromEntries(Object.entries(ways).map(([rule, settledBy]) => [rule, { ...PLAIN_RULE, settledBy }]));
