import { layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { wordsOf } from '../../../dxf/read/decode-text';
import type { TextFact } from '../../../facts/texts';
import { type AuditContext, groupBy, isGenerated } from '../../context';
import type { FindingDraft, Rule } from '../../rule';
import { words } from '../../value';
import { saysShort, texts } from './shared';

const messages = {
  empty: (count: number, layer: string) =>
    `${texts(count)} on layer “${layer}” ${count === 1 ? 'says' : 'say'} nothing.`,
  doubled: (count: number, first: string, layer: string) =>
    count === 1
      ? `“${first}” on layer “${layer}” lies on another text that says the same.`
      : `${texts(count)} on layer “${layer}” lie on others that say the same.`,
};

/** Two texts lie on each other when their ends are no further apart than this share of their height. */
const SAME_PLACE = 0.02;

export const letteringEmpty: Rule = {
  meta: {
    id: 'lettering/empty',
    title: 'Text that is empty, or there twice',
    stage: 'looks',
    weight: 'note',
    correction: 'automatic',
    what: 'No text is empty, and none lies on another one that says the same.',
    why: 'What cannot be seen is moved, copied and found all the same, and a doubled text is corrected once.',
    source: 'Practice: nothing in a drawing that nobody can see',
  },

  visit(context) {
    const { drawing } = context;
    const empty: number[] = [];
    const written: number[] = [];
    return {
      on: {
        text(row) {
          if (isGenerated(drawing, row)) return;
          if ((wordsOf(drawing, row) ?? '').trim() === '') empty.push(row);
          else written.push(row);
        },
      },
      *finish() {
        yield* byLayer(context, empty, 'empty', messages.empty);
        yield* byLayer(context, doubledOf(context, written), 'doubled', (count, layer, first) =>
          messages.doubled(count, saysShort(context, first), layer),
        );
      },
    };
  },

  settle: (context, finding) => ({
    operations: [{ type: 'remove objects', rows: context.rowsOf(finding) }],
  }),
};

function* byLayer(
  { drawing }: AuditContext,
  rows: readonly number[],
  what: 'empty' | 'doubled',
  message: (count: number, layer: string, first: number) => string,
): Generator<FindingDraft> {
  for (const group of groupBy(rows, (row) => foldName(layerNameOf(drawing, row))).values()) {
    const layer = layerNameOf(drawing, group[0]);
    yield {
      message: message(group.length, layer, group[0]),
      expected: words(what === 'empty' ? 'words' : 'one text'),
      found: words(what === 'empty' ? 'no words' : 'two on each other'),
      rows: group,
      subject: { layer, kind: 'text', value: what },
      remedy: `${texts(group.length)} removed.`,
    };
  }
}

/** Texts that lie on an earlier one of their space with the same words, looks and layer. */
function doubledOf({ drawing, facts }: AuditContext, rows: readonly number[]): number[] {
  const { objects } = drawing;
  const said = groupBy(
    rows,
    (row) => `${objects.container[row]}\n${objects.layer[row]}\n${wordsOf(drawing, row)}`,
  );
  // Only what is written more than once is looked at further.
  const alike = [...said.values()]
    .filter((group) => group.length > 1)
    .flatMap((group) => [
      ...groupBy(
        group.filter((row) => facts.text(row) !== null),
        (row) => `${foldName(facts.text(row)!.style)}\n${facts.text(row)!.height.toPrecision(6)}`,
      ).values(),
    ]);
  const doubled: number[] = [];
  for (const group of alike) {
    if (group.length < 2) continue;
    // By where they begin along the way in which they are spread, so that each is held against its neighbours alone.
    const [x, y] = [
      group.map((row) => facts.text(row)!.frame.minX),
      group.map((row) => facts.text(row)!.frame.minY),
    ];
    const side = spread(x) >= spread(y) ? 'minX' : 'minY';
    const at = (row: number): number => facts.text(row)!.frame[side];
    const sorted = [...group].sort((a, b) => at(a) - at(b) || a - b);
    const gone = new Set<number>();
    for (const [i, row] of sorted.entries()) {
      if (gone.has(row)) continue;
      const own = facts.text(row)!;
      for (let k = i + 1; k < sorted.length; k++) {
        const other = facts.text(sorted[k])!;
        if (other.frame[side] - own.frame[side] > own.height * SAME_PLACE) break;
        // The later one of the file goes.
        if (samePlace(own, other)) gone.add(Math.max(row, sorted[k]));
      }
    }
    doubled.push(...gone);
  }
  return doubled.sort((a, b) => a - b);
}

const spread = (values: readonly number[]): number => {
  let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const value of values) {
    least = Math.min(least, value);
    most = Math.max(most, value);
  }
  return most - least;
};

function samePlace(a: TextFact, b: TextFact): boolean {
  const most = a.height * SAME_PLACE;
  return (
    Math.abs(a.frame.minX - b.frame.minX) <= most &&
    Math.abs(a.frame.minY - b.frame.minY) <= most &&
    Math.abs(a.frame.maxX - b.frame.maxX) <= most &&
    Math.abs(a.frame.maxY - b.frame.maxY) <= most &&
    Math.abs(a.angleRad - b.angleRad) < 1e-6
  );
}
