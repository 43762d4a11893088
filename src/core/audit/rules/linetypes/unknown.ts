import { CONTINUOUS, isLinetypeFromLayer, isLinetypeFromSymbol } from '../../../drawing/effective';
import { foldName } from '../../../dxf/interner';
import { paperMmPerPatternUnit, withJoinedGaps } from '../../../records/linetype-record';
import { formatElements } from '../../../standard/line-words';
import { nameMatcher } from '../../../standard/name-patterns';
import { findLinetype } from '../../../standard/standard';
import { type AuditContext, isGenerated } from '../../context';
import { ADOPT } from '../../finding';
import { proposeLinetypes } from '../../likeness/propose-linetype';
import type { Rule } from '../../rule';
import { words } from '../../value';
import { remembersName } from '../mapped-names';

const messages = {
  unknown: (name: string, count: number, layers: number) =>
    `Linetype “${name}” is not in the standard (${count === 1 ? '1 object' : `${count} objects`}${
      layers === 0 ? '' : layers === 1 ? ', 1 layer' : `, ${layers} layers`
    }).`,
};

export const linetypesUnknown: Rule = {
  meta: {
    id: 'linetypes/unknown',
    title: 'Linetype not in the standard',
    stage: 'names',
    weight: 'should',
    correction: 'choice',
    what: 'Every line is drawn in a linetype of the standard.',
    why: 'A line says by its pattern what it is; a pattern that nobody defined says nothing.',
    source: 'Practice: names of the sender set against names of the office, decided once',
  },

  *check(context) {
    const { drawing, standard } = context;
    if (!standard.linetypes.some(({ elementsMm }) => elementsMm.length > 0)) return;
    // What serves only while drawing has a rule of its own.
    const isWorking = nameMatcher(standard.working.linetypes);
    const users = usersOf(context);
    const mm = paperMmPerPatternUnit(drawing);
    for (const [folded, record] of drawing.linetypes) {
      if (isOfTheFormat(record.name) || isWorking(record.name) || findLinetype(standard, record.name))
        continue;
      const use = users.get(folded);
      if (!use || use.rows.length === 0) continue;
      const pattern = withJoinedGaps(record);
      const elementsMm = pattern.elements.map((length) => Math.round(length * mm * 100) / 100);
      yield {
        message: messages.unknown(record.name, use.rows.length, use.layers),
        expected: words('a linetype of the standard'),
        found: words(elementsMm.length === 0 ? 'unbroken' : formatElements({ elementsMm, words: [] })),
        rows: use.rows,
        subject: { kind: 'linetype', value: record.name },
        // Which line is expected is what is asked.
        looks: { found: { colour: '#000000', widthMm: 0.35, elementsMm, prints: true } },
        options: [
          { id: 'become', label: 'Make it {to}', needs: 'office linetype', effect: 'drawing' },
          ADOPT,
        ],
      };
    }
  },

  settle({ drawing, standard }, { subject }, decision) {
    const from = drawing.linetypes.get(foldName(subject.value ?? ''));
    const to = findLinetype(standard, decision?.to ?? '');
    if (!from) return { refused: 'The drawing no longer has this linetype.' };
    if (!to) return { refused: `The standard has no linetype “${decision?.to ?? ''}”.` };
    return { operations: [{ type: 'become linetype', from: from.name, to: to.name }] };
  },

  propose(context, { subject }) {
    const record = context.drawing.linetypes.get(foldName(subject.value ?? ''));
    if (!record) return [];
    const mm = paperMmPerPatternUnit(context.drawing);
    return proposeLinetypes(
      context.standard,
      withJoinedGaps(record).elements.map((length) => length * mm),
      `${record.name} ${record.description}`,
    );
  },

  remembers: remembersName('linetype'),
};

const isOfTheFormat = (name: string): boolean =>
  foldName(name) === foldName(CONTINUOUS) || isLinetypeFromLayer(name) || isLinetypeFromSymbol(name);

/** Objects that are drawn in each linetype, by its folded name, and how many of the layers that they lie on have it. */
function usersOf(context: AuditContext): Map<string, { rows: number[]; layers: number }> {
  const { drawing, facts, layers } = context;
  const users = new Map<string, { rows: number[]; layers: number }>();
  for (let row = 0; row < drawing.objects.count; row++) {
    if (isGenerated(drawing, row)) continue;
    const name = foldName(facts.look(row).linetype);
    const use = users.get(name) ?? { rows: [], layers: 0 };
    use.rows.push(row);
    users.set(name, use);
  }
  for (const { record, rows } of layers.values()) {
    const use = record && rows.length > 0 ? users.get(foldName(record.linetype)) : undefined;
    if (use) use.layers++;
  }
  return users;
}
