import { z } from 'zod';
import { layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import type { TextFact } from '../../../facts/texts';
import { grownBy } from '../../../geometry/box';
import { movedBy, type OrientedBox, overlapOf, wayOutOf } from '../../../geometry/oriented-box';
import { type AuditContext, groupBy, isInTheirSymbol, isPlaced } from '../../context';
import type { FindingDraft, Rule } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { moveTexts, saysShort, texts, writtenText } from './shared';

const messages = {
  over: (count: number, first: string, layer: string) =>
    count === 1
      ? `“${first}” on layer “${layer}” lies over another text.`
      : `${texts(count)} on layer “${layer}” lie over other texts.`,
  inside: (count: number) =>
    `${texts(count)} inside symbols of the sender: whether they lie over each other or on lines`,
};

const settings = z.strictObject({
  tolerance: numberSetting('How deep texts may lie in each other', 'mm on paper', 0.2, { max: 10 }),
  farthest: numberSetting('How far a text may be moved', 'mm on paper', 5, { max: 100 }),
});

/** What a text is moved beyond the edge of another one, mm on paper: they do not touch. */
const CLEAR_MM = 0.3;

/** A text that lies over another one, and where it would be clear. */
interface Over {
  /** Drawing units; null where no place near is clear. */
  readonly way: readonly [number, number] | null;
  readonly mmPerUnit: number;
  /** Letters of ours stand for another font's: they may be wider or narrower. */
  readonly certain: boolean;
}

export const letteringOverlap: Rule = {
  meta: {
    id: 'lettering/overlap',
    title: 'Texts that lie over each other',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'No text lies over another one on the sheet that shows them.',
    why: 'Two figures on one place read as a third one, or not at all.',
    source: 'Practice: labels keep clear of each other',
    settings,
  },

  visit(context) {
    const { drawing } = context;
    const { tolerance, farthest } = settings.parse(context.settings);
    const rows: number[] = [];
    let inside = 0;
    return {
      on: {
        text(row) {
          if (isPlaced(drawing, row)) {
            if (writtenText(context, row)) rows.push(row);
          } else if (isInTheirSymbol(context, row)) inside++;
        },
      },
      *finish() {
        if (inside > 0) context.notChecked(messages.inside(inside));
        const found = new Map<number, Over>();
        for (const row of rows) {
          const over = overOf(context, row, tolerance, farthest, found);
          if (over) found.set(row, over);
        }
        const groups = groupBy(found.keys(), (row) => {
          const { way, certain } = found.get(row)!;
          return `${foldName(layerNameOf(drawing, row))}\n${way !== null}\n${certain}`;
        });
        for (const group of groups.values()) yield draftOf(context, group, found.get(group[0])!, farthest);
      },
    };
  },

  settle(context, finding) {
    const { tolerance, farthest } = settings.parse(context.settings);
    const moves = new Map<number, Over>();
    for (const row of context.rowsOf(finding)) {
      const over = overOf(context, row, tolerance, farthest, moves);
      if (over?.way) moves.set(row, over);
    }
    if (moves.size === 0) return { refused: 'No place near is clear of other texts: move it by hand.' };
    return { operations: [moveTexts('over another text', moves)] };
  },
};

function draftOf(
  context: AuditContext,
  rows: readonly number[],
  { way, certain }: Over,
  farthest: number,
): FindingDraft {
  const layer = layerNameOf(context.drawing, rows[0]);
  return {
    message: messages.over(rows.length, saysShort(context, rows[0]), layer),
    expected: words('clear of other texts'),
    found: words('over another text'),
    rows,
    subject: {
      layer,
      kind: 'text',
      value: [way ? 'can be moved' : 'no place', certain ? '' : 'letters of another font'].join(', '),
    },
    ...(certain ? {} : { weight: 'note' as const, sure: 0.6 }),
    ...(way
      ? { remedy: `${texts(rows.length)}: moved aside by the shortest way that is clear.` }
      : {
          correction: 'manual' as const,
          remedy: `No place within ${farthest} mm on paper is clear: move it by hand, or shorten it.`,
        }),
  };
}

/**
 * Whether a text lies over one that is written before it, and the shortest way to a clear place.
 * @param moved texts that are moved themselves: they lie where they will be
 */
function overOf(
  context: AuditContext,
  row: number,
  toleranceMm: number,
  farthestMm: number,
  moved: ReadonlyMap<number, Over>,
): Over | null {
  const { facts, drawing } = context;
  const fact = facts.text(row);
  const [seen] = facts.appearancesOfText(row);
  if (!fact?.box || !seen || !facts.look(row).shows) return null;
  const { mmPerUnit } = seen;
  const reach = (farthestMm + CLEAR_MM) / mmPerUnit;
  const near = facts
    .index(drawing.objects.container[row], 'text')
    .within(grownBy(fact.frame, reach))
    .filter((other) => other !== row && facts.look(other).shows);
  const boxes = near.flatMap((other) => {
    const box = facts.text(other)?.box;
    const way = moved.get(other)?.way;
    return box ? [{ other, box: way ? movedBy(box, way) : box }] : [];
  });
  const deep = toleranceMm / mmPerUnit;
  // Of two the later one is moved; two that are the same in everything are one too many, which is another rule's.
  const over = boxes.filter(
    ({ other, box }) =>
      other < row && overlapOf(box, fact.box!) > deep && !isDoubled(fact, facts.text(other)!),
  );
  if (over.length === 0) return null;
  const certain = fact.certain && over.every(({ other }) => facts.text(other)!.certain);
  return {
    way: isFlat(fact) ? clearWay(fact.box, over, boxes, mmPerUnit, farthestMm) : null,
    mmPerUnit,
    certain,
  };
}

/** The shortest way out of a text that is clear of all others, drawing units; null where none is short enough. */
function clearWay(
  box: OrientedBox,
  over: readonly { readonly box: OrientedBox }[],
  all: readonly { readonly box: OrientedBox }[],
  mmPerUnit: number,
  farthestMm: number,
): readonly [number, number] | null {
  const gap = CLEAR_MM / mmPerUnit;
  const ways = over
    .flatMap(({ box: other }) => waysOut(other, box, gap))
    .filter((way) => Math.hypot(...way) * mmPerUnit <= farthestMm)
    .sort((a, b) => Math.hypot(...a) - Math.hypot(...b));
  return (
    ways.find((way) => {
      const there = movedBy(box, way);
      return all.every(({ box: other }) => overlapOf(other, there) <= 0);
    }) ?? null
  );
}

/** The four ways along a text's own axes by which it leaves another one, and the shortest of all, each with a gap. */
function waysOut(from: OrientedBox, box: OrientedBox, gap: number): (readonly [number, number])[] {
  const shortest = wayOutOf(from, box);
  const ways = shortest ? [shortest] : [];
  const along = [box[2] - box[0], box[3] - box[1]] as const;
  const up = [box[6] - box[0], box[7] - box[1]] as const;
  for (const [x, y] of [along, up]) {
    const length = Math.hypot(x, y);
    if (!(length > 0)) continue;
    const [u, v] = [x / length, y / length];
    const project = (corners: OrientedBox): number[] =>
      [0, 2, 4, 6].map((i) => corners[i] * u + corners[i + 1] * v);
    const [own, other] = [project(box), project(from)];
    const ahead = Math.max(...other) - Math.min(...own);
    const back = Math.min(...other) - Math.max(...own);
    ways.push([u * ahead, v * ahead], [u * back, v * back]);
  }
  return ways.map(([x, y]) => {
    const length = Math.hypot(x, y);
    return length > 0 ? [x * (1 + gap / length), y * (1 + gap / length)] : [x, y];
  });
}

/** Two texts that say the same on one place. */
const isDoubled = (a: TextFact, b: TextFact): boolean =>
  a.says === b.says &&
  Math.abs(a.frame.minX - b.frame.minX) + Math.abs(a.frame.minY - b.frame.minY) < 0.05 * a.height;

/** Whether a text lies in the plane of the drawing, seen from above. */
const isFlat = ({ shape: { system } }: TextFact): boolean => Math.abs(system[10] - 1) < 1e-9;
