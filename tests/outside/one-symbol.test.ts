import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoDrawings } from '../../demo/drawings';
import { demoStandard } from '../../demo/standard';
import { audit } from '../../src/core/audit/engine';
import { handleOf } from '../../src/core/dxf/drawing';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { python } from './python';

// Many drawings from outside are one symbol: what another drawing held, bound into this one and placed once. What is wrong in it is as
// wrong as it was.

/** Rules that look into symbols of the sender. */
const THE_SAME = [
  'dimensions/own-settings',
  'dimensions/style-unknown',
  'dimensions/typed-over',
  'fills/unknown',
  'layers/unknown',
  'lettering/height',
  'lettering/style-unknown',
  'lines/contrast',
  'lines/meaning',
  'lines/on-paper',
  'linetypes/unknown',
  'objects/own-colour',
  'objects/own-linetype',
  'objects/own-width',
  'working/left',
];

/** Handles of what each of those rules finds. */
function found(bytes: Uint8Array): Record<string, string[]> {
  const read = readDrawing(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const live = audit(read.value, demoStandard);
  return Object.fromEntries(
    THE_SAME.map((rule) => [
      rule,
      live.findings
        .filter((finding) => finding.rule === rule)
        .flatMap((finding) => live.rowsOf(finding).map((row) => handleOf(read.value, row)))
        .sort(),
    ]),
  );
}

const folder = mkdtempSync(join(tmpdir(), 'zinc-one-symbol-'));
/** Not the damaged one, which python3-ezdxf does not read; nor one that names no size of its paper, which it then gives one. */
const drawings = demoDrawings()
  .filter(({ file }) => !/^(KB-9|LK-E-04)/.test(file))
  .map((one) => ({ ...one, faults: found(one.bytes) }));

it.each(drawings)(
  '$file has the same faults when its model is put into one symbol',
  ({ file, bytes, faults }) => {
    const [before, after] = [join(folder, file), join(folder, `one ${file}`)];
    writeFileSync(before, bytes);
    python('into_one_symbol.py', before, after);
    expect(found(new Uint8Array(readFileSync(after)))).toEqual(faults);
  },
);

it('each of those rules finds something in one of the drawings', () => {
  const rules = drawings.flatMap(({ faults }) =>
    Object.entries(faults).flatMap(([rule, handles]) => (handles.length > 0 ? [rule] : [])),
  );
  expect([...new Set(rules)].sort()).toEqual(THE_SAME);
});
