// The application with pages rebuilt on change. The worker is built once at the start.
import { bin, installPackages, must, root } from './prepare.mjs';

installPackages();
const { build } = await import('esbuild');
await build({
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  packages: 'external',
  entryPoints: [`${root}/src/server/worker/entry.ts`],
  outfile: `${root}/build/worker.mjs`,
});
must(bin('next'), ['dev', '--hostname', '127.0.0.1', '--port', process.env.ZINC_WARDEN_PORT ?? '4180']);
