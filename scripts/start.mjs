// Starts the built application. Listens on this machine only unless ZINC_WARDEN_HOST says otherwise.
import { spawn } from 'node:child_process';
import { bin, root } from './prepare.mjs';

const host = process.env.ZINC_WARDEN_HOST ?? '127.0.0.1';
const port = process.env.ZINC_WARDEN_PORT ?? '4180';
const server = spawn(bin('next'), ['start', '--hostname', host, '--port', port], {
  cwd: root,
  stdio: 'inherit',
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
