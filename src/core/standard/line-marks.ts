import { z } from 'zod';

const coordinate = z.number().min(-100).max(100);

/** More strokes are a drawing, not a symbol; a stroke of more points goes on in another. */
export const MOST_STROKES = 64;
export const MOST_POINTS = 200;

/** A small drawing that linetypes carry: strokes in mm on paper. */
export const lineMarkSchema = z
  .strictObject({
    name: z.string().trim().min(1, 'a name is needed').max(60),
    number: z
      .int()
      .min(1)
      .max(255)
      .meta({ description: 'Its number in the file of shapes that goes with drawings.' }),
    strokes: z
      .array(
        z
          .array(coordinate)
          .min(4, 'a stroke needs two points')
          .max(2 * MOST_POINTS),
      )
      .min(1, 'a symbol needs a stroke')
      .max(MOST_STROKES)
      .meta({ description: 'Each x, y, x, y …, mm; the line runs through y 0 from left to right.' }),
  })
  .superRefine(({ strokes }, context) => {
    for (const [i, stroke] of strokes.entries())
      if (stroke.length % 2 === 1)
        context.addIssue({ code: 'custom', path: ['strokes', i], message: 'a stroke is pairs of x and y' });
  });
export type LineMark = z.infer<typeof lineMarkSchema>;

export const placedSymbolSchema = z.strictObject({
  element: z.int().min(0).meta({ description: 'Index of the gap or the dot it stands at.' }),
  symbol: z.string().trim().min(1).max(60),
  scale: z.number().min(0.01).max(100).default(1),
  place: z
    .enum(['centred', 'sitting'])
    .default('centred')
    .meta({ description: 'Its middle on the line, or its foot.' }),
  upright: z.boolean().default(false).meta({ description: 'Stays level instead of turning with the line.' }),
});
export type PlacedSymbol = z.infer<typeof placedSymbolSchema>;

export interface SymbolBox {
  readonly minX: number;
  readonly minY: number;
  readonly width: number;
  readonly height: number;
}

/** What a symbol takes up at a scale, mm. */
export function symbolBox({ strokes }: Pick<LineMark, 'strokes'>, scale = 1): SymbolBox {
  const xs = strokes.flatMap((stroke) => stroke.filter((_, i) => i % 2 === 0));
  const ys = strokes.flatMap((stroke) => stroke.filter((_, i) => i % 2 === 1));
  const [minX, minY] = [Math.min(...xs), Math.min(...ys)];
  return {
    minX: minX * scale,
    minY: minY * scale,
    width: (Math.max(...xs) - minX) * scale,
    height: (Math.max(...ys) - minY) * scale,
  };
}

/**
 * Where a symbol's origin goes, so that its middle (or the middle of its foot) comes to lie in the middle of its gap.
 * @param gapMm length of the gap, 0 for a dot
 * @returns mm along the line from the end of the gap, and across it
 */
export function symbolOffset(
  symbol: Pick<LineMark, 'strokes'>,
  placed: Pick<PlacedSymbol, 'scale' | 'place'>,
  gapMm: number,
): { readonly dx: number; readonly dy: number } {
  const box = symbolBox(symbol, placed.scale);
  return {
    dx: -gapMm / 2 - box.minX - box.width / 2,
    dy: placed.place === 'centred' ? -box.minY - box.height / 2 : -box.minY,
  };
}

/** A circle as a stroke of even steps that a pen of 0.1 mm cannot tell from a curve. */
export function circleStroke(x: number, y: number, radius: number): number[] {
  // A multiple of four touches the box of the circle on all sides.
  const steps = 4 * Math.max(3, Math.ceil(Math.PI / Math.acos(1 - Math.min(0.5, 0.01 / radius)) / 4));
  return Array.from({ length: steps + 1 }, (_, i) => {
    const angle = (2 * Math.PI * (i % steps)) / steps;
    return [round(x + radius * Math.cos(angle)), round(y + radius * Math.sin(angle))];
  }).flat();
}

const round = (value: number): number => Math.round(value * 1e4) / 1e4 || 0;

/** Symbols to begin with, 2 mm high. */
export const SYMBOL_PRESETS: readonly {
  readonly name: string;
  readonly strokes: readonly (readonly number[])[];
}[] = [
  { name: 'ring', strokes: [circleStroke(0, 0, 1)] },
  {
    name: 'cross',
    strokes: [
      [-1, -1, 1, 1],
      [-1, 1, 1, -1],
    ],
  },
  { name: 'bar', strokes: [[0, -1, 0, 1]] },
  { name: 'square', strokes: [[-1, -1, 1, -1, 1, 1, -1, 1, -1, -1]] },
  { name: 'triangle', strokes: [[-1, 0, 1, 0, 0, 1.8, -1, 0]] },
  { name: 'arrowhead', strokes: [[-1, 0.7, 1, 0, -1, -0.7]] },
  { name: 'half ring', strokes: [halfRing()] },
];

function halfRing(): number[] {
  return Array.from({ length: 17 }, (_, i) => {
    const angle = (Math.PI * i) / 16;
    return [round(Math.cos(angle)), round(Math.sin(angle))];
  }).flat();
}

/** A symbol by itself as an SVG at true size: one unit of its view box is one mm. */
export function symbolSvg(symbol: Pick<LineMark, 'name' | 'strokes'>, penMm = 0.25): string {
  const box = symbolBox(symbol);
  const [width, height] = [box.width + 2 * penMm, box.height + 2 * penMm];
  const view = [box.minX - penMm, -box.minY - box.height - penMm, width, height].map(round).join(' ');
  const lines = symbol.strokes.map(
    (stroke) =>
      `<polyline points="${stroke.map((value, i) => round(i % 2 === 0 ? value : -value)).join(' ')}"/>`,
  );
  const title = symbol.name.replace(/[&<>]/g, (sign) => `&#${sign.charCodeAt(0)};`);
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${round(width)}mm" height="${round(height)}mm" viewBox="${view}"><title>${title}</title><g fill="none" stroke="#000" stroke-width="${penMm}">${lines.join('')}</g></svg>`;
}
