/** Runs once when the server starts: goes on with what a stop interrupted. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  // Whoever started the server may be gone without having stopped it: then the pipe to it is closed.
  if (process.env.ZINC_WARDEN_LEASHED === '1') {
    const stop = (): void => {
      process.kill(process.pid, 'SIGTERM');
      // Open connections are not waited for: nobody is left to end the server.
      setTimeout(() => process.exit(1), 2000);
    };
    process.stdin.on('end', stop).on('error', stop).resume();
  }
  // Whoever read the log may be gone: what cannot be written there is no fault, and must not be logged in turn.
  for (const stream of [process.stdout, process.stderr]) stream.on('error', () => undefined);
  const { whenFree } = await import('@/server/faults');
  const { resume } = await import('@/server/work');
  await whenFree(resume, 120_000);
}
