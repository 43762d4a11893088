/** Drawings that ask for too much of a page, a database or a worker, as text; the same each time. */

const tags = (...pairs: readonly (string | number)[]): string => {
  let text = '';
  for (let i = 0; i < pairs.length; i += 2) text += `${pairs[i]}\n${pairs[i + 1]}\n`;
  return text;
};
const HEAD = tags(0, 'SECTION', 2, 'HEADER', 9, '$ACADVER', 1, 'AC1018', 0, 'ENDSEC');
const layersOf = (names: readonly string[]): string =>
  tags(0, 'SECTION', 2, 'TABLES', 0, 'TABLE', 2, 'LAYER', 70, names.length) +
  names.map((name) => tags(0, 'LAYER', 2, name, 70, 0, 62, 7, 6, 'Continuous')).join('') +
  tags(0, 'ENDTAB', 0, 'ENDSEC');
const drawn = (parts: readonly string[]): string =>
  `${tags(0, 'SECTION', 2, 'ENTITIES')}${parts.join('')}${tags(0, 'ENDSEC', 0, 'EOF')}`;
const line = (layer: string, more = ''): string =>
  `0\nLINE\n8\n${layer}\n${more}10\n0\n20\n0\n11\n9\n21\n9\n`;

/** Each layer with a line in each of 255 colours of its own. */
export function coloursOfLayers(layers: number): string {
  const names = Array.from({ length: layers }, (_, i) => `L${i}`);
  return (
    HEAD +
    layersOf(names) +
    drawn(names.flatMap((name) => Array.from({ length: 255 }, (_, c) => line(name, `62\n${c + 1}\n`))))
  );
}

/** Every object on a layer of its own, which has no record. */
export const layersWithoutEnd = (count: number): string =>
  HEAD + drawn(Array.from({ length: count }, (_, i) => line(`N${i}`)));

/** Every object in a colour of its own. */
export const coloursWithoutEnd = (count: number): string =>
  HEAD + layersOf(['A-WALL']) + drawn(Array.from({ length: count }, (_, i) => line('A-WALL', `420\n${i}\n`)));

/** Many objects on some layers that no standard knows. */
export function strayLayers(layers: number, objects: number): string {
  const names = Array.from({ length: layers }, (_, i) => `SENDER-${i}-WALL`);
  return HEAD + layersOf(names) + drawn(Array.from({ length: objects }, (_, i) => line(names[i % layers])));
}

/** One text, and one name, of very many letters. */
export const longTexts = (letters: number): string =>
  HEAD +
  drawn([
    tags(0, 'TEXT', 8, '0', 10, 0, 20, 0, 40, 2, 1, 'x'.repeat(letters)),
    line('n'.repeat(letters)),
    tags(0, 'MTEXT', 8, '0', 10, 0, 20, 0, 40, 2, 1, '{\\H2;'.repeat(Math.min(letters, 200_000))),
  ]);

/** Symbols that place each other, ten times each, many deep. */
export function symbolsInSymbols(deep: number): string {
  const block = (name: string, content: string): string =>
    tags(0, 'BLOCK', 8, '0', 2, name, 70, 0, 10, 0, 20, 0) + content + tags(0, 'ENDBLK');
  const place = (name: string): string => tags(0, 'INSERT', 8, '0', 2, name, 10, 1, 20, 1);
  let blocks = block(`S${deep}`, line('0'));
  for (let i = 0; i < deep; i++) blocks += block(`S${i}`, place(`S${i + 1}`).repeat(10));
  return HEAD + tags(0, 'SECTION', 2, 'BLOCKS') + blocks + tags(0, 'ENDSEC') + drawn([place('S0')]);
}
