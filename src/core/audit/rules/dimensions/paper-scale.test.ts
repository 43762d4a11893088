import { correctDrawing } from '../../../correct/correct';
import type { DrawingComposer } from '../../../dxf/write/composer';
import { factsOf } from '../../../facts/facts';
import { sizedOnPaperFor } from '../../examples/paper-scales';
import { bytesOf, findingsOf, GOOD } from '../testing';
import { dimensionsPaperScale } from './paper-scale';
import { dimensioned, put, SCALE, settingsOf } from './testing';

const standard = dimensioned();

/** A dimension in the model, shown at 1:50. */
const draw = (file: DrawingComposer): void => {
  file.layer(GOOD);
  put(file, 'Building', settingsOf('Building'));
  file.model.dimension({ layer: 'WALL' }, [0, 0], [3000, 0], 600, 2.5 * SCALE, { style: 'Building' });
  file.sheet('A', 420, 297).viewport({ layer: 'WALL' }, [200, 150], 380, 260, [2000, 1000], SCALE);
};

const sizedFor = (...scales: Parameters<typeof sizedOnPaperFor>[1]): Uint8Array =>
  new TextEncoder().encode(sizedOnPaperFor(new TextDecoder().decode(bytesOf({ draw })), scales));

const found = (bytes: Uint8Array): string[] =>
  findingsOf(bytes, standard, dimensionsPaperScale).map(({ message }) => message);

it.each([
  ['not sized on paper', bytesOf({ draw })],
  ['sized for the scale that shows it', sizedFor(['1:50', 1, 50])],
  ['sized for several, one of which shows it', sizedFor(['1:100', 1, 100], ['1:50', 1, 50])],
  ['counted in inches on the sheet', sizedFor(['1:50', 1, 1270])],
] as const)('lets pass: %s', (_, bytes) => {
  expect(found(bytes)).toEqual([]);
});

it('finds what is sized for other scales only', () => {
  expect(found(sizedFor(['1:100', 1, 100], ['1:20', 1, 20]))).toEqual([
    '1 dimension sized on paper for 1:100, 1:20 lies where sheets show 1:50: it does not show.',
  ]);
});

it('says nothing of scales that are none', () => {
  expect(found(sizedFor(['odd', 0, 50], ['odder', 1, 0]))).toEqual([]);
});

describe('let show as it is drawn', () => {
  const bytes = sizedFor(['1:100', 1, 100], ['1:20', 1, 20]);
  const [finding] = findingsOf(bytes, standard, dimensionsPaperScale);
  const request = { findings: [], decisions: [{ finding: finding.key, option: 'show' }] };
  const result = correctDrawing(bytes, standard, request);
  if (!result.ok) throw new Error(result.problem.message);
  const { drawing, changes, unsettled } = result.value;

  it('keeps nothing of its scales any more, and shows at the one that its sheet has', () => {
    const facts = factsOf(drawing, 0.25);
    const [row] = facts.rowsOfKind('dimension');
    expect([unsettled, facts.paperScales(row), found(result.value.bytes)]).toEqual([[], [], []]);
    const [change, ...records] = changes;
    expect([change.before, change.after]).toEqual([
      'sized on paper for 1:100, 1:20',
      'as large as it is drawn',
    ]);
    // Every record that went with it is listed too.
    expect(records.every(({ after }) => /removed/.test(after))).toBe(true);
    const again = correctDrawing(result.value.bytes, standard, request);
    expect(again.ok && again.value.changes).toEqual([]);
  });

  it('loses what hung on it for each scale, and no scale of the drawing', () => {
    const kinds = (of: Uint8Array): Record<string, number> => {
      const text = new TextDecoder().decode(of);
      const count = (what: string): number => text.split(`\n${what}\n`).length - 1;
      return { contexts: count('ACDB_ALDIMOBJECTCONTEXTDATA_CLASS'), scales: count('SCALE') };
    };
    expect([kinds(bytes), kinds(result.value.bytes)]).toEqual([
      { contexts: 2, scales: 2 },
      { contexts: 0, scales: 2 },
    ]);
  });
});
