import {
  arrangements,
  buildName,
  candidates,
  fits,
  judge,
  type NamingField,
  type NamingScheme,
  split,
} from './naming';
import { wordMatch, wordsIn } from './words';

/** What everyday errors cost: less than a wrong letter where nothing that was meant is in doubt. */
const COST = {
  /** Another separator, or small letters for capitals. */
  spelling: 0.2,
  /** Another word for the same thing, in another language too. */
  word: 0.6,
  /** A letter too many at the end, or some cut off. */
  end: 0.8,
  /** A field that has to be made up. */
  missing: 2.5,
  /** A part of the name that belongs nowhere. */
  left: 2,
} as const;

/** Values tried for one field, names looked at for one arrangement of fields. */
const TRIED = 4;
const MOST = 256;
/** Known names farther away than this have nothing to do with it. */
const FARTHEST = 3;

interface Value {
  readonly value: string;
  readonly cost: number;
}

/**
 * Least number of letters to change, add, drop or swap with their neighbour to get from one word to another (optimal
 * string alignment, after Damerau 1964).
 */
export function letterDistance(a: string, b: string): number {
  let before: number[] = [];
  let row = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const next = [i];
    for (let j = 1; j <= b.length; j++) {
      next[j] = Math.min(row[j] + 1, next[j - 1] + 1, row[j - 1] + (a[i - 1] === b[j - 1] ? 0 : 1));
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1])
        next[j] = Math.min(next[j], before[j - 2] + 1);
    }
    before = row;
    row = next;
  }
  return row[b.length];
}

/**
 * The valid names nearest to one that does not fit, nearest first.
 * @param known valid names that are in use: what is meant is mostly one of them
 */
export function nearestNames(
  scheme: NamingScheme,
  name: string,
  most = 5,
  known: readonly string[] = [],
): string[] {
  const found = new Map<string, number>();
  // An office that writes all its names in capitals means capitals.
  const capitals = known.length > 0 && known.every((one) => one === one.toUpperCase());
  const take = (given: string, cost: number): void => {
    const built = capitals ? given.toUpperCase() : given;
    if (built === name || !fits(scheme, built)) return;
    found.set(built, Math.min(found.get(built) ?? Infinity, cost));
  };
  byPosition(scheme, name, take);
  byParts(scheme, name, take);
  for (const one of known) {
    const distance = distanceOf(name, one);
    // A name that is in use is likelier than one that nobody has.
    if (distance <= FARTHEST) take(one, distance * 0.9 - 0.3);
  }
  return [...found]
    .sort((a, b) => a[1] - b[1] || a[0].localeCompare(b[0]))
    .slice(0, most)
    .map(([near]) => near);
}

const PARTED = /[^\p{L}\p{N}~]+/u;
const partsIn = (name: string): string[] => name.split(PARTED).filter((part) => part !== '');

/** How far a name is from another, parts of it that mean the same counted as near. */
function distanceOf(name: string, other: string): number {
  const [own, theirs] = [partsIn(name.toUpperCase()), partsIn(other.toUpperCase())];
  const letters = letterDistance(own.join('-'), theirs.join('-'));
  if (own.length === theirs.length) {
    const byWords = own.reduce((sum, part, i) => {
      const apart = letterDistance(part, theirs[i]);
      return sum + (apart > 0 && meanSame(part, theirs[i]) ? Math.min(apart, COST.word) : apart);
    }, 0);
    return Math.min(letters, byWords);
  }
  // A first part that is missing is made up.
  if (own.length === theirs.length - 1 && own.length > 0) {
    const rest = theirs.slice(1);
    const apart = own.reduce(
      (sum, part, i) =>
        sum +
        (meanSame(part, rest[i])
          ? Math.min(COST.word, letterDistance(part, rest[i]))
          : letterDistance(part, rest[i])),
      0,
    );
    return Math.min(letters, apart + 1.5);
  }
  return letters;
}

/** Whether two parts of names stand for one word. */
function meanSame(a: string, b: string): boolean {
  const [[left], [right]] = [wordsIn(a), wordsIn(b)];
  if (!left || !right) return false;
  return left.word === right.word || wordMatch(left.word, right.word).likeness >= 0.75;
}

