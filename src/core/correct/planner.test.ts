import { audit } from '../audit/engine';
import { office, officeLayer } from '../audit/rules/testing';
import { handleOf, layerNameOf } from '../dxf/drawing';
import { readDrawing } from '../dxf/read/interpret';
import { DrawingComposer } from '../dxf/write/composer';
import type { Choices } from './choices';
import { Claims } from './claims';
import { type CorrectionRequest, correctDrawing } from './correct';
import { planOf } from './plan';

const standard = office([
  officeLayer('WALL', { widthMm: 0.5 }),
  officeLayer('TEXT', { kinds: ['text'], widthMm: 0.25 }),
]);

function correct(bytes: Uint8Array, request: CorrectionRequest, by = standard) {
  const result = correctDrawing(bytes, by, request);
  if (!result.ok) throw new Error(result.problem.message);
  return result.value;
}

/** A drawing of many layers with a line and a text on each. */
function layered(count: number, present: boolean): { bytes: Uint8Array; choices: Choices } {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  if (present) file.layer({ name: 'WALL', colour: 3, widthMm: 0.5 });
  const layers: Choices['layers'] = {};
  for (let i = 0; i < count; i++) {
    file.layer({ name: `Theirs ${i}`, colour: (i % 250) + 1 });
    file.model.line({ layer: `Theirs ${i}` }, [i, 0], [i, 9]);
    file.model.text({ layer: `theirs ${i}` }, [i, 0], 1, 'a');
    layers[`Theirs ${i}`] = { action: 'map', to: 'WALL' };
  }
  return { bytes: file.bytes(), choices: { layers, objects: [] } };
}

describe('many layers that become one', () => {
  it.each([
    [15, true],
    [15, false],
    [150, true],
    [150, false],
  ])('%i of them, the office’s there already: %s, are settled in one request', (count, present) => {
    const { bytes, choices } = layered(count, present);
    const result = correct(bytes, { choices, findings: [] });
    expect(result.unsettled).toEqual([]);
    expect(result.memories).toHaveLength(count);
    expect(result.passes).toBeLessThan(5);
    const drawing = result.drawing;
    expect(drawing.layers.map(({ name }) => name)).toEqual(['0', 'WALL']);
    for (let row = 0; row < drawing.objects.count; row++) expect(layerNameOf(drawing, row)).toBe('WALL');
    expect(drawing.layers[1]).toMatchObject({ colour: { number: 3 }, width: 50 });
    // Each object is listed once.
    const moved = result.changes.filter(({ property }) => property === 'layer');
    expect(new Set(moved.map(({ handle }) => handle)).size).toBe(2 * count);
    expect(moved).toHaveLength(2 * count);
  });

  it('only named by objects: the layer is made once', () => {
    const file = new DrawingComposer({ version: 'AC1024', units: 4 });
    for (const name of ['Ghost', 'Spirit']) file.model.line({ layer: name }, [0, 0], [1, 1]);
    const layers = { Ghost: { action: 'map', to: 'WALL' }, Spirit: { action: 'map', to: 'WALL' } } as const;
    const result = correct(file.bytes(), { choices: { layers, objects: [] } });
    expect(result.drawing.layers.map(({ name }) => name)).toEqual(['0', 'WALL']);
    expect(result.changes.filter(({ property }) => property === 'record')).toHaveLength(1);
  });
});

describe('what is not settled', () => {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  file.layer({ name: 'Odd', colour: 1 });
  file.model.line({ layer: 'Odd' }, [0, 0], [1, 1]);
  const bytes = file.bytes();
  const [{ key }] = (() => {
    const read = readDrawing(bytes);
    if (!read.ok) throw new Error(read.problem.message);
    return audit(read.value, standard).findings;
  })();

  it.each([
    [
      { decisions: [{ finding: key, option: 'become', to: 'NOWHERE' }] },
      'The standard has no layer “NOWHERE”.',
    ],
    [{ decisions: [{ finding: key, option: 'burn' }] }, '“burn” is no way to settle this in the drawing.'],
    [{ decisions: [{ finding: key, option: 'adopt' }] }, '“adopt” is no way to settle this in the drawing.'],
    [
      { choices: { layers: { 'No such': { action: 'remove' } }, objects: [] }, findings: [] },
      'Nothing in this drawing asks for it.',
    ],
    [{ findings: ['layers/nothing|Odd'] }, 'Nothing in this drawing asks for it.'],
  ] as [CorrectionRequest, string][])('says why: %j', (request, why) => {
    const result = correct(bytes, request);
    expect(result.unsettled.map((one) => one.why)).toEqual([why]);
    expect(result.changes).toEqual([]);
    expect(result.memories).toEqual([]);
    expect(result.bytes).toEqual(bytes);
  });

  it('is nothing when all was done', () => {
    const result = correct(bytes, { decisions: [{ finding: key, option: 'become', to: 'WALL' }] });
    expect(result.unsettled).toEqual([]);
    expect(result.decided).toEqual([{ finding: key, option: 'become', to: 'WALL' }]);
    expect(result.memories).toEqual([{ kind: 'layer', name: 'Odd', action: 'map', target: 'WALL' }]);
  });
});

