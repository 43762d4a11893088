import type { EditBase } from './edit-base';

/** Gives a header variable a value; a header that lacks it, and a file that has none, get one. */
export function setHeader(base: EditBase, name: string, code: number, value: string | number): void {
  const { drawing, edits } = base;
  const { header } = drawing.document;
  const present = header.get(name);
  if (present && present.end - present.start > 1) {
    edits.update(present.start + 1, value);
    return;
  }
  const version = header.get('$ACADVER');
  const variable = [
    { code: 9, value: name },
    { code, value },
  ];
  if (version) edits.insertBefore(version.end, variable);
  else
    edits.insertBefore(0, [
      { code: 0, value: 'SECTION' },
      { code: 2, value: 'HEADER' },
      ...variable,
      { code: 0, value: 'ENDSEC' },
    ]);
}
