import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { demoStandard } from '../../demo/standard';
import { LIKELY, surenessOf } from '../../src/core/audit/likeness/likely';
import { type Proposal, propose } from '../../src/core/audit/likeness/propose';
import { proposeSymbols } from '../../src/core/audit/likeness/propose-symbol';
import type { ObjectKind } from '../../src/core/dxf/object-kinds';

/** A layer's name as one of five senders would write it, and what an office drafter would put it on; none where nothing fits. */
export interface SendersName {
  readonly habit: string;
  readonly name: string;
  readonly kind: ObjectKind;
  readonly layers: readonly string[];
}

/**
 * The names of the test data: five habits in four languages, written down from practice, and not out of the words that are
 * known to the proposals. @param path of the file of names
 */
export const sendersNames = (path: string = join('tests', 'crosswalk', 'names.csv')): SendersName[] =>
  readFileSync(path, 'utf8')
    .trim()
    .split('\n')
    .slice(1)
    .map((line) => {
      const [habit, name, kind, layer] = line.split(',');
      return { habit, name, kind: kind as ObjectKind, layers: layer.split('|').filter((one) => one !== '') };
    });

/** Names of other senders, written down after the words were: what a sender of a new habit finds. */
export const heldOutNames = (): SendersName[] => sendersNames(join('tests', 'crosswalk', 'held-out.csv'));

export interface CrosswalkMeasures {
  /** Names that the office has something for. */
  readonly known: number;
  /** Shares of those that are right at first, and among the first three. */
  readonly first: number;
  readonly amongThree: number;
  /** Share of what is called likely, and picked beforehand, that is right. */
  readonly likelyRight: number;
  /** By how sure the first proposal is: how many, how sure on average, how many of them right. */
  readonly calibration: readonly { readonly count: number; readonly sure: number; readonly right: number }[];
  /** Mean of what sureness is off by, weighed by how many there are (expected calibration error). */
  readonly error: number;
}

/** Steps of the table of calibration. */
const STEPS = 5;

/** What is proposed for a name, and what of it is right. */
export interface Found {
  readonly wanted: readonly string[];
  readonly proposals: readonly Proposal[];
}

/** Measures what is proposed for names of layers, each with a dozen objects of its kind on it. */
export const measure = (names: readonly SendersName[]): CrosswalkMeasures =>
  measured(
    names.map(({ name, kind, layers }) => ({
      wanted: layers,
      proposals: propose(demoStandard, { name, kinds: new Map([[kind, 12]]) }),
    })),
  );

/** Names of symbols, written down before they were held against anything; none where the library has nothing for one. */
export const symbolNames = (): { readonly habit: string; readonly name: string; readonly symbol: string }[] =>
  readFileSync(join('tests', 'crosswalk', 'symbols.csv'), 'utf8')
    .trim()
    .split('\n')
    .slice(1)
    .map((row) => {
      const [habit, name, symbol] = row.split(',');
      return { habit, name, symbol };
    });

/** Measures what is proposed for names of symbols, of which nothing else is known. */
export const measureSymbols = (names: readonly ReturnType<typeof symbolNames>[number][]): CrosswalkMeasures =>
  measured(
    names.map(({ name, symbol }) => ({
      wanted: symbol === '' ? [] : [symbol],
      proposals: proposeSymbols(demoStandard, { name }),
    })),
  );

/** Measures what is proposed for names, of which some are right. */
export function measured(found: readonly Found[]): CrosswalkMeasures {
  const known = found.filter(({ wanted }) => wanted.length > 0);
  const rightAmong = (most: number): number =>
    known.filter(({ wanted, proposals }) => proposals.slice(0, most).some(({ to }) => wanted.includes(to)))
      .length / known.length;
  // A name that nothing is for is right only where nothing is proposed: then nobody is sure of anything.
  const first = found.flatMap(({ wanted, proposals: [best] }) =>
    best ? [{ sure: surenessOf(best), right: wanted.includes(best.to) }] : [],
  );
  const calibration = Array.from({ length: STEPS }, (_, i) => {
    const of = first.filter(({ sure }) => Math.min(STEPS - 1, Math.floor(sure * STEPS)) === i);
    const mean = (values: number[]): number => values.reduce((a, b) => a + b, 0) / Math.max(1, values.length);
    return {
      count: of.length,
      sure: mean(of.map(({ sure }) => sure)),
      right: mean(of.map(({ right }) => Number(right))),
    };
  });
  const error =
    calibration.reduce((sum, { count, sure, right }) => sum + count * Math.abs(sure - right), 0) /
    first.length;
  const likely = found.filter(({ proposals: [best] }) => best && best.likeness >= LIKELY);
  const likelyRight =
    likely.filter(({ wanted, proposals: [best] }) => wanted.includes(best.to)).length / likely.length;
  return {
    known: known.length,
    first: rightAmong(1),
    amongThree: rightAmong(3),
    likelyRight,
    calibration,
    error,
  };
}
