// Writes src/core/lettering/face-metrics.ts and glyph-boxes.ts: how wide each letter of the shipped faces is, and where
// its ink lies. Run when a face changes.
import { readFileSync, writeFileSync } from 'node:fs';
import opentype from 'opentype.js';
import { FACE_FILES } from './faces.mjs';

const table = {};
const inks = {};
for (const [face, { family, weight, subsets }] of Object.entries(FACE_FILES)) {
  const advances = new Map();
  const boxes = new Map();
  let cap = 0.7;
  let descent = 0.2;
  for (const subset of subsets) {
    const bytes = readFileSync(
      `node_modules/@fontsource/${family}/files/${family}-${subset}-${weight}-normal.woff`,
    );
    const font = opentype.parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length));
    const unit = font.unitsPerEm;
    if (subset === 'latin') {
      cap = (font.tables.os2.sCapHeight || font.charToGlyph('H').getMetrics().yMax) / unit;
      descent = -font.charToGlyph('p').getMetrics().yMin / unit;
    }
    for (let i = 0; i < font.glyphs.length; i++) {
      const glyph = font.glyphs.get(i);
      for (const code of glyph.unicodes ?? [])
        if (code >= 32 && !advances.has(code)) {
          advances.set(code, Math.round((glyph.advanceWidth * 1000) / unit));
          const { x1, y1, x2, y2 } = glyph.getBoundingBox();
          boxes.set(
            code,
            [x1, y1, x2, y2].map((value) => Math.round((value * 1000) / unit)),
          );
        }
    }
  }
  const inkRuns = [];
  for (const code of [...boxes.keys()].sort((a, b) => a - b)) {
    const last = inkRuns.at(-1);
    if (last && last[0] + last[1].length / 4 === code) last[1].push(...boxes.get(code));
    else inkRuns.push([code, [...boxes.get(code)]]);
  }
  inks[face] = inkRuns;
  const runs = [];
  for (const code of [...advances.keys()].sort((a, b) => a - b)) {
    const last = runs.at(-1);
    if (last && last[0] + last[1].length === code) last[1].push(advances.get(code));
    else runs.push([code, [advances.get(code)]]);
  }
  table[face] = { capHeight: Number(cap.toFixed(4)), descent: Number(descent.toFixed(4)), runs };
}
writeFileSync(
  'src/core/lettering/face-metrics.ts',
  `/**
 * Widths of the letters of the shipped faces, in thousandths of their size: runs of neighbouring characters as
 * [first code point, widths]. Made by scripts/lettering.mjs from the fonts' own tables; all are under the OFL.
 */
export interface FaceMetrics {
  /** Height of capitals and depth of descenders, as shares of the size. */
  readonly capHeight: number;
  readonly descent: number;
  readonly runs: readonly (readonly [number, readonly number[]])[];
}

// biome-ignore format: a table
export const FACE_METRICS: Readonly<Record<'sans' | 'sans-bold' | 'serif' | 'mono', FaceMetrics>> = {
${Object.entries(table)
  .map(
    ([face, { capHeight, descent, runs }]) =>
      `  '${face}': { capHeight: ${capHeight}, descent: ${descent}, runs: [\n${runs.map(([first, widths]) => `    [${first}, [${widths.join(', ')}]],`).join('\n')}\n  ] },`,
  )
  .join('\n')}
};
`,
);
writeFileSync(
  'src/core/lettering/glyph-boxes.ts',
  `/**
 * Where the ink of each letter of the shipped faces lies, in thousandths of their size from the beginning of its base
 * line: runs of neighbouring characters as [first code point, left, bottom, right, top of each]. Made by
 * scripts/lettering.mjs from the fonts' own outlines; all are under the OFL.
 */
// biome-ignore format: a table
export const GLYPH_BOXES: Readonly<Record<'sans' | 'sans-bold' | 'serif' | 'mono', readonly (readonly [number, readonly number[]])[]>> = {
${Object.entries(inks)
  .map(
    ([face, runs]) =>
      `  '${face}': [\n${runs.map(([first, values]) => `    [${first}, [${values.join(',')}]],`).join('\n')}\n  ],`,
  )
  .join('\n')}
};
`,
);
