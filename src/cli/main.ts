#!/usr/bin/env node
import { z } from 'zod';
import { runCli } from './cli';

// One standard is checked once: making functions for its schema takes longer than they save.
z.config({ jitless: true });

// Whoever reads the output may have seen enough, as `head` has: that is no fault of the drawing.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EPIPE') throw error;
});

process.exitCode = await runCli(process.argv.slice(2), {
  out: (text) => process.stdout.write(text),
  err: (text) => process.stderr.write(text),
});
