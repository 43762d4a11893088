import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { audit } from '../../src/core/audit/engine';
import { type CorrectionRequest, correctDrawing } from '../../src/core/correct/correct';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { PLAIN_RULE } from '../../src/core/standard/rule-settings';
import { blankStandard, layerOf, type Standard } from '../../src/core/standard/standard';
import { python } from './python';

// Leaders with labels of their own, as another program draws and reads them: their knees move along their shoulders.

interface Leader {
  readonly tip: readonly [number, number];
  readonly knee: readonly [number, number];
  readonly end: readonly [number, number];
  readonly shoulder: number;
  readonly label: readonly [number, number];
}
interface Seen {
  readonly errors: number;
  readonly leaders: Readonly<Record<string, Leader>>;
}

const standard: Standard = {
  ...blankStandard('Office'),
  layers: [layerOf({ name: 'NOTES', colour: { number: 3 }, widthMm: 0.25 })],
  rules: { 'leaders/angle': { ...PLAIN_RULE, settings: { angles: '45°' } } },
};
const folder = mkdtempSync(join(tmpdir(), 'zinc-own-labels-'));
const drawings = python<{ path: string; handles: string[] }[]>('own_labels.py', 'write', folder);
const read = (path: string): Seen => python<Seen>('own_labels.py', 'read', path);
const tidy = (values: readonly number[]): number[] => values.map((value) => Number(value.toFixed(6)));

describe.each(drawings.map((one) => [basename(one.path), one] as const))('%s', (name, { path, handles }) => {
  const bytes = new Uint8Array(readFileSync(path));
  const drawing = readDrawing(bytes);
  if (!drawing.ok) throw new Error(drawing.problem.message);
  const { findings } = audit(drawing.value, standard);
  const of = (rule: string) => findings.filter((finding) => finding.rule === rule);
  const before = read(path);

  /** What another program reads of the corrected file; a second run changes nothing. */
  function corrected(what: string, request: CorrectionRequest): Seen {
    const result = correctDrawing(bytes, standard, request);
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.unsettled).toEqual([]);
    const again = correctDrawing(result.value.bytes, standard, request);
    expect(again.ok && again.value.changes).toEqual([]);
    const to = join(folder, `${what}-${name}`);
    writeFileSync(to, result.value.bytes);
    const now = read(to);
    expect(now.errors).toBe(before.errors);
    return now;
  }

  it('are found at other angles than permitted, and the knee moves to where the closed form has it', () => {
    const [found, ...more] = of('leaders/angle');
    expect([found.message, found.handles, more]).toEqual([
      '2 leaders on layer “NOTES” run at 41° to 50°, which is not permitted.',
      [handles[1], handles[2]],
      [],
    ]);
    const now = corrected('angle', { findings: [found.key] });
    for (const [i, handle] of handles.entries()) {
      const [was, is] = [before.leaders[handle], now.leaders[handle]];
      // Tip, the end of the shoulder and the label stay, to the bit; the knee lies 15 over and 15 beside the tip.
      expect([is.tip, tidy(is.end), is.label]).toEqual([was.tip, tidy(was.end), was.label]);
      const isMoved = i === 1 || i === 2;
      expect(tidy(is.knee)).toEqual(tidy(isMoved ? [was.tip[0] + 15, was.tip[1] + 15] : was.knee));
    }
  });

  it('have shoulders of the length that a person sets', () => {
    const shoulders = of('leaders/column').find(({ message }) => message.includes('shoulders'))!;
    expect(shoulders.message).toBe('4 leaders of a column have shoulders of 8 mm to 12 mm.');
    const now = corrected('shoulders', {
      findings: [],
      decisions: [{ finding: shoulders.key, option: 'one length', to: '6' }],
    });
    for (const handle of handles) {
      const [was, is] = [before.leaders[handle], now.leaders[handle]];
      expect([is.shoulder, is.tip, tidy(is.end), is.label]).toEqual([6, was.tip, tidy(was.end), was.label]);
    }
  });
});
