import { foldName } from '../dxf/interner';
import type { StandardLinetype, StandardPens } from './definitions';
import { familyFaults, type StandardDimensionStyle } from './dimension-settings';
import type { StandardFill } from './fills';
import type { Lettering } from './lettering';
import { followingFault } from './line-families';
import { type LineMark, symbolBox } from './line-marks';
import { formatTooWide, wordFault, wordLook } from './line-words';
import type { LineMeaning } from './meanings';
import type { StandardParallelSet } from './parallels';
import type { StandardSymbol } from './symbols';

interface Parts {
  readonly dimensions: StandardDimensionStyle[];
  readonly fills: StandardFill[];
  readonly parallels: StandardParallelSet[];
  readonly symbols: StandardSymbol[];
  readonly lineMarks: LineMark[];
  readonly linetypes: StandardLinetype[];
  readonly meanings: LineMeaning[];
  readonly lettering: Lettering;
  readonly pens: StandardPens;
}

/** Lists in which a name stands once. */
const ONCE = ['fills', 'parallels', 'symbols', 'lineMarks', 'meanings'] as const;

/** What definitions ask of one another: names that must be there, and once only. */
export function checkParts(
  standard: Parts,
  linetypes: ReadonlySet<string>,
  layers: ReadonlySet<string>,
  complain: (path: (string | number)[], message: string) => void,
): void {
  const isLinetype = (name: string): boolean =>
    name === '' || foldName(name) === 'continuous' || linetypes.has(foldName(name));
  const once = (kind: (typeof ONCE)[number]): void => {
    const names = new Set<string>();
    for (const [i, { name }] of standard[kind].entries()) {
      if (names.has(foldName(name))) complain([kind, i, 'name'], `“${name}” is there twice`);
      names.add(foldName(name));
    }
  };
  for (const kind of ONCE) once(kind);
  for (const { path, message } of familyFaults(standard.dimensions))
    complain(['dimensions', ...path], message);
  const styles = new Set(standard.lettering.styles.map(({ name }) => foldName(name)));
  for (const [i, { settings }] of standard.dimensions.entries()) {
    const at = (name: string): (string | number)[] => ['dimensions', i, 'settings', name];
    for (const name of ['lineLinetype', 'extensionLinetype1', 'extensionLinetype2'] as const)
      if (!isLinetype(settings[name] ?? ''))
        complain(at(name), `the standard has no linetype “${settings[name]}”`);
    if (settings.textStyle && !styles.has(foldName(settings.textStyle)))
      complain(at('textStyle'), `the standard has no text style “${settings.textStyle}”`);
    for (const name of ['linePenMm', 'extensionPenMm'] as const) {
      const mm = settings[name];
      if (mm != null && !standard.pens.seriesMm.includes(mm))
        complain(at(name), `${mm} mm is not among the permitted pen widths`);
    }
  }
  for (const kind of ['fills', 'symbols'] as const)
    for (const [i, { layer }] of standard[kind].entries())
      if (layer !== '' && !layers.has(foldName(layer)))
        complain([kind, i, 'layer'], `the standard has no layer “${layer}”`);
  for (const [i, { lines }] of standard.parallels.entries())
    for (const [j, { linetype }] of lines.entries())
      if (!isLinetype(linetype))
        complain(['parallels', i, 'lines', j, 'linetype'], `the standard has no linetype “${linetype}”`);
  const roles = new Set(standard.pens.roles.map(({ role }) => foldName(role)));
  for (const [i, { linetype, role }] of standard.meanings.entries()) {
    if (!isLinetype(linetype))
      complain(['meanings', i, 'linetype'], `the standard has no linetype “${linetype}”`);
    if (role !== '' && !roles.has(foldName(role)))
      complain(['meanings', i, 'role'], `the pens have no role “${role}”`);
  }
  const numbers = new Set<number>();
  for (const [i, { number }] of standard.lineMarks.entries()) {
    if (numbers.has(number)) complain(['lineMarks', i, 'number'], `number ${number} is there twice`);
    numbers.add(number);
  }
  for (const [i, linetype] of standard.linetypes.entries()) {
    const { symbols, elementsMm } = linetype;
    const following = followingFault(standard.linetypes, linetype);
    if (following) complain(['linetypes', i, 'follows'], following);
    for (const [j, word] of linetype.words.entries()) {
      if (word.style === '') continue;
      const fault = styles.has(foldName(word.style))
        ? wordFault(linetype, word, wordLook(standard.lettering.styles, word.style))
        : `the standard has no text style “${word.style}”`;
      if (fault) complain(['linetypes', i, 'words', j], fault);
    }
    for (const [j, placed] of symbols.entries()) {
      const symbol = standard.lineMarks.find((one) => foldName(one.name) === foldName(placed.symbol));
      const gap = elementsMm[placed.element];
      if (!symbol) complain(['linetypes', i, 'symbols', j], `there is no line mark “${placed.symbol}”`);
      else if (gap === undefined || gap > 0)
        complain(['linetypes', i, 'symbols', j], `“${placed.symbol}” needs a gap or a dot to stand at`);
      else if (gap < 0 && symbolBox(symbol, placed.scale).width > -gap + 1e-9)
        complain(
          ['linetypes', i, 'symbols', j],
          formatTooWide(placed.symbol, symbolBox(symbol, placed.scale).width, -gap),
        );
    }
  }
}
