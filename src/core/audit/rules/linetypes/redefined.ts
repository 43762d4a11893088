import { foldName } from '../../../dxf/interner';
import { paperMmPerPatternUnit, withJoinedGaps, wordsOf } from '../../../records/linetype-record';
import type { StandardLinetype } from '../../../standard/definitions';
import { formatElements, joinGaps, type LineWord } from '../../../standard/line-words';
import { findLinetype } from '../../../standard/standard';
import type { Rule } from '../../rule';

export const linetypesRedefined: Rule = {
  meta: {
    id: 'linetypes/redefined',
    title: 'Linetype of the standard is another pattern here',
    checks: 'Linetypes with a name of the standard have its dashes, gaps, dots and words, set as it says.',
    why: 'The name says hidden, the pattern says something else; two drawings on one sheet do not match.',
    weight: 'should',
    correction: 'automatic',
    source: 'Needs A4, C4, D4',
    tolerance: { default: 0.01, unit: 'mm', of: 'the length of an element' },
  },

  *check({ drawing, standard, tolerance }) {
    const mm = paperMmPerPatternUnit(drawing);
    for (const record of drawing.linetypes.values()) {
      const wanted = findLinetype(standard, record.name);
      if (!wanted) continue;
      const pattern = withJoinedGaps(record);
      const elements = pattern.elements.map((length) => length * mm);
      const words = wordsOf(drawing, pattern, mm, standard.lettering.styles);
      const office = joined(wanted);
      // The oldest version has no place for words.
      const told = drawing.document.version < 'AC1012' || sameWords(words, office.words, tolerance);
      if (sameLengths(elements, office.elementsMm, tolerance) && told) continue;
      const found = elements.map((length) => Math.round(length * 1e4) / 1e4);
      yield {
        message: `Linetype “${record.name}” is not the standard’s.`,
        expected: format(office, { elementsMm: found, words }),
        found: format({ elementsMm: found, words }, office),
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

/** The standard's pattern with one gap for each mark, as those of drawings are taken. */
function joined({ elementsMm, words, symbols }: StandardLinetype): Pattern {
  const marked = new Set([...words, ...symbols].map(({ element }) => element));
  const { elements, now } = joinGaps(elementsMm, marked);
  return { elementsMm: elements, words: words.map((word) => ({ ...word, element: now[word.element] })) };
}

interface Pattern {
  readonly elementsMm: readonly number[];
  readonly words: readonly LineWord[];
}

/** The elements in words; how the words are set only where nothing else tells two patterns apart. */
function format(pattern: Pattern, other: Pattern): string {
  if (pattern.elementsMm.length === 0) return 'unbroken';
  const elements = formatElements(pattern);
  return elements === formatElements(other)
    ? `${elements}: ${pattern.words.map(formatWord).join('; ')}`
    : elements;
}

const formatWord = ({ text, heightMm, style, offsetMm, upright }: LineWord): string =>
  [
    `“${text}” ${round(heightMm)} mm high`,
    ...(style === '' ? [] : [`in ${style}`]),
    offsetMm === 0 ? 'on the line' : `${round(offsetMm)} mm off the line`,
    ...(upright ? ['level'] : []),
  ].join(', ');

const round = (mm: number): number => Math.round(mm * 1e4) / 1e4;

const sameWords = (a: readonly LineWord[], b: readonly LineWord[], most: number): boolean =>
  a.length === b.length &&
  a.every((word, i) => {
    const other = b[i];
    return (
      word.element === other.element &&
      word.text === other.text &&
      word.upright === other.upright &&
      // A word without a style is plain, whatever the drawing calls its plain style.
      (other.style === '' || foldName(word.style) === foldName(other.style)) &&
      Math.abs(word.heightMm - other.heightMm) <= most &&
      Math.abs(word.offsetMm - other.offsetMm) <= most
    );
  });

const sameLengths = (a: readonly number[], b: readonly number[], most: number): boolean =>
  a.length === b.length && a.every((length, i) => Math.abs(length - b[i]) <= most);
