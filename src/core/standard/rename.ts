import { foldName } from '../dxf/interner';
import type { Standard } from './standard';

export type RenamedKind =
  | 'layer'
  | 'linetype'
  | 'text style'
  | 'dimension style'
  | 'line mark'
  | 'meaning'
  | 'role';

/** The standard with everything that names a definition following its new name. The definition itself is not touched. */
export function followName(standard: Standard, kind: RenamedKind, from: string, to: string): Standard {
  if (from === to || from === '') return standard;
  const was = foldName(from);
  const name = (text: string): string => (foldName(text) === was ? to : text);
  const all = <T>(list: readonly T[], change: (one: T) => T): T[] => list.map(change);
  switch (kind) {
    case 'layer':
      return {
        ...standard,
        fills: all(standard.fills, (fill) => ({ ...fill, layer: name(fill.layer) })),
        symbols: all(standard.symbols, (symbol) => ({ ...symbol, layer: name(symbol.layer) })),
        working: { ...standard.working, layers: standard.working.layers.map(name) },
        rules: Object.fromEntries(
          Object.entries(standard.rules).map(([id, rule]) => [
            id,
            { ...rule, exceptLayers: rule.exceptLayers.map(name) },
          ]),
        ),
      };
    case 'linetype':
      return {
        ...standard,
        layers: all(standard.layers, (layer) => ({ ...layer, linetype: name(layer.linetype) })),
        meanings: all(standard.meanings, (meaning) => ({ ...meaning, linetype: name(meaning.linetype) })),
        working: { ...standard.working, linetypes: standard.working.linetypes.map(name) },
        linetypes: all(standard.linetypes, (linetype) => ({
          ...linetype,
          follows: linetype.follows === null ? null : name(linetype.follows),
        })),
        parallels: all(standard.parallels, (set) => ({
          ...set,
          lines: set.lines.map((line) => ({ ...line, linetype: name(line.linetype) })),
        })),
        dimensions: all(standard.dimensions, (style) => {
          const settings = { ...style.settings };
          for (const key of ['lineLinetype', 'extensionLinetype1', 'extensionLinetype2'] as const)
            if (settings[key] !== undefined) settings[key] = name(settings[key]);
          return { ...style, settings };
        }),
      };
    case 'text style':
      return {
        ...standard,
        working: { ...standard.working, textStyles: standard.working.textStyles.map(name) },
        linetypes: all(standard.linetypes, (linetype) => ({
          ...linetype,
          words: linetype.words.map((word) => ({ ...word, style: name(word.style) })),
        })),
        dimensions: all(standard.dimensions, (style) =>
          style.settings.textStyle === undefined
            ? style
            : { ...style, settings: { ...style.settings, textStyle: name(style.settings.textStyle) } },
        ),
      };
    case 'dimension style':
      return {
        ...standard,
        dimensions: all(standard.dimensions, (style) =>
          style.base === null ? style : { ...style, base: name(style.base) },
        ),
      };
    case 'line mark':
      return {
        ...standard,
        linetypes: all(standard.linetypes, (linetype) => ({
          ...linetype,
          symbols: linetype.symbols.map((placed) => ({ ...placed, symbol: name(placed.symbol) })),
        })),
      };
    case 'meaning':
      return {
        ...standard,
        layers: all(standard.layers, (layer) => ({ ...layer, meaning: name(layer.meaning) })),
      };
    case 'role':
      return {
        ...standard,
        layers: all(standard.layers, (layer) => ({ ...layer, role: name(layer.role) })),
        meanings: all(standard.meanings, (meaning) => ({ ...meaning, role: name(meaning.role) })),
        pens: {
          ...standard.pens,
          order: standard.pens.order.map((order) => ({
            ...order,
            heavier: name(order.heavier),
            lighter: name(order.lighter),
          })),
        },
      };
  }
}
