import { z } from 'zod';
import { entityOf, layerNameOf, rangeOf } from '../../../dxf/drawing';
import type { Paragraph, TextRun } from '../../../dxf/fonts';
import { foldName } from '../../../dxf/interner';
import { rawMultiLine, runOfStyle } from '../../../dxf/read/decode-text';
import { INLINE_KINDS, type InlineKind, withoutOverrides } from '../../../dxf/read/inline-formatting';
import { type AuditContext, groupBy, isGenerated } from '../../context';
import type { Rule } from '../../rule';
import { switchSetting } from '../../settings';
import { words } from '../../value';
import { SAME_DEG, SAME_FACTOR } from './following';
import { texts } from './shared';

const messages = {
  own: (count: number, kinds: string, style: string, layer: string) =>
    `${texts(count)} in “${style}” on layer “${layer}” ${count === 1 ? 'carries' : 'carry'} ${kinds} of ${count === 1 ? 'its' : 'their'} own.`,
};

const settings = z.strictObject({
  colour: switchSetting('Colour within a text counts', true),
});

const KIND_WORDS: Readonly<Record<InlineKind, string>> = {
  font: 'a font',
  height: 'a height',
  colour: 'a colour',
  width: 'a letter width',
  slant: 'a slant',
  spacing: 'a letter spacing',
};

export const letteringOwnLooks: Rule = {
  meta: {
    id: 'lettering/own-looks',
    title: 'Text that looks otherwise than its style',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'Texts take font, letter width and slant from their style; nothing within them sets font, height, colour or width.',
    why: 'Heights and fonts typed into single texts stay as they are when the style is changed, and nothing tells.',
    source: 'Practice: a style is overridden nowhere; fractions, underlining and line breaks are no override',
    settings,
  },

  visit(context) {
    const { drawing } = context;
    const { colour } = settings.parse(context.settings);
    const found = new Map<number, readonly InlineKind[]>();
    const look = (row: number): void => {
      if (isGenerated(drawing, row)) return;
      const kinds = ownLooks(context, row).filter((kind) => kind !== 'colour' || colour);
      if (kinds.length > 0) found.set(row, kinds);
    };
    return {
      on: { text: look, attribute: look },
      *finish() {
        const groups = groupBy(found.keys(), (row) =>
          [foldName(layerNameOf(drawing, row)), foldName(styleName(context, row)), ...found.get(row)!].join(
            '\n',
          ),
        );
        for (const rows of groups.values()) {
          const [first] = rows;
          const kinds = found.get(first)!;
          const layer = layerNameOf(drawing, first);
          const said = kinds.map((kind) => KIND_WORDS[kind]).join(', ');
          yield {
            message: messages.own(rows.length, said, styleName(context, first), layer),
            expected: words('as the style has it'),
            found: words(said),
            rows,
            subject: { layer, kind: 'text', value: `${styleName(context, first)}: ${kinds.join(', ')}` },
            remedy: `${texts(rows.length)}: looks from the style; the words stay.`,
          };
        }
      },
    };
  },

  settle(context, finding) {
    const { drawing } = context;
    const rows = context.rowsOf(finding);
    const multi = rows.filter((row) => entityOf(drawing, row) === 'MTEXT');
    const single = rows.filter((row) => entityOf(drawing, row) !== 'MTEXT');
    const style = single.length > 0 ? runOfStyle(drawing, styleName(context, single[0])) : null;
    return {
      operations: [
        ...(multi.length > 0 ? [{ type: 'clear text formatting' as const, rows: multi }] : []),
        ...(style
          ? [
              {
                type: 'set text factors' as const,
                rows: single,
                widthFactor: style.widthFactor,
                slantDeg: Number(((style.slantRad * 180) / Math.PI).toFixed(9)),
              },
            ]
          : []),
      ],
    };
  },
};

const styleName = ({ drawing }: AuditContext, row: number): string =>
  drawing.reader.findText(rangeOf(drawing, row), 7, 'Standard');

/** What a text sets itself, and otherwise than its style. */
function ownLooks(context: AuditContext, row: number): InlineKind[] {
  const { drawing, facts } = context;
  const range = rangeOf(drawing, row);
  const multi = entityOf(drawing, row) === 'MTEXT';
  // Most texts set nothing themselves: they are not looked at further.
  const raw = multi ? rawMultiLine(drawing, range) : '';
  if (multi ? !raw.includes('\\') : drawing.reader.find(range, 41) < 0 && drawing.reader.find(range, 51) < 0)
    return [];
  const shape = facts.lettering(row)?.shape;
  if (!shape) return [];
  const style = runOfStyle(drawing, styleName(context, row));
  const kinds = new Set<InlineKind>();
  // Fitted text is as wide as its two points have it: its factor follows.
  if (multi) {
    const written = withoutOverrides(raw).kinds;
    if (written.size === 0) return [];
    for (const kind of differing(shape.paragraphs, style)) if (written.has(kind)) kinds.add(kind);
  } else if (!shape.fitTo) {
    for (const kind of differing(shape.paragraphs, style))
      if (kind === 'width' || kind === 'slant') kinds.add(kind);
  }
  return INLINE_KINDS.filter((kind) => kinds.has(kind));
}

function differing(paragraphs: readonly Paragraph[], style: TextRun): Set<InlineKind> {
  const kinds = new Set<InlineKind>();
  for (const { runs } of paragraphs)
    for (const run of runs) {
      if (foldName(run.font) !== foldName(style.font)) kinds.add('font');
      if (Math.abs(run.size - 1) > SAME_FACTOR) kinds.add('height');
      if (run.colour !== null) kinds.add('colour');
      if (Math.abs(run.widthFactor / style.widthFactor - 1) > SAME_FACTOR) kinds.add('width');
      if (Math.abs(run.slantRad - style.slantRad) > (SAME_DEG * Math.PI) / 180) kinds.add('slant');
      if (Math.abs(run.tracking - 1) > SAME_FACTOR) kinds.add('spacing');
    }
  return kinds;
}
