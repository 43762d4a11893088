/** Handles of the polylines of a drawing in text form, in the order of the file. */
export const polylineHandles = (text: string): string[] =>
  [...text.matchAll(/LWPOLYLINE\r?\n +5\r?\n([0-9A-F]+)/g)].map(([, handle]) => handle);

/** High above what the composer deals out. */
const FIRST_HANDLE = 0xf0000;

/**
 * A drawing in text form with objects put together in groups, which the composer has no need of.
 * @param groups by their names, the handles of their members
 */
export function withGroups(text: string, groups: Readonly<Record<string, readonly string[]>>): string {
  const [, list] = text.match(/ACAD_GROUP\r?\n350\r?\n([0-9A-F]+)/) ?? [];
  const made = Object.entries(groups).map(([name, members], i) => ({
    name,
    members,
    handle: (FIRST_HANDLE + i).toString(16).toUpperCase(),
  }));
  const entries = made.map(({ name, handle }) => `  3\n${name}\n350\n${handle}\n`).join('');
  const records = made
    .map(
      ({ handle, members }) =>
        `  0\nGROUP\n  5\n${handle}\n330\n${list}\n100\nAcDbGroup\n300\n\n 70\n     0\n 71\n     1\n${members
          .map((member) => `340\n${member}\n`)
          .join('')}`,
    )
    .join('');
  const listed = text.replace(
    new RegExp(
      `(DICTIONARY\\r?\\n +5\\r?\\n${list}\\r?\\n330\\r?\\n[0-9A-F]+\\r?\\n100\\r?\\nAcDbDictionary\\r?\\n281\\r?\\n *1\\r?\\n)`,
    ),
    `$1${entries}`,
  );
  return listed.replace(/( {2}0\r?\nENDSEC\r?\n {2}0\r?\nEOF)/, `${records}$1`);
}
