import { filesNaming } from '@/core/lettering/letter-ranges';
import { FONT_FILES, type ScriptFile } from './fonts';

// Runs in the worker that paints. It may have an address of its own that paths do not hang on: the origin is the page's.

const at = (path: string): string => new URL(path, self.location.origin).href;

async function load(family: string, url: string, range: string, weight: string): Promise<void> {
  const { fonts } = self as unknown as { fonts: FontFaceSet };
  const face = new FontFace(family, `url(${at(url)})`, { unicodeRange: range, weight });
  fonts.add(face);
  await face.load();
}

/** Loads the drawing faces. */
export async function loadFonts(): Promise<void> {
  await Promise.allSettled(
    FONT_FILES.map(({ family, weight, url, range }) => load(family, url, range, weight)),
  );
}

/** Files of other scripts that are loaded, or on their way. */
const loaded = new Set<string>();
/**
 * Families of what was loaded, one for each time: a canvas that has set letters in a family goes on without the files that
 * come to it later.
 */
const families: string[] = [];
let scriptFiles: Promise<readonly ScriptFile[]> | null = null;

/**
 * Loads the faces for letters of other scripts that a picture has; a picture without any asks for nothing.
 * @returns the families that are there then
 */
export async function loadScripts(letters: string): Promise<readonly string[]> {
  if (letters === '') return families;
  scriptFiles ??= fetch(at('/fonts/scripts.json')).then(
    async (answer) => (await answer.json()) as readonly ScriptFile[],
  );
  const files = filesNaming(letters, await scriptFiles).filter(({ file }) => !loaded.has(file));
  if (files.length === 0) return families;
  for (const { file } of files) loaded.add(file);
  const family = `ZincScripts${families.length}`;
  await Promise.allSettled(
    files.map(({ file, ranges }) => load(family, `/fonts/${file}`, ranges, '100 900')),
  );
  families.push(family);
  return families;
}
