// A fresh application for the browser tests: an empty data folder with the demo in it.

import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

process.env.ZINC_WARDEN_DATA = mkdtempSync(join(tmpdir(), 'zinc-browser-'));
process.env.ZINC_WARDEN_LARGEST_MB = '40';
spawnSync('node_modules/.bin/tsx', ['demo/seed.ts'], { stdio: 'inherit' });
const server = spawn('node', ['scripts/start.mjs'], { stdio: 'inherit' });
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
