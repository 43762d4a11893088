import fc from 'fast-check';
import { anyStandard } from '../../../tests/any-standard';
import { audit } from '../audit/engine';
import type { Drawing } from '../dxf/drawing';
import { foldName } from '../dxf/interner';
import { readDrawing } from '../dxf/read/interpret';
import { learnStandard } from '../learn/learn';
import { differences, formatDifference } from '../standard/differences';
import { followName, type RenamedKind } from '../standard/rename';
import { checkStandard, parseStandard, type Standard, writeStandard } from '../standard/standard';
import { offerKey, offers, takeOver } from '../standard/take-over';
import { readDelimited, writeDelimited } from './delimited';
import { fromRows, TABLE_NAMES, TABLES, tableRows } from './tables/tables';
import { templateDrawing } from './template';

const read = (bytes: Uint8Array): Drawing => {
  const drawing = readDrawing(bytes);
  if (!drawing.ok) throw new Error(drawing.problem.message);
  return drawing.value;
};
const said = (before: Standard, after: Standard): string[] =>
  differences(before, after).map(formatDifference);

/** The second standard with some of its definitions called as those of the first. */
function sharingNames(ours: Standard, others: Standard): Standard {
  let next = structuredClone(others);
  const share = (kind: RenamedKind, of: (standard: Standard) => { name: string }[], i: number): void => {
    const [mine, theirs] = [of(ours)[i]?.name, of(next)[i]];
    if (mine === undefined || !theirs || of(next).some(({ name }) => foldName(name) === foldName(mine)))
      return;
    const from = theirs.name;
    theirs.name = mine;
    next = followName(next, kind, from, mine);
  };
  share('layer', ({ layers }) => layers, 0);
  share('linetype', ({ linetypes }) => linetypes, 1);
  // A text style or a line mark that grows can leave lines of ours without room: that is said, and nothing is taken.
  share('meaning', ({ meanings }) => meanings, 0);
  return next;
}

// The same runs every time; other seeds are tried by hand.
const RUNS = { numRuns: 60, seed: Number(process.env.ANY_SEED ?? 20261125) };

describe('any standard', () => {
  it('is valid, and comes back the same from its file', () => {
    fc.assert(
      fc.property(anyStandard, (standard) => {
        const checked = checkStandard(standard);
        expect('faults' in checked ? checked.faults : []).toEqual([]);
        expect(parseStandard(writeStandard(standard))).toEqual({ ok: true, value: standard });
      }),
      RUNS,
    );
  });

  it('makes a template that complies with it and gives it back', () => {
    fc.assert(
      fc.property(anyStandard, (standard) => {
        const made = read(templateDrawing(standard).bytes);
        expect(audit(made, standard).findings.map(({ rule, message }) => `${rule}: ${message}`)).toEqual([]);
        const learnt = learnStandard(made, standard.name);
        expect(said(standard, learnt)).toEqual([]);
        expect(offers(standard, learnt)).toEqual([]);
      }),
      RUNS,
    );
  });

  it('is taken over whole into a draft of another office, which then has nothing more to take', () => {
    fc.assert(
      fc.property(anyStandard, anyStandard, (ours, others) => {
        const theirs = sharingNames(ours, others);
        const next = takeOver(ours, theirs, offers(ours, theirs).map(offerKey));
        const checked = checkStandard(next);
        expect('faults' in checked ? checked.faults : []).toEqual([]);
        // Numbers of line marks are given anew where two are the same.
        const left = offers(next, theirs).filter(({ kind }) => kind !== 'Line mark');
        expect(left.flatMap(({ settings }) => settings.map(formatDifference))).toEqual([]);
      }),
      RUNS,
    );
  });

  it('comes back from its tables, through CSV', () => {
    fc.assert(
      fc.property(anyStandard, fc.constantFrom(',', ';', '\t'), (standard, separator) => {
        for (const kind of TABLE_NAMES) {
          const text = writeDelimited(tableRows(standard, kind), separator);
          const back = fromRows(TABLES[kind].put(standard, []), kind, readDelimited(text, separator));
          if ('faults' in back) throw new Error(`${kind}: ${back.faults[0].message}`);
          expect(said(standard, back.standard)).toEqual([]);
        }
      }),
      RUNS,
    );
  });
});
