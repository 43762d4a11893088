import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import opentype from 'opentype.js';
import { demoDrawings } from '../../../demo/drawings';
import { extentsOf } from '../drawing/extents';
import { handleOf, kindOf } from '../dxf/drawing';
import { readDrawing } from '../dxf/read/interpret';
import { DrawingComposer } from '../dxf/write/composer';
import { Facts } from './facts';
import { patternOnPaper } from './linetypes';

function factsOf(bytes: Uint8Array): Facts {
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  return new Facts(read.value, 0.25);
}
function made(draw: (file: DrawingComposer) => void): Facts {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  draw(file);
  return factsOf(file.bytes());
}
const rowsOf = (facts: Facts): readonly number[] => facts.drawing.containers[0].rows;

const fixtures = readdirSync(join(process.cwd(), 'tests', 'fixtures'))
  .filter((name) => name.endsWith('.dxf'))
  .map(
    (name) => [name, new Uint8Array(readFileSync(join(process.cwd(), 'tests', 'fixtures', name)))] as const,
  );
const drawings = [...fixtures, ...demoDrawings().map(({ file, bytes }) => [file, bytes] as const)];

describe('boxes', () => {
  it.each(drawings)('of everything in %s are those of looking at each object anew', (_, bytes) => {
    const facts = factsOf(bytes);
    const { drawing } = facts;
    for (let row = 0; row < drawing.objects.count; row++) {
      const [own, other] = [facts.box(row), extentsOf(drawing, row)];
      if (!own || !other) {
        expect([row, own]).toEqual([row, other]);
        continue;
      }
      const size = Math.max(1, ...Object.values(other).map(Math.abs));
      for (const side of ['minX', 'minY', 'maxX', 'maxY'] as const)
        expect(Math.abs(own[side] - other[side]) / size).toBeLessThan(1e-12);
    }
  });

  it('of symbols in symbols, turned and stretched, are closed forms', () => {
    const facts = made((file) => {
      file.symbol('Ring', (s) => s.circle({ layer: '0' }, [0, 0], 1));
      file.symbol('Two', (s) => {
        s.place({ layer: '0' }, 'Ring', [0, 0]);
        s.place({ layer: '0' }, 'Ring', [10, 0]);
      });
      file.model.place({ layer: '0' }, 'Two', [100, 50], { angleDeg: 90, scale: 2 });
    });
    // Twice as large and upright: rings of radius 2 at (100, 50) and (100, 70).
    const box = facts.box(rowsOf(facts)[0])!;
    expect(box.minX).toBeCloseTo(98, 12);
    expect(box.minY).toBeCloseTo(48, 12);
    expect(box.maxX).toBeCloseTo(102, 12);
    expect(box.maxY).toBeCloseTo(72, 12);
  });

  it('of symbols that contain each other end', () => {
    const facts = made((file) => {
      file.symbol('A', (s) => {
        s.line({ layer: '0' }, [0, 0], [1, 1]);
        s.place({ layer: '0' }, 'B', [10, 0]);
      });
      file.symbol('B', (s) => {
        s.line({ layer: '0' }, [0, 0], [2, 2]);
        s.place({ layer: '0' }, 'A', [0, 10]);
      });
      file.model.place({ layer: '0' }, 'A', [0, 0]);
      file.model.place({ layer: '0' }, 'B', [0, 0]);
    });
    for (const row of rowsOf(facts)) expect(facts.box(row)).toEqual(extentsOf(facts.drawing, row));
  });
});

