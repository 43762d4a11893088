import { tagIs } from '../document';
import { rangeOf } from '../drawing';
import type { EditBase } from './edit-base';
import { addRecord, hasRecord } from './edit-records';
import { OWN_APPLICATION, ownData } from './record-bodies';

/** Puts an application into its table: data under a name that is not there is an error to other programs. */
export function ensureApplication(base: EditBase, application: string): void {
  if (hasRecord(base.drawing, 'application', application) || base.handleOf('APPID', application) !== '0')
    return;
  base.remember(
    'APPID',
    application,
    addRecord(base, 'application', application, [{ code: 70, value: 0 }]) || 'none',
  );
}

/** Keeps data of our own with an object in place of what is kept with it; null takes them away. */
export function setOwnData(base: EditBase, row: number, data: object | null): void {
  const { tags } = base.drawing.document;
  const { start, end } = rangeOf(base.drawing, row);
  for (let tag = start; tag < end; tag++) {
    if (tags.codes[tag] !== 1001 || !tagIs(tags, tag, OWN_APPLICATION)) continue;
    let last = tag + 1;
    while (last < end && tags.codes[last] !== 1001) last++;
    base.edits.removeRange(tag, last);
  }
  if (data === null) return;
  ensureApplication(base, OWN_APPLICATION);
  base.edits.insertBefore(end, ownData(data));
}
