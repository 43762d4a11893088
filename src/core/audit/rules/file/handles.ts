import type { Facts } from '../../../facts/facts';
import type { Rule } from '../../rule';
import { words } from '../../value';

const objects = (count: number): string => (count === 1 ? '1 object has' : `${count} objects have`);

const messages = {
  doubled: (count: number) => `${objects(count)} a handle that something before it in the file has too.`,
  invalid: (count: number) => `${objects(count)} a handle that is none.`,
  records: (count: number) =>
    `${count === 1 ? '1 record' : `${count} records`} beside the drawing share a handle with another one.`,
};

/** Rows of the objects that tags belong to, each once, in drawing order. */
const rowsOf = (rowOf: ReadonlyMap<number, number>, tags: readonly number[]): number[] =>
  [...new Set(tags.map((tag) => rowOf.get(tag)!))].sort((a, b) => a - b);

const tagsFor = (facts: Facts, kind: string | undefined): readonly number[] =>
  kind === 'doubled' ? facts.handles.doubled : kind === 'invalid' ? facts.handles.invalid : [];

export const fileHandles: Rule = {
  meta: {
    id: 'file/handles',
    title: 'Handle doubled or not valid',
    stage: 'file',
    weight: 'must',
    correction: 'automatic',
    what: 'Every object has a handle of its own, a number in sixteens of at most 16 digits.',
    why: 'What points to such a handle points to either of two objects: programs drop one of them, or refuse the file.',
    source: 'The exchange format as published: a handle names one object of the file',
  },

  *check({ facts }) {
    const { doubled, invalid, records, rowOf } = facts.handles;
    for (const [kind, tags] of [
      ['doubled', doubled],
      ['invalid', invalid],
    ] as const)
      if (tags.length > 0) {
        const rows = rowsOf(rowOf, tags);
        yield {
          message: messages[kind](rows.length),
          expected: words('a handle of its own for each object'),
          found: words(kind === 'doubled' ? 'a handle shared with another' : 'no valid handle'),
          rows,
          subject: { kind },
          remedy:
            kind === 'doubled'
              ? 'Gives each a new handle; the first that has it keeps it, and what points to it.'
              : 'Gives each a new handle.',
        };
      }
    if (records.length > 0)
      yield {
        message: messages.records(records.length),
        expected: words('a handle of its own for each record'),
        found: words('a handle shared with another'),
        subject: { kind: 'records' },
        // What points to the handle may mean either of them: nobody but the sender knows.
        correction: 'manual',
      };
  },

  settle({ facts }, { subject }) {
    const tags = tagsFor(facts, subject.kind);
    return tags.length > 0
      ? { operations: [{ type: 'new handles', tags }] }
      : { refused: 'The handles are no longer so.' };
  },
};