describe('texts', () => {
  const folder = join(process.cwd(), 'node_modules', '@fontsource');
  const fontOf = (family: string): opentype.Font => {
    const bytes = readFileSync(join(folder, family, 'files', `${family}-latin-400-normal.woff`));
    return opentype.parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length));
  };
  const FACES = [
    ['Barlow', 'barlow'],
    ['Source Serif 4', 'source-serif-4'],
    ['Spline Sans Mono', 'spline-sans-mono'],
  ] as const;
  const SAYS = ['HEADER', 'gypsum board', 'x', 'LEVEL +4.25', 'Ag', 'quay wall, 350'];

  // Within 2 % of the height of capitals, by the faces' own outlines as an independent reader of fonts gives them.
  it.each(FACES.flatMap(([family, file]) => SAYS.map((says) => [family, says, file] as const)))(
    'in %s that say “%s” lie where the face’s own outlines do',
    (family, says, file) => {
      const facts = made((drawing) => {
        drawing.textStyle({
          name: 'S',
          font: `${family}.ttf`,
          family,
          height: 0,
          widthFactor: 1,
          slantDeg: 0,
        });
        drawing.model.text({ layer: '0' }, [100, 200], 5, says, { style: 'S' });
      });
      const fact = facts.text(rowsOf(facts)[0])!;
      const font = fontOf(file);
      const capital = (font.tables.os2.sCapHeight as number) || font.charToGlyph('H').getMetrics().yMax;
      const unit = 5 / capital;
      let [left, bottom, right, top, pen] = [Infinity, Infinity, -Infinity, -Infinity, 0];
      for (const letter of says) {
        const glyph = font.charToGlyph(letter);
        const { x1, y1, x2, y2 } = glyph.getBoundingBox();
        if (x2 > x1) {
          left = Math.min(left, pen + x1);
          right = Math.max(right, pen + x2);
          bottom = Math.min(bottom, y1);
          top = Math.max(top, y2);
        }
        pen += glyph.advanceWidth ?? 0;
      }
      const wanted = [100 + left * unit, 200 + bottom * unit, 100 + right * unit, 200 + top * unit];
      const [x0, y0, , , x1, y1] = fact.box!;
      for (const [i, value] of [x0, y0, x1, y1].entries())
        expect(Math.abs(value - wanted[i])).toBeLessThan(0.02 * Math.max(5, (right - left) * unit));
      expect(fact.certain).toBe(true);
      expect(fact).toMatchObject({ says, style: 'S', angleRad: 0 });
      expect(fact.height).toBeCloseTo(5, 12);
    },
  );

  it('that are turned have a box that is turned with them', () => {
    const facts = made((file) => {
      file.textStyle({ name: 'S', font: 'strokes.shx', height: 0, widthFactor: 1, slantDeg: 0 });
      file.model.text({ layer: '0' }, [0, 0], 10, 'HHHH', { angleDeg: 90, style: 'S' });
    });
    const fact = facts.text(rowsOf(facts)[0])!;
    const [x0, y0, x1, y1] = fact.box!;
    expect(x1).toBeCloseTo(x0, 9);
    expect(y1).toBeGreaterThan(y0 + 20);
    expect(fact.angleRad).toBeCloseTo(Math.PI / 2, 12);
    // A face of ours stands for a single-stroke font of another program.
    expect(fact.certain).toBe(false);
  });

  it('of blanks alone are none', () => {
    const facts = made(({ model }) => model.text({ layer: '0' }, [0, 0], 10, '   '));
    expect(facts.text(rowsOf(facts)[0])).toBeNull();
  });
});

describe('annotations', () => {
  it('dimensions say what they measure, and what was typed over it', () => {
    const facts = made(({ model }) => model.dimension({ layer: '0' }, [0, 0], [30, 40], 5, 1));
    const [row] = facts.rowsOfKind('dimension');
    expect(facts.dimension(row)).toMatchObject({ typed: null, picture: '*d1' });
    expect(facts.dimension(row).measured?.what).toBe('length');
  });

  it('fills say how far apart their lines are, square to them', () => {
    const facts = factsOf(fixtures.find(([name]) => name === 'kinds-r2018.dxf')![1]);
    const fills = facts.rowsOfKind('fill').flatMap((row) => facts.fill(row) ?? []);
    expect(fills.length).toBeGreaterThan(2);
    expect(new Set(fills.map(({ kind }) => kind))).toEqual(new Set(['lines', 'solid', 'gradient']));
    for (const { kind, families } of fills) {
      if (kind === 'solid') expect(families).toEqual([]);
      for (const { spacing } of families) expect(spacing).toBeGreaterThan(0);
    }
  });

  it('leaders say where they run and what they are for', () => {
    const facts = factsOf(fixtures.find(([name]) => name === 'kinds-r2018.dxf')![1]);
    const leaders = facts.rowsOfKind('leader').map((row) => facts.leader(row));
    expect(leaders.length).toBeGreaterThan(1);
    for (const { lines } of leaders) expect(lines.flat().every(Number.isFinite)).toBe(true);
    expect(leaders.some(({ label }) => label !== null && label !== '')).toBe(true);
    expect(leaders.some(({ hasTerminator }) => hasTerminator)).toBe(true);
  });
});

