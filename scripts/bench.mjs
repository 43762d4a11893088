// Bundles the benchmark as the application is bundled, and runs it.
import { installPackages, must, root } from './prepare.mjs';

installPackages();
const { build } = await import('esbuild');
await build({
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  packages: 'external',
  logLevel: 'warning',
  entryPoints: [`${root}/scripts/bench.ts`],
  outfile: `${root}/build/bench.mjs`,
});
must('node', [`${root}/build/bench.mjs`, ...process.argv.slice(2)]);
