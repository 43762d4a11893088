import { z } from 'zod';
import { foldName } from '../../../dxf/interner';
import { paperMmPerPatternUnit, withJoinedGaps, wordsOf } from '../../../records/linetype-record';
import type { StandardLinetype } from '../../../standard/definitions';
import { formatElements, joinGaps, type LineWord } from '../../../standard/line-words';
import { findLinetype } from '../../../standard/standard';
import { clauseOf } from '../../context';
import type { Rule } from '../../rule';
import { numberSetting, switchSetting } from '../../settings';
import { formatValue, words } from '../../value';

const messages = {
  redefined: (name: string) => `Linetype “${name}” is not the standard’s.`,
};

const settings = z.strictObject({
  tolerance: numberSetting('What the length of an element may be off by', 'mm', 0.01),
  words: switchSetting('Words on lines are compared too', true),
});

export const linetypesRedefined: Rule = {
  meta: {
    id: 'linetypes/redefined',
    title: 'Linetype of the standard is another pattern here',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'Linetypes with a name of the standard have its dashes, gaps, dots and words, set as it says.',
    why: 'The name says hidden, the pattern says something else; two drawings on one sheet do not match.',
    source: 'Practice: linetypes as a sequence of dashes, gaps and dots, the same in every drawing',
    settings,
  },

  *check({ drawing, standard, settings: own }) {
    const { tolerance, words: compareWords } = settings.parse(own);
    const mm = paperMmPerPatternUnit(drawing);
    for (const record of drawing.linetypes.values()) {
      const wanted = findLinetype(standard, record.name);
      if (!wanted) continue;
      const pattern = withJoinedGaps(record);
      const elements = pattern.elements.map((length) => length * mm);
      const lineWords = wordsOf(drawing, pattern, mm, standard.lettering.styles);
      const office = joined(wanted);
      // The oldest version has no place for words.
      const fits =
        !compareWords || drawing.document.version < 'AC1012' || sameWords(lineWords, office.words, tolerance);
      if (sameLengths(elements, office.elementsMm, tolerance) && fits) continue;
      const found = elements.map((length) => Math.round(length * 1e4) / 1e4);
      const expectedWords = format(office, { elementsMm: found, words: lineWords });
      const foundWords = format({ elementsMm: found, words: lineWords }, office);
      yield {
        message: messages.redefined(record.name),
        expected: words(expectedWords),
        found: words(foundWords),
        subject: { property: 'linetype', value: record.name },
        ...clauseOf(wanted),
        looks: {
          expected: { colour: '#000000', widthMm: 0.35, elementsMm: wanted.elementsMm, prints: true },
          found: { colour: '#000000', widthMm: 0.35, elementsMm: found, prints: true },
        },
        remedy: `Linetype ${record.name}: ${foundWords} → ${expectedWords}.`,
      };
    }
  },

  settle({ drawing, standard }, { subject, expected, found }) {
    const name = subject.value ?? '';
    if (!findLinetype(standard, name) || !drawing.linetypes.has(foldName(name)))
      return { refused: 'The drawing or the standard no longer has this linetype.' };
    return {
      operations: [
        { type: 'redefine linetype', name, before: formatValue(found), after: formatValue(expected) },
      ],
    };
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
