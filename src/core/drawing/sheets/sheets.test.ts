import { readDrawing } from '../../dxf/read/interpret';
import { DrawingComposer, type SpaceComposer } from '../../dxf/write/composer';
import { buildPicture } from '../../picture/build';
import { passesOf } from '../../picture/paint';
import { type PaintOptions, passesByLook } from '../../picture/pass';
import { ITEM_STRIDE } from '../../picture/picture';
import { firstOf, formatScale, sheetHeads } from './heads';
import { modelSheetsOf } from './model-sheets';
import { PAPER_SIZES, sizeNamedIn, sizeOf, usualScale } from './paper-sizes';
import { sheetsOf } from './shown';
import { statedScales } from './stated-scale';

describe('scales that words state', () => {
  const said = (text: string): number[] => statedScales(text).map(({ reduction }) => reduction);

  it.each([
    ['1:100', [100]],
    ['A3 : 1/100', [100]],
    ['M 1:20', [20]],
    ['Maßstab 1 : 500', [500]],
    ['比例 1:100', [100]],
    ['Scale 1:2.5', [2.5]],
    ['1:100 (A1) 1:200 (A3)', [100, 200]],
    ['5:1', [0.2]],
    ['1" = 50\'', [600]],
    ["1 = 50'", [600]],
    ['1/8" = 1\'-0"', [96]],
    ['1 1/2" = 1\'-0"', [8]],
    ['3/4" = 1\'-0"', [16]],
  ])('%s', (text, reductions) => expect(said(text)).toEqual(reductions));

  it.each(['12/2024', '2026-11-26', '3/4', '09:30', '4:3', 'Room 1', '1:1:1', 'sheet 1/2', '1/4"'])(
    'not %s',
    (text) => expect(said(text)).toEqual([]),
  );

  it('alone a slope is no sure scale, and a named scale is', () => {
    expect(statedScales('1:2')[0].sure).toBe(false);
    expect(statedScales('Scale 1:2')[0].sure).toBe(true);
  });
});

describe('sizes of paper', () => {
  it('halve from one to the next (ISO 216, from memory)', () => {
    for (const [larger, smaller] of [
      ['A0', 'A1'],
      ['A1', 'A2'],
      ['A2', 'A3'],
      ['A3', 'A4'],
    ]) {
      const of = (name: string) => PAPER_SIZES.find((size) => size.name === name)!;
      expect(of(smaller).longMm).toBe(of(larger).shortMm);
      expect(Math.abs(of(larger).longMm / 2 - of(smaller).shortMm)).toBeLessThanOrEqual(1);
    }
  });

  it('are told from their sides either way round, and from words', () => {
    expect(sizeOf(297, 420)?.name).toBe('A3');
    expect(sizeOf(914.4, 609.6)?.name).toBe('ARCH D');
    expect(sizeOf(500, 500)).toBeNull();
    expect(sizeNamedIn('Format: A3')?.name).toBe('A3');
    expect(sizeNamedIn('ANSI D')?.name).toBe('ANSI D');
    expect(sizeNamedIn('A3x3')?.name).toBe('A3×3');
    expect(sizeNamedIn('A35 bolt')).toBeNull();
    expect(sizeNamedIn('SA3B')).toBeNull();
  });

  it('usual scales are met within a share only', () => {
    expect(usualScale(100.1, 0.003)?.reduction).toBe(100);
    expect(usualScale(141, 0.003)).toBeNull();
    expect(usualScale(96, 0.001)?.system).toBe('inch');
  });
});

/** A sheet of some size at some scale, drawn in mm, its lower left corner at x, y. */
function sheet(
  space: SpaceComposer,
  x: number,
  y: number,
  [w, h]: readonly [number, number],
  n: number,
  says: string[],
) {
  const rect = (inset: number) =>
    space.polyline(
      { layer: '0' },
      [
        [x + inset * n, y + inset * n],
        [x + (w - inset) * n, y + inset * n],
        [x + (w - inset) * n, y + (h - inset) * n],
        [x + inset * n, y + (h - inset) * n],
      ],
      true,
    );
  rect(0);
  rect(10);
  for (const [i, words] of says.entries())
    space.text({ layer: '0' }, [x + (w - 100) * n, y + (15 + i * 8) * n], 3 * n, words);
  for (let i = 0; i < 6; i++)
    space.line({ layer: '0' }, [x + (30 + i * 9) * n, y + 90 * n], [x + 60 * n, y + 150 * n]);
}

function drawn(draw: (file: DrawingComposer) => void) {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  draw(file);
  const read = readDrawing(file.bytes());
  if (!read.ok) throw new Error(read.problem.message);
  return read.value;
}

const UNMARKED = {
  highlights: { handles: new Set(), layers: new Set() },
  hidden: new Set(),
  showNonPrinting: true,
} as unknown as PaintOptions;

