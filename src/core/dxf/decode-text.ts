import { type Drawing, entityOf, rangeOf } from '../drawing/drawing';
import type { AnchorAcross, AnchorUp, TextShape } from '../drawing/shapes';
import type { Transform } from '../geometry/transform';
import { foldName } from './interner';

const RADIANS = Math.PI / 180;

/** Single-line text, attributes and multi-line text as lines with an anchor. */
export function decodeText(drawing: Drawing, row: number, system: Transform): TextShape | null {
  const entity = entityOf(drawing, row);
  return entity === 'MTEXT' ? multiLine(drawing, row) : singleLine(drawing, row, entity, system);
}

function singleLine(drawing: Drawing, row: number, entity: string, system: Transform): TextShape | null {
  const { reader } = drawing;
  const range = rangeOf(drawing, row);
  // Attributes carry an "invisible" flag; definitions show their tag in place of a value.
  if ((entity === 'ATTRIB' || entity === 'ATTDEF') && (reader.findInt(range, 70) & 1) === 1) return null;
  const raw = reader.find(range, entity === 'ATTDEF' ? 2 : 1);
  const text = raw < 0 ? '' : plainText(reader.text(raw));
  if (text.trim() === '') return null;
  const style = drawing.textStyles.get(foldName(reader.findText(range, 7, 'Standard')));
  const horizontal = reader.findInt(range, 72);
  const vertical = reader.findInt(range, entity === 'TEXT' ? 73 : 74);
  const second = reader.find(range, 11) >= 0;
  const first: [number, number] = [reader.findNumber(range, 10), reader.findNumber(range, 20)];
  const other: [number, number] = [reader.findNumber(range, 11), reader.findNumber(range, 21)];
  const fitted = (horizontal === 3 || horizontal === 5) && second;
  const anchored = !fitted && second && (horizontal !== 0 || vertical !== 0);
  const [x, y] = anchored ? other : first;
  const generation = reader.findInt(range, 71);
  return {
    type: 'text',
    lines: [text],
    x,
    y,
    height: reader.findNumber(range, 40, 1),
    angleRad: fitted
      ? Math.atan2(other[1] - first[1], other[0] - first[0])
      : reader.findNumber(range, 50) * RADIANS,
    widthFactor: reader.findNumber(range, 41, style?.widthFactor ?? 1) || 1,
    slantRad: reader.findNumber(range, 51, style?.obliqueDeg ?? 0) * RADIANS,
    across: horizontal === 1 || horizontal === 4 ? 0.5 : horizontal === 2 ? 1 : 0,
    up:
      horizontal === 4
        ? 'middle'
        : ((['baseline', 'bottom', 'middle', 'top'] as const)[vertical] ?? 'baseline'),
    lineSpacing: 5 / 3,
    wrapWidth: 0,
    fitTo: fitted ? other : null,
    mirroredX: (generation & 2) === 2,
    upsideDown: (generation & 4) === 4,
    system,
  };
}

function multiLine(drawing: Drawing, row: number): TextShape | null {
  const { reader } = drawing;
  const range = rangeOf(drawing, row);
  const { codes } = drawing.document.tags;
  let raw = '';
  for (let tag = range.start; tag < range.end && codes[tag] < 1000; tag++)
    if (codes[tag] === 3 || codes[tag] === 1) raw += reader.text(tag);
  const lines = multiLineText(raw);
  if (lines.every((line) => line.trim() === '')) return null;
  const style = drawing.textStyles.get(foldName(reader.findText(range, 7, 'Standard')));
  const anchor = Math.min(9, Math.max(1, reader.findInt(range, 71, 1))) - 1;
  const hasDirection = reader.find(range, 11) >= 0;
  const mirrored = reader.findNumber(range, 230, 1) < 0;
  return {
    type: 'text',
    lines,
    x: reader.findNumber(range, 10),
    y: reader.findNumber(range, 20),
    height: reader.findNumber(range, 40, 1),
    angleRad: hasDirection
      ? Math.atan2(reader.findNumber(range, 21), reader.findNumber(range, 11))
      : reader.findNumber(range, 50) * RADIANS,
    widthFactor: style?.widthFactor ?? 1,
    slantRad: (style?.obliqueDeg ?? 0) * RADIANS,
    across: ([0, 0.5, 1] as const)[anchor % 3] as AnchorAcross,
    up: (['top', 'middle', 'bottom'] as const)[Math.floor(anchor / 3)] as AnchorUp,
    lineSpacing: (5 / 3) * (reader.findNumber(range, 44, 1) || 1),
    wrapWidth: Math.max(0, reader.findNumber(range, 41)),
    fitTo: null,
    mirroredX: mirrored,
    upsideDown: false,
    // Multi-line text is held in world coordinates whatever its normal.
    system: [1, 0, 0, 1, 0, 0],
  };
}

const SIGNS: Readonly<Record<string, string>> = { d: '°', p: '±', c: '⌀' };

/** Resolves the two-percent-sign escapes: degree, plus-minus, diameter, a character by number; drops line marks. */
export function plainText(text: string): string {
  return text
    .replace(/%%(\d{3})/g, (_, digits: string) => String.fromCharCode(Number(digits)))
    .replace(/%%([dpc])/gi, (_, sign: string) => SIGNS[sign.toLowerCase()])
    .replace(/%%[uok]/gi, '')
    .replace(/%%%/g, '%')
    .replace(/\^I/g, ' ');
}

/** Takes inline formatting off multi-line text and splits it into its paragraphs. */
export function multiLineText(raw: string): string[] {
  let text = '';
  for (let i = 0; i < raw.length; i++) {
    const character = raw[i];
    if (character === '{' || character === '}') continue;
    if (character !== '\\') {
      text += character;
      continue;
    }
    const code = raw[++i];
    if (code === undefined) break;
    if (code === 'P' || code === 'N' || code === 'X') text += '\n';
    else if (code === '~') text += '\u00a0';
    else if (code === '\\' || code === '{' || code === '}') text += code;
    else if (code === 'S') {
      const end = raw.indexOf(';', i);
      const stacked = raw.slice(i + 1, end < 0 ? raw.length : end);
      text += stacked.replace(/\^\s?/, '/').replace(/#/, '/');
      i = end < 0 ? raw.length : end;
    } else if ('ACcFfHQTWp'.includes(code)) {
      const end = raw.indexOf(';', i);
      i = end < 0 ? raw.length : end;
    } else if (!'LlOoKk'.includes(code)) text += code;
  }
  return plainText(text).replace(/\^J/g, '\n').split('\n');
}
