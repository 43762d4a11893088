import { foldName } from '../../../dxf/interner';
import { countOf } from '../../../dxf/object-kinds';
import { type UnusedKind, unusedRecords } from '../../../facts/unused';
import { listed } from '../../../listed';
import { findTextStyle } from '../../../standard/lettering';
import { findLinetype, type Standard } from '../../../standard/standard';
import type { AuditContext } from '../../context';
import { removal } from '../../finding';
import type { Rule } from '../../rule';
import { words } from '../../value';

const messages = {
  unused: (kind: UnusedKind, names: readonly string[]) =>
    `${countOf(kind, names.length)} ${names.length === 1 ? 'is' : 'are'} used nowhere: ${listed(names)}.`,
};

export const fileUnused: Rule = {
  meta: {
    id: 'file/unused',
    title: 'Definitions that nothing uses',
    stage: 'looks',
    weight: 'note',
    correction: 'choice',
    ways: { remove: 'removed' },
    what: 'Symbols, dimension styles, text styles and linetypes that the standard does not have are there because something is drawn with them.',
    why: 'Leftovers of other projects fill every list, and somebody picks one of them by mistake.',
    source: 'Practice: parts that nobody needs are listed and removed by kind',
  },

  *check(context) {
    for (const [kind, all] of unusedRecords(context.drawing)) {
      const names = strange(context, kind, all);
      if (names.length === 0) continue;
      yield {
        message: messages.unused(kind, names),
        expected: words('none but what is used'),
        found: words(countOf(kind, names.length)),
        subject: { kind: 'definition', value: kind },
        options: [removal(countOf(kind, names.length))],
      };
    }
  },

  settle(context, { subject }) {
    const kind = subject.value as UnusedKind;
    const names = strange(context, kind, unusedRecords(context.drawing).get(kind) ?? []);
    return names.length > 0
      ? { operations: [{ type: 'remove records', kind, names }] }
      : { refused: 'Nothing of this kind is unused any more.' };
  },
};

/** Names that the standard does not have: what it has is there to be used. */
const strange = ({ standard }: AuditContext, kind: UnusedKind, names: readonly string[]): string[] =>
  names.filter((name) => !isOffice(standard, kind, name));

function isOffice(standard: Standard, kind: UnusedKind, name: string): boolean {
  if (kind === 'linetype') return findLinetype(standard, name) !== undefined;
  if (kind === 'text style') return findTextStyle(standard.lettering.styles, name) !== undefined;
  if (kind === 'dimension style')
    return standard.dimensions.some((style) => foldName(style.name) === foldName(name));
  // Marks of linetypes are kept as symbols.
  return standard.lineMarks.some((mark) => foldName(mark.name) === foldName(name));
}
