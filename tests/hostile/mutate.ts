/**
 * Drawings as hands and programs of many kinds leave them: text DXF as a list of tags, changed in its sections, tables,
 * comments, duplicates, order, subclass marks and handles.
 */

export interface Tag {
  code: string;
  value: string;
}

export function tagsOf(text: string): Tag[] {
  const lines = text.split(/\r?\n/);
  const tags: Tag[] = [];
  for (let i = 0; i + 1 < lines.length; i += 2) tags.push({ code: lines[i].trim(), value: lines[i + 1] });
  return tags;
}

export const textOf = (tags: readonly Tag[]): string =>
  tags.map(({ code, value }) => `${code.padStart(3)}\n${value}\n`).join('');

/** A fixed sequence of numbers from 0 to 1, the same for the same start. */
export function sequence(start: number): () => number {
  let state = Math.imul(start + 1, 2654435761) >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 4294967296;
  };
}

const tag = (code: number, value: string): Tag => ({ code: String(code), value });
const is = (one: Tag | undefined, code: number, value?: string): boolean =>
  one?.code === String(code) && (value === undefined || one.value.trim() === value);

/** Where records begin: every tag of code 0. */
const starts = (tags: readonly Tag[]): number[] => tags.flatMap((one, i) => (is(one, 0) ? [i] : []));

function sectionOf(tags: readonly Tag[], name: string): [number, number] | null {
  const start = tags.findIndex((one, i) => is(one, 0, 'SECTION') && is(tags[i + 1], 2, name));
  if (start < 0) return null;
  const end = tags.findIndex((one, i) => i > start && is(one, 0, 'ENDSEC'));
  return end < 0 ? null : [start, end];
}

/** Records of drawn objects: start and end of each in the sections of objects and of symbols. */
function drawn(tags: readonly Tag[]): [number, number][] {
  const NOT_DRAWN = /^(SECTION|ENDSEC|BLOCK|ENDBLK|SEQEND|VERTEX|EOF)$/;
  const found: [number, number][] = [];
  for (const name of ['ENTITIES', 'BLOCKS']) {
    const section = sectionOf(tags, name);
    if (!section) continue;
    for (let i = section[0] + 2; i < section[1]; i++) {
      if (!is(tags[i], 0) || NOT_DRAWN.test(tags[i].value.trim())) continue;
      let end = i + 1;
      while (end < tags.length && !is(tags[end], 0)) end++;
      found.push([i, end]);
    }
  }
  return found;
}

type Mutation = (tags: Tag[], next: () => number) => void;

const pick = <T>(from: readonly T[], next: () => number): T | undefined =>
  from[Math.floor(next() * from.length)];

/** Parts a section in two between two records. */
const parted =
  (name: string): Mutation =>
  (tags, next) => {
    const section = sectionOf(tags, name);
    if (!section) return;
    const marks = starts(tags).filter(
      (at) =>
        at > section[0] &&
        at < section[1] &&
        /^(LINE|CIRCLE|ARC|TEXT|POINT|LWPOLYLINE|ELLIPSE|INSERT|TABLE|BLOCK|DICTIONARY)$/.test(
          tags[at].value.trim(),
        ),
    );
    const at = pick(marks, next);
    if (at === undefined) return;
    // Inside a symbol, a section cannot be parted.
    if (name === 'BLOCKS' && !is(tags[at], 0, 'BLOCK')) return;
    tags.splice(at, 0, tag(0, 'ENDSEC'), tag(0, 'SECTION'), tag(2, name));
  };

const dropMark =
  (mark: string): Mutation =>
  (tags, next) => {
    const at = pick(
      starts(tags).filter((i) => tags[i].value.trim() === mark),
      next,
    );
    if (at === undefined) return;
    let end = at + 1;
    while (end < tags.length && !is(tags[end], 0)) end++;
    tags.splice(at, mark === 'ENDSEC' || mark === 'ENDTAB' ? 1 : end - at);
  };

