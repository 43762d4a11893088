/**
 * Errors as values. Bad input never throws past the boundary where it came in: the reader, the standard's
 * importer and the command line all answer with a Result whose problem a person can act on.
 */
export interface Problem {
  /** Stable word for programs, e.g. "not-dxf". */
  readonly code: string;
  /** What is wrong, in a short plain sentence. */
  readonly message: string;
  /** What to do next. */
  readonly action: string;
  /** 1-based line of the text file where it was noticed, when there is one. */
  readonly line?: number;
}

export type Result<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly problem: Problem };

export const ok = <T>(value: T): Result<T> => ({ ok: true, value });

export const fail = (code: string, message: string, action: string, line?: number): Result<never> => ({
  ok: false,
  problem: line === undefined ? { code, message, action } : { code, message, action, line },
});

/** One line for a log or a terminal. */
export const formatProblem = (problem: Problem): string =>
  `${problem.message}${problem.line === undefined ? '' : ` (line ${problem.line})`} ${problem.action}`;
