const DATE = new Intl.DateTimeFormat('en-GB', {
  day: '2-digit',
  month: 'short',
  year: 'numeric',
  timeZone: 'UTC',
});
const TIME = new Intl.DateTimeFormat('en-GB', {
  day: '2-digit',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
  timeZone: 'UTC',
});

export const formatDate = (iso: string): string => DATE.format(new Date(iso));
/** A day as year-month-day, wherever the reader is. */
export const formatDay = (day: string): string => DATE.format(new Date(`${day}T12:00`));
export const formatTime = (iso: string): string => TIME.format(new Date(iso));

export const count = (n: number, one: string, many = `${one}s`): string =>
  `${n.toLocaleString('en-GB')} ${n === 1 ? one : many}`;

/** "84 kB", "12.4 MB". */
export const formatSize = (bytes: number): string =>
  bytes < 1e6 ? `${Math.max(1, Math.round(bytes / 1e3))} kB` : `${(bytes / 1e6).toFixed(1)} MB`;