export const MUTATIONS: Readonly<Record<string, Mutation>> = {
  'comments anywhere': (tags, next) => {
    for (let i = 0; i < 5; i++) tags.splice(Math.floor(next() * (tags.length - 1)), 0, tag(999, 'a word'));
  },
  'a comment before the name of a section': (tags, next) => {
    const at = pick(
      starts(tags).filter((i) => /^(SECTION|TABLE|BLOCK)$/.test(tags[i].value.trim())),
      next,
    );
    if (at !== undefined) tags.splice(at + 1, 0, tag(999, 'LINE'));
  },
  'a comment between sections': (tags, next) => {
    const at = pick(
      starts(tags).filter((i) => is(tags[i], 0, 'SECTION')),
      next,
    );
    if (at !== undefined) tags.splice(at, 0, tag(999, 'SECTION'));
  },
  'two sections of objects': parted('ENTITIES'),
  'two sections of tables': parted('TABLES'),
  'two sections of symbols': parted('BLOCKS'),
  'two sections of kept records': parted('OBJECTS'),
  'two tables of layers': (tags, next) => {
    const records = starts(tags).filter((i) => is(tags[i], 0, 'LAYER'));
    const at = pick(records.slice(1), next);
    if (at !== undefined)
      tags.splice(at, 0, tag(0, 'ENDTAB'), tag(0, 'TABLE'), tag(2, 'LAYER'), tag(70, '1'));
  },
  'layers that differ in case': (tags, next) => {
    const records = starts(tags).filter((i) => is(tags[i], 0, 'LAYER'));
    const at = pick(records.slice(1), next);
    if (at === undefined) return;
    let end = at + 1;
    while (!is(tags[end], 0)) end++;
    const copy = tags
      .slice(at, end)
      .map((one) =>
        is(one, 2)
          ? tag(2, one.value.toLowerCase())
          : is(one, 62)
            ? tag(62, '6')
            : is(one, 5)
              ? tag(5, 'FA01')
              : { ...one },
      );
    tags.splice(end, 0, ...copy);
  },
  'a property behind the second subclass mark': (tags, next) => {
    const record = pick(drawn(tags), next);
    if (!record) return;
    const own = ['8', '62', '6', '370', '48'];
    const from = tags.findIndex((one, i) => i > record[0] && i < record[1] && own.includes(one.code));
    if (from < 0) return;
    const [moved] = tags.splice(from, 1);
    tags.splice(record[1] - 1, 0, moved);
  },
  'a colour behind the second subclass mark': (tags, next) => {
    const record = pick(drawn(tags), next);
    if (record && !tags.slice(...record).some((one) => is(one, 62))) tags.splice(record[1], 0, tag(62, '2'));
  },
  'an unknown layer behind the second subclass mark': (tags, next) => {
    const record = pick(drawn(tags), next);
    if (!record) return;
    const from = tags.findIndex((one, i) => i > record[0] && i < record[1] && one.code === '8');
    if (from < 0) return;
    tags.splice(from, 1);
    tags.splice(record[1] - 1, 0, tag(8, 'BAD'));
  },
  'a second layer tag': (tags, next) => {
    const record = pick(drawn(tags), next);
    if (!record) return;
    const from = tags.findIndex((one, i) => i > record[0] && i < record[1] && one.code === '8');
    if (from >= 0) tags.splice(next() < 0.5 ? from : from + 1, 0, tag(8, 'BAD'));
  },
  'a layer of a drawing that is not there': (tags, next) => {
    const record = pick(drawn(tags), next);
    if (record)
      for (let i = record[0]; i < record[1]; i++) if (tags[i].code === '8') tags[i].value = 'BAD|NAME';
  },
  'an unknown layer': (tags, next) => {
    const record = pick(drawn(tags), next);
    if (record) for (let i = record[0]; i < record[1]; i++) if (tags[i].code === '8') tags[i].value = 'BAD';
  },
  'no end of a section': dropMark('ENDSEC'),
  'no end of a table': dropMark('ENDTAB'),
  'no end of a symbol': dropMark('ENDBLK'),
  'no end of the file': (tags) => {
    const at = tags.findIndex((one) => is(one, 0, 'EOF'));
    if (at >= 0) tags.splice(at, 1);
  },
  'objects behind the end of the file': (tags) => {
    const at = tags.findIndex((one) => is(one, 0, 'EOF'));
    if (at >= 0) tags.push(tag(0, 'LINE'), tag(8, 'BAD'), tag(10, '0'), tag(20, '0'));
  },
  'sections in another order': (tags, next) => {
    const name = pick(['HEADER', 'TABLES', 'BLOCKS', 'ENTITIES'], next)!;
    const section = sectionOf(tags, name);
    const eof = tags.findIndex((one) => is(one, 0, 'EOF'));
    if (!section || eof < 0) return;
    const moved = tags.slice(section[0], section[1] + 1);
    tags.splice(eof, 0, ...moved);
    tags.splice(section[0], moved.length);
  },
  'no subclass marks': (tags, next) => {
    const record = pick(drawn(tags), next);
    if (!record) return;
    for (let i = record[1] - 1; i > record[0]; i--) if (tags[i].code === '100') tags.splice(i, 1);
  },
  'a subclass mark twice': (tags, next) => {
    const record = pick(drawn(tags), next);
    if (!record) return;
    const at = tags.findIndex((one, i) => i > record[0] && i < record[1] && one.code === '100');
    if (at >= 0) tags.splice(at, 0, { ...tags[at] });
  },
  'a handle twice': (tags, next) => {
    const [a, b] = [pick(drawn(tags), next), pick(drawn(tags), next)];
    if (!a || !b) return;
    const of = ([from, to]: [number, number]) =>
      tags.findIndex((one, i) => i > from && i < to && one.code === '5');
    if (of(a) >= 0 && of(b) >= 0) tags[of(a)].value = tags[of(b)].value;
  },
  'a handle of many digits': (tags, next) => {
    const record = pick(drawn(tags), next);
    if (record)
      for (let i = record[0]; i < record[1]; i++)
        if (tags[i].code === '5') tags[i].value = 'FFFFFFFFFFFFFFFFFF1';
  },
  'no handle': (tags, next) => {
    const record = pick(drawn(tags), next);
    if (!record) return;
    const at = tags.findIndex((one, i) => i > record[0] && i < record[1] && one.code === '5');
    if (at >= 0) tags.splice(at, 1);
  },
  'a handle seed at its end': (tags) => {
    const at = tags.findIndex((one) => is(one, 9, '$HANDSEED'));
    if (at >= 0) tags[at + 1].value = 'FFFFFFFFFFFFFFFF';
  },
  'lines of blanks': (tags, next) => {
    const at = Math.floor(next() * tags.length);
    tags[at] = { code: tags[at].code, value: `${tags[at].value}   ` };
  },
  'an object twice': (tags, next) => {
    const record = pick(drawn(tags), next);
    if (record) tags.splice(record[1], 0, ...tags.slice(...record).map((one) => ({ ...one })));
  },
  'objects between sections': (tags) => {
    const section = sectionOf(tags, 'ENTITIES');
    if (section)
      tags.splice(
        section[1] + 1,
        0,
        tag(0, 'LINE'),
        tag(8, 'BAD'),
        tag(10, '0'),
        tag(20, '0'),
        tag(11, '1'),
        tag(21, '1'),
      );
  },
};

/** A drawing with one to three mutations; the same for the same number. Says which they were. */
export function mutated(text: string, number: number): { text: string; said: string[] } {
  const tags = tagsOf(text);
  const next = sequence(number);
  const names = Object.keys(MUTATIONS);
  const said = Array.from({ length: 1 + Math.floor(next() * 3) }, (_, i) =>
    i === 0 ? names[number % names.length] : pick(names, next)!,
  );
  for (const name of said) MUTATIONS[name](tags, next);
  return { text: textOf(tags), said };
}
