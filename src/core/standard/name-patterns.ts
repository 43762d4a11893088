import { foldName } from '../dxf/interner';

/** Whether a name fits any of the patterns it was made from. */
export type NameMatcher = (name: string) => boolean;

/** A pattern between its stars: what a name begins with, holds in this order, and ends with. */
interface Parts {
  readonly first: string;
  readonly middle: readonly string[];
  readonly last: string;
}

/**
 * Compiles patterns of names, in which * stands for any letters, whatever their case. Each name is looked at once from
 * left to right: taking the first place where a part fits never closes the way for a later one, so that nothing is
 * tried twice, however many stars there are.
 */
export function nameMatcher(patterns: readonly string[]): NameMatcher {
  if (patterns.length === 0) return () => false;
  const whole = new Set<string>();
  const starred: Parts[] = [];
  for (const pattern of patterns) {
    const parts = foldName(pattern).split('*');
    if (parts.length === 1) whole.add(parts[0]);
    else
      starred.push({
        first: parts[0],
        middle: parts.slice(1, -1).filter((part) => part !== ''),
        last: parts[parts.length - 1],
      });
  }
  // The same few names come up row after row.
  const known = new Map<string, boolean>();
  return (name) => {
    const before = known.get(name);
    if (before !== undefined) return before;
    const folded = foldName(name);
    const fits = whole.has(folded) || starred.some((parts) => fitsParts(parts, folded));
    if (known.size < MOST_REMEMBERED) known.set(name, fits);
    return fits;
  };
}

/** Names that one matcher remembers; a drawing can have more, which are then looked at again. */
const MOST_REMEMBERED = 20_000;

function fitsParts({ first, middle, last }: Parts, name: string): boolean {
  if (name.length < first.length + last.length || !name.startsWith(first) || !name.endsWith(last))
    return false;
  const end = name.length - last.length;
  let at = first.length;
  for (const part of middle) {
    const found = name.indexOf(part, at);
    if (found < 0 || found + part.length > end) return false;
    at = found + part.length;
  }
  return true;
}
