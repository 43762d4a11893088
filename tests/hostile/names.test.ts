import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { audit, plainAudit } from '../../src/core/audit/engine';
import { keyedDecisionSchema, parseChoices } from '../../src/core/correct/choices';
import { correctDrawing } from '../../src/core/correct/correct';
import { allProposals } from '../../src/core/correct/proposals';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { TABLE_NAMES, tableRows } from '../../src/core/exchange/tables/tables';
import { inspect, inspectObjects } from '../../src/core/inspect/inspect';
import { countUses } from '../../src/core/inspect/uses';
import { learnStandard } from '../../src/core/learn/learn';
import { buildPicture } from '../../src/core/picture/build';
import { toSvg } from '../../src/core/picture/svg';
import { differences } from '../../src/core/standard/differences';
import { blankStandard, checkStandard, layerOf, type Standard } from '../../src/core/standard/standard';
import { crosswalkOf, say } from '../../src/server/crosswalk';
import { senderId, takeIn } from '../../src/server/drawings';
import { packAudit } from '../../src/server/packing';
import { keepUses, usesOnFile } from '../../src/server/uses';

jest.mock('../../src/server/pool', () => ({ runTask: () => new Promise(() => undefined) }));

// Names that mean something to the language, to the file, or to nobody.

const NAMES = [
  '__proto__',
  'constructor',
  'toString',
  'hasOwnProperty',
  'valueOf',
  '__defineGetter__',
  'prototype',
  '\\U+D800',
  '\\U+0000',
  '<img src=x>',
  '$&',
  'x'.repeat(100_000),
  ' ',
  '',
] as const;

const tags = (...pairs: readonly (string | number)[]): string => {
  let text = '';
  for (let i = 0; i < pairs.length; i += 2) text += `${String(pairs[i]).padStart(3)}\n${pairs[i + 1]}\n`;
  return text;
};

/** A drawing in which one name stands for everything that has one. */
function drawingNamed(name: string): Uint8Array {
  const common = [100, 'AcDbEntity', 8, name, 6, name] as const;
  const text =
    tags(0, 'SECTION', 2, 'HEADER', 9, '$ACADVER', 1, 'AC1021', 0, 'ENDSEC', 0, 'SECTION', 2, 'TABLES') +
    tags(
      0,
      'TABLE',
      2,
      'LTYPE',
      70,
      1,
      0,
      'LTYPE',
      5,
      'A0',
      2,
      name,
      70,
      0,
      3,
      name,
      72,
      65,
      73,
      0,
      40,
      0,
      0,
      'ENDTAB',
    ) +
    tags(0, 'TABLE', 2, 'LAYER', 70, 1, 0, 'LAYER', 5, 'A1', 2, name, 70, 0, 62, 1, 6, name, 0, 'ENDTAB') +
    tags(
      0,
      'TABLE',
      2,
      'STYLE',
      70,
      1,
      0,
      'STYLE',
      5,
      'A2',
      2,
      name,
      70,
      0,
      40,
      0,
      41,
      1,
      50,
      0,
      3,
      name,
      0,
      'ENDTAB',
    ) +
    tags(0, 'TABLE', 2, 'DIMSTYLE', 70, 1, 0, 'DIMSTYLE', 105, 'A3', 2, name, 70, 0, 0, 'ENDTAB') +
    tags(
      0,
      'ENDSEC',
      0,
      'SECTION',
      2,
      'BLOCKS',
      0,
      'BLOCK',
      5,
      'A4',
      8,
      name,
      2,
      name,
      70,
      0,
      10,
      0,
      20,
      0,
      3,
      name,
    ) +
    tags(
      0,
      'LINE',
      5,
      'A5',
      ...common,
      100,
      'AcDbLine',
      10,
      0,
      20,
      0,
      11,
      1,
      21,
      1,
      0,
      'ENDBLK',
      5,
      'A6',
      8,
      name,
    ) +
    tags(0, 'ENDSEC', 0, 'SECTION', 2, 'ENTITIES') +
    tags(0, 'LINE', 5, 'B1', ...common, 100, 'AcDbLine', 10, 0, 20, 0, 11, 9, 21, 9) +
    tags(0, 'INSERT', 5, 'B2', ...common, 100, 'AcDbBlockReference', 2, name, 10, 0, 20, 0) +
    tags(0, 'TEXT', 5, 'B3', ...common, 100, 'AcDbText', 10, 0, 20, 0, 40, 2, 1, name, 7, name) +
    tags(0, name === '' || name.trim() === '' ? 'ODD' : name.slice(0, 60), 5, 'B4', ...common) +
    tags(
      0,
      'ENDSEC',
      0,
      'SECTION',
      2,
      'OBJECTS',
      0,
      'DICTIONARY',
      5,
      'C0',
      100,
      'AcDbDictionary',
      3,
      name,
      350,
      'C1',
    ) +
    tags(0, 'GROUP', 5, 'C1', 330, 'C0', 100, 'AcDbGroup', 300, name, 340, 'B1', 0, 'ENDSEC', 0, 'EOF');
  return new TextEncoder().encode(text);
}

