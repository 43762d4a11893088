/**
 * Says of how many generated surveys and plans the true size of a unit is told, and told wrong.
 *
 * Usage: npx tsx tests/units/run-units.ts [COUNT] [SEED] [FOLDER]
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { compareAll } from './compare';

const [count = '160', seed = '1', given] = process.argv.slice(2);
const folder = given ?? mkdtempSync(join(tmpdir(), 'zinc-units-'));
if (!given)
  execFileSync('/usr/bin/python3', ['tests/units/make_surveys.py', seed, count, folder], {
    stdio: 'inherit',
  });
const outcomes = compareAll(folder);
for (const { name, verdict, tellable, words } of outcomes)
  if (verdict === 'wrong' || (verdict === 'cannot tell' && tellable))
    console.log(`${name}: ${verdict}: ${words}`);
const of = (verdict: string, tellable?: boolean): number =>
  outcomes.filter((one) => one.verdict === verdict && (tellable === undefined || one.tellable === tellable))
    .length;
console.log(
  `${outcomes.length} drawings, ${outcomes.filter(({ tellable }) => tellable).length} of which can be told: ${of('right')} right, ${of('cannot tell', true)} not told, ${of('cannot tell', false)} rightly not told, ${of('wrong')} wrong; in ${folder}`,
);
