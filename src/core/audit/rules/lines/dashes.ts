import { z } from 'zod';
import { layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { countOf } from '../../../dxf/object-kinds';
import { type Joints, ONE_POINT } from '../../../facts/joints';
import { formatElements } from '../../../standard/line-words';
import { readsAs } from '../../../standard/meanings';
import { findLinetype, type Standard } from '../../../standard/standard';
import { type AuditContext, groupBy, isGenerated, isPlaced } from '../../context';
import { NOT_LIKELY } from '../../likeness/likely';
import type { Proposal } from '../../likeness/propose';
import { proposeLinetypes } from '../../likeness/propose-linetype';
import { ranked } from '../../likeness/ranked';
import type { Rule, RuleContext, SettleContext } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { drawnThrough, type LineOnLine, type LinesAsOne, linesOnOneLine } from '../geometry/on-one-line';

const messages = {
  chain: (dashes: number, lines: number, layer: string) =>
    `${countOf('line', dashes)} on layer “${layer}” are the dashes of ${lines === 1 ? 'one line' : `${lines} lines`}, drawn one by one.`,
  unseen: (count: number) =>
    `${countOf('row', count)} of short lines that could be dashes: no sheet shows them at one scale`,
};

const settings = z.strictObject({
  least: numberSetting('Fewest dashes of a line', 'dashes', 6, { min: 4, max: 100 }),
  dash: numberSetting('Longest dash', 'mm on paper', 15, { min: 1, max: 100 }),
  gap: numberSetting('Widest gap', 'mm on paper', 5, { min: 0.5, max: 50 }),
});
type Settings = z.infer<typeof settings>;

/** Lengths of dashes and gaps that differ by less than this share of the dash are one: nobody draws them all by hand exactly. */
const SAME = 0.05;
/** Most dashes that a pattern has before it begins again. */
const MOST_KINDS = 4;

export const linesDashes: Rule = {
  meta: {
    id: 'lines/dashes',
    title: 'Dashes drawn one by one',
    stage: 'layers',
    weight: 'should',
    correction: 'choice',
    ways: { gather: 'one line, on the layer whose lines read so, where there is but one' },
    what: 'A broken line is one line in a linetype, not a row of short lines.',
    why: 'Loose dashes are nobody’s line: they keep their size when the scale changes, and are moved, measured and counted one by one.',
    source: 'Practice: a chain of short loose dashes that should be one line',
    settings,
  },

  *check(context) {
    const own = settings.parse(context.settings);
    const { chains, unseen } = chainsIn(context, own);
    if (unseen > 0) context.notChecked(messages.unseen(unseen));
    const kept = chains.filter(({ all }) => !all.some(({ row }) => context.excepts(row)));
    for (const group of groupBy(kept, (chain) => keyOf(context, chain)).values()) {
      const layer = layerNameOf(context.drawing, group[0].all[0].row);
      const rows = group.flatMap(({ all }) => all.map(({ row }) => row)).sort((a, b) => a - b);
      const elementsMm = group[0].elementsMm.map((length) => Math.round(length * 100) / 100);
      const asLayer = layerReads(context, group[0]);
      const stroke = { colour: '#000000', widthMm: 0.35, prints: true } as const;
      yield {
        message: messages.chain(rows.length, group.length, layer),
        expected: words(countOf('line', group.length)),
        found: words(`${countOf('line', rows.length)}: ${formatElements({ elementsMm, words: [] })}`),
        rows,
        subject: { layer, kind: 'line', value: formatElements({ elementsMm, words: [] }) },
        looks: { expected: { ...stroke, elementsMm }, found: { ...stroke, elementsMm } },
        ...(asLayer
          ? {
              correction: 'automatic' as const,
              remedy: `${countOf('line', group.length)} from end to end, broken as the layer is.`,
            }
          : {
              options: [
                {
                  id: 'gather',
                  label: `${group.length === 1 ? 'One line' : `${group.length} lines`} on {to}`,
                  needs: 'office layer' as const,
                  effect: 'drawing' as const,
                },
              ],
              ...onlyLayer(context.standard, group[0]),
            }),
      };
    }
  },

  settle(context, finding, decision) {
    const own = settings.parse(context.settings);
    const wanted = new Set(context.rowsOf(finding));
    const chains = chainsIn(context, own).chains.filter(({ all }) => all.every(({ row }) => wanted.has(row)));
    if (chains.length === 0) return { refused: 'The lines are no longer dashes of one line.' };
    const asOne = chains.map(({ all }): LinesAsOne => {
      const [stays, ...others] = [...all].sort((a, b) => a.row - b.row);
      return { stays, others, first: all[0], last: all[all.length - 1] };
    });
    const through = drawnThrough(context, 'dashes', asOne);
    if (!decision) return { operations: through };
    const layer = context.standardLayers.get(foldName(decision.to ?? ''));
    if (!layer) return { refused: `The standard has no layer “${decision.to ?? ''}”.` };
    const rows = asOne.map(({ stays }) => stays.row);
    return { operations: [...through, { type: 'move objects', rows, to: layer.name }] };
  },

  propose(context, finding) {
    const own = settings.parse(context.settings);
    const wanted = new Set(context.rowsOf(finding));
    const chain = chainsIn(context, own).chains.find(({ all }) => all.some(({ row }) => wanted.has(row)));
    return chain ? proposeLayers(context.standard, chain, finding.subject.layer ?? '') : [];
  },
};

/** The office's layers that draw broken lines, by how alike theirs are to the dashes; those of the same discipline first. */
function proposeLayers(standard: Standard, { elementsMm }: Chain, from: string): Proposal[] {
  const linetypes = new Map(
    proposeLinetypes(standard, elementsMm, from).map((one) => [foldName(one.to), one] as const),
  );
  const discipline = standard.layers.find(({ name }) => foldName(name) === foldName(from))?.discipline;
  const proposals = standard.layers.flatMap((layer): Proposal[] => {
    const linetype = linetypes.get(foldName(layer.linetype));
    if (!linetype || (findLinetype(standard, layer.linetype)?.elementsMm ?? []).length === 0) return [];
    const same = discipline !== undefined && discipline !== '' && layer.discipline === discipline;
    return [
      {
        to: layer.name,
        likeness: Math.min(linetype.likeness, NOT_LIKELY) - (same ? 0 : OTHER_DISCIPLINE),
        reasons: [
          `${layer.linetype}: ${linetype.reasons.join(', ')}`,
          ...(same ? ['of the same discipline'] : []),
        ],
      },
    ];
  });
  return ranked(proposals);
}
/** What a layer of another discipline is behind one of the same. */
const OTHER_DISCIPLINE = 0.05;

/** Dashes of one line, in their order along it. */
interface Chain {
  readonly all: readonly LineOnLine[];
  /** One repeat, mm on paper: dash above 0, gap below 0. */
  readonly elementsMm: readonly number[];
  /** The direction it runs in, in steps of {@link SAME_WAY}. */
  readonly way: number;
  /** How far it lies from the origin, square to its direction, mm on paper. */
  readonly offMm: number;
}

const keyOf = ({ drawing }: AuditContext, { all, elementsMm }: Chain): string =>
  `${foldName(layerNameOf(drawing, all[0].row))}|${elementsMm.map((length) => length.toPrecision(1)).join()}`;

/** Whether the dashes are those of the linetype that the lines have from their layer anyway. */
function layerReads({ drawing, facts }: AuditContext, { all, elementsMm }: Chain): boolean {
  const { linetype, linetypeFrom } = facts.look(all[0].row);
  const elements = drawing.linetypes.get(foldName(linetype))?.elements ?? [];
  return linetypeFrom === 'layer' && elements.length > 0 && readsAs(elements) === readsAs(elementsMm);
}

/** The one layer of the standard whose lines read as the dashes do; nothing where there is none, or several. */
function onlyLayer(standard: Standard, { elementsMm }: Chain): { readonly onlyName?: string } {
  const [first, ...others] = standard.layers.filter(({ linetype }) => {
    const elements = findLinetype(standard, linetype)?.elementsMm ?? [];
    return elements.length > 0 && readsAs(elements) === readsAs(elementsMm);
  });
  return first && others.length === 0 ? { onlyName: first.name } : {};
}

/** The rows of short lines of a drawing that are as regular as a linetype is, and how many could not be judged on paper. */
function chainsIn(context: RuleContext | SettleContext, own: Settings): { chains: Chain[]; unseen: number } {
  const { drawing, facts } = context;
  const rows = facts.rowsOfKind('line').filter((row) => isPlaced(drawing, row) && !isGenerated(drawing, row));
  const chains: Chain[] = [];
  let unseen = 0;
  for (const on of linesOnOneLine(context, new Set(rows))) {
    if (on.length < own.least) continue;
    for (const all of regular(on, own.least)) {
      if (!all.every(({ row }) => standsFree(context, row))) continue;
      const mmPerUnit = facts.oneScale(all[0].row);
      if (mmPerUnit === null) {
        unseen++;
        continue;
      }
      const elementsMm = repeatOf(all).map((length) => length * mmPerUnit);
      const isDashes = elementsMm.every((length) => length <= own.dash && length >= -own.gap);
      if (isDashes) {
        const [{ u, v, off }] = all;
        const way = Math.round(Math.atan2(v, u) / SAME_WAY);
        chains.push({ all, elementsMm, way, offMm: off * mmPerUnit });
      }
    }
  }
  return { chains: withoutFills(context, chains), unseen };
}

/**
 * Rows of dashes without those that lie side by side at one distance: they are the lines of a fill, which old versions have to
 * draw one by one.
 */
function withoutFills({ drawing }: AuditContext, chains: readonly Chain[]): Chain[] {
  const { objects } = drawing;
  const left = new Set(chains);
  const families = groupBy(
    chains,
    ({ all: [{ row }], way }) => `${objects.container[row]}|${objects.layer[row]}|${way}`,
  );
  for (const family of families.values()) {
    if (family.length < LEAST_FILL) continue;
    family.sort((a, b) => a.offMm - b.offMm);
    const apart = (i: number): number => family[i + 1].offMm - family[i].offMm;
    let from = 0;
    for (let i = 1; i <= family.length; i++) {
      const goesOn =
        i < family.length &&
        apart(i - 1) <= FILL_APART_MM &&
        (i - 1 === from || Math.abs(apart(i - 1) - apart(from)) <= SAME * apart(from));
      if (goesOn) continue;
      if (i - from >= LEAST_FILL) for (const chain of family.slice(from, i)) left.delete(chain);
      // The last of one family may be the first of the next.
      from = i - from > 1 && i < family.length && apart(i - 1) <= FILL_APART_MM ? i - 1 : i;
    }
  }
  return chains.filter((chain) => left.has(chain));
}
/** So many rows of dashes at one distance are a fill; and how far apart its lines are at most. */
const LEAST_FILL = 4;
const FILL_APART_MM = 20;
/** Rows whose ways differ by less are parallel, radians. */
const SAME_WAY = 1e-4;

/** Nothing else touches the ends of a line: what stands between the ends of others is no dash. */
function standsFree({ drawing, facts }: AuditContext, row: number): boolean {
  const joints = facts.joints(drawing.objects.container[row]);
  const [x0, y0, x1, y1] = facts.segments(row);
  return [
    [x0, y0],
    [x1, y1],
  ].every(
    ([x, y]) =>
      joints.verticesNear(x, y).every((at) => joints.vertices[at].row === row) &&
      joints
        .piecesNear(x, y, x, y)
        .every((at) => joints.pieces[at].row === row || !touches(joints, at, x, y)),
  );
}

/** Whether a point lies on a straight piece. */
function touches({ pieces, vertices }: Joints, piece: number, x: number, y: number): boolean {
  const [a, b] = [vertices[pieces[piece].from], vertices[pieces[piece].to]];
  const length = Math.hypot(b.x - a.x, b.y - a.y);
  return Math.abs((x - a.x) * (b.y - a.y) - (y - a.y) * (b.x - a.x)) <= ONE_POINT * length;
}

const gapBehind = (all: readonly LineOnLine[], i: number): number => all[i + 1].from - all[i].to;

/** Whether the lines from one place to another repeat with so many dashes; the first and the last may be cut short. */
function repeats(all: readonly LineOnLine[], from: number, to: number, kinds: number): boolean {
  const longest = Math.max(...all.slice(from, to).map(({ length }) => length));
  const near = (a: number, b: number): boolean => Math.abs(a - b) <= SAME * longest;
  for (let i = from; i < to; i++) {
    if (i + 1 < to && !(gapBehind(all, i) > SAME * longest)) return false;
    const j = i + kinds;
    if (j >= to) continue;
    if (j + 1 < to && !near(gapBehind(all, i), gapBehind(all, j))) return false;
    const atEnd = i === from || j === to - 1;
    const [a, b] = [all[i].length, all[j].length];
    const cutShort = (i === from && a <= b) || (j === to - 1 && b <= a);
    if (!near(a, b) && !(atEnd && cutShort)) return false;
  }
  return true;
}

/** Runs of lines along one line that are as regular as dashes, each as long as it can be. */
function* regular(all: readonly LineOnLine[], least: number): Iterable<readonly LineOnLine[]> {
  for (let from = 0; from + least <= all.length; ) {
    let best = 0;
    for (let kinds = 1; kinds <= MOST_KINDS && 2 * kinds + 1 <= all.length - from; kinds++) {
      const enough = Math.max(least, 2 * kinds + 1);
      if (from + enough > all.length || !repeats(all, from, from + enough, kinds)) continue;
      // As far as it goes on: what is new is held against the two repeats before it.
      let to = from + enough;
      while (to < all.length && repeats(all, Math.max(from, to - 2 * kinds - 1), to + 1, kinds)) to++;
      if (to > best) best = to;
    }
    if (best > 0) yield all.slice(from, best);
    from = best > 0 ? best : from + 1;
  }
}

/** One repeat of a row of dashes, by what is in its middle: dash above 0, gap below 0, the longest dash first. */
function repeatOf(all: readonly LineOnLine[]): number[] {
  let kinds = 1;
  while (kinds < MOST_KINDS && !repeats(all, 0, all.length, kinds)) kinds++;
  const elements: number[] = [];
  for (let i = 1; i <= kinds; i++) elements.push(all[i].length, -gapBehind(all, i));
  let longest = 0;
  for (let i = 0; i < elements.length; i += 2) if (elements[i] > elements[longest]) longest = i;
  return [...elements.slice(longest), ...elements.slice(0, longest)];
}
