import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { openDocument } from '../document';
import { entityOf } from '../drawing';
import { applyByteEdits, inverseEdits, TagEdits } from '../edit/edits';
import { TagReader } from '../tag-reader';
import { afterTag, startOf } from '../tags';
import { readDrawing } from './interpret';

const fixture = (name: string): Uint8Array =>
  new Uint8Array(readFileSync(join(process.cwd(), 'tests', 'fixtures', name)));
const open = (bytes: Uint8Array) => {
  const result = openDocument(bytes);
  if (!result.ok) throw new Error(result.problem.message);
  return result.value;
};

describe.each(['r12', 'r2018'])('the binary form of %s', (version) => {
  const binary = fixture(`kinds-${version}-binary.dxf`);
  const document = open(binary);

  it('holds the same objects as the text form', () => {
    const names = (bytes: Uint8Array): string[] => {
      const drawing = readDrawing(bytes);
      if (!drawing.ok) throw new Error(drawing.problem.message);
      return Array.from({ length: drawing.value.objects.count }, (_, row) => entityOf(drawing.value, row));
    };
    expect(names(binary)).toEqual(names(fixture(`kinds-${version}.dxf`)));
  });

  it('has tags that follow each other without a gap', () => {
    const { tags } = document;
    expect(startOf(tags, 0)).toBe(22);
    for (let tag = 0; tag + 1 < tags.count; tag++) {
      expect(startOf(tags, tag)).toBeLessThan(tags.values[tag]);
      expect(afterTag(tags, tag)).toBeGreaterThanOrEqual(tags.ends[tag]);
    }
  });

  it('takes edits of every kind of value, and gives them back', () => {
    const { codes } = document.tags;
    const edits = new TagEdits(document);
    const find = (code: number): number => codes.indexOf(code, document.entities[0].start);
    edits.replace(find(8), 'Ein längerer Name');
    edits.replace(find(10), -1234.5678);
    edits.replace(find(70), 17);
    edits.insertBefore(find(0), [
      { code: 0, value: 'POINT' },
      { code: 8, value: '0' },
      { code: 62, value: 5 },
      { code: 10, value: '2.5' },
      { code: 20, value: '3.5' },
      { code: 30, value: '0.0' },
    ]);
    const list = edits.byteEdits();
    const after = applyByteEdits(binary, list);
    expect(applyByteEdits(after, inverseEdits(binary, list))).toEqual(binary);
    const again = open(after);
    const reader = new TagReader(again);
    const first = again.entities[0].start;
    expect(reader.name(first)).toBe('POINT');
    expect([reader.int(first + 2), reader.number(first + 3), reader.number(first + 4)]).toEqual([
      5, 2.5, 3.5,
    ]);
    const at = (code: number): number => again.tags.codes.indexOf(code, first + 6);
    expect(reader.name(at(8))).toBe('Ein längerer Name');
    expect(reader.number(at(10))).toBe(-1234.5678);
    expect(reader.int(at(70))).toBe(17);
  });

  it('cut anywhere ends in a message', () => {
    for (const share of [0.1, 0.5, 0.9, 0.999]) {
      const result = openDocument(binary.slice(0, Math.floor(binary.length * share)));
      if (result.ok) continue;
      expect(result.problem.code).toBe('cut');
      expect(result.problem.action).toContain('sender');
    }
  });
});
