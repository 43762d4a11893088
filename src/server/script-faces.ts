import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import type { ScriptFont } from '../core/exchange/pdf';
import { filesNaming } from '../core/lettering/letter-ranges';
import SCRIPT_FACES from '../core/lettering/script-faces.json';

// Faces for scripts that the drawing faces have no letters of. Each comes in many small files; only those that a drawing's
// letters need are read.

/** A file of a face, with the family name that it is used by. */
export interface ScriptFile {
  readonly family: string;
  readonly path: string;
}

interface Known extends ScriptFile {
  readonly ranges: string;
}

let known: readonly Known[] | null = null;

/** The files that hold letters. */
export function scriptFilesFor(letters: string): ScriptFile[] {
  if (letters === '') return [];
  known ??= allFiles();
  return filesNaming(letters, known).map(({ family, path }) => ({ family, path }));
}

function allFiles(): Known[] {
  const require = createRequire(import.meta.url);
  return SCRIPT_FACES.flatMap(({ name, subset }) => {
    const folder = dirname(require.resolve(`@fontsource-variable/${name}/package.json`));
    const subsets = JSON.parse(readFileSync(join(folder, 'unicode.json'), 'utf8')) as Record<string, string>;
    return Object.entries(subsets)
      .filter(([key]) => (subset === null ? /^\[\d+\]$/.test(key) : key === subset))
      .map(([key, text]): Known => {
        const part = key.replace(/[[\]]/g, '');
        return {
          family: `Zinc ${name} ${part}`.replace(/[ -]/g, ''),
          path: join(folder, 'files', `${name}-${part}-wght-normal.woff2`),
          ranges: text,
        };
      });
  });
}

/** Opens faces so that their letters can be drawn as outlines. */
export async function openScripts(files: readonly ScriptFile[]): Promise<ScriptFont[]> {
  if (files.length === 0) return [];
  const { create } = await import('fontkit');
  return files.map(({ family, path }) => {
    const face = create(readFileSync(path));
    return {
      family,
      unitsPerEm: face.unitsPerEm,
      isThin: (face.variationAxes.wght?.default ?? 400) < 300,
      has: (code) => face.hasGlyphForCodePoint(code),
      layOut(text, leftwards) {
        const direction = leftwards ? 'rtl' : 'ltr';
        const { glyphs, positions } = face.layout(text, undefined, undefined, undefined, direction);
        return glyphs.map((glyph, i) => ({
          svg: glyph.path.toSVG(),
          advance: positions[i].xAdvance,
          dx: positions[i].xOffset,
          dy: positions[i].yOffset,
        }));
      },
    };
  });
}
