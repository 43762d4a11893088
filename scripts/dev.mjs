// The application with pages rebuilt on change. The worker is built once at the start.
import { bin, bundle, installPackages, must } from './prepare.mjs';

installPackages();
await bundle('src/server/worker/entry.ts', 'build/worker.mjs');
must(bin('next'), ['dev', '--hostname', '127.0.0.1', '--port', process.env.ZINC_WARDEN_PORT ?? '4180']);
