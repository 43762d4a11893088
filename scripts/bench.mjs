// Bundles the benchmark as the application is bundled, and runs it.
import { bundle, installPackages, must, root } from './prepare.mjs';

installPackages();
await bundle('scripts/bench.ts', 'build/bench.mjs');
must('node', [`${root}/build/bench.mjs`, ...process.argv.slice(2)]);