describe('sheets that lie in the model', () => {
  const two = () =>
    drawn((file) => {
      sheet(file.model, 0, 0, [420, 297], 100, ['A-101', 'Ground floor', 'Scale 1:100', 'Date 2026-11-26']);
      sheet(file.model, 50_000, 0, [841, 594], 20, ['A-102', 'Details', 'Scale 1:50', 'Date 2026-11-26']);
    });

  it('have number, title, size and scale; a scale that they state otherwise is said beside it', () => {
    const [plan, details] = modelSheetsOf(two());
    expect(plan).toMatchObject({
      name: 'A-101 Ground floor',
      sizeName: 'A3',
      reduction: 100,
      mmPerUnit: 0.01,
      agrees: true,
      box: { minX: 0, minY: 0, maxX: 42_000, maxY: 29_700 },
    });
    expect(details).toMatchObject({ name: 'A-102 Details', sizeName: 'A1', reduction: 20, agrees: false });
    expect(details.stated?.text).toBe('Scale 1:50');
    expect(plan.sure).toBeGreaterThan(details.sure - 0.5);
  });

  it.each([
    ['Ground floor plan 1:100', 'Ground floor plan'],
    ['GROUND FLOOR (SCALE 1:100)', 'GROUND FLOOR'],
    ['Roof: 1:100', 'Roof'],
    ['一层平面图 1:100', '一层平面图'],
    ['Massstab 1:100', null],
  ])('take “%s” for the title %s: a scale behind it is none of it', (words, title) => {
    const drawing = drawn((file) => sheet(file.model, 0, 0, [420, 297], 100, ['建施-07', words]));
    expect(modelSheetsOf(drawing)[0]).toMatchObject({ number: '建施-07', title });
  });

  it('stand behind the layouts in every list, and are looked at first when no layout has anything on it', () => {
    const heads = sheetHeads(two());
    expect(heads.map(({ where, scale }) => [where, scale])).toEqual(
      expect.arrayContaining([
        ['model', '1:100'],
        ['model', '1:20'],
      ]),
    );
    expect(heads[firstOf(heads)].name).toBe('A-101 Ground floor');
    expect(firstOf([])).toBe(-1);
    expect(formatScale(1 / 100)).toBe('1:100');
  });

  it('print by themselves: their own paper and scale, and nothing of what lies beside them', () => {
    const drawing = two();
    const sheets = sheetsOf(drawing);
    const details = sheets.findIndex(({ name }) => name === 'A-102 Details');
    const picture = buildPicture(drawing, sheets[details], { defaultWidthMm: 0.25 });
    const { head } = picture;
    expect(head.mmPerUnit).toBe(0.05);
    expect(head.paper).toMatchObject({ width: 16_820, height: 11_880 });
    expect(head.texts).toHaveLength(4);
    // What runs on beyond the paper is not painted there.
    const view = { scale: 0.02, x: 10, y: 300, widthPx: 1000, heightPx: 800 };
    const [pass] = passesOf({ picture, model: null }, view, UNMARKED);
    const wanted = [10, 300 - 11_880 * 0.02, 10 + 16_820 * 0.02, 300];
    for (const [i, px] of pass.clipBox.entries()) expect(px).toBeCloseTo(wanted[i], 6);
  });

  it('have in the whole of the model the widths and patterns of their own scale', () => {
    const model = buildPicture(two(), null, { defaultWidthMm: 0.25 });
    expect(model.head.scaleNote).toBe('as on each sheet');
    const view = { scale: 0.02, x: 0, y: 0, widthPx: 3000, heightPx: 2000 };
    const [pass] = passesOf({ picture: model, model: null }, view, UNMARKED);
    const byLook = passesByLook(pass);
    const widthOf = (item: number): number => {
      const look = model.items[item * ITEM_STRIDE + 1];
      // In drawing units: pixels by pixels of one unit.
      return (model.head.looks[look].widthMm * byLook[look].pxPerMm) / view.scale;
    };
    const widths = Array.from({ length: model.items.length / ITEM_STRIDE }, (_, i) => [
      model.boxes[i * 4] < 45_000,
      widthOf(i),
    ]);
    // 0.25 mm on paper: 25 mm at 1:100, 5 mm at 1:20.
    for (const [isPlan, width] of widths) expect(width).toBeCloseTo(isPlan ? 25 : 5, 6);
    // Through a viewport the viewport's scale counts.
    expect(new Set(passesByLook({ ...pass, viewport: 0 }).map(({ pxPerMm }) => pxPerMm)).size).toBe(1);
  });

  it('are none in a plan of their proportions: dimensions stand around it', () => {
    const house = drawn((file) => {
      const corners = [0, 0, 14_850, 0, 14_850, 10_500, 0, 10_500];
      for (let i = 0; i < 8; i += 2)
        file.model.line(
          { layer: '0' },
          [corners[i], corners[i + 1]],
          [corners[(i + 2) % 8], corners[(i + 3) % 8]],
        );
      for (let i = 0; i < 14; i++) {
        file.model.line({ layer: '0' }, [i * 1000, -600], [i * 1000, -200]);
        file.model.text({ layer: '0' }, [i * 1000, -500], 200, '1000');
        file.model.line({ layer: '0' }, [i * 1000, 0], [i * 1000, 10_500]);
      }
    });
    expect(modelSheetsOf(house)).toEqual([]);
  });

  it('are none of details framed on a sheet, nor the frame around several sheets', () => {
    const drawing = drawn((file) => {
      sheet(file.model, 0, 0, [420, 297], 100, ['A-101', 'Plan', 'Scale 1:100', 'Drawn KO', 'Date 2026']);
      sheet(file.model, 50_000, 0, [420, 297], 100, [
        'A-102',
        'Roof',
        'Scale 1:100',
        'Drawn KO',
        'Date 2026',
      ]);
      file.model.polyline(
        { layer: '0' },
        [
          [5000, 15_000],
          [15_500, 15_000],
          [15_500, 22_425],
          [5000, 22_425],
        ],
        true,
      );
      // Twice A0 at 1:62: nothing usual, and around both.
      file.model.polyline(
        { layer: '0' },
        [
          [-4000, -17_000],
          [96_000, -17_000],
          [96_000, 53_700],
          [-4000, 53_700],
        ],
        true,
      );
    });
    expect(modelSheetsOf(drawing).map(({ name }) => name)).toEqual(['A-101 Plan', 'A-102 Roof']);
  });
});
