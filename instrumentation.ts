/** Runs once when the server starts: goes on with what a stop interrupted. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { resume } = await import('@/server/work');
  resume();
}
