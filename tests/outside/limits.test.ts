import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';

/**
 * Drawings that ask for too much. Each is read, audited, corrected and drawn in a process of its
 * own, with the memory of a small workstation and with a limit on time: a hang or a crash fails here, a message does
 * not. Times are limits against hanging, not measures of speed.
 */
const LIMIT_MS = 180_000;
const MEMORY_MB = 1200;
mkdirSync(join(__dirname, '..', '..', 'test-results'), { recursive: true });
const folder = mkdtempSync(join(__dirname, '..', '..', 'test-results', 'limits-'));

const tags = (...pairs: readonly (string | number)[]): string => {
  let text = '';
  for (let i = 0; i < pairs.length; i += 2) text += `${String(pairs[i]).padStart(3)}\n${pairs[i + 1]}\n`;
  return text;
};
const head = (tables = '', blocks = ''): string =>
  `${tags(0, 'SECTION', 2, 'HEADER', 9, '$ACADVER', 1, 'AC1015', 0, 'ENDSEC')}${tables ? tags(0, 'SECTION', 2, 'TABLES') + tables + tags(0, 'ENDSEC') : ''}${blocks ? tags(0, 'SECTION', 2, 'BLOCKS') + blocks + tags(0, 'ENDSEC') : ''}`;
const whole = (objects: string, tables = '', blocks = ''): string =>
  `${head(tables, blocks)}${tags(0, 'SECTION', 2, 'ENTITIES')}${objects}${tags(0, 'ENDSEC', 0, 'EOF')}`;
const line = (x: string, y: string): string => tags(0, 'LINE', 8, '0', 10, x, 20, y, 11, '1', 21, '1');
const block = (name: string, content: string): string =>
  tags(0, 'BLOCK', 8, '0', 2, name, 70, 0, 10, 0, 20, 0) + content + tags(0, 'ENDBLK');
const place = (name: string, more: readonly (string | number)[] = []): string =>
  tags(0, 'INSERT', 8, '0', 2, name, 10, 1, 20, 1, ...more);

const HATCH = tags(
  ...[0, 'HATCH', 8, '0', 10, 0, 20, 0, 30, 0, 2, 'FINE', 70, 0, 71, 0, 91, 1, 92, 3, 72, 0, 73, 1, 93, 4],
  ...[10, 0, 20, 0, 10, 1e9, 20, 0, 10, 1e9, 20, 1e9, 10, 0, 20, 1e9, 97, 0, 75, 0, 76, 1],
  ...[52, 0, 41, 1, 77, 0, 78, 1, 53, 0, 43, 0, 44, 0, 45, 0, 46, 1, 79, 2, 49, 0.001, 49, -0.001, 98, 0],
);

