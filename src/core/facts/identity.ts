import { type Drawing, kindOf, layerNameOf } from '../dxf/drawing';
import { foldName } from '../dxf/interner';
import { shapeOf } from '../dxf/read/decode';

/**
 * What an object is known by in the next audit and in the next revision: its handle, or, in files that give none, a
 * number worked out from its kind, its layer and its geometry. Never its place in the file, which changes when
 * something before it goes. Two objects that are the same in everything share one identity.
 */
export function identityOf(drawing: Drawing, row: number): string {
  const tag = drawing.objects.handleTag[row];
  if (tag > 0) return drawing.reader.name(tag).toUpperCase();
  return `g${hash(`${kindOf(drawing, row)}|${foldName(layerNameOf(drawing, row))}|${JSON.stringify(shapeOf(drawing, row))}`)}`;
}

/** FNV-1a of 32 bits, twice with other beginnings: 64 bits as 16 digits. */
function hash(text: string): string {
  let [a, b] = [0x811c9dc5, 0x9747b28c];
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    a = Math.imul(a ^ code, 0x01000193);
    b = Math.imul(b ^ code, 0x85ebca6b);
  }
  return [a, b].map((part) => (part >>> 0).toString(16).padStart(8, '0')).join('');
}
