// One command from a fresh clone to a running application with the demo in it.
import { spawn } from 'node:child_process';
import { LEASHED, leashedEnvironment } from './leash.mjs';
import { holderOf } from './port.mjs';
import { bin, must, root } from './prepare.mjs';

must('node', ['scripts/build.mjs']);
const host = process.env.ZINC_WARDEN_HOST ?? '127.0.0.1';
const port = process.env.ZINC_WARDEN_PORT ?? '4180';
const address = `http://${host}:${port}`;
const holder = await holderOf(host, Number(port));
if (holder) {
  console.error(holder);
  process.exit(1);
}
must(bin('tsx'), ['demo/seed.ts']);
const server = spawn('node', ['scripts/start.mjs'], {
  cwd: root,
  ...LEASHED,
  env: leashedEnvironment(),
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));

for (let i = 0; i < 120; i++) {
  await new Promise((done) => setTimeout(done, 500));
  const answer = await fetch(`${address}/api/drawings`).catch(() => null);
  if (!answer?.ok) continue;
  const { drawings } = await answer.json();
  if (drawings.some((drawing) => drawing.state === 'waiting' || drawing.state === 'reading')) continue;
  console.log(`\nZinc Warden is running: ${address}\nStop it with Ctrl+C.\n`);
  break;
}
