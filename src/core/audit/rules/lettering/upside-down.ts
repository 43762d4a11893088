import { z } from 'zod';
import { layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import type { LetteringFact, TextFact } from '../../../facts/texts';
import { groupBy, isPlaced } from '../../context';
import type { Rule } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { saysShort, texts, writtenText } from './shared';

const messages = {
  turned: (count: number, first: string, layer: string) =>
    count === 1
      ? `“${first}” on layer “${layer}” stands on its head, or reads from the left.`
      : `${texts(count)} on layer “${layer}” stand on their heads, or read from the left.`,
};

const settings = z.strictObject({
  tolerance: numberSetting('How far beyond plumb a text may lean', '°', 1, { max: 45 }),
});

const DEGREES = 180 / Math.PI;
/** What turning loses of an angle. */
const LEVEL = 1e-6;

export const letteringUpsideDown: Rule = {
  meta: {
    id: 'lettering/upside-down',
    title: 'Text that reads from the wrong side',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'Texts read from the bottom of the sheet or from its right.',
    why: 'A sheet is read from two sides; whoever has to turn it further misreads a 6 for a 9.',
    source: 'ISO 129-1, from memory: text is read from the bottom or from the right-hand side',
    settings,
  },

  visit(context) {
    const { drawing } = context;
    const { tolerance } = settings.parse(context.settings);
    const rows: number[] = [];
    const look = (row: number): void => {
      if (!isPlaced(drawing, row)) return;
      const fact = writtenText(context, row);
      if (fact && isTurned(fact, tolerance)) rows.push(row);
    };
    return {
      on: { text: look, attribute: look },
      *finish() {
        for (const group of groupBy(rows, (row) => foldName(layerNameOf(drawing, row))).values()) {
          const layer = layerNameOf(drawing, group[0]);
          yield {
            message: messages.turned(group.length, saysShort(context, group[0]), layer),
            expected: words('read from the bottom or from the right'),
            found: words(`turned by ${angleOf(context.facts.lettering(group[0])!)}°`),
            rows: group,
            subject: { layer, kind: 'text' },
            remedy: `${texts(group.length)}: half a turn about the middle; nothing else moves.`,
          };
        }
      },
    };
  },

  settle(context, finding) {
    const rows = context.rowsOf(finding);
    const about = rows.map((row): readonly [number, number] | null => {
      const fact = context.facts.text(row);
      return fact && isFlat(fact) && fact.box
        ? [(fact.box[0] + fact.box[4]) / 2, (fact.box[1] + fact.box[5]) / 2]
        : null;
    });
    if (about.some((point) => point === null))
      return { refused: 'A text that lies in a plane of its own, or is mirrored, is turned by hand.' };
    return { operations: [{ type: 'turn texts', rows, about: about as (readonly [number, number])[] }] };
  },
};

const angleOf = ({ angleRad }: LetteringFact): number => Number((angleRad * DEGREES).toFixed(2));

/** Beyond plumb to the left, up to plumb from above: what cannot be read from the bottom or from the right. */
function isTurned(fact: LetteringFact, tolerance: number): boolean {
  const angle = fact.angleRad * DEGREES;
  return angle > 90 + tolerance && angle <= 270 + LEVEL;
}

/** Whether a text lies in the plane of the drawing, seen from above, and is not mirrored. */
function isFlat({ shape }: TextFact): boolean {
  const { system, mirroredX, upsideDown } = shape;
  return (
    !mirroredX &&
    !upsideDown &&
    Math.abs(system[10] - 1) < 1e-9 &&
    system[0] * system[5] - system[1] * system[4] > 0
  );
}
