// A process started here ends when whoever started it does, however that came about: its input is a pipe that closes.

/** What is said to a process that is to end with this one. */
export const LEASHED = { stdio: ['pipe', 'inherit', 'inherit'] };
export const leashedEnvironment = () => ({ ...process.env, ZINC_WARDEN_LEASHED: '1' });

/** Calls back when the process that started this one is gone. */
export function whenAbandoned(then) {
  if (process.env.ZINC_WARDEN_LEASHED !== '1') return;
  process.stdin.on('end', then).on('error', then).resume();
}
