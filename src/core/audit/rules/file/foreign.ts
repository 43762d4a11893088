import { entityOf, kindOf } from '../../../dxf/drawing';
import { countOf } from '../../../dxf/object-kinds';
import { unreadableObjects } from '../../../facts/unreadable';
import { groupBy } from '../../context';
import { removal } from '../../finding';
import type { Rule } from '../../rule';
import { words } from '../../value';

const messages = {
  foreign: (count: number, one: string, more: string, entity: string) =>
    `${count === 1 ? `1 ${one}` : `${count} ${more}`} (${entity}): what is in ${count === 1 ? 'it' : 'them'} was not looked at, and not every program shows ${count === 1 ? 'it' : 'them'}.`,
  unreadable: (count: number, kind: string) =>
    `${countOf(kind, count)} ${count === 1 ? 'has' : 'have'} coordinates or sizes that are no numbers: ${count === 1 ? 'it is' : 'they are'} drawn as if 0 stood there.`,
};

/** What objects are that are kept in forms of their own, by what their kind is called in the file. */
const FORMS: readonly (readonly [entity: RegExp, one: string, more: string])[] = [
  [/^(3DSOLID|REGION|BODY|[A-Z]*SURFACE)$/, 'solid body', 'solid bodies'],
  [/^OLE/, 'embedded document', 'embedded documents'],
  [/UNDERLAY$/, 'underlay of another file', 'underlays of other files'],
  [/PROXY/, 'object of an add-on program', 'objects of an add-on program'],
];
const OTHER = ['object of a kind that is not known', 'objects of a kind that is not known'] as const;

export const fileForeign: Rule = {
  meta: {
    id: 'file/foreign',
    title: 'Foreign or unreadable objects',
    stage: 'looks',
    weight: 'should',
    correction: 'choice',
    ways: { remove: 'removed' },
    what: 'A drawing holds objects that every program can read: no embedded documents, bodies or objects of add-on programs, and no coordinates that are no numbers.',
    why: 'What one program alone can open is a grey box elsewhere, or gone, and nobody has checked what is in it.',
    source:
      'The exchange format as published: its entities; what is kept in forms of other programs is not described',
  },

  *check({ drawing, facts, excepts }) {
    const kept = (rows: readonly number[]): number[] => rows.filter((row) => !excepts(row));
    for (const [entity, rows] of groupBy(kept(facts.notUnderstood), (row) => entityOf(drawing, row))) {
      const [, one, more] = FORMS.find(([form]) => form.test(entity)) ?? ['', ...OTHER];
      yield {
        message: messages.foreign(rows.length, one, more, entity),
        expected: words('objects that every program shows'),
        found: words(rows.length === 1 ? one : more),
        rows,
        subject: { kind: 'other', value: entity },
        options: [removal(rows.length === 1 ? `1 ${one}` : `${rows.length} ${more}`)],
      };
    }
    for (const [kind, rows] of groupBy(kept(unreadableObjects(drawing)), (row) => kindOf(drawing, row)))
      yield {
        weight: 'must',
        message: messages.unreadable(rows.length, kind),
        expected: words('numbers'),
        found: words('something else'),
        rows,
        subject: { kind, value: 'unreadable' },
        options: [removal(countOf(kind, rows.length))],
      };
  },

  settle: (context, finding) => ({
    operations: [{ type: 'remove objects', rows: context.rowsOf(finding) }],
  }),
};
