import { readFileSync } from 'node:fs';
import opentype, { type Font } from 'opentype.js';
import type { Face } from '../core/dxf/fonts';
import { noLetter, strokesOfLetter, strokesOfOutline } from '../core/exchange/letter-strokes';
import { fitted } from '../core/exchange/symbol-strokes';
import type { Result } from '../core/result';
import { fontFiles } from './draw';

const loaded = new Map<string, Font>();

function fontAt(path: string): Font {
  let font = loaded.get(path);
  if (!font) {
    const { buffer, byteOffset, length } = readFileSync(path);
    font = opentype.parse(buffer.slice(byteOffset, byteOffset + length));
    loaded.set(path, font);
  }
  return font;
}

/** A character of a shipped face as strokes of a line mark: its single strokes, or the outlines of a filled letter. */
export function letterStrokes(face: Face, character: string, heightMm: number): Result<number[][]> {
  if (face === 'stroke') return strokesOfLetter(character, heightMm);
  if (character.trim() === '') return noLetter(character);
  for (const file of fontFiles('woff')) {
    if (file.face !== face) continue;
    const font = fontAt(file.path);
    if (!font.hasChar(character)) continue;
    return fitted(strokesOfOutline(font.charToGlyph(character).path.commands), heightMm);
  }
  return noLetter(character);
}
