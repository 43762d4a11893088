import type { Drawing, DrawingGroup } from '../../../dxf/drawing';
import { listed } from '../../../listed';
import { type AuditContext, isPlaced } from '../../context';
import type { Rule } from '../../rule';
import { words } from '../../value';

const groupsOf = (count: number): string => (count === 1 ? '1 group' : `${count} groups`);

const messages = {
  nested: (names: readonly string[]) =>
    `${groupsOf(names.length)} ${names.length === 1 ? 'lies' : 'lie'} within another group: ${listed(names)}.`,
  inside: (names: readonly string[]) =>
    `${groupsOf(names.length)} ${names.length === 1 ? 'is' : 'are'} hidden inside symbols: ${listed(names)}.`,
};

type Fault = 'nested' | 'inside';

export const geometryGroups: Rule = {
  meta: {
    id: 'geometry/groups',
    title: 'Groups within groups, or inside symbols',
    stage: 'looks',
    weight: 'note',
    correction: 'choice',
    ways: { dissolve: 'dissolved, the objects stay' },
    what: 'Objects are in one group at most, and no group is hidden inside a symbol.',
    why: 'Whoever picks one line has the whole group in hand, or a group in it, and cannot tell which; inside a symbol nobody sees why it cannot be edited.',
    source: 'Practice: groups within groups, and groups hidden inside symbols, make a drawing hard to edit',
  },

  *check(context) {
    for (const fault of ['nested', 'inside'] as const) {
      const groups = groupsWith(context, fault);
      if (groups.length === 0) continue;
      const rows = new Set(groups.flatMap((group) => rowsOf(context, group)));
      if ([...rows].every((row) => context.excepts(row))) continue;
      yield {
        message: messages[fault](groups.map(({ name }) => name)),
        expected: words(fault === 'nested' ? 'no group in another' : 'no group inside a symbol'),
        found: words(groupsOf(groups.length)),
        rows: [...rows].sort((a, b) => a - b),
        subject: { kind: 'group', value: fault },
        options: [
          {
            id: 'dissolve',
            label: `Dissolve ${groupsOf(groups.length)}`,
            needs: null,
            effect: 'drawing',
          },
        ],
      };
    }
  },

  settle(context, { subject }) {
    const groups = groupsWith(context, subject.value === 'inside' ? 'inside' : 'nested');
    return groups.length > 0
      ? { operations: [{ type: 'dissolve groups', groups: groups.map(({ handle }) => handle) }] }
      : { refused: 'The drawing no longer has these groups.' };
  },
};

/** The objects of a group that the drawing has. */
const rowsOf = ({ facts }: AuditContext, { members }: DrawingGroup): number[] =>
  members.flatMap((member) => facts.rowsByHandle.get(member) ?? []);

/** Groups of which all members are in another one too; or that are inside of symbols. */
function groupsWith(context: AuditContext, fault: Fault): DrawingGroup[] {
  const { drawing } = context;
  if (drawing.groups.length === 0) return [];
  if (fault === 'inside') return drawing.groups.filter((group) => isInside(context, group));
  const byMember = membership(drawing);
  return drawing.groups.filter((group, i) => {
    const own = new Set(group.members);
    // Of two that hold the same the later one is the one too many.
    return (
      own.size > 0 &&
      (byMember.get(group.members[0]) ?? []).some(
        (k) =>
          k !== i &&
          (drawing.groups[k].members.length > own.size || k < i) &&
          isWithin(own, new Set(drawing.groups[k].members)),
      )
    );
  });
}

const isWithin = (own: ReadonlySet<string>, other: ReadonlySet<string>): boolean =>
  own.size <= other.size && [...own].every((member) => other.has(member));

function isInside(context: AuditContext, group: DrawingGroup): boolean {
  const rows = rowsOf(context, group);
  return rows.length > 0 && rows.every((row) => !isPlaced(context.drawing, row));
}

/** The numbers of the groups that each object is in. */
function membership({ groups }: Drawing): Map<string, number[]> {
  const of = new Map<string, number[]>();
  for (const [i, { members }] of groups.entries())
    for (const member of new Set(members)) {
      const known = of.get(member);
      if (known) known.push(i);
      else of.set(member, [i]);
    }
  return of;
}
