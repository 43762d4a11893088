import { layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import type { FillFact } from '../../../facts/annotations';
import type { StandardFill } from '../../../standard/fills';
import { isKnown, wordsIn } from '../../../standard/words';
import type { AuditContext } from '../../context';
import { NOT_LIKELY, POSSIBLE } from '../../likeness/likely';
import { saidByName, wordsOfEach } from '../../likeness/name-likeness';
import type { Proposal } from '../../likeness/propose';
import { ranked } from '../../likeness/ranked';
import { materialsSaid, tellsMaterial } from './said';
import { anglesOf, unitsPerMm, wantedAngles } from './shared';

/** How much each ground for a fill counts: they come to 1. */
const WEIGHTS = { name: 0.6, lines: 0.2, spacing: 0.1, layer: 0.1 } as const;
/** What looks alike in all ways, where no name says what it is. */
const LOOKS = { lines: POSSIBLE, spacing: 0.04, layer: 0.04 } as const;
/** Angles that differ by less are one, degrees; distances that differ by less than this share. */
const SAME_ANGLE = 1;
const SAME_SPACING = 0.2;

const wordsOf = wordsOfEach<StandardFill>(({ name, material }) => [name, material], tellsMaterial);

/**
 * The office's fills by what speaks for each: what the name of the pattern means, what is written in the fills, the directions of the lines, their
 * distance, the layer. What only looks alike is never likely: 45° is steel in one office and brickwork in another.
 * @param rows fills of one pattern
 */
export function proposeFills(context: AuditContext, rows: readonly number[]): Proposal[] {
  const fact = context.facts.fill(rows[0]);
  return fact ? ranked(context.standard.fills.map((fill) => proposalOf(context, rows, fact, fill))) : [];
}

function proposalOf(
  context: AuditContext,
  rows: readonly number[],
  fact: FillFact,
  fill: StandardFill,
): Proposal {
  // Gradients and solids are called the same in every file.
  const own = fact.kind === 'lines' ? wordsIn(fact.pattern).filter(tellsMaterial) : [];
  const name = saidByName(own, wordsOf(fill));
  const says = rows
    .flatMap((row) => materialsSaid(context).get(row) ?? [])
    .find(({ wanted }) => wanted === fill)?.says;
  // A name that means something else speaks against what a fill looks like.
  if (name === null && says === undefined && own.some(({ word }) => isKnown(word)))
    return { to: fill.name, likeness: 0, reasons: [] };
  const lines = sameLines(fact, fill);
  const spacing = lines && fact.kind === 'lines' && sameSpacing(context, rows[0], fact, fill);
  const layer =
    fill.layer !== '' &&
    rows.every((row) => foldName(layerNameOf(context.drawing, row)) === foldName(fill.layer));

  const grounds = { name: says === undefined ? (name?.likeness ?? 0) : 1, lines, spacing, layer };
  const weighed = (Object.keys(WEIGHTS) as (keyof typeof WEIGHTS)[]).reduce(
    (sum, ground) => sum + WEIGHTS[ground] * Number(grounds[ground]),
    0,
  );
  const looks = lines ? LOOKS.lines + LOOKS.spacing * Number(spacing) + LOOKS.layer * Number(layer) : 0;
  const isSaid = says !== undefined || name?.means;
  return {
    to: fill.name,
    likeness: isSaid ? weighed : Math.min(NOT_LIKELY, Math.max(weighed, looks)),
    reasons: [
      ...(name ? [name.because] : []),
      ...(says === undefined ? [] : [`“${says}” is written in ${rows.length === 1 ? 'it' : 'them'}`]),
      ...(lines ? [fill.kind === 'gradient' ? 'both gradients' : inDirections(fill)] : []),
      ...(spacing ? [`${fill.lines[0].spacingMm} mm apart`] : []),
      ...(layer ? [`they lie on ${fill.layer}`] : []),
    ],
  };
}

/** Each direction once: pairs of lines are drawn as two families. */
const directions = (angles: readonly number[]): number[] =>
  angles.filter((angle, i) => i === 0 || angle - angles[i - 1] > SAME_ANGLE);

/** "lines at 0° and 90°". */
const inDirections = (fill: StandardFill): string =>
  `lines at ${directions(wantedAngles(fill))
    .map((angle) => `${Number(angle.toFixed(1))}°`)
    .join(' and ')}`;

function sameLines(fact: FillFact, fill: StandardFill): boolean {
  if (fact.kind !== fill.kind || fact.kind === 'solid') return false;
  const [own, wanted] = [directions(anglesOf(fact.families)), directions(wantedAngles(fill))];
  return own.length === wanted.length && own.every((angle, i) => Math.abs(angle - wanted[i]) <= SAME_ANGLE);
}

function sameSpacing(
  context: AuditContext,
  row: number,
  { families }: FillFact,
  fill: StandardFill,
): boolean {
  const units = unitsPerMm(context, row, fill);
  const wanted = fill.lines[0]?.spacingMm ?? 0;
  const spacing = families[0]?.spacing ?? 0;
  return units !== null && wanted > 0 && Math.abs(spacing / units / wanted - 1) <= SAME_SPACING;
}
