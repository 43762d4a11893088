import type { TagRange } from '../../../dxf/document';
import type { Drawing } from '../../../dxf/drawing';
import { TABLES } from '../../../dxf/edit/edit-records';
import { foldName } from '../../../dxf/interner';
import type { Rule } from '../../rule';
import { words } from '../../value';

const messages = {
  doubled: (kind: string, name: string, count: number, names: string) =>
    `${kind} “${name}” has ${count} records: ${names}. Programs differ in which of them counts.`,
  symbol: (name: string, count: number) =>
    `Symbol “${name}” is drawn ${count} times under one name. Programs differ in which of them is placed.`,
};

/** Kinds of records that are told apart by name; layers have a rule of their own. */
const JOINED = ['linetype', 'text style', 'dimension style'] as const;

const capital = (text: string): string => text[0].toUpperCase() + text.slice(1);

/** Names that several records share, without regard to case. Shape files are recorded without a name and are no doubles. */
function doubled<T>(records: readonly T[], nameOf: (record: T) => string): T[][] {
  const byName = new Map<string, T[]>();
  for (const record of records) {
    const key = foldName(nameOf(record));
    if (key === '') continue;
    const known = byName.get(key);
    if (known) known.push(record);
    else byName.set(key, [record]);
  }
  return [...byName.values()].filter(({ length }) => length > 1);
}

export const fileDoubledRecords: Rule = {
  meta: {
    id: 'file/doubled-records',
    title: 'Definition recorded twice',
    stage: 'file',
    weight: 'must',
    correction: 'automatic',
    what: 'A linetype, text style, dimension style or symbol has one record, whatever the case of the letters in its name.',
    why: 'One program takes the first of two definitions, another the last: one drawing, two prints.',
    source: 'The exchange format as published: names of records are told apart without regard to case',
  },

  *check({ drawing }) {
    const { document, reader } = drawing;
    for (const kind of JOINED) {
      const nameOf = ({ start, end }: TagRange): string => reader.findText({ start, end }, 2);
      for (const [first, ...others] of doubled(recordsOf(drawing, kind), nameOf)) {
        const name = nameOf(first);
        const names = [first, ...others].map((range) => `“${nameOf(range)}”`);
        yield {
          message: messages.doubled(capital(kind), name, names.length, names.join(', ')),
          expected: words('one record'),
          found: words(`${names.length} records`),
          subject: { kind, value: foldName(name) },
          remedy: `Keeps the first record of ${name} and removes ${others.length === 1 ? 'the other' : `${others.length} others`}.`,
        };
      }
    }
    for (const [first, ...others] of doubled(document.blocks, ({ name }) => name))
      yield {
        message: messages.symbol(first.name, others.length + 1),
        expected: words('one definition'),
        found: words(`${others.length + 1} definitions`),
        subject: { kind: 'symbol', value: foldName(first.name) },
        // Which of them the sender meant cannot be told from the file.
        correction: 'manual',
      };
  },

  settle(_, { subject }) {
    const kind = JOINED.find((one) => one === subject.kind);
    return kind
      ? { operations: [{ type: 'join records', kind, name: subject.value ?? '' }] }
      : { refused: 'Which of the definitions counts has to be seen: ask the sender.' };
  },
};

const recordsOf = (drawing: Drawing, kind: (typeof JOINED)[number]): readonly TagRange[] =>
  drawing.document.tables.get(TABLES[kind])?.records ?? [];
