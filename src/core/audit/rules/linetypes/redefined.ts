import type { DrawingLinetype } from '../../../drawing/drawing';
import { foldName } from '../../../dxf/interner';
import { paperMmPerPatternUnit } from '../../../standard/learn';
import { sayElements } from '../../../standard/line-words';
import { findLinetype, type StandardLinetype } from '../../../standard/standard';
import type { Rule } from '../../rule';

export const linetypesRedefined: Rule = {
  meta: {
    id: 'linetypes/redefined',
    title: 'Linetype of the standard is another pattern here',
    checks: 'Linetypes with a name of the standard have its dashes, gaps, dots and words.',
    why: 'The name says hidden, the pattern says something else; two drawings on one sheet do not match.',
    gravity: 'should',
    correction: 'automatic',
    source: 'Needs A4, C4, D4',
    tolerance: { default: 0.01, unit: 'mm', of: 'the length of an element' },
  },

  *check({ drawing, standard, tolerance }) {
    const mm = paperMmPerPatternUnit(drawing);
    for (const record of drawing.linetypes.values()) {
      const wanted = findLinetype(standard, record.name);
      if (!wanted) continue;
      const elements = record.elements.map((length) => length * mm);
      const words =
        drawing.document.version < 'AC1012' ? wanted.words.map(({ text }) => text) : wordsOf(record);
      if (
        sameLengths(elements, wanted.elementsMm, tolerance) &&
        words.join('\n') === wanted.words.map(({ text }) => text).join('\n')
      )
        continue;
      const found = elements.map((length) => Math.round(length * 1e4) / 1e4);
      yield {
        message: `Linetype “${record.name}” is not the standard’s.`,
        expected: say(wanted),
        found: say({
          elementsMm: found,
          words: [...record.marks].map(([element, { text }]) => ({
            element,
            text,
            heightMm: 0,
            upright: false,
          })),
        }),
        handles: [],
        subject: { property: 'linetype', value: record.name },
        ...(wanted.clause === '' ? {} : { clause: wanted.clause }),
        looks: {
          expected: { colour: '#000000', widthMm: 0.35, elementsMm: wanted.elementsMm, prints: true },
          found: { colour: '#000000', widthMm: 0.35, elementsMm: found, prints: true },
        },
      };
    }
  },

  correct({ drawing, standard, editor }, finding) {
    const name = finding.subject.value ?? '';
    const wanted = findLinetype(standard, name);
    const record = drawing.linetypes.get(foldName(name));
    if (!wanted || !record) return [];
    editor.redefineLinetype(record, wanted);
    return [
      {
        rule: finding.rule,
        handle: '',
        kind: 'linetype',
        property: 'record',
        where: 'linetypes',
        before: finding.found,
        after: finding.expected,
      },
    ];
  },
};

const wordsOf = ({ marks }: DrawingLinetype): string[] =>
  [...marks.values()].map(({ text }) => text.trim()).filter((text) => text !== '');

const say = (linetype: Pick<StandardLinetype, 'elementsMm' | 'words'>): string =>
  linetype.elementsMm.length > 0 ? sayElements(linetype) : 'unbroken';

const sameLengths = (a: readonly number[], b: readonly number[], most: number): boolean =>
  a.length === b.length && a.every((length, i) => Math.abs(length - b[i]) <= most);
