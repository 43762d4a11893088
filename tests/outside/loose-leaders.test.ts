import { correctDrawing } from '../../src/core/correct/correct';
import { dimensionStyleSchema } from '../../src/core/standard/dimension-settings';
import { blankStandard, layerOf, type Standard } from '../../src/core/standard/standard';
import { auditPlanted, changedObjects, drawPlanted, pairs, plantedPairs, readElsewhere } from './planted';

// Lines with arrows that another program drew in place of leaders: exactly these are found, become leaders where they lie, and
// nothing else has changed.

type P = readonly [number, number];

const RULE = 'leaders/loose';
const standard: Standard = {
  ...blankStandard('Office'),
  layers: [layerOf({ name: 'NOTES', colour: { number: 3 }, widthMm: 0.25 })],
  dimensions: [dimensionStyleSchema.parse({ name: 'OFFICE' })],
};

const drawings = drawPlanted('make_loose_leaders.py');

describe.each(drawings)('%s', (name, made) => {
  const { path, planted, near } = made;
  const { bytes, findings, failures } = auditPlanted(made, standard);
  const own = findings.filter(({ rule }) => rule === RULE);

  it('has exactly the lines that stand in for leaders', () => {
    expect(failures).toEqual([]);
    expect(pairs(own)).toEqual(plantedPairs(made));
    expect(own.map(({ message }) => message)).toEqual([
      '7 lines with an arrow on layer “NOTES” lead to texts and are no leaders.',
      '2 lines with a shoulder on layer “NOTES” lead to texts and are no leaders.',
    ]);
  });

  it('has leaders in their place once a person says so; texts and all else stay', () => {
    if (name === 'R12.dxf') {
      expect(own.map(({ correction }) => correction)).toEqual(['manual', 'manual']);
      return;
    }
    const result = correctDrawing(bytes, standard, {
      findings: [],
      decisions: own.map(({ key }) => ({ finding: key, option: 'rebuild', to: 'OFFICE' })),
    });
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.unsettled).toEqual([]);
    expect(result.value.after.findings.filter(({ rule }) => rule.startsWith('leaders/'))).toEqual([]);
    const [was, now] = readElsewhere(path, result.value.bytes);
    const touched = new Set(planted[RULE]);
    const changed = changedObjects(was, now, false);
    expect(changed.filter((handle) => !touched.has(handle))).toEqual([]);
    expect(near.filter((handle) => now.objects[handle] === undefined)).toEqual([]);
    const leaders = Object.values(now.objects).filter(({ type }) => type === 'LEADER');
    expect(leaders).toHaveLength(9);
    // Each begins where its arrow pointed, and is as large as the sheet shows it; what had no arrow has none.
    const drawnAs = leaders
      .map(({ attribs, extra }) => ({
        arrow: attribs.has_arrowhead,
        points: extra as [P, ...(P | number)[]],
      }))
      .sort((a, b) => a.points[0][1] - b.points[0][1] || a.points[0][0] - b.points[0][0]);
    const tips: readonly (readonly [x: number, y: number, arrow: number])[] = [
      ...[1000, 2000, 3000, 4500, 6000].map((y) => [3000, y, 1] as const),
      ...[1000, 2500].map((y) => [5500, y, 1] as const),
      ...[6500, 7200].map((y) => [1000, y, 0] as const),
    ];
    const sorted = [...tips].sort((a, b) => a[1] - b[1] || a[0] - b[0]);
    expect(drawnAs.map(({ points: [tip], arrow }) => [...tip, arrow])).toEqual(sorted);
    // As large as the sheet shows them; one has no knee.
    expect(drawnAs.map(({ points }) => points[points.length - 1])).toEqual(tips.map(() => 50));
    expect(drawnAs.map(({ points }) => points.length).filter((count) => count !== 4)).toEqual([3]);
  });
});
