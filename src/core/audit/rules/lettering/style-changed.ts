import type { DrawingTextStyle } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { fitsFont, fitsHeight, formatStyle, newTextStyle, styleOf } from '../../../records/text-style-record';
import { findTextStyle, type StandardTextStyle } from '../../../standard/lettering';
import { clauseOf } from '../../context';
import type { Rule } from '../../rule';
import { words } from '../../value';
import { followingTexts, SAME_FACTOR } from './following';

const messages = {
  changed: (name: string, what: string) => `Text style “${name}” has another ${what} than the standard.`,
};

/** Slants that differ by less are one, degrees. */
const SAME_DEG = 0.1;

export const letteringStyleChanged: Rule = {
  meta: {
    id: 'lettering/style-changed',
    title: 'Text style of the standard is another one here',
    stage: 'records',
    weight: 'must',
    correction: 'automatic',
    what: 'Text styles with a name of the standard have its font, letter width and slant, and no other fixed height.',
    why: 'Every text of the style looks otherwise than in the drawings beside it, and the style’s name hides it.',
    source: 'Practice: text styles with font, height, width factor and slant, the same in every drawing',
  },

  *check({ drawing, standard }) {
    for (const record of drawing.textStyles.values()) {
      const wanted = findTextStyle(standard.lettering.styles, record.name);
      if (!wanted) continue;
      const differs = differences(record, wanted);
      if (differs.length === 0) continue;
      const next = newTextStyle(wanted);
      yield {
        message: messages.changed(record.name, differs.join(', ')),
        expected: words(formatStyle(wanted.font === '' ? { ...next, font: '', family: '' } : next)),
        found: words(formatStyle(styleOf(record))),
        records: [drawing.reader.findText(record.range, 5).toUpperCase()].filter((handle) => handle !== ''),
        subject: { kind: 'text style', value: record.name },
        ...clauseOf(wanted),
        remedy: `Text style ${record.name}: ${differs.join(', ')} as the standard has it; every text of it follows.`,
      };
    }
  },

  settle(context, { subject: { value: name = '' } }) {
    const record = context.drawing.textStyles.get(foldName(name));
    const wanted = findTextStyle(context.standard.lettering.styles, name);
    return record && wanted
      ? { operations: [{ type: 'set text style', name }, ...followingTexts(context, record, wanted)] }
      : { refused: 'The standard no longer has this text style.' };
  },
};

function differences(record: DrawingTextStyle, wanted: StandardTextStyle): string[] {
  const differs: string[] = [];
  if (!fitsFont(record, wanted)) differs.push('font');
  if (Math.abs(record.widthFactor / wanted.widthFactor - 1) > SAME_FACTOR) differs.push('letter width');
  if (Math.abs(record.obliqueDeg - wanted.slantDeg) > SAME_DEG) differs.push('slant');
  if (!fitsHeight(record, wanted)) differs.push('fixed height');
  return differs;
}
