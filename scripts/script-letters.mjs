// Writes src/core/lettering/script-letters.ts: how wide the letters of the faces for other scripts are. Run when one changes.
import { writeFileSync } from 'node:fs';
import { createCanvas, GlobalFonts } from '@napi-rs/canvas';
import * as fontkit from 'fontkit';
import { scriptFiles } from './faces.mjs';

/** Letters below are in the drawing faces. */
const FIRST = 0x530;
const at = (path) => `node_modules/${path}`;
const widths = new Map();
const context = createCanvas(8, 8).getContext('2d');
for (const [i, { path }] of scriptFiles().entries()) {
  GlobalFonts.registerFromPath(at(path), `Script${i}`);
  // Widths are those of the regular weight, which the packed file alone does not tell.
  context.font = `400 1000px Script${i}`;
  for (const code of fontkit.openSync(at(path)).characterSet)
    if (code >= FIRST && !widths.has(code))
      // Marks stand above and below the letter before them.
      widths.set(
        code,
        /\p{Mn}/u.test(String.fromCodePoint(code))
          ? 0
          : Math.round(context.measureText(String.fromCodePoint(code)).width),
      );
}
const codes = [...widths.keys()].sort((a, b) => a - b);
// Runs of neighbours that are equally wide: gap to the run before, length, width where it is another one.
const runs = [];
let end = 0;
for (let i = 0; i < codes.length; ) {
  let k = i + 1;
  while (k < codes.length && codes[k] === codes[k - 1] + 1 && widths.get(codes[k]) === widths.get(codes[i]))
    k++;
  runs.push([codes[i] - end, k - i, widths.get(codes[i])]);
  end = codes[k - 1] + 1;
  i = k;
}
let last = 0;
const text = runs
  .map(([gap, length, width]) => {
    const part = [gap, length, ...(width === last ? [] : [width])].map((n) => n.toString(36)).join('.');
    last = width;
    return part;
  })
  .join(' ');
const lines = text.match(/.{1,110}(?: |$)/g).map((line) => `  '${line}' +`);
lines[lines.length - 1] = lines.at(-1).replace(/ \+$/, ';');
writeFileSync(
  'src/core/lettering/script-letters.ts',
  `/**
 * Letters of the faces for other scripts and their widths, in thousandths of their size: runs of neighbours that are
 * equally wide, each as gap to the run before, length, and width where it is another one, to the base of 36. Made by
 * scripts/script-letters.mjs from the fonts' own tables; all are under the OFL.
 */
// biome-ignore format: a table
const RUNS =
${lines.join('\n')}

let known: ReadonlyMap<number, number> | null = null;

/** Width of a letter of another script, in thousandths of its size; undefined where no shipped face has it. */
export function scriptLetterWidth(code: number): number | undefined {
  if (code < ${FIRST}) return undefined;
  known ??= read();
  return known.get(code);
}

function read(): ReadonlyMap<number, number> {
  const widths = new Map<number, number>();
  let at = 0;
  let width = 0;
  for (const run of RUNS.split(' ')) {
    const [gap, length, next] = run.split('.').map((part) => Number.parseInt(part, 36));
    at += gap;
    if (next !== undefined) width = next;
    for (let i = 0; i < length; i++) widths.set(at++, width);
  }
  return widths;
}
`,
);
console.log(codes.length, 'letters,', runs.length, 'runs,', text.length, 'bytes');
