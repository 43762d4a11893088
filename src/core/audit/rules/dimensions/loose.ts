import { layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { identityOf } from '../../../facts/identity';
import type { LooseDimension } from '../../../facts/loose-dimensions';
import { oneLine } from '../../../one-line';
import {
  dimensionValues,
  findDimensionStyle,
  type StandardDimensionStyle,
} from '../../../standard/dimension-settings';
import { type AuditContext, groupBy } from '../../context';
import { LIKELY, POSSIBLE } from '../../likeness/likely';
import type { Proposal } from '../../likeness/propose';
import type { Rule } from '../../rule';
import { words } from '../../value';
import { mm } from '../lettering/shared';

const messages = {
  loose: (count: number, says: string, layer: string) =>
    count === 1
      ? `“${says}” on layer “${layer}” and the lines around it were once a dimension.`
      : `${count} numbers on layer “${layer}” and the lines around them were once dimensions.`,
};

/** Heights that differ by less are one. */
const SAME_HEIGHT = 0.02;

export const dimensionsLoose: Rule = {
  meta: {
    id: 'dimensions/loose',
    title: 'Dimension broken up into lines and a number',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'Dimensions are dimensions: no number with a line and ends of its own stands in for one.',
    why: 'The number stays what it was when the drawing changes, and no change of the style reaches it.',
    source: 'Practice: dimensions that were taken apart are rebuilt before a drawing is worked on',
  },

  *check(context) {
    const { drawing, facts, standard, excepts } = context;
    if (standard.dimensions.length === 0) return;
    const loose = facts.looseDimensions.filter(({ text }) => !excepts(text));
    const byText = new Map(loose.map((one) => [one.text, one]));
    // One that is sure is put right with all of its layer; the others are each looked at by a person.
    const groups = groupBy(byText.keys(), (text) => {
      const one = byText.get(text)!;
      const style = sureStyle(context, one);
      return style === null ? `single ${text}` : `${foldName(layerNameOf(drawing, text))}|${style.name}`;
    });
    for (const texts of groups.values()) {
      const [text] = texts;
      const layer = layerNameOf(drawing, text);
      const style = sureStyle(context, byText.get(text)!);
      const says = oneLine(facts.text(text)?.says ?? '');
      yield {
        message: messages.loose(texts.length, says, layer),
        expected: words(texts.length === 1 ? 'a dimension' : `${texts.length} dimensions`),
        found: words(texts.length === 1 ? `“${says}” and lines` : 'numbers and lines'),
        rows: [...new Set(texts.flatMap((one) => byText.get(one)!.rows))].sort((a, b) => a - b),
        subject: {
          layer,
          kind: 'text',
          value: style?.name ?? says,
          ...(style ? {} : { object: identityOf(drawing, text) }),
        },
        ...(style
          ? {
              remedy: `Rebuilt as ${texts.length === 1 ? 'a dimension' : 'dimensions'} in style ${style.name}.`,
            }
          : {
              correction: 'choice' as const,
              sure: 0.7,
              options: [
                {
                  id: 'rebuild',
                  label: 'Make it a dimension in {to}',
                  needs: 'office dimension style' as const,
                  effect: 'drawing' as const,
                },
              ],
            }),
      };
    }
  },

  settle(context, finding, decision) {
    const rows = new Set(context.rowsOf(finding));
    const style = findDimensionStyle(
      context.standard.dimensions,
      decision?.to ?? finding.subject.value ?? '',
    );
    if (!style) return { refused: `The standard has no dimension style “${decision?.to ?? ''}”.` };
    const all = context.facts.looseDimensions;
    const loose = all.filter((one) => one.rows.every((row) => rows.has(row)));
    // A line that a neighbour shares stays until the neighbour is rebuilt too.
    const shared = new Set(all.filter((one) => !loose.includes(one)).flatMap((one) => one.rows));
    const going = [...rows].filter((row) => !shared.has(row));
    return {
      operations: [{ type: 'rebuild dimensions', rows: going, loose, style: style.name }],
    };
  },

  propose(context, finding) {
    const rows = new Set(context.rowsOf(finding));
    const one = context.facts.looseDimensions.find(({ text }) => rows.has(text));
    if (!one) return [];
    return context.standard.dimensions
      .map((style) => proposalOf(context, one, style))
      .filter(({ reasons }) => reasons.length > 0)
      .sort((a, b) => b.likeness - a.likeness);
  },
};

/** The style of the standard that a loose dimension is in, where everything speaks for one and nothing for another. */
function sureStyle(context: AuditContext, one: LooseDimension): StandardDimensionStyle | null {
  if (!one.ended) return null;
  const fitting = context.standard.dimensions.filter(
    (style) => proposalOf(context, one, style).reasons.length === 2,
  );
  return fitting.length === 1 ? fitting[0] : null;
}

function proposalOf(
  { facts, standard }: AuditContext,
  one: LooseDimension,
  style: StandardDimensionStyle,
): Proposal {
  const v = dimensionValues(standard.dimensions, style);
  const height = facts.text(one.text)?.height ?? 0;
  const [shown] = facts.appearances(one.text);
  const printed = shown ? height * shown.mmPerUnit : null;
  const reasons: string[] = [];
  if (printed !== null && Math.abs(printed / v.textHeightMm - 1) <= SAME_HEIGHT)
    reasons.push(`the number prints ${mm(v.textHeightMm)} high`);
  const strokes = v.tickMm > 0 || /slash|hook/.test(v.terminator1);
  if (one.ended && strokes === one.slashed)
    reasons.push(strokes ? 'strokes at its ends' : 'arrows or dots at its ends');
  const likeness = reasons.length === 2 ? LIKELY + 0.2 : reasons.length === 1 ? POSSIBLE + 0.05 : 0;
  return { to: style.name, likeness, reasons };
}
