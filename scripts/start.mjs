// Starts the built application. Listens on this machine only unless ZINC_WARDEN_HOST says otherwise.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { folderTrouble } from './folder.mjs';
import { LEASHED, leashedEnvironment, whenAbandoned } from './leash.mjs';
import { holderOf } from './port.mjs';
import { bin, root } from './prepare.mjs';

const host = process.env.ZINC_WARDEN_HOST ?? '127.0.0.1';
const port = process.env.ZINC_WARDEN_PORT ?? '4180';
const holder = await holderOf(host, Number(port));
if (holder) {
  console.error(holder);
  process.exit(1);
}
const trouble = folderTrouble(process.env.ZINC_WARDEN_DATA ?? join(root, 'data'));
if (trouble) {
  console.error(trouble);
  process.exit(1);
}
// A connection that waits is kept for longer than any page between two looks: one that is closed just as it is asked again
// fails there, and what was to be saved with it.
const KEPT_MS = '75000';
const server = spawn(
  bin('next'),
  ['start', '--hostname', host, '--port', port, '--keepAliveTimeout', KEPT_MS],
  {
    cwd: root,
    ...LEASHED,
    // The C library keeps freed memory for each thread apart; with worker threads that came to 400 MB. Two arenas are enough. What
    // is large is given back as soon as it is freed.
    env: {
      MALLOC_ARENA_MAX: '2',
      MALLOC_MMAP_THRESHOLD_: '1000000',
      MALLOC_TRIM_THRESHOLD_: '1000000',
      ...leashedEnvironment(),
    },
  },
);
const stop = (signal = 'SIGTERM') => {
  server.kill(signal);
  // Pages that listen for events hold their connections; what is asked to end twice ends.
  setTimeout(() => server.kill('SIGKILL'), 8000).unref();
};
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => stop(signal));
whenAbandoned(stop);
server.on('exit', (code) => process.exit(code ?? 0));