/** The name as it stands, its fields by separators and widths: what the scheme would have them be. */
function byPosition(scheme: NamingScheme, name: string, take: (built: string, cost: number) => void): void {
  for (const present of arrangements(scheme)) {
    const parts = split(scheme, present, name).filter((part) => part.field >= 0);
    // An optional field that the name does not have is not made up.
    if (parts.some((part) => part.text === '' && !scheme.fields[part.field].required)) continue;
    let options: string[][] = [[]];
    for (const part of parts) {
      const field = scheme.fields[part.field];
      const tried = part.fault === null ? [part.text] : candidates(field, part.text, letterDistance);
      options = options.flatMap((values) => tried.map((value) => [...values, value])).slice(0, MOST);
    }
    for (const values of options) {
      const built = buildName(scheme, new Map(parts.map((part, k) => [part.field, values[k]])));
      if ('name' in built) take(built.name, letterDistance(built.name.toUpperCase(), name.toUpperCase()));
    }
  }
}

/** The parts of a name, whatever sets them apart, dealt out to the fields in their order. */
function byParts(scheme: NamingScheme, name: string, take: (built: string, cost: number) => void): void {
  const readings = [partsIn(name)];
  // Words run together: "A WALL" and "WallNew" are two.
  const cased = partsIn(name.replace(/(\p{Ll})(\p{Lu})/gu, '$1 $2'));
  if (cased.length > readings[0].length) readings.push(cased);
  for (const parts of [...readings]) {
    const [first, ...rest] = parts;
    const field = scheme.fields[0];
    // A code that runs into the next field: AWALL is A-WALL.
    for (const { code } of field.codes)
      if (first && first.length > code.length && first.toUpperCase().startsWith(code.toUpperCase()))
        readings.push([first.slice(0, code.length), first.slice(code.length), ...rest]);
  }
  for (const parts of readings)
    for (const present of arrangements(scheme))
      deal(scheme, present, parts, (values, cost) => {
        const built = buildName(scheme, values);
        if ('name' in built)
          take(built.name, cost + (partsIn(name).length === parts.length ? COST.spelling : 0.5));
      });
}

/** Every way of dealing parts to fields in order: one for one, or with one field made up or one part left over. */
function deal(
  scheme: NamingScheme,
  present: readonly number[],
  parts: readonly string[],
  use: (values: Map<number, string>, cost: number) => void,
): void {
  const ways: (string | null)[][] = [];
  if (parts.length === present.length) ways.push([...parts]);
  if (parts.length === present.length - 1)
    for (let at = 0; at < present.length; at++)
      if (scheme.fields[present[at]].required) ways.push([...parts.slice(0, at), null, ...parts.slice(at)]);
  if (parts.length === present.length + 1)
    for (let at = 0; at < parts.length; at++) ways.push([...parts.slice(0, at), ...parts.slice(at + 1)]);
  for (const way of ways) {
    const over = parts.length > present.length ? COST.left : 0;
    let dealt: { values: Map<number, string>; cost: number }[] = [{ values: new Map(), cost: over }];
    for (const [k, index] of present.entries()) {
      const tried = valuesOf(scheme.fields[index], way[k]);
      dealt = dealt
        .flatMap(({ values, cost }) =>
          tried.map((one) => ({ values: new Map(values).set(index, one.value), cost: cost + one.cost })),
        )
        .sort((a, b) => a.cost - b.cost)
        .slice(0, MOST);
    }
    for (const { values, cost } of dealt) use(values, cost);
  }
}

/** What a part of a name can be as the value of a field; the field's own codes in their order where there is none. */
function valuesOf(field: NamingField, part: string | null): readonly Value[] {
  if (part === null)
    return field.codes.slice(0, TRIED).map(({ code }, i) => ({ value: code, cost: COST.missing + i * 0.05 }));
  const found: Value[] = [];
  const put = (value: string, cost: number): void => {
    if (judge(field, value).fault === null) found.push({ value, cost });
  };
  put(part, 0);
  put(part.toUpperCase(), COST.spelling);
  for (const { code, meaning } of field.codes) {
    const value =
      field.codeLength > 0 && part.length > field.codeLength ? code + part.slice(field.codeLength) : code;
    const upper = part.toUpperCase();
    const distance = letterDistance(code.toUpperCase(), upper);
    const sameEnd =
      upper.startsWith(code.toUpperCase()) || (code.toUpperCase().startsWith(upper) && upper.length > 1);
    const means =
      meanSame(part, code) || wordsIn(meaning).some(({ word }) => wordsIn(part)[0]?.word === word);
    put(value, Math.min(distance, sameEnd ? COST.end : Infinity, means ? COST.word : Infinity));
  }
  // Fields without codes take what fits of it.
  if (field.codes.length === 0)
    for (const value of candidates(field, part.toUpperCase(), letterDistance)) put(value, COST.end);
  return found.sort((a, b) => a.cost - b.cost).slice(0, TRIED);
}
