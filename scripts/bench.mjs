// Bundles the benchmark as the application is bundled, and runs it.
import { bundle, bundleCommands, installPackages, must, root } from './prepare.mjs';

installPackages();
// The measures of the crosswalk take no time that would have to be told apart.
if (process.argv[2] === 'crosswalk') {
  await bundle('scripts/bench/crosswalk.ts', 'build/crosswalk.mjs');
  must('node', [`${root}/build/crosswalk.mjs`]);
  process.exit(0);
}
await bundle('scripts/bench/bench.ts', 'build/bench.mjs');
await bundleCommands('src/cli/main.ts', 'warden');
must('node', [`${root}/build/bench.mjs`, ...process.argv.slice(2)]);
