import { parallelSetNamed } from '../../../dxf/read/parallel-run';
import type { StandardParallelSet } from '../../../standard/parallels';
import { findParallelSet } from '../../../standard/standard';
import { isKnown, wordsIn } from '../../../standard/words';
import type { AuditContext } from '../../context';
import { ADOPT } from '../../finding';
import { NOT_LIKELY, NOT_POSSIBLE, POSSIBLE } from '../../likeness/likely';
import { saidByName, tellsBeside, wordsOfEach } from '../../likeness/name-likeness';
import type { Proposal } from '../../likeness/propose';
import { ranked } from '../../likeness/ranked';
import type { Rule } from '../../rule';
import { named, words } from '../../value';
import { remembersName } from '../mapped-names';
import { cutByHand, nameOfSet, runs, runsBySet, SETTLE_UNIT, whyCut } from './shared';

const messages = {
  unknown: (name: string, count: number) =>
    `Parallel-line set “${name}” is not in the standard (${runs(count)}).`,
};

export const parallelsUnknown: Rule = {
  meta: {
    id: 'parallels/unknown',
    title: 'Parallel-line set not in the standard',
    stage: 'names',
    weight: 'should',
    correction: 'choice',
    what: 'Walls, kerbs and ducts that are drawn as parallel lines are in a set of the standard.',
    why: 'A set that nobody defined has widths and lines of its own, and no change of the standard reaches it.',
    source: 'Practice: sets of parallel lines are defined once for the office',
  },

  *check(context) {
    const { drawing, standard, excepts } = context;
    if (standard.parallels.length === 0) return;
    for (const all of runsBySet(context).values()) {
      const rows = all.filter((row) => !excepts(row));
      if (rows.length === 0) continue;
      const name = nameOfSet(drawing, rows[0]);
      if (findParallelSet(standard, name)) continue;
      yield {
        message: messages.unknown(name, rows.length),
        expected: words('a set of the standard'),
        found: named(name),
        rows,
        subject: { kind: 'parallel-line set', value: name },
        options: [
          { id: 'become', label: 'Make it {to}', needs: 'office parallel-line set', effect: 'drawing' },
          ADOPT,
        ],
      };
    }
  },

  settle(context, finding, decision) {
    const { drawing, standard } = context;
    const to = findParallelSet(standard, decision?.to ?? '');
    if (!to) return { refused: `The standard has no set “${decision?.to ?? ''}”.` };
    if (context.facts.certainUnitMm === null) return { refused: SETTLE_UNIT };
    if (drawing.parallelSets.size === 0)
      return { refused: 'The drawing keeps no list of sets that another could be added to.' };
    const rows = context.rowsOf(finding);
    const cut = cutByHand(drawing, rows);
    if (cut.length > 0) return { refused: whyCut(cut.length) };
    return {
      operations: [{ type: 'become parallel set', from: finding.subject.value ?? '', to: to.name, rows }],
    };
  },

  propose: (context, { subject }) => rank(context, subject.value ?? ''),

  remembers: remembersName('parallel-line set'),
};

/** How much each ground for a set counts: they come to 1. */
const WEIGHTS = { lines: 0.1, distances: 0.35, name: 0.55 } as const;
/** How much looks alone count at most, by what the name says beside. */
const BY_LOOKS = { saysNothing: NOT_LIKELY, saysMore: POSSIBLE, saidOtherwise: NOT_POSSIBLE } as const;
/** Distances that differ by less than this share of the width are as good as one. */
const SAME = 0.05;
/** Words that say how a set is drawn: any can be called by them. */
const tells = tellsBeside(
  'line lines side sides both parallel double two three leaf edge edges axis centre face width style plan new existing',
  3,
);
const wordsOf = wordsOfEach<StandardParallelSet>(({ name, use }) => [name, use], tells);

/** The office's sets by what speaks for each: what the name means, as many lines, as far apart. */
function rank({ drawing, standard }: AuditContext, name: string): Proposal[] {
  const own = parallelSetNamed(drawing, name);
  const offsets = (own?.elements ?? []).map(({ offset }) => offset).sort((a, b) => b - a);
  const said = wordsIn(`${name} ${own?.description ?? ''}`).filter(tells);
  const names = standard.parallels.map((set) => saidByName(said, wordsOf(set)));
  // What a name says speaks against what only looks alike: more where the office has a set for it.
  const looks = names.some((one) => one?.means)
    ? BY_LOOKS.saidOtherwise
    : said.some(({ word }) => isKnown(word))
      ? BY_LOOKS.saysMore
      : BY_LOOKS.saysNothing;
  return ranked(
    standard.parallels.map((set, i): Proposal => {
      const reasons: string[] = [];
      let likeness = 0;
      const wanted = set.lines.map(({ offsetMm }) => offsetMm).sort((a, b) => b - a);
      const asMany = wanted.length === offsets.length;
      if (asMany) {
        likeness += WEIGHTS.lines;
        reasons.push(`both ${offsets.length} lines`);
      }
      const width = wanted[0] - wanted[wanted.length - 1];
      const same =
        asMany &&
        drawing.unitMm !== null &&
        offsets.every((offset, j) => Math.abs(offset * (drawing.unitMm ?? 1) - wanted[j]) <= SAME * width);
      if (same) {
        likeness += WEIGHTS.distances;
        reasons.push('as far apart');
      }
      const named = names[i];
      if (named) {
        likeness += WEIGHTS.name * named.likeness;
        reasons.push(named.because);
      }
      // Two lines are a wall, a duct or a kerb: what they are the name says, and as many lines alone say nothing.
      if (!named && !same) return { to: set.name, likeness: 0, reasons: [] };
      const most = named ? (named.means ? 1 : NOT_LIKELY) : looks;
      return { to: set.name, likeness: Math.min(likeness, most), reasons };
    }),
  );
}
