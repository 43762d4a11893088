import { existsSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { firstOf, sheetHeads } from '../core/drawing/sheets/heads';
import { isModelSheet, type Shown, sheetsOf } from '../core/drawing/sheets/shown';
import type { Drawing } from '../core/dxf/drawing';
import type { Face } from '../core/dxf/fonts';
import { foldName } from '../core/dxf/interner';
import { toPdf } from '../core/exchange/pdf';
import { buildPicture } from '../core/picture/build';
import { paint } from '../core/picture/paint';
import { type ColourMode, type Scene, withFamilies } from '../core/picture/pass';
import { pageOf, paperOptions, SVG_FAMILIES, toSvg } from '../core/picture/svg';
import { fail, ok, type Result } from '../core/result';
import { openScripts, type ScriptFile, scriptFilesFor } from './script-faces';

const DEFAULT_WIDTH_MM = 0.25;
/** A picture of more pixels than this does not fit a usual workstation's memory. */
const MOST_PIXELS = 200_000_000;

/**
 * A sheet by its name, in a layout or in the model; null stands for all of the model. Without a name the first with something on
 * it, or the model where there is none.
 */
export function sheetNamed(drawing: Drawing, name: string | undefined): Result<Shown> {
  if (name === undefined) return ok(sheetsOf(drawing)[firstOf(sheetHeads(drawing))] ?? null);
  if (foldName(name) === 'model') return ok(null);
  const sheet = sheetsOf(drawing).find((candidate) => foldName(candidate.name) === foldName(name));
  return sheet
    ? ok(sheet)
    : fail(
        'no-sheet',
        `There is no sheet “${name}”.`,
        `Sheets: ${[...sheetsOf(drawing).map((candidate) => candidate.name), 'Model'].join(', ')}.`,
      );
}

export function sceneOf(drawing: Drawing, sheet: Shown): Scene {
  const options = { defaultWidthMm: DEFAULT_WIDTH_MM };
  return {
    picture: buildPicture(drawing, sheet, options),
    model: sheet && !isModelSheet(sheet) ? buildPicture(drawing, null, options) : null,
  };
}

const FONT_FILES: Readonly<
  Record<Exclude<Face, 'stroke'>, { family: string; weight: number; subsets: readonly string[] }>
> = {
  sans: { family: 'barlow', weight: 400, subsets: ['latin', 'latin-ext'] },
  'sans-bold': { family: 'barlow', weight: 600, subsets: ['latin', 'latin-ext'] },
  serif: { family: 'source-serif-4', weight: 400, subsets: ['latin', 'latin-ext', 'greek', 'cyrillic'] },
  mono: { family: 'spline-sans-mono', weight: 400, subsets: ['latin', 'latin-ext'] },
};

/** Files of the shipped faces, one for each range of letters. */
export function fontFiles(
  form: 'woff' | 'woff2' = 'woff2',
): { face: Exclude<Face, 'stroke'>; path: string }[] {
  const require = createRequire(import.meta.url);
  return Object.entries(FONT_FILES).flatMap(([face, { family, weight, subsets }]) => {
    const folder = join(dirname(require.resolve(`@fontsource/${family}/package.json`)), 'files');
    return subsets.flatMap((subset) => {
      const path = join(folder, `${family}-${subset}-${weight}-normal.${form}`);
      return existsSync(path) ? [{ face: face as Exclude<Face, 'stroke'>, path }] : [];
    });
  });
}

/** Files of the faces for the letters of other scripts that a scene has. */
const scriptsOf = ({ picture, model }: Scene): ScriptFile[] =>
  scriptFilesFor(picture.head.scriptLetters + (model?.head.scriptLetters ?? ''));

export function drawSvg(scene: Scene, title: string, colours: ColourMode): string {
  return toSvg(scene, {
    colours,
    title,
    scripts: scriptsOf(scene).map(({ family, path }) => ({
      family,
      mime: 'font/woff2',
      base64: readFileSync(path).toString('base64'),
    })),
    fonts: fontFiles()
      .filter(({ path }) => path.includes('-latin-4') || path.includes('-latin-6'))
      .map(({ face, path }) => ({ face, mime: 'font/woff2', base64: readFileSync(path).toString('base64') })),
  });
}

/** The scene as a PDF at true size, with the letters that it uses. */
export const drawPdf = async (scene: Scene, title: string, colours: ColourMode): Promise<Uint8Array> =>
  toPdf(scene, {
    scripts: await openScripts(scriptsOf(scene)),
    colours,
    title,
    // Of the packed forms only the older one keeps composed letters whole when a PDF takes what it uses.
    fonts: fontFiles('woff').map(({ face, path }) => ({ face, bytes: readFileSync(path) })),
  });

/** The scene as a PNG at true size for a resolution. */
export async function drawPng(scene: Scene, colours: ColourMode, dpi: number): Promise<Result<Uint8Array>> {
  const { mmPerUnit } = scene.picture.head;
  const page = pageOf(scene);
  const scale = (mmPerUnit * dpi) / 25.4;
  const width = Math.ceil(page.width * scale);
  const height = Math.ceil(page.height * scale);
  if (!(dpi > 0) || !(width > 0 && height > 0) || width * height > MOST_PIXELS)
    return fail(
      'too-large',
      `The picture would have ${width} × ${height} pixels.`,
      'Choose another --dpi, or an SVG.',
    );
  const { createCanvas, GlobalFonts } = await import('@napi-rs/canvas');
  for (const { face, path } of fontFiles()) GlobalFonts.registerFromPath(path, SVG_FAMILIES[face]);
  const scripts = scriptsOf(scene);
  for (const { family, path } of scripts)
    if (!GlobalFonts.has(family)) GlobalFonts.registerFromPath(path, family);
  const canvas = createCanvas(width, height);
  const context = canvas.getContext('2d');
  context.fillStyle = '#fff';
  context.fillRect(0, 0, width, height);
  paint(
    context,
    scene,
    { scale, x: -page.x * scale, y: (page.y + page.height) * scale, widthPx: width, heightPx: height },
    // A screen's pixel is wider than the finest pens: lines do not vanish, the rest is as on paper.
    {
      ...paperOptions(
        colours,
        withFamilies(
          SVG_FAMILIES,
          scripts.map(({ family }) => family),
        ),
      ),
      thinnestPx: 0.8,
    },
  );
  return ok(canvas.toBuffer('image/png'));
}
