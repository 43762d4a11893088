// Bundles the benchmark as the application is bundled, and runs it.
import { bundle, bundleCommands, installPackages, must, root } from './prepare.mjs';

installPackages();
await bundle('scripts/bench/bench.ts', 'build/bench.mjs');
await bundleCommands('src/cli/main.ts', 'warden');
must('node', [`${root}/build/bench.mjs`, ...process.argv.slice(2)]);
