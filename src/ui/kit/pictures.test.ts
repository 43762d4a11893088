import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { linearFigure } from '@/core/dimension/figure';
import { PLAIN_DIMENSION } from '@/core/standard/dimension-settings';
import { FILL_PRESETS } from '@/core/standard/fills';
import { lineOf } from '@/core/standard/standard';
import { DimensionFigure } from './DimensionFigure';
import { FillSwatch } from './FillSwatch';
import { LinePaths, SymbolPicture } from './LinePaths';
import { Specimen } from './Specimen';

/** CSS pixels of a mm. */
const PX = 96 / 25.4;
const width = (svg: string): number => Number(/<svg[^>]* width="([\d.]+)"/.exec(svg)?.[1]);

describe('pictures at true size', () => {
  it('of a fill: lines that stop at the island and at the text, and a bar to measure by', () => {
    const [concrete] = FILL_PRESETS;
    const swatch = (more: Partial<Parameters<typeof FillSwatch>[0]>): string =>
      renderToStaticMarkup(
        createElement(FillSwatch, { fill: concrete, widthMm: 40, heightMm: 20, scale: 20, ...more }),
      );
    const plain = swatch({});
    expect(width(plain)).toBeCloseTo(40 * PX);
    const island = swatch({ island: true, bar: true });
    expect(island).toContain('10 mm on paper');
    // An island and a text cut lines in two.
    const pieces = (svg: string): number => svg.split('M').length;
    expect(pieces(island)).toBeGreaterThan(pieces(plain));
    const courses = FILL_PRESETS.find(({ name }) => name === 'BRICK-COURSES')!;
    expect(swatch({ fill: courses, bar: true })).toContain('200 mm in the model, 1:20');
    // Lines that lie closer than they print are grey, and it says so.
    expect(
      swatch({
        widthMm: 90,
        heightMm: 40,
        fill: { ...concrete, lines: [{ ...concrete.lines[0], spacingMm: 0.01 }] },
      }),
    ).toContain('too fine to be told from grey');
  });

  it('of a dimension: every part names its setting, the one chosen stands out', () => {
    const lettering = { face: 'stroke', widthFactor: 1 } as const;
    const svg = renderToStaticMarkup(
      createElement(DimensionFigure, {
        parts: linearFigure(PLAIN_DIMENSION, lettering, [0, 0], [40, 0], 0, 10, 4000),
        labels: [{ setting: 'extensionOffsetMm', words: 'gap 1', at: [-10, 3], to: [0, 0.5] }],
        lettering,
        elementsOf: () => [],
        box: [-10, -2, 60, 20],
        label: 'A dimension',
        chosen: 'extensionOffsetMm',
      }),
    );
    for (const setting of ['extensionOffsetMm', 'linePenMm', 'terminator1', 'textHeightMm'])
      expect(svg).toContain(`data-setting="${setting}"`);
    expect(svg).toContain('gap 1');
    expect(svg).toContain('stroke="var(--color-verdigris)"');
    expect(width(svg)).toBeCloseTo(60 * PX);
  });

  it('of a line: unbroken where it is too short, and it says so', () => {
    const linetype = lineOf({ name: 'Long', elementsMm: [12, -4] });
    const line = (length: number): string =>
      renderToStaticMarkup(
        createElement(LinePaths, {
          linetype,
          symbols: [],
          styles: [],
          paths: [[0, 3, length, 3]],
          widthMm: 48,
          heightMm: 6,
        }),
      );
    expect(line(40)).not.toContain('too short');
    expect(line(10)).toContain('Long, too short here to show its pattern');
  });

  it('of a symbol and of lettering', () => {
    const strokes = [[-1, -1, 1, 1]];
    expect(renderToStaticMarkup(createElement(SymbolPicture, { strokes }))).toContain('points="-1 1 1 -1"');
    const style = {
      face: 'stroke',
      heightMm: 5,
      widthFactor: 1,
      slantDeg: 0,
      lineSpacing: 1.6,
      justification: 'left',
    } as const;
    const specimen = (maxWidthMm: number): string =>
      renderToStaticMarkup(
        createElement(Specimen, { style, lines: ['Quay wall'], penMm: 0.5, label: 'x', maxWidthMm }),
      );
    expect(specimen(200)).not.toContain('shown at');
    expect(specimen(10)).toMatch(/shown at \d+ %/);
  });
});