describe('lines', () => {
  it('cross where they cross, through symbols too, once however often it is asked', () => {
    const facts = made((file) => {
      file.symbol('Cross', (s) => s.line({ layer: '0' }, [-1, 0], [1, 0]));
      file.model.line({ layer: '0' }, [5, -10], [5, 10]);
      file.model.place({ layer: '0' }, 'Cross', [5, 3]);
      file.model.circle({ layer: '0' }, [5, 0], 2);
    });
    const [line, placed, circle] = rowsOf(facts);
    expect(facts.crossings(line, placed)).toEqual([{ how: 'cross', x: 5, y: 3, first: 0, second: 0 }]);
    // A vertical through the middle of a circle meets it above and below, to the flatness of the pieces.
    const ys = facts.crossings(line, circle).map(({ y }) => y);
    expect(Math.min(...ys)).toBeCloseTo(-2, 2);
    expect(Math.max(...ys)).toBeCloseTo(2, 2);
    expect(facts.segments(line)).toBe(facts.segments(line));
  });

  it('are found by where they are, all or of one kind', () => {
    const facts = made(({ model }) => {
      for (let i = 0; i < 100; i++) model.line({ layer: '0' }, [i * 10, 0], [i * 10 + 5, 5]);
      model.circle({ layer: '0' }, [500, 2], 1);
    });
    const box = { minX: 499, minY: 0, maxX: 506, maxY: 5 };
    expect(facts.index(0).within(box)).toEqual([50, 100]);
    expect(facts.index(0, 'circle').within(box)).toEqual([100]);
    expect(facts.index(0, 'text').within(box)).toEqual([]);
    expect(facts.index(0, 'line').near(0, 0, 2)).toEqual([0, 1]);
  });
});

describe('paper', () => {
  const facts = made((file) => {
    file.linetype('Broken', '', [6, -2]);
    file.layer({ name: 'Hidden', colour: 1 });
    const { model } = file;
    model.line({ layer: '0', linetype: 'Broken' }, [0, 0], [1000, 0]);
    model.line({ layer: 'Hidden' }, [0, 10], [1000, 10]);
    model.line({ layer: '0' }, [90_000, 0], [91_000, 0]);
    model.line({ layer: '0' }, [5000, 1000], [6000, 1000]);
    const sheet = file.sheet('Plan', 420, 297);
    sheet.line({ layer: '0' }, [0, 0], [10, 10]);
    // 100 × 80 mm that show 10,000 × 8,000 of the model: 1:100.
    sheet.viewport({ layer: '0' }, [100, 100], 100, 80, [0, 0], 100);
    // 1:20, on what lies near the origin.
    sheet.viewport({ layer: '0' }, [300, 100], 100, 80, [500, 0], 20);
  });
  const [line, , far, touching] = rowsOf(facts);

  it('knows every viewport and its scale', () => {
    expect(facts.viewports.map(({ mmPerUnit }) => mmPerUnit)).toEqual([0.01, 0.05]);
    expect(facts.viewports[0]).toMatchObject({
      sheet: 'Plan',
      box: { minX: -5000, minY: -4000, maxX: 5000, maxY: 4000 },
      clipped: false,
    });
  });

  it('knows where an object is seen, how large, and whether all of it', () => {
    expect(facts.appearances(line)).toMatchObject([
      { sheet: 'Plan', mmPerUnit: 0.01, whole: true },
      { sheet: 'Plan', mmPerUnit: 0.05, whole: true },
    ]);
    expect(facts.appearances(far)).toEqual([]);
    // What only touches the edge of a viewport is not seen in it.
    expect(facts.appearances(touching)).toEqual([]);
    const onSheet = facts.drawing.containers[facts.drawing.sheets[0].container].rows.find(
      (row) => kindOf(facts.drawing, row) === 'line',
    )!;
    expect(facts.appearances(onSheet)).toMatchObject([
      { sheet: 'Plan', viewport: '', mmPerUnit: 1, whole: true },
    ]);
  });

  it('knows how long the dashes of a line come out', () => {
    const fact = facts.linetype(line);
    expect(fact).toMatchObject({
      linetype: 'Broken',
      elements: [6, -2],
      drawingFactor: 1,
      followsPaper: true,
    });
    const [plan] = facts.appearances(line);
    expect(patternOnPaper(fact, plan, 1)).toEqual([6, -2]);
    expect(patternOnPaper({ ...fact, followsPaper: false }, plan, 1)).toEqual([0.06, -0.02]);
  });
});

describe('handles', () => {
  it('name all rows that carry them', () => {
    const facts = made(({ model }) => model.line({ layer: '0' }, [0, 0], [1, 1]));
    const [row] = rowsOf(facts);
    expect(facts.rowsByHandle.get(handleOf(facts.drawing, row))).toEqual([row]);
  });
});
