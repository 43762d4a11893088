import type { Standard } from '../../standard/standard';

/** One setting of a kind of definition as a column of a table. */
export interface Column<T> {
  readonly head: string;
  /** Other heads that mean the same column, in small letters. */
  readonly also: readonly string[];
  readonly format: (one: T) => string;
  /** The definition with what a cell says; words on what is wrong with the cell where it cannot be read. */
  readonly read: (cell: string, now: T) => T | string;
}

/** A kind of definition as a table: one row for each. */
export interface TableKind<T extends { readonly name: string } = { readonly name: string }> {
  /** What files and addresses call it. */
  readonly key: string;
  readonly title: string;
  /** One of them, in words. */
  readonly one: string;
  readonly columns: readonly Column<T>[];
  readonly blank: (name: string) => T;
  readonly listOf: (standard: Standard) => readonly T[];
  readonly put: (standard: Standard, list: T[]) => Standard;
}

/** Keys of a definition whose values are of a type. */
type KeysOf<T, V> = { [K in keyof T]-?: T[K] extends V ? K : never }[keyof T] & string;

/** Columns for the settings of a definition, by the type of their values. */
export function columnsOf<T>() {
  const put = <K extends keyof T>(now: T, key: K, value: unknown): T => ({ ...now, [key]: value });
  return {
    text: (key: KeysOf<T, string>, head: string, ...also: string[]): Column<T> => ({
      head,
      also,
      format: (one) => String(one[key]),
      read: (cell, now) => put(now, key, cell.trim()),
    }),
    yes: (key: KeysOf<T, boolean>, head: string, ...also: string[]): Column<T> => ({
      head,
      also,
      format: (one) => formatYes(Boolean(one[key])),
      read: (cell, now) => {
        const read = readYes(cell);
        return typeof read === 'string' ? read : put(now, key, read);
      },
    }),
    number: (key: KeysOf<T, number>, head: string, ...also: string[]): Column<T> => ({
      head,
      also,
      format: (one) => formatNumber(Number(one[key])),
      read: (cell, now) => {
        const read = readNumber(cell);
        return typeof read === 'string' ? read : put(now, key, read);
      },
    }),
    choice: (
      key: KeysOf<T, string>,
      options: readonly string[],
      head: string,
      ...also: string[]
    ): Column<T> => ({
      head,
      also,
      format: (one) => String(one[key]),
      read: (cell, now) => {
        const wanted = cell.trim().toLowerCase();
        return options.includes(wanted)
          ? put(now, key, wanted)
          : `“${cell}” is none of ${options.join(', ')}`;
      },
    }),
    /** Colour numbers; `none` stands for null. */
    colour: (key: KeysOf<T, number | null>, none: string, head: string, ...also: string[]): Column<T> => ({
      head,
      also,
      format: (one) => (one[key] === null ? none : String(one[key])),
      read: (cell, now) => {
        const read = readColourNumber(cell, none);
        return typeof read === 'string' ? read : put(now, key, read);
      },
    }),
  };
}

export const formatYes = (value: boolean): string => (value ? 'yes' : 'no');

export function readYes(cell: string): boolean | string {
  const word = cell.trim().toLowerCase();
  if (/^(yes|y|true|1|x|ja|oui)$/.test(word)) return true;
  if (/^(no|n|false|0|never|nein|non|)$/.test(word)) return false;
  return `“${cell}” is neither yes nor no`;
}

/** All its digits: what is written is read back the same. */
export const formatNumber = (value: number): string => String(value);

/** A number as people write it: with a comma, with its unit behind it. */
export function readNumber(cell: string): number | string {
  const clean = cell
    .trim()
    .replace(/\s*(mm|°|×|x)$/i, '')
    .replace(',', '.');
  const value = Number(clean);
  return clean !== '' && Number.isFinite(value) ? value : `“${cell}” is no number`;
}

export function readColourNumber(cell: string, none: string): number | null | string {
  const clean = cell.trim().toLowerCase();
  if (clean === '' || clean === none) return null;
  const number = Number(clean);
  return Number.isInteger(number) && number >= 1 && number <= 255
    ? number
    : `“${cell}” is no colour: 1 to 255, or “${none}”`;
}

/** Parts between commas or semicolons. */
export const partsOf = (cell: string): string[] =>
  cell
    .split(/[,;]/)
    .map((part) => part.trim())
    .filter((part) => part !== '');
