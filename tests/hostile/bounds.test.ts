import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { z } from 'zod';
import { demoStandard } from '../../demo/standard';
import { audit } from '../../src/core/audit/engine';
import { correctDrawing } from '../../src/core/correct/correct';
import { readDrawing } from '../../src/core/dxf/read/interpret';
import { blankStandard, layerOf } from '../../src/core/standard/standard';
import { filePath, storeBytes } from '../../src/server/files';
import { readBody } from '../../src/server/http';
import { handlers } from '../../src/server/worker/tasks';
import { coloursOfLayers, coloursWithoutEnd, layersWithoutEnd, longTexts, strayLayers } from './giants';

// What a page, a database or a worker is given stays bounded, whatever a drawing holds. Smaller here than by hand: see load.ts.

beforeEach(() => {
  process.env.ZINC_WARDEN_DATA = mkdtempSync(join(tmpdir(), 'zinc-bounds-'));
});

const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text);
const stored = (text: string): string => filePath(storeBytes(bytesOf(text)).sha);
async function audited(text: string) {
  const result = await handlers.audit({ path: stored(text), standard: demoStandard, sheets: [] });
  if (!result.ok) throw new Error(result.problem.message);
  return result.value;
}
const read = (text: string) => {
  const result = readDrawing(bytesOf(text));
  if (!result.ok) throw new Error(result.problem.message);
  return result.value;
};

it('layers with 255 own colours each are one cause each', async () => {
  const { audit: packed } = await audited(coloursOfLayers(200));
  const own = packed.findings.filter(({ rule }) => rule === 'objects/own-colour');
  expect(own).toHaveLength(200);
  // The lightest of them cannot be read either: that is one more of each layer. And the drawing names no unit.
  expect(packed.counts.should).toBe(401);
});

it('a hundred thousand own colours are one finding, settled in one pass', () => {
  const text = coloursWithoutEnd(100_000);
  const standard = { ...blankStandard('Office'), layers: [layerOf({ name: 'A-WALL' })] };
  // The lines lie on each other: once they look the same, another rule takes all but one away.
  const result = correctDrawing(bytesOf(text), standard, { rules: ['objects/own-colour'] });
  if (!result.ok) throw new Error(result.problem.message);
  expect(result.value.changes.filter(({ property }) => property === 'colour')).toHaveLength(100_000);
  expect(result.value.passes).toBe(1);
  expect(result.value.after.verdict).toBe('released');
});

it('tens of thousands of unknown layers are listed in part and counted in full', async () => {
  const { audit: packed, uses } = await audited(layersWithoutEnd(60_000));
  const unknown = packed.findings.filter(({ rule }) => rule === 'layers/unknown');
  // Rules share the room there is: this one has what the others leave.
  expect(unknown.length).toBeGreaterThan(24_900);
  expect(unknown.length).toBeLessThanOrEqual(25_001);
  expect(JSON.parse(unknown[unknown.length - 1].body).message).toBe(
    `${(60_000 - unknown.length + 1).toLocaleString('en-GB')} more findings of this rule are not listed one by one.`,
  );
  expect(packed.verdict).toBe('held');
  expect(uses.filter(({ kind }) => kind === 'layer')).toHaveLength(10_000);
  expect(packed.findings.reduce((sum, { body }) => sum + body.length, 0)).toBeLessThan(20_000_000);
});

it('more names than any office has are refused, with the limit', () => {
  const result = readDrawing(bytesOf(layersWithoutEnd(210_000)));
  expect(result).toMatchObject({
    ok: false,
    problem: { code: 'too-large', message: expect.stringContaining('200,000') },
  });
});

it('texts and names of millions of letters are cut where they are shown', async () => {
  const { audit: packed } = await audited(longTexts(3_000_000));
  for (const { body, key } of packed.findings) expect(body.length + key.length).toBeLessThan(6000);
});

it('a picture is made of sheets that there are, and of no other number', async () => {
  const path = stored(strayLayers(2, 10));
  const cache = join(process.env.ZINC_WARDEN_DATA!, 'picture');
  for (const sheet of [0, 7, 1e9])
    expect(await handlers.picture({ path, cache, sheet, defaultWidthMm: 0.25, sheets: [] })).toMatchObject({
      ok: false,
      problem: { code: 'no-sheet' },
    });
});

it('decisions on what is not there are refused by name, and remembered for nobody', () => {
  const result = correctDrawing(bytesOf(strayLayers(3, 9)), demoStandard, {
    choices: {
      layers: {
        'SENDER-0-WALL': { action: 'map', to: 'NO SUCH LAYER' },
        'NOT IN IT': { action: 'map', to: 'A-WALL' },
        'SENDER-1-WALL': { action: 'map', to: 'A-WALL' },
      },
      objects: [{ layer: 'NOT EITHER', kind: 'line', to: 'A-WALL' }],
    },
  });
  if (!result.ok) throw new Error(result.problem.message);
  const { unsettled, memories } = result.value;
  expect(unsettled.map(({ what, why }) => `${what} ${why}`)).toEqual([
    expect.stringContaining('NO SUCH LAYER'),
    expect.stringContaining('NOT IN IT'),
    expect.stringContaining('NOT EITHER'),
  ]);
  expect(memories.map(({ name }) => name)).toEqual(['SENDER-1-WALL']);
});

describe('what a page sends', () => {
  const post = (body: string) =>
    readBody(
      new Request('http://localhost/api', { method: 'POST', body, headers: { host: 'localhost' } }),
      z.unknown(),
    );

  it.each([
    ['nested without end', '['.repeat(3_000_000) + ']'.repeat(3_000_000)],
    ['nested in objects', `${'{"a":'.repeat(100_000)}1${'}'.repeat(100_000)}`],
  ])('%s is refused before it is read', async (_, body) => {
    expect(await post(body)).toMatchObject({
      ok: false,
      problem: { message: expect.stringContaining('40 levels') },
    });
  });

  it('that holds brackets in texts is read', async () => {
    expect(await post(JSON.stringify({ text: '['.repeat(500), quote: '\\"[[' }))).toMatchObject({ ok: true });
  });

  it('of more than the limit is refused', async () => {
    expect(await post(`"${'x'.repeat(9_000_000)}"`)).toMatchObject({
      ok: false,
      problem: { code: 'too-large' },
    });
  });
});

it('findings of one rule are kept up to a limit, and the rest is counted', () => {
  const result = audit(read(layersWithoutEnd(60_000)), blankStandard('Office'));
  const unknown = result.findings.filter(({ rule }) => rule === 'layers/unknown');
  expect(unknown).toHaveLength(50_001);
  expect(unknown[50_000].message).toContain('10,000 more');
});
