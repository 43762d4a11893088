import { z } from 'zod';
import { CONTRAST, type Colour, contrast, formatColour, hexOf, rgbOf, sameColour } from '../../../dxf/colour';
import { type Drawing, kindOf } from '../../../dxf/drawing';
import { nearestNumber, RGB_FROM } from '../../../dxf/edit/storable-colour';
import { foldName } from '../../../dxf/interner';
import { countOf, LINE_KINDS, type ObjectKind } from '../../../dxf/object-kinds';
import { type AuditContext, clauseOf, groupBy, isGenerated, kindsInWords } from '../../context';
import type { FindingDraft, Rule } from '../../rule';
import { choiceSetting, numberSetting } from '../../settings';
import { words } from '../../value';

const PRINTED = ['in black', 'in colour', 'in grey'] as const;
type Printed = (typeof PRINTED)[number];

const messages = {
  layer: (layer: string, colour: string, printed: Printed, ratio: string) =>
    `Layer “${layer}” is too light on white ${said(printed)}: ${colour} has a contrast of ${ratio}.`,
  own: (what: string, count: number, layer: string, colour: string, printed: Printed, ratio: string) =>
    `${what} on layer “${layer}” ${count === 1 ? 'is' : 'are'} too light on white ${said(printed)}: ${colour} has a contrast of ${ratio}.`,
};
const said = (printed: Printed): string => (printed === 'in grey' ? 'in grey printing' : 'in print');

const settings = z.strictObject({
  printed: choiceSetting(
    'Sheets are printed',
    PRINTED,
    'in black',
    'In black no colour is too light, and nothing is found.',
  ),
  least: numberSetting('Least contrast with white paper', 'to 1', 3, {
    min: 1,
    max: 21,
    description: 'WCAG 2.2: 3 for lines and signs, 4.5 for text.',
  }),
});
type Settings = z.infer<typeof settings>;

const WHITE = 0xffffff;
/** What has to be read: lines, lettering and what is made of them. Areas may be as light as they like. */
const READ: ReadonlySet<ObjectKind> = new Set<ObjectKind>([
  ...LINE_KINDS,
  'text',
  'attribute',
  'dimension',
  'leader',
  'parallel-line set',
]);

export const linesContrast: Rule = {
  meta: {
    id: 'lines/contrast',
    title: 'Colour too light to be read',
    stage: 'looks',
    weight: 'should',
    correction: 'choice',
    what: 'Lines and lettering stand out from white paper, in grey printing too.',
    why: 'Yellow and light cyan read well on a dark screen, and on paper they are gone.',
    // WCAG 2.2, success criterion 1.4.11, from memory.
    source: 'WCAG 2.2, contrast ratio: (L1 + 0.05) / (L2 + 0.05), at least 3 for what has to be made out',
    settings,
  },

  idle: (own) =>
    settings.parse(own).printed === 'in black'
      ? 'sheets are printed in black, so that no colour is too light'
      : null,

  visit(context) {
    const own = settings.parse(context.settings);
    const { drawing } = context;
    const light: number[] = [];
    // Old versions have fills drawn line by line, in the colour of the fill: an area may be light.
    const ofFills = new Set(context.standard.fills.map(({ colour }) => colour));
    return {
      on:
        own.printed === 'in black'
          ? {}
          : {
              any(row) {
                if (!READ.has(kindOf(drawing, row)) || isGenerated(drawing, row)) return;
                const { colour, prints, shows, colourFrom } = context.facts.look(row);
                if (!prints || !shows || colourFrom === 'placement' || isRead(colour, own)) return;
                if (colourFrom === 'own' && 'number' in colour && ofFills.has(colour.number)) return;
                light.push(row);
              },
            },
      *finish() {
        const groups = groupBy(light, (row) => {
          const { colourFrom, colourBy } = context.facts.look(row);
          return colourFrom === 'layer'
            ? `layer ${foldName(colourBy ?? '')}`
            : `own ${foldName(context.layerUse(row).name)}`;
        });
        for (const rows of groups.values()) {
          const found = draftOf(context, own, rows);
          if (found) yield found;
        }
      },
    };
  },

  settle(context, finding, decision) {
    if (decision?.option === 'layer')
      return {
        operations: [{ type: 'take from layer', rows: context.rowsOf(finding), property: 'colour' }],
      };
    const own = settings.parse(context.settings);
    const use = context.layers.get(foldName(finding.subject.layer ?? ''));
    if (!use?.record) return { refused: 'The drawing no longer has this layer.' };
    const colour = nearestRead(context.drawing, use.record.colour, own);
    return { operations: [{ type: 'colour layer', layer: use.name, colour }] };
  },
};

