import fc from 'fast-check';
import { type DxfDocument, openDocument } from '../document';
import { DrawingComposer } from '../write/composer';
import { applyByteEdits, EditConflict, inverseEdits, TagEdits } from './edits';

function sample(lineEnd: string): DxfDocument {
  const file = new DrawingComposer({ version: 'AC1024', units: 4, lineEnd });
  file.layer({ name: 'WALL', colour: 3 });
  for (let i = 0; i < 5; i++) file.model.line({ layer: 'WALL', colour: i }, [0, i], [10, i]);
  const opened = openDocument(file.bytes());
  if (!opened.ok) throw new Error(opened.problem.message);
  return opened.value;
}

const text = (bytes: Uint8Array): string => new TextDecoder().decode(bytes);

describe('TagEdits', () => {
  it('without edits gives the same bytes', () => {
    const document = sample('\n');
    expect(applyByteEdits(document.bytes, new TagEdits(document).byteEdits())).toEqual(document.bytes);
  });

  it.each(['\n', '\r\n'])('changes one value in place (%j)', (end) => {
    const document = sample(end);
    const edits = new TagEdits(document);
    const tag = [...document.tags.codes].indexOf(62, document.entities[0].start);
    edits.replace(tag, 211);
    const [edit, ...more] = edits.byteEdits();
    expect(more).toEqual([]);
    expect(text(document.bytes.subarray(edit.start, edit.end))).toBe('0');
    const after = applyByteEdits(document.bytes, [edit]);
    expect(after.subarray(0, edit.start)).toEqual(document.bytes.subarray(0, edit.start));
    expect(after.subarray(edit.start + 3)).toEqual(document.bytes.subarray(edit.end));
  });

  it('removes a run of tags as one range, and adds with the file’s own line ends', () => {
    const document = sample('\r\n');
    const edits = new TagEdits(document);
    edits.removeRange(document.entities[0].start, document.entities[0].start + 4);
    expect(edits.byteEdits()).toHaveLength(1);
    const adding = new TagEdits(document);
    adding.insertBefore(document.entities[0].start, [{ code: 0, value: 'POINT' }]);
    expect(text(adding.byteEdits()[0].bytes)).toBe('  0\r\nPOINT\r\n');
  });

  it('keeps what was inserted before a removed tag', () => {
    const document = sample('\n');
    const edits = new TagEdits(document);
    const at = document.entities[0].start;
    edits.insertBefore(at + 1, [{ code: 999, value: 'here' }]);
    edits.removeRange(at, at + 3);
    const after = text(applyByteEdits(document.bytes, edits.byteEdits()));
    expect(after).toContain('999\nhere\n');
  });

  it('two different values for one tag are a conflict, the same one twice is not', () => {
    const edits = new TagEdits(sample('\n'));
    edits.replace(5, 'A');
    edits.replace(5, 'A');
    expect(() => edits.replace(5, 'B')).toThrow(EditConflict);
    expect(edits.given(5)).toBe('A');
  });

  it('any mix of edits can be taken back to the original bytes', () => {
    const document = sample('\r\n');
    const tag = fc.integer({ min: 0, max: document.tags.count - 1 });
    const edit = fc.oneof(
      fc.record({
        type: fc.constant('replace' as const),
        tag,
        value: fc.stringMatching(/^[ -~äß壁]{0,12}$/),
      }),
      fc.record({ type: fc.constant('remove' as const), tag, value: fc.constant('') }),
      fc.record({ type: fc.constant('insert' as const), tag, value: fc.stringMatching(/^[a-z]{0,12}$/) }),
    );
    fc.assert(
      fc.property(fc.array(edit, { maxLength: 40 }), (list) => {
        const edits = new TagEdits(document);
        for (const { type, tag: at, value } of list)
          if (type === 'replace') edits.update(at, value);
          else if (type === 'remove') edits.remove(at);
          else edits.insertBefore(at, [{ code: 999, value }]);
        const byteEdits = edits.byteEdits();
        const after = applyByteEdits(document.bytes, byteEdits);
        expect(applyByteEdits(after, inverseEdits(document.bytes, byteEdits))).toEqual(document.bytes);
      }),
    );
  });

  it('refuses overlapping edits', () => {
    const bytes = new Uint8Array(10);
    const none = new Uint8Array(0);
    expect(() =>
      applyByteEdits(bytes, [
        { start: 2, end: 5, bytes: none },
        { start: 4, end: 6, bytes: none },
      ]),
    ).toThrow(RangeError);
  });
});
