import { rangeOf } from '../../../dxf/drawing';
import type { Rule } from '../../rule';
import { named, words } from '../../value';
import { runs, runsBySet, setNamed } from './shared';

const messages = {
  unknown: (name: string, count: number) =>
    `Parallel-line set “${name}” is not in the standard (${runs(count)}).`,
};

export const parallelsUnknown: Rule = {
  meta: {
    id: 'parallels/unknown',
    title: 'Parallel-line set not in the standard',
    stage: 'records',
    weight: 'should',
    correction: 'manual',
    what: 'Walls, kerbs and ducts that are drawn as parallel lines are in a set of the standard.',
    why: 'A set that nobody defined has widths and lines of its own, and no change of the standard reaches it.',
    source: 'Practice: sets of parallel lines are defined once for the office',
  },

  *check(context) {
    const { drawing, standard, excepts } = context;
    if (standard.parallels.length === 0) return;
    for (const all of runsBySet(context).values()) {
      const rows = all.filter((row) => !excepts(row));
      if (rows.length === 0) continue;
      const name = drawing.reader.findText(rangeOf(drawing, rows[0]), 2, 'STANDARD');
      if (setNamed(standard.parallels, name)) continue;
      yield {
        message: messages.unknown(name, rows.length),
        expected: words('a set of the standard'),
        found: named(name),
        rows,
        subject: { kind: 'parallel-line set', value: name },
        remedy:
          'Another set has other distances: which one is meant, and that its corners still fit, a person sees.',
      };
    }
  },
};
