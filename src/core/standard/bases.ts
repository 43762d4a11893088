import { foldName } from '../dxf/interner';

/**
 * What a definition builds on: its base, that one's base and so on, the root last; it ends where a circle closes.
 * @param baseOf name of what one builds on itself, null for a root
 */
export function basesOf<Definition extends { readonly name: string }>(
  all: readonly Definition[],
  definition: Definition,
  baseOf: (one: Definition) => string | null,
): Definition[] {
  const line: Definition[] = [];
  for (let wanted = baseOf(definition); wanted !== null; ) {
    const folded = foldName(wanted);
    const base = all.find(({ name }) => foldName(name) === folded);
    if (!base || base === definition || line.includes(base)) break;
    line.push(base);
    wanted = baseOf(base);
  }
  return line;
}
