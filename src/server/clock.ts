let now = (): Date => new Date();

/** Another clock, for tests; null for the machine's own. */
export function setClock(other: (() => Date) | null): void {
  now = other ?? (() => new Date());
}

/** The day it is where the server stands, year-month-day. */
export function today(): string {
  const day = now();
  const two = (value: number): string => String(value).padStart(2, '0');
  return `${day.getFullYear()}-${two(day.getMonth() + 1)}-${two(day.getDate())}`;
}

/** The moment it is, as it is kept. */
export const moment = (): string => now().toISOString();
