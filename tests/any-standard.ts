import fc from 'fast-check';
import { FACES } from '../src/core/dxf/fonts';
import { OBJECT_KINDS } from '../src/core/dxf/object-kinds';
import { PROPERTIES, type StandardLayer, type StandardLinetype } from '../src/core/standard/definitions';
import { fillSchema, type StandardFill } from '../src/core/standard/fills';
import { JUSTIFICATIONS, type StandardTextStyle } from '../src/core/standard/lettering';
import { followed } from '../src/core/standard/line-families';
import { type LineMark, symbolBox } from '../src/core/standard/line-marks';
import { wordLook, wordWidthMm } from '../src/core/standard/line-words';
import type { LineMeaning } from '../src/core/standard/meanings';
import type { StandardParallelSet } from '../src/core/standard/parallels';
import { blankStandard, type Standard } from '../src/core/standard/standard';
import type { StandardSymbol } from '../src/core/standard/symbols';

const WIDTHS = [0.13, 0.18, 0.25, 0.35, 0.5, 0.7, 1];

/** Hundredths between two values: what people type. */
const hundredths = (min: number, max: number): fc.Arbitrary<number> =>
  fc.integer({ min: Math.ceil(min * 100), max: Math.floor(max * 100) }).map((n) => n / 100);

/** Names as offices have them: letters of several scripts, figures, blanks, marks that the format allows. */
const word = fc.stringMatching(
  /^[A-Za-z0-9ÄÖéßЖцΩ図面][A-Za-z0-9ÄÖéßЖцΩ図面 _.$#&+()-]{0,14}[A-Za-z0-9Ä図]$/u,
);
const sentence = fc.oneof(
  fc.constant(''),
  fc.stringMatching(/^[A-Za-zé][A-Za-z0-9é “”"';,.\\/%^&-]{0,30}[A-Za-z.]$/u),
);
const clause = fc.oneof(fc.constant(''), fc.stringMatching(/^[1-9](\.[1-9]){0,2}$/));
const colourNumber = fc.option(fc.integer({ min: 1, max: 255 }));

/** Names that are told apart whatever their case. */
const names = (kind: string, most: number): fc.Arbitrary<string[]> =>
  fc
    .uniqueArray(word, { maxLength: most, selector: (name) => name.trim().toLowerCase() })
    // What the format keeps for itself is told in tests of its own.
    .map((list) => list.map((name) => name.trim()).filter((name) => !/^(standard|0|defpoints)$/i.test(name)))
    .map((list) => list.map((name, i) => (name.length > 24 ? `${kind}${i}` : name)));

const styleOf = (name: string): fc.Arbitrary<StandardTextStyle> =>
  fc.record({
    name: fc.constant(name),
    use: sentence,
    font: fc.constantFrom('', 'romans', 'Arial', 'Times New Roman'),
    face: fc.constantFrom(...FACES),
    heights: fc.constantFrom('its own' as const, 'any permitted' as const),
    heightMm: fc.constantFrom(1.8, 2.5, 3.5, 5, 7),
    widthFactor: hundredths(0.5, 2),
    slantDeg: hundredths(-30, 30),
    lineSpacing: hundredths(1.2, 2),
    justification: fc.constantFrom(...JUSTIFICATIONS),
    clause,
    notes: sentence,
  });

const markOf = (name: string, number: number): fc.Arbitrary<LineMark> =>
  fc
    .array(fc.array(fc.tuple(hundredths(-3, 3), hundredths(-3, 3)), { minLength: 2, maxLength: 6 }), {
      minLength: 1,
      maxLength: 4,
    })
    .map((strokes) => ({ name, number, strokes: strokes.map((points) => points.flat()) }));

type Piece = { length: number; word: string | null; mark: boolean };

/** Dashes and what stands between them; gaps are made wide enough for what they carry. */
function linetypeOf(
  name: string,
  styles: readonly StandardTextStyle[],
  marks: readonly LineMark[],
): fc.Arbitrary<StandardLinetype> {
  const piece: fc.Arbitrary<Piece> = fc.record({
    length: hundredths(0.1, 30),
    word: fc.option(
      fc.stringMatching(/^[A-ZЖ][A-Z0-9, .]{0,5}$/u).map((text) => text.trim()),
      { freq: 2 },
    ),
    mark: fc.boolean(),
  });
  return fc
    .record({
      pieces: fc.array(piece, { maxLength: 5 }),
      style: fc.constantFrom('', ...styles.map((one) => one.name)),
      mark: fc.constantFrom(null, ...marks),
      heightMm: hundredths(0.5, 4),
      offset: fc.option(hundredths(-6, 6), { freq: 3 }),
      upright: fc.boolean(),
      scale: fc.constantFrom(0.5, 1, 1.75),
      place: fc.constantFrom('centred' as const, 'sitting' as const),
      basis: fc.constantFrom('paper' as const, 'model' as const),
      insetMm: hundredths(0, 5),
      whole: fc.boolean(),
      description: sentence,
      notes: sentence,
      clause,
    })
    .map(({ pieces, style, mark, heightMm, offset, upright, scale, place, insetMm, whole, ...rest }) => {
      const elementsMm: number[] = [];
      const words: StandardLinetype['words'] = [];
      const symbols: StandardLinetype['symbols'] = [];
      for (const one of pieces) {
        elementsMm.push(one.length);
        const element = elementsMm.length;
        let gap = one.length / 2;
        if (one.word) {
          const offsetMm = offset ?? 0;
          words.push({ element, text: one.word, heightMm, style, offsetMm, upright });
          gap += wordWidthMm(one.word, heightMm, wordLook(styles, style));
        } else if (one.mark && mark) {
          symbols.push({ element, symbol: mark.name, scale, place, upright });
          gap += symbolBox(mark, scale).width;
        }
        elementsMm.push(-Math.ceil(gap * 100) / 100);
      }
      return { name, ...rest, elementsMm, words, symbols, follows: null, ends: { insetMm, whole } };
    });
}

const layerOf = (
  name: string,
  linetypes: readonly string[],
  roles: readonly string[],
  meanings: readonly string[],
): fc.Arbitrary<StandardLayer> =>
  fc.record({
    name: fc.constant(name),
    purpose: sentence,
    kinds: fc.subarray([...OBJECT_KINDS]),
    colour: fc.oneof(
      fc.integer({ min: 1, max: 255 }).map((number) => ({ number })),
      fc.integer({ min: 0, max: 0xffffff }).map((rgb) => ({ rgb })),
    ),
    linetype: fc.constantFrom('Continuous', ...linetypes),
    widthMm: fc.option(fc.constantFrom(...WIDTHS)),
    prints: fc.boolean(),
    required: fc.boolean(),
    ownValuesAllowed: fc.subarray([...PROPERTIES]),
    discipline: sentence.map((text) => text.slice(0, 20).trim()),
    role: fc.constantFrom('', ...roles),
    meaning: fc.constantFrom('', ...meanings),
    notes: sentence,
    clause,
  });

const fillOf = (name: string, layers: readonly string[]): fc.Arbitrary<StandardFill> =>
  fc
    .record({
      kind: fc.constantFrom('lines' as const, 'solid' as const, 'gradient' as const),
      lines: fc.array(
        fc.record({
          angleDeg: hundredths(-180, 180),
          originMm: fc.tuple(hundredths(-9, 9), hundredths(-9, 9)),
          spacingMm: hundredths(2, 50),
          shiftMm: hundredths(-9, 9),
          dashesMm: fc.constantFrom([], [5, -2.5], [3, -1, 0, -1], [0, -2]),
        }),
        { minLength: 1, maxLength: 3 },
      ),
      material: sentence,
      basis: fc.constantFrom('paper' as const, 'model' as const),
      angle: fc.constantFrom('fixed' as const, 'host' as const),
      origin: fc.constantFrom('fixed' as const, 'host' as const),
      clearOfText: fc.boolean(),
      behind: fc.boolean(),
      layer: fc.constantFrom('', ...layers),
      secondColour: colourNumber,
      gradientDeg: hundredths(-90, 90),
      clause,
      notes: sentence,
    })
    .map(({ lines, ...rest }) =>
      fillSchema.parse({ name, ...rest, lines: rest.kind === 'lines' ? lines : [] }),
    );

const setOf = (name: string, linetypes: readonly string[]): fc.Arbitrary<StandardParallelSet> =>
  fc.record({
    name: fc.constant(name),
    use: sentence,
    lines: fc.uniqueArray(
      fc.record({
        offsetMm: hundredths(-500, 500),
        colour: colourNumber,
        linetype: fc.constantFrom('', ...linetypes),
      }),
      { minLength: 2, maxLength: 6, selector: ({ offsetMm }) => offsetMm },
    ),
    startCap: fc.constantFrom('open' as const, 'line' as const, 'round' as const),
    endCap: fc.constantFrom('open' as const, 'line' as const, 'round' as const),
    fillColour: colourNumber,
    clause,
    notes: sentence,
  });

const anySymbol = (name: string, layers: readonly string[]): fc.Arbitrary<StandardSymbol> =>
  fc.record({
    name: fc.constant(name),
    use: sentence,
    division: sentence,
    layer: fc.constantFrom('', ...layers),
    clause,
    notes: sentence,
  });

const meaningOf = (
  name: string,
  linetypes: readonly string[],
  roles: readonly string[],
): fc.Arbitrary<LineMeaning> =>
  fc.record({
    name: fc.constant(name),
    linetype: fc.constantFrom('Continuous', ...linetypes),
    role: fc.constantFrom('', ...roles),
    words: fc.uniqueArray(fc.stringMatching(/^[a-z]{2,8}$/), { maxLength: 3 }),
    clause,
    notes: sentence,
  });

const each = <T>(
  list: readonly string[],
  make: (name: string, i: number) => fc.Arbitrary<T>,
): fc.Arbitrary<T[]> => fc.tuple(...list.map(make)) as fc.Arbitrary<T[]>;

/** Any standard that an office could have, but for its dimension styles: see {@link anyDimension}. */
export const anyStandard: fc.Arbitrary<Standard> = fc
  .record({
    layers: names('L', 6),
    linetypes: names('T', 4).map((list) =>
      list.filter((name) => !/^(continuous|by(layer|block))$/i.test(name)),
    ),
    styles: names('S', 3),
    marks: names('M', 2),
    fills: fc.uniqueArray(fc.stringMatching(/^[A-Z][A-Z0-9_-]{2,12}$/), { maxLength: 3 }),
    sets: names('P', 2),
    symbols: names('B', 3),
    roles: names('R', 3),
    meanings: names('Q', 2),
  })
  .chain((called) =>
    fc
      .tuple(
        each(called.styles, styleOf),
        each(called.marks, (name, i) => markOf(name, i + 1)),
        each(called.roles, (role) => fc.constantFrom(...WIDTHS).map((widthMm) => ({ role, widthMm }))),
      )
      .chain(([styles, marks, roles]) =>
        fc.record({
          styles: fc.constant(styles),
          lineMarks: fc.constant(marks),
          roles: fc.constant(roles),
          linetypes: each(called.linetypes, (name) => linetypeOf(name, styles, marks)),
          meanings: each(called.meanings, (name) => meaningOf(name, called.linetypes, called.roles)),
          layers: each(called.layers, (name) =>
            layerOf(name, called.linetypes, called.roles, called.meanings),
          ),
          fills: each(called.fills, (name) => fillOf(name, called.layers)),
          parallels: each(called.sets, (name) => setOf(name, called.linetypes)),
          symbols: each(called.symbols, (name) => anySymbol(name, called.layers)),
          follow: fc.boolean(),
        }),
      ),
  )
  .map(({ styles, roles, linetypes, follow, ...parts }) => {
    const blank = blankStandard('Any');
    // Where two lines have words, the others can follow the first of them.
    const base = follow ? linetypes.find(({ words }) => words.length > 0) : undefined;
    const family = followed({
      linetypes: linetypes.map((linetype) =>
        base && linetype !== base && linetype.words.length > 0
          ? { ...linetype, follows: base.name }
          : linetype,
      ),
      lettering: { styles },
    });
    return {
      ...blank,
      ...parts,
      linetypes: [...blank.linetypes, ...family.linetypes],
      lettering: { ...blank.lettering, styles },
      pens: { ...blank.pens, roles },
    };
  });