/** Nothing that everything else inherits from has changed. */
function expectUntouched(): void {
  expect(Object.keys(Object.prototype)).toEqual([]);
  const inherited: string[] = [];
  for (const key in {}) inherited.push(key);
  expect(inherited).toEqual([]);
}

const OFFICE: Standard = { ...blankStandard('Office'), layers: [layerOf({ name: 'A-WALL' })] };

beforeEach(() => {
  process.env.ZINC_WARDEN_DATA = mkdtempSync(join(tmpdir(), 'zinc-names-'));
});
afterEach(expectUntouched);

describe.each(NAMES.map((name) => [name.length > 60 ? `${name.length} letters` : name, name] as const))(
  'everything called “%s”',
  (_, name) => {
    const bytes = drawingNamed(name);
    const read = readDrawing(bytes);
    if (!read.ok) throw new Error(read.problem.message);
    const drawing = read.value;

    it('is read, listed and drawn', () => {
      const found = inspect(drawing);
      expect(found.counts.objects).toBe(5);
      expect(
        Object.values(found.counts.layers).reduce(
          (sum, of) => sum + Object.values(of).reduce((a, b) => a + b, 0),
          0,
        ),
      ).toBe(5);
      expect(JSON.parse(JSON.stringify(found)).counts.objects).toBe(5);
      expect([...inspectObjects(drawing)]).toHaveLength(5);
      const picture = buildPicture(drawing, null, { defaultWidthMm: 0.25 });
      const svg = toSvg({ picture, model: null }, { colours: 'print', fonts: [], title: name });
      expect(svg).not.toContain('<img');
      expectUntouched();
    });

    it('is audited and corrected, and what is decided on it is carried out', () => {
      const result = audit(drawing, OFFICE);
      expect(result.failures).toEqual([]);
      expect(result.verdict).toBe('held');
      const unknown = result.findings.find(({ rule }) => rule === 'layers/unknown');
      if (!unknown) throw new Error('the layer was passed over');
      expect(allProposals(drawing, OFFICE)[unknown.key]).toBeDefined();
      // What a page is sent of it stays small, and names it well enough to be decided on.
      expect(JSON.stringify(unknown).length).toBeLessThan(5000);
      expect(
        keyedDecisionSchema.safeParse({ finding: unknown.key, option: 'become', to: 'A-WALL' }).success,
      ).toBe(true);
      const choices = parseChoices(
        JSON.stringify({
          layers: Object.fromEntries([[unknown.subject.layer ?? '', { action: 'map', to: 'A-WALL' }]]),
        }),
      );
      if (!choices.ok) throw new Error(choices.problem.message);
      const corrected = correctDrawing(bytes, OFFICE, { choices: choices.value });
      if (!corrected.ok) throw new Error(corrected.problem.message);
      expect(corrected.value.after.findings.some(({ rule }) => rule === 'layers/unknown')).toBe(false);
      expect(packAudit(plainAudit(result), []).findings).toHaveLength(result.findings.length);
    });

    it('is learnt, or left out where the standard takes no such name', () => {
      const learnt = learnStandard(drawing, 'Learnt');
      expect('standard' in checkStandard(learnt)).toBe(true);
      for (const table of TABLE_NAMES) tableRows(learnt, table);
      expect(differences(learnt, learnt)).toEqual([]);
      // The next drawing is learnt and audited as if this one had never been.
      const plain = readDrawing(drawingNamed('PLAIN'));
      if (!plain.ok) throw new Error(plain.problem.message);
      const own = learnStandard(plain.value, 'Next').layers.map((layer) => layer.name);
      expect(own).toEqual(['PLAIN']);
    });

    it('is kept and shown by the server', () => {
      const id = takeIn({ sha: 'a'.repeat(64), size: 1 }, name, name, name);
      const sender = senderId(name);
      say(sender, { kind: 'layer', name, action: 'map', target: 'A-WALL' }, id);
      expect(crosswalkOf(sender)).toMatchObject([{ name, target: 'A-WALL' }]);
      keepUses('a'.repeat(64), countUses(drawing));
      expect(() => usesOnFile()).not.toThrow();
    });
  },
);
