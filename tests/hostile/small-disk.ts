/**
 * A server on a disk that fills up: uploads until there is no room, then looks at what became of every drawing, makes room and
 * has them read again.
 *
 * Usage, after a build: npx tsx tests/hostile/small-disk.ts FOLDER, where FOLDER is a small disk of its own, for example
 * made with: mount -t tmpfs -o size=15m tmpfs FOLDER
 */
import { spawn } from 'node:child_process';
import { rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { strayLayers } from './giants';

const PORT = '4194';
const BASE = `http://127.0.0.1:${PORT}`;
const [folder] = process.argv.slice(2);
if (!folder) throw new Error('Name a small disk.');
const env = { ...process.env, ZINC_WARDEN_DATA: join(folder, 'data'), ZINC_WARDEN_PORT: PORT };
const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));
const faults: string[] = [];

interface Listed {
  readonly id: number;
  readonly name: string;
  readonly state: string;
  readonly problem: { readonly code: string; readonly message: string } | null;
}
const list = async (): Promise<Listed[]> =>
  ((await (await fetch(`${BASE}/api/drawings`)).json()) as { drawings: Listed[] }).drawings;
const isSettled = ({ state }: Listed): boolean => state === 'ready' || state === 'unreadable';

async function settled(): Promise<Listed[]> {
  for (let i = 0; i < 120; i++) {
    const drawings = await list();
    if (drawings.every(isSettled)) return drawings;
    await pause(500);
  }
  const stuck = (await list()).filter((one) => !isSettled(one));
  faults.push(`still being read: ${stuck.map(({ name }) => name).join(', ')}`);
  return list();
}

// Room that is given back later.
const filler = join(folder, 'filler');
writeFileSync(filler, Buffer.alloc(7_000_000));
const seeded = spawn('node_modules/.bin/tsx', ['demo/seed.ts'], { env, stdio: 'inherit' });
await new Promise((done) => seeded.on('exit', done));
const server = spawn('node', ['scripts/start.mjs'], { env, stdio: ['ignore', 'ignore', 'pipe'] });
let log = '';
server.stderr.on('data', (part) => {
  log += part;
});
try {
  for (let i = 0; i < 60 && !(await fetch(`${BASE}/api/drawings`).catch(() => null)); i++) await pause(500);
  await settled();
  let refused = 0;
  for (let i = 0; i < 12; i++) {
    const answer = await fetch(`${BASE}/api/drawings?name=${i}.dxf&sender=Small`, {
      method: 'POST',
      // Different content each time, about 0.6 MB.
      body: strayLayers(20, 13_000 + i),
    });
    const words = (await answer.text()).slice(0, 200);
    console.log(`upload ${i}: ${answer.status} ${words}`);
    if (answer.status === 500) faults.push(`upload ${i}: ${words}`);
    if (answer.status !== 201) refused++;
  }
  for (const { name, state, problem } of await settled())
    console.log(`  ${state.padEnd(10)} ${name} ${problem?.message ?? ''}`);
  if (refused === 0) faults.push('the disk never filled up: choose a smaller one');
  const page = await fetch(`${BASE}/drawings`);
  if (!page.ok) faults.push(`the list of drawings answers ${page.status}`);

  rmSync(filler);
  await pause(3000);
  // Outcomes that could not be written come once there is room: those are read again in the second round.
  let after = await list();
  for (let round = 0; round < 10 && after.some(({ state }) => state !== 'ready'); round++) {
    for (const { id, state } of after)
      if (state === 'unreadable') {
        const answer = await fetch(`${BASE}/api/drawings/${id}/audit`, { method: 'POST' });
        const words = await answer.text();
        // What became of the last reading is written down within a second.
        if (!answer.ok && !words.includes('"busy"')) faults.push(`reading ${id} again: ${words}`);
      }
    await pause(1500);
    after = await settled();
  }
  for (const { name, state, problem } of after)
    if (state !== 'ready') faults.push(`${name} is ${state} with room: ${problem?.message}`);
  console.log(`${after.length} drawings ready once there was room, ${refused} uploads refused before`);
  if (/unhandled/i.test(log)) faults.push(`the log speaks of something unhandled: ${log.slice(0, 800)}`);
  for (const fault of faults) console.log(`FAULT ${fault}`);
  process.exitCode = faults.length > 0 ? 1 : 0;
} finally {
  server.kill('SIGTERM');
  await new Promise((done) => server.on('exit', done));
}
