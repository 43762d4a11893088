import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, normalize, relative } from 'node:path';
import { RULES } from '../../src/core/audit/rules';

// How the house is ordered, held by looking at every import. See docs/architecture.md.

const ROOT = join(__dirname, '..', '..');

/** Rooms of the core from the ground up: each knows itself and those before it. */
const ROOMS = [
  'geometry',
  'dxf',
  'lettering',
  'drawing',
  'standard',
  'records',
  'dimension',
  'facts',
  'learn',
  'picture',
  'inspect',
  'audit',
  'correct',
  'exchange',
  'scaling',
];

const sources = (folder: string): string[] =>
  readdirSync(join(ROOT, folder), { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.tsx?$/.test(file))
    .map((file) => join(folder, file));

const isTest = (file: string): boolean =>
  /\.(test|spec)\.tsx?$/.test(file) || file.endsWith('rules/testing.ts');
const textOf = (file: string): string => readFileSync(join(ROOT, file), 'utf8');

/** Files that a file imports, from the root; packages are left out. */
function importsOf(file: string): string[] {
  const text = textOf(file);
  return [...text.matchAll(/(?:from|import)\s*\(?\s*'((?:\.{1,2}\/|@\/)[^']+)'/g)].map(([, to]) =>
    to.startsWith('@/') ? join('src', to.slice(2)) : normalize(join(dirname(file), to)),
  );
}

const core = sources('src/core').filter((file) => !isTest(file));
const roomOf = (file: string): string => {
  const [first, ...rest] = relative('src/core', file).split('/');
  // Files beside the rooms (results, a helper for lists) are for everybody.
  return rest.length === 0 ? '' : first;
};

describe('the core', () => {
  it('has no room that is not in the order', () => {
    expect([...new Set(core.map(roomOf))].filter((room) => room !== '').sort()).toEqual([...ROOMS].sort());
  });

  it('knows no React, no pages, no database, no file system', () => {
    for (const file of core)
      expect([
        file,
        textOf(file).match(/from '(react|next|better-sqlite3|node:[^']+|@\/(ui|server)[^']*)'/)?.[1],
      ]).toEqual([file, undefined]);
  });

  it('depends upwards nowhere', () => {
    const wrong: string[] = [];
    for (const file of core)
      for (const to of importsOf(file)) {
        if (!to.startsWith('src/core')) wrong.push(`${file} → ${to}`);
        const [from, into] = [roomOf(file), roomOf(to)];
        if (from === '' ? into !== '' : into !== '' && ROOMS.indexOf(into) > ROOMS.indexOf(from))
          wrong.push(`${file} → ${to}`);
      }
    expect(wrong).toEqual([]);
  });
});

describe('every source', () => {
  const all = ['src', 'app'].flatMap(sources).filter((file) => !isTest(file));

  it('goes round in no circle', () => {
    const known = new Set(all);
    const resolve = (to: string): string | undefined =>
      [`${to}.ts`, `${to}.tsx`, `${to}/index.ts`].find((file) => known.has(file));
    const graph = new Map(all.map((file) => [file, importsOf(file).flatMap((to) => resolve(to) ?? [])]));
    const state = new Map<string, 'open' | 'done'>();
    const circles: string[] = [];
    const visit = (file: string, path: readonly string[]): void => {
      if (state.get(file) === 'done') return;
      if (state.get(file) === 'open') {
        circles.push([...path.slice(path.indexOf(file)), file].join(' → '));
        return;
      }
      state.set(file, 'open');
      for (const next of graph.get(file) ?? []) visit(next, [...path, file]);
      state.set(file, 'done');
    };
    for (const file of all) visit(file, []);
    expect(circles).toEqual([]);
  });

  it('is no longer than 450 lines, but for data', () => {
    const DATA = [
      'src/core/standard/starters.ts',
      'src/core/lettering/alphabet.ts',
      'src/core/lettering/face-metrics.ts',
    ];
    const long = all
      .filter((file) => !DATA.includes(file))
      .map((file) => [file, textOf(file).split('\n').length - 1] as const)
      .filter(([, lines]) => lines > 450);
    expect(long).toEqual([]);
  });

  it('names no rule but in the rule itself', () => {
    const naming: string[] = [];
    for (const file of all.filter((one) => !one.startsWith('src/core/audit/rules/')))
      for (const { meta } of RULES)
        if (textOf(file).includes(`'${meta.id}'`)) naming.push(`${file}: ${meta.id}`);
    expect(naming).toEqual([]);
  });

  it('has a test beside every rule', () => {
    const files = sources('src/core/audit/rules');
    for (const { meta } of RULES) expect(files).toContain(`src/core/audit/rules/${meta.id}.test.ts`);
  });
});