function draftOf(context: AuditContext, own: Settings, rows: readonly number[]): FindingDraft | null {
  const { drawing, facts } = context;
  const { colourFrom, colourBy } = facts.look(rows[0]);
  // Of several colours of their own the lightest speaks.
  const lightest = rows.reduce((a, b) =>
    ratioOf(facts.look(b).colour, own.printed) < ratioOf(facts.look(a).colour, own.printed) ? b : a,
  );
  const { colour } = facts.look(lightest);
  const ofLayer = colourFrom === 'layer';
  const use = ofLayer ? context.layers.get(foldName(colourBy ?? '')) : context.layerUse(rows[0]);
  if (!use) return null;
  const layer = use.name;
  // A colour that is not the standard's is put right by its own rule; what comes of that is what counts.
  if (ofLayer && use.standard && !sameColour(use.standard.colour, colour) && isRead(use.standard.colour, own))
    return null;
  const what = kindsInWords(drawing, rows);
  const ratio = String(Number(ratioOf(colour, own.printed).toFixed(2)));
  const about = {
    expected: words(`a contrast of ${own.least} or more`),
    found: words(`${ratio}, ${formatColour(colour)}`),
    rows,
    ...clauseOf(use.standard),
  };
  const look = { widthMm: facts.look(rows[0]).widthMm, elementsMm: [], prints: true };
  const looksWith = (better: Colour) => ({
    looks: {
      expected: { ...look, colour: hexOf(rgbOf(better)) },
      found: { ...look, colour: hexOf(rgbOf(colour)) },
    },
  });
  if (ofLayer) {
    const better = nearestRead(drawing, colour, own);
    return {
      ...about,
      message: messages.layer(layer, formatColour(colour), own.printed, ratio),
      subject: { layer, property: 'colour', value: formatColour(colour) },
      ...(use.record ? { record: { table: 'layer' as const, name: use.record.name } } : {}),
      ...looksWith(better),
      ...(use.standard
        ? {
            correction: 'manual' as const,
            remedy: 'The standard has this colour: change it there, and all drawings with it.',
          }
        : {
            remedy: `Colour of layer ${layer}: ${formatColour(colour)} → ${formatColour(better)}, the nearest that can be read.`,
            options: [
              {
                id: 'darken',
                label: `Make the layer ${formatColour(better)}`,
                needs: null,
                effect: 'drawing' as const,
              },
            ],
          }),
    };
  }
  const fromLayer = use.record?.colour;
  return {
    ...about,
    message: messages.own(what, rows.length, layer, formatColour(colour), own.printed, ratio),
    subject: { layer, property: 'colour', value: 'own' },
    ...(fromLayer && isRead(fromLayer, own)
      ? {
          ...looksWith(fromLayer),
          remedy: `${countOf('object', rows.length)}: ${formatColour(colour)} → ${formatColour(fromLayer)}, the layer’s.`,
          options: [
            {
              id: 'layer',
              label: `Give ${countOf('object', rows.length)} the colour of the layer`,
              needs: null,
              effect: 'drawing' as const,
            },
          ],
        }
      : {
          correction: 'manual' as const,
          remedy: 'The colour of its layer is too light as well: that comes first.',
        }),
  };
}

/** Contrast of a colour with white paper, as it is printed. */
function ratioOf(colour: Colour, printed: Printed): number {
  const rgb = rgbOf(colour);
  if (printed !== 'in grey') return contrast(rgb, WHITE);
  // ITU-R BT.601, from memory: how printers and screens make grey of a colour.
  const grey = Math.round(0.299 * (rgb >> 16) + 0.587 * ((rgb >> 8) & 255) + 0.114 * (rgb & 255));
  return contrast((grey << 16) | (grey << 8) | grey, WHITE);
}

const isRead = (colour: Colour, { printed, least }: Settings): boolean => ratioOf(colour, printed) >= least;

/** The colour nearest to one that is dark enough: of the same hue, or a numbered one where the version holds no other. */
function nearestRead(drawing: Drawing, colour: Colour, own: Settings): Colour {
  const rgb = rgbOf(colour);
  const parts = [rgb >> 16, (rgb >> 8) & 255, rgb & 255];
  if (drawing.document.version >= RGB_FROM) {
    for (let share = 99; share > 0; share--) {
      const [r, g, b] = parts.map((part) => Math.round((part * share) / 100));
      const darker = { rgb: (r << 16) | (g << 8) | b };
      if (isRead(darker, own)) return darker;
    }
    return { rgb: 0 };
  }
  return { number: nearestNumber(rgb, (number) => number !== CONTRAST && isRead({ number }, own)) };
}
