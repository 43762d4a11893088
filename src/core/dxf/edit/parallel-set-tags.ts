import { decimal } from '../real';
import type { NewTag } from './edits';
import { ownData } from './record-bodies';

/** Lines drawn together, from the left to the right. */
export interface NewParallelSet {
  readonly name: string;
  readonly description: string;
  readonly lines: readonly {
    readonly offset: number;
    /** 256: the layer's. */
    readonly colour: number;
    readonly linetype: string;
  }[];
  readonly startCap: 'open' | 'line' | 'round';
  readonly endCap: 'open' | 'line' | 'round';
  readonly fillColour: number | null;
  /** Kept in extended data of our own. */
  readonly own?: unknown;
}

/** Caps as bits: a square line, and a round cap of the outermost lines. */
const CAP_BITS = { start: { line: 16, round: 64 }, end: { line: 256, round: 1024 } } as const;

/** The tags of a set behind its handle and its owner. */
export function parallelSetBody(set: NewParallelSet): NewTag[] {
  const bit = (side: 'start' | 'end', cap: NewParallelSet['startCap']): number =>
    cap === 'open' ? 0 : CAP_BITS[side][cap];
  return [
    { code: 100, value: 'AcDbMlineStyle' },
    { code: 2, value: set.name },
    {
      code: 70,
      value: (set.fillColour === null ? 0 : 1) + bit('start', set.startCap) + bit('end', set.endCap),
    },
    { code: 3, value: set.description },
    { code: 62, value: set.fillColour ?? 256 },
    { code: 51, value: '90.0' },
    { code: 52, value: '90.0' },
    { code: 71, value: set.lines.length },
    ...set.lines.flatMap(({ offset, colour, linetype }): NewTag[] => [
      { code: 49, value: decimal(offset) },
      { code: 62, value: colour },
      { code: 6, value: linetype },
    ]),
    ...(set.own === undefined ? [] : ownData(set.own)),
  ];
}
