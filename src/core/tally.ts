import { z } from 'zod';

// Names in drawings are anything, `__proto__` too: what is counted or kept by name is a map, never an object that is
// written to by name. Plain objects are made of maps at the end, where a file or a page wants them.

/** Counts one more under a name. */
export const countOne = <Name>(counts: Map<Name, number>, name: Name, by = 1): void =>
  void counts.set(name, (counts.get(name) ?? 0) + by);

/** A schema of objects by names of any kind; the library's own leaves out some of them. */
export const namedRecord = <T extends z.ZodType>(value: T, most: number) =>
  z.unknown().transform((data, context): Record<string, z.output<T>> => {
    if (data === null || typeof data !== 'object' || Array.isArray(data)) {
      context.addIssue({ code: 'custom', message: 'an object is needed here' });
      return z.NEVER;
    }
    const given = Object.entries(data);
    if (given.length > most) {
      context.addIssue({ code: 'custom', message: `at most ${most.toLocaleString('en-GB')} at once` });
      return z.NEVER;
    }
    const entries: [string, z.output<T>][] = [];
    for (const [name, one] of given) {
      const parsed = value.safeParse(one);
      if (parsed.success) entries.push([name, parsed.data]);
      else
        for (const { message, path } of parsed.error.issues)
          context.addIssue({ code: 'custom', message, path: [name, ...path] });
    }
    return Object.fromEntries(entries);
  });
