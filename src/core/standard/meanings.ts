import { z } from 'zod';

/** What a line means to the person who reads the drawing, and the linetype and pen that say it. */
export const meaningSchema = z.strictObject({
  name: z.string().trim().min(1, 'a name is needed').max(60).meta({ description: '“setback”, “boundary” …' }),
  linetype: z.string().trim().min(1, 'a linetype is needed').max(255),
  role: z.string().trim().max(60).default('').meta({ description: 'Role of its pen; empty for any width.' }),
  words: z
    .array(z.string().trim().min(2).max(40))
    .max(20)
    .default([])
    .meta({ description: 'Words in names of layers by which such lines are known in drawings of others.' }),
  clause: z.string().trim().max(40).default(''),
  notes: z.string().trim().max(2000).default(''),
});
export type LineMeaning = z.infer<typeof meaningSchema>;

/** Meanings to begin with, by common practice: what is dashed, what has dots, what is heavier. */
export const MEANING_WORDS: readonly { readonly name: string; readonly words: readonly string[] }[] = [
  { name: 'boundary', words: ['bndy', 'boundary', 'property', 'limit'] },
  { name: 'setback', words: ['setback', 'setb'] },
  { name: 'centre', words: ['centre', 'center', 'axis', 'cntr'] },
  { name: 'hidden', words: ['hidden', 'hidn', 'hid'] },
  { name: 'section', words: ['section', 'sect', 'cutline'] },
  { name: 'above', words: ['above', 'overhead', 'ovhd'] },
];

/** The meaning of common practice that one of the office's is: by its name, or by words that it shares. */
export function readyMeaning({ name, words }: Pick<LineMeaning, 'name' | 'words'>): string | undefined {
  const own = new Set([name, ...words].map((word) => word.toLowerCase()));
  return MEANING_WORDS.find((ready) => own.has(ready.name) || ready.words.some((word) => own.has(word)))
    ?.name;
}

/** Parts of a name of a layer: "V-SETB_Line" is v, setb, line. */
const partsOf = (name: string): string[] =>
  name
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter((part) => part !== '');

/** The meaning that the name of a layer gives away, if there is one: by whole parts of it, the longest word first. */
export function meaningOf(meanings: readonly LineMeaning[], layer: string): LineMeaning | undefined {
  const parts = new Set(partsOf(layer));
  let best: LineMeaning | undefined;
  let longest = 0;
  for (const meaning of meanings)
    for (const word of meaning.words)
      if (parts.has(word.toLowerCase()) && word.length > longest) {
        best = meaning;
        longest = word.length;
      }
  return best;
}

/** Dash, gap and dot by their letters, long dashes apart from short ones: what a line reads as, whatever its size. */
export function readsAs(elements: readonly number[]): string {
  const dashes = elements.filter((length) => length > 0);
  if (elements.length === 0 || !elements.some((length) => length < 0)) return 'unbroken';
  const longest = Math.max(...dashes, 0);
  const said = elements
    .filter((length) => length >= 0)
    .map((length) => (length <= longest * 0.06 ? 'dot' : length < longest * 0.6 ? 'short dash' : 'dash'));
  // The order goes round: dash dot dot is dot dash dot.
  const turns = said.map((_, i) => [...said.slice(i), ...said.slice(0, i)].join(' '));
  const smallest = shortest(said);
  return smallest ?? turns.sort()[0];
}

/** A sequence that repeats itself is its repeat. */
function shortest(said: readonly string[]): string | null {
  for (let length = 1; length <= said.length; length++) {
    if (said.length % length !== 0) continue;
    if (!said.every((word, i) => word === said[i % length])) continue;
    const once = said.slice(0, length);
    return once.map((_, i) => [...once.slice(i), ...once.slice(0, i)].join(' ')).sort()[0];
  }
  return null;
}
