// Everything that must hold before a change lands: formatting and lint, types, unit tests, checks against outside
// readers, browser tests. Ends with one line: N passed, N failed.

import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { bin, installPackages, root, run } from './prepare.mjs';

installPackages();
installDebian();

let passed = 0;
let failed = 0;
const results = join(root, 'test-results');
mkdirSync(results, { recursive: true });

step('Formatting and lint', () => count(run(bin('biome'), ['check', '--error-on-warnings', '.'])));
step('Types', () => count(run(bin('tsc'), ['--noEmit', '-p', '.'])));
step('Unit tests and outside readers', () => {
  const file = join(results, 'jest.json');
  const status = run(bin('jest'), ['--json', `--outputFile=${file}`, '--silent']);
  tally(status, file, (report) => [
    report.numPassedTests,
    report.numFailedTests + report.numRuntimeErrorTestSuites,
  ]);
});
step('Build', () => count(run('node', ['scripts/build.mjs'])));
step('Browser tests', () => {
  const file = join(results, 'browser.json');
  const status = run(bin('playwright'), ['test', '--reporter=list,json'], {
    env: { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: file },
  });
  tally(status, file, (report) => [report.stats.expected + report.stats.flaky, report.stats.unexpected]);
});

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);

function step(name, work) {
  console.log(`\n— ${name}`);
  work();
}

function count(status) {
  if (status === 0) passed++;
  else failed++;
}

/** Adds a runner's own counts; a runner that failed without naming a test counts as one failure. */
function tally(status, file, read) {
  try {
    const [good, bad] = read(JSON.parse(readFileSync(file, 'utf8')));
    passed += good;
    failed += bad === 0 && status !== 0 ? 1 : bad;
  } catch {
    failed++;
  }
}

/** Debian's Chromium, python3-ezdxf and GDAL, where they are missing and can be installed. */
function installDebian() {
  const has = (command, args) => spawnSync(command, args, { stdio: 'ignore' }).status === 0;
  const missing = [];
  if (!existsSync('/usr/bin/chromium')) missing.push('chromium');
  if (!has('/usr/bin/python3', ['-c', 'import ezdxf'])) missing.push('python3-ezdxf');
  if (!has('ogrinfo', ['--version'])) missing.push('gdal-bin');
  if (missing.length === 0) return;
  console.log(`Installing ${missing.join(', ')} …`);
  const sudo = process.getuid?.() === 0 ? [] : ['sudo'];
  const apt = (...args) => {
    const [command, ...rest] = [...sudo, 'apt-get', ...args];
    return run(command, rest, {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
  };
  apt('update');
  if (apt('install', '-y', '--no-install-recommends', ...missing) !== 0) {
    console.error(`Please install these Debian packages: ${missing.join(', ')}`);
    process.exit(1);
  }
}
