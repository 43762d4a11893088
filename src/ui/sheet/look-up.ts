import { css } from '@/core/picture/pass';
import { ITEM, ITEM_STRIDE, type PictureData } from '@/core/picture/picture';
import type { Found, ObjectLine } from './messages';

// What a picture knows of its objects, in words.

/** More than this are only counted. */
const MOST_FOUND = 200;

/** What is said of the object under the pointer. */
export function lineOf(data: PictureData, item: number): ObjectLine {
  const { head, items } = data;
  const look = head.looks[items[item + 1]];
  const [top, own] = [items[item + 2], items[item + 3]];
  return {
    handle: head.handles[own],
    kind: head.kinds[own],
    within: top === own ? null : { handle: head.handles[top], kind: head.kinds[top] },
    layer: head.layers[look.layer].name,
    colour: css(look.rgb),
    linetype: look.linetype,
    widthMm: look.widthMm,
    from: look.from,
    words: items[item] === ITEM.text ? wordsOf(data, item) : null,
  };
}

const wordsOf = (data: PictureData, item: number): string =>
  data.head.texts[data.items[item + 4]].pieces
    .map((piece, i, all) => (i > 0 && all[i - 1].y !== piece.y ? ` ${piece.text}` : piece.text))
    .join('');

/** Objects by what they say, their handle or their layer: each once, the first of many. */
export function findIn(
  pictures: readonly PictureData[],
  words: string,
): { readonly found: readonly Found[]; readonly more: number } {
  const wanted = words.trim().toLowerCase();
  const found: Found[] = [];
  const seen = new Set<string>();
  let more = 0;
  if (wanted === '') return { found, more };
  for (const { head, items, ...data } of pictures)
    for (let i = 0; i < items.length; i += ITEM_STRIDE) {
      const look = head.looks[items[i + 1]];
      const layer = head.layers[look.layer].name;
      const [top, own] = [items[i + 2], items[i + 3]];
      const says = items[i] === ITEM.text ? wordsOf({ head, items, ...data }, i) : '';
      const fits =
        head.handles[own].toLowerCase() === wanted ||
        head.handles[top].toLowerCase() === wanted ||
        says.toLowerCase().includes(wanted) ||
        layer.toLowerCase() === wanted;
      if (!fits || seen.has(head.handles[top])) continue;
      seen.add(head.handles[top]);
      if (found.length >= MOST_FOUND) {
        more++;
        continue;
      }
      found.push({ handle: head.handles[top], kind: head.kinds[top], layer, words: says });
    }
  return { found, more };
}