const CASES: readonly (readonly [string, () => string])[] = [
  ['a symbol that contains itself', () => whole(place('A'), '', block('A', place('A') + line('0', '0')))],
  [
    'symbols a thousand deep',
    () =>
      whole(
        place('S0'),
        '',
        Array.from({ length: 1000 }, (_, i) =>
          block(`S${i}`, i < 999 ? place(`S${i + 1}`) : line('0', '0')),
        ).join(''),
      ),
  ],
  [
    'arrays of arrays of arrays: a trillion lines',
    () =>
      whole(
        place('A', [70, 100, 71, 100, 44, 1, 45, 1]),
        '',
        block('A', place('B', [70, 100, 71, 100, 44, 1, 45, 1])) +
          block('B', place('C', [70, 100, 71, 100, 44, 1, 45, 1])) +
          block('C', line('0', '0')),
      ),
  ],
  [
    'coordinates that are no numbers, or too large for any',
    () => whole(line('NaN', '1e308') + line('-1e308', '1e308') + line('1e999', '') + line('0', '0')),
  ],
  ['a fill of a billion lines of a trillion dashes', () => whole(HATCH)],
  [
    'a spline with a million knots',
    () => {
      const knots = Array.from({ length: 1_000_004 }, (_, i) => tags(40, i)).join('');
      const control = Array.from({ length: 1_000_000 }, (_, i) => tags(10, i, 20, i % 7, 30, 0)).join('');
      return whole(tags(0, 'SPLINE', 8, '0', 70, 8, 71, 3, 72, 1_000_004, 73, 1_000_000) + knots + control);
    },
  ],
  [
    'a text of 50 MB',
    () => whole(tags(0, 'TEXT', 8, '0', 10, 0, 20, 0, 40, 2.5, 1, 'word '.repeat(10_000_000))),
  ],
  [
    'multi-line text with a million open braces',
    () => whole(tags(0, 'MTEXT', 8, '0', 10, 0, 20, 0, 40, 2.5, 41, 10, 1, '{\\H2x;'.repeat(1_000_000))),
  ],
  [
    'a hundred thousand layers',
    () => {
      const records = Array.from({ length: 100_000 }, (_, i) =>
        tags(0, 'LAYER', 2, `L${i}`, 70, 0, 62, (i % 255) + 1, 6, 'CONTINUOUS'),
      ).join('');
      return whole(
        Array.from({ length: 1000 }, (_, i) =>
          tags(0, 'LINE', 8, `L${i * 100}`, 10, i, 20, 0, 11, i, 21, 9),
        ).join(''),
        tags(0, 'TABLE', 2, 'LAYER', 70, 100_000) + records + tags(0, 'ENDTAB'),
      );
    },
  ],
  [
    'a polyline that says it has two billion corners',
    () => whole(tags(0, 'LWPOLYLINE', 8, '0', 90, 2_000_000_000, 70, 1, 10, 0, 20, 0, 10, 5, 20, 5)),
  ],
  [
    'a fill that says it has two billion loops of two billion edges',
    () =>
      whole(
        tags(
          0,
          'HATCH',
          8,
          '0',
          10,
          0,
          20,
          0,
          2,
          'SOLID',
          70,
          1,
          91,
          2_000_000_000,
          92,
          1,
          93,
          2_000_000_000,
          72,
          2,
          10,
          0,
          20,
          0,
          40,
          1,
          50,
          0,
          51,
          360,
          73,
          1,
        ),
      ),
  ],
  [
    'a line pattern finer than dust on a line as long as the world',
    () =>
      whole(
        tags(0, 'LINE', 8, '0', 6, 'DUST', 10, 0, 20, 0, 11, 4e7, 21, 3e7) +
          tags(0, 'CIRCLE', 8, '0', 6, 'DUST', 10, 0, 20, 0, 40, 1e7),
        tags(
          0,
          'TABLE',
          2,
          'LTYPE',
          70,
          1,
          0,
          'LTYPE',
          2,
          'DUST',
          70,
          0,
          3,
          '',
          72,
          65,
          73,
          2,
          40,
          2e-6,
          49,
          1e-6,
          49,
          -1e-6,
          0,
          'ENDTAB',
        ),
      ),
  ],
];

const program = join(folder, 'everything.mjs');
beforeAll(async () => {
  await build({
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    entryPoints: [join(__dirname, 'everything.ts')],
    // Packages are looked for from the bundle's place.
    outfile: program,
    logLevel: 'warning',
  });
});

afterAll(() => rmSync(folder, { recursive: true }));

interface Outcome {
  readonly refused?: { readonly message: string; readonly action: string };
  readonly corrected?: boolean;
  readonly objects?: number;
}

it.each(CASES)(
  '%s ends in a result or a message',
  (name, make) => {
    const file = join(folder, `${name}.dxf`);
    const corrected = join(folder, `${name} corrected.dxf`);
    writeFileSync(file, make());
    const run = spawnSync('node', [`--max-old-space-size=${MEMORY_MB}`, program, file, corrected], {
      encoding: 'utf8',
      timeout: LIMIT_MS,
    });
    expect([name, run.status, run.signal, run.stderr]).toEqual([name, 0, null, '']);
    const outcome = JSON.parse(run.stdout) as Outcome;
    if (outcome.refused) {
      expect(outcome.refused.action).not.toBe('');
      return;
    }
    expect(outcome.corrected).toBe(true);
    expect(outcome.objects).toBeGreaterThan(0);
    expect(readFileSync(corrected).subarray(-8).toString()).toContain('EOF');
  },
  2 * LIMIT_MS,
);