describe('a plan', () => {
  it('says what, how many and where, and is what then happens', () => {
    const { bytes, choices } = layered(3, true);
    const result = correct(bytes, { choices });
    const plan = planOf(result);
    expect(plan.changes).toBe(result.changes.length);
    expect(plan.steps.reduce((sum, { objects }) => sum + objects, 0)).toBe(result.changes.length);
    expect(plan.steps).toContainEqual({
      rule: 'layers/unknown',
      what: 'layer of line',
      before: 'Theirs 1',
      after: 'WALL',
      objects: 1,
      where: ['model'],
      largestMovementMm: 0,
    });
  });
});

describe('an object that names no layer', () => {
  it('is given one behind its handle and its class, where readers look for it', () => {
    const file = new DrawingComposer({ version: 'AC1024', units: 4 });
    file.layer({ name: 'WALL', colour: 3, widthMm: 0.5 });
    file.model.line({ layer: '0' }, [0, 0], [1, 1]);
    const text = new TextDecoder().decode(file.bytes());
    const bare = text.replace(/(AcDbEntity\n) {2}8\n0\n(100\nAcDbLine\n)/, '$1$2');
    expect(bare).not.toBe(text);
    const bytes = new TextEncoder().encode(bare);
    const result = correct(bytes, {
      choices: { layers: {}, objects: [{ layer: '0', kind: 'line', to: 'WALL' }] },
    });
    const after = new TextDecoder().decode(result.bytes);
    expect(after).toMatch(/ {2}0\nLINE\n {2}5\n[0-9A-F]+\n(330\n[0-9A-F]+\n)?100\nAcDbEntity\n {2}8\nWALL\n/);
    expect(layerNameOf(result.drawing, result.drawing.containers[0].rows[0])).toBe('WALL');
  });
});

describe('claims of one pass', () => {
  it('keep apart what writes the same, and let the rest go together', () => {
    const claims = new Claims(10);
    const own = (property: 'colour' | 'width', rows: number[]) =>
      ({ type: 'take from layer', property, rows }) as const;
    expect(claims.take([own('colour', [1, 2])])).toBe(true);
    expect(claims.take([own('width', [1, 2])])).toBe(true);
    expect(claims.take([own('colour', [2, 3])])).toBe(false);
    expect(claims.take([own('colour', [3])])).toBe(true);
    // All or nothing: what was refused has claimed nothing.
    expect(claims.take([own('colour', [4]), own('width', [1])])).toBe(false);
    expect(claims.take([own('colour', [4])])).toBe(true);
    expect(claims.take([{ type: 'set layer', layer: 'A', property: 'colour' }])).toBe(true);
    expect(claims.take([{ type: 'set layer', layer: 'a', property: 'width' }])).toBe(true);
    expect(claims.take([{ type: 'remove layer', layer: 'A', rows: [] }])).toBe(false);
  });
});

describe('thousands of objects with hundreds of findings', () => {
  it('are found again by their rows, not by looking through the drawing', () => {
    const file = new DrawingComposer({ version: 'AC1024', units: 4 });
    // Fifty values on each of five layers: more on one would be one cause.
    const names = Array.from({ length: 5 }, (_, i) => `WALL-${i}`);
    for (const name of names) file.layer({ name, colour: 3, widthMm: 0.5 });
    for (let i = 0; i < 5000; i++) {
      const value = i % 250;
      file.model.line({ layer: names[value % 5], colour: Math.floor(value / 5) + 1 }, [i, 0], [i, 1]);
    }
    const result = correct(file.bytes(), {}, office(names.map((name) => officeLayer(name))));
    expect(result.before.findings).toHaveLength(250);
    expect(result.after.findings).toEqual([]);
    expect(result.passes).toBe(1);
    expect(result.changes).toHaveLength(5000);
    expect(new Set(result.changes.map(({ handle }) => handle))).toEqual(
      new Set(result.drawing.containers[0].rows.map((row) => handleOf(result.drawing, row))),
    );
  });
});
