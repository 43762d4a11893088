/**
 * Work that is done once for each thing that it is asked of, and kept as long as that lives.
 * @param keysOf the objects that the outcome hangs on
 */
export function oncePer<Asked, Made>(
  keysOf: (asked: Asked) => readonly object[],
  work: (asked: Asked) => Made,
): (asked: Asked) => Made {
  const kept: Kept<Made> = { below: new WeakMap() };
  return (asked) => {
    let at = kept;
    for (const key of keysOf(asked)) {
      let next = at.below.get(key);
      if (!next) {
        next = { below: new WeakMap() };
        at.below.set(key, next);
      }
      at = next;
    }
    at.made ??= { value: work(asked) };
    return at.made.value;
  };
}

interface Kept<Made> {
  readonly below: WeakMap<object, Kept<Made>>;
  made?: { readonly value: Made };
}
