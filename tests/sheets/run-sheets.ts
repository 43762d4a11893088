/**
 * Says how many of the sheets of generated drawings are recognised with their size and scale, and how many are recognised
 * that there are not.
 *
 * Usage: npx tsx tests/sheets/run-sheets.ts [COUNT] [SEED] [FOLDER]
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { compareAll } from './compare';

const [count = '120', seed = '1', given] = process.argv.slice(2);
const folder = given ?? mkdtempSync(join(tmpdir(), 'zinc-sheets-'));
if (!given)
  execFileSync('/usr/bin/python3', ['tests/sheets/make_sheets.py', seed, count, folder], {
    stdio: 'inherit',
  });
let [sheets, right, wrong, missed, extra, slowest] = [0, 0, 0, 0, 0, 0];
for (const outcome of compareAll(folder)) {
  sheets += outcome.sheets;
  right += outcome.right;
  wrong += outcome.wrong.length;
  missed += outcome.missed;
  extra += outcome.false.length;
  slowest = Math.max(slowest, outcome.ms);
  if (outcome.right < outcome.sheets || outcome.false.length > 0)
    console.log(
      `${outcome.name}: ${outcome.right} of ${outcome.sheets}, ${outcome.missed} missed\n${[...outcome.wrong.slice(0, 3), ...outcome.false.slice(0, 3).map((one) => `false: ${one}`)].map((line) => `    ${line}`).join('\n')}`,
    );
}
console.log(
  `${sheets} sheets: ${right} right (${((100 * right) / sheets).toFixed(1)} %), ${wrong} with another size or scale, ${missed} missed, ${extra} false (${((100 * extra) / sheets).toFixed(1)} %); slowest ${Math.round(slowest)} ms; in ${folder}`,
);
