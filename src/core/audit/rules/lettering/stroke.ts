import { z } from 'zod';
import { layerNameOf } from '../../../dxf/drawing';
import { faceOf } from '../../../dxf/fonts';
import { foldName } from '../../../dxf/interner';
import { type AuditContext, groupBy, isPlaced } from '../../context';
import type { Rule } from '../../rule';
import { choiceSetting, numberSetting } from '../../settings';
import { words } from '../../value';
import { mm, texts, writtenText } from './shared';

const messages = {
  stroke: (count: number, layer: string, height: string, pen: string, how: string) =>
    `${texts(count)} of ${height} on layer “${layer}” ${count === 1 ? 'is' : 'are'} drawn with ${pen}: too ${how}.`,
};

const settings = z.strictObject({
  judged: choiceSetting(
    'Judged are',
    ['texts with a pen of their own', 'all texts'],
    'texts with a pen of their own',
    'What a layer is drawn with is the standard’s to say: its pens are judged where an office asks for it.',
  ),
  thinnest: numberSetting('Height over the thinnest stroke', 'times', 14, { min: 5, max: 40 }),
  thickest: numberSetting('Height over the thickest stroke', 'times', 10, { min: 3, max: 40 }),
  tolerance: numberSetting('What a stroke may be off by', '%', 15, {
    max: 100,
    description: 'Pens come in steps: 0.18 mm for letters of 2.5 mm.',
  }),
});
type Settings = z.infer<typeof settings>;

/** Letters whose stroke does not suit their height. */
interface Stroke {
  readonly heightMm: number;
  readonly widthMm: number;
  readonly how: 'thin' | 'thick';
  /** The pen of the layer would suit. */
  readonly layerSuits: boolean;
}

export const letteringStroke: Rule = {
  meta: {
    id: 'lettering/stroke',
    title: 'Stroke of lettering for its height',
    stage: 'looks',
    weight: 'note',
    correction: 'choice',
    ways: { 'pen of the layer': 'given the pen of the layer' },
    what: 'Letters that are drawn with a pen of their own have a stroke between a fourteenth and a tenth of their height.',
    why: 'Small letters in a thick pen close up, and large ones in a thin pen are hardly seen.',
    // Line widths of lettering type A and type B, from memory.
    source: 'ISO 3098-1: d = h/14 for type A, d = h/10 for type B',
    settings,
  },

  visit(context) {
    const { drawing } = context;
    const own = settings.parse(context.settings);
    const found = new Map<number, Stroke>();
    const look = (row: number): void => {
      if (!isPlaced(drawing, row)) return;
      const stroke = strokeOf(context, row, own);
      if (stroke) found.set(row, stroke);
    };
    return {
      on: { text: look, attribute: look },
      *finish() {
        const groups = groupBy(found.keys(), (row) => {
          const { heightMm, widthMm, layerSuits } = found.get(row)!;
          return `${foldName(layerNameOf(drawing, row))}\n${heightMm.toFixed(2)}\n${widthMm}\n${layerSuits}`;
        });
        for (const rows of groups.values()) {
          const { heightMm, widthMm, how, layerSuits } = found.get(rows[0])!;
          const layer = layerNameOf(drawing, rows[0]);
          const height = mm(Number(heightMm.toPrecision(3)));
          const [least, most] = [heightMm / own.thinnest, heightMm / own.thickest];
          yield {
            message: messages.stroke(rows.length, layer, height, mm(widthMm), how),
            expected: words(`${mm(Number(least.toFixed(2)))} to ${mm(Number(most.toFixed(2)))}`),
            found: words(mm(widthMm)),
            rows,
            subject: { layer, kind: 'text', property: 'width', value: `${height}, ${mm(widthMm)}` },
            ...(layerSuits
              ? {
                  options: [
                    {
                      id: 'pen of the layer',
                      label: 'Give them the pen of their layer',
                      needs: null,
                      effect: 'drawing' as const,
                    },
                  ],
                }
              : {
                  correction: 'manual' as const,
                  remedy: 'The pen of the layer does not suit either: another height, or another layer.',
                }),
          };
        }
      },
    };
  },

  settle: (context, finding) => ({
    operations: [{ type: 'take from layer', rows: context.rowsOf(finding), property: 'width' }],
  }),
};

/** Null for letters that are no strokes, and for those that no sheet shows. */
function strokeOf(context: AuditContext, row: number, own: Settings): Stroke | null {
  const { drawing, facts, standard } = context;
  const fact = writtenText(context, row);
  const record = fact && drawing.textStyles.get(foldName(fact.style));
  if (!fact || !record || faceOf(record.font, record.family, record.bold) !== 'stroke') return null;
  const [seen] = facts.appearancesOfText(row);
  const look = facts.look(row);
  if (!seen || !look.shows || !look.prints) return null;
  if (own.judged !== 'all texts' && look.widthFrom !== 'own') return null;
  const heightMm = fact.height * seen.mmPerUnit;
  const { widthMm } = look;
  const slack = 1 + own.tolerance / 100;
  const suits = (width: number): boolean =>
    width >= heightMm / own.thinnest / slack - 1e-9 && width <= (heightMm / own.thickest) * slack + 1e-9;
  if (!(heightMm > 0) || suits(widthMm)) return null;
  const layer = drawing.layerByName.get(foldName(look.layer));
  const pen = layer && layer.width >= 0 ? layer.width / 100 : standard.pens.defaultMm;
  return {
    heightMm,
    widthMm,
    how: widthMm * own.thinnest < heightMm ? 'thin' : 'thick',
    layerSuits: look.widthFrom === 'own' && suits(pen),
  };
}
