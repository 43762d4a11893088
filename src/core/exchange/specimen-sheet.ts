import { leaderFigure, linearFigure, radiusFigure } from '../dimension/figure';
import { putPart } from '../dimension/put-part';
import { foldName } from '../dxf/interner';
import { DrawingComposer, type Point, type Props, type SpaceComposer } from '../dxf/write/composer';
import { textWidth } from '../lettering/layout';
import type { StandardLayer, StandardLinetype } from '../standard/definitions';
import { dimensionValues, type StandardDimensionStyle } from '../standard/dimension-settings';
import { formatLines, type StandardFill } from '../standard/fills';
import { findTextStyle, SHEET_SIZES_MM, SHEETS, type StandardTextStyle } from '../standard/lettering';
import { formatLine } from '../standard/line-words';
import { areaOf, formatParallels, inOrder, type StandardParallelSet, widthOf } from '../standard/parallels';
import type { Standard } from '../standard/standard';
import { putDefinitions, putFill, putLineMarks } from './template';

// Three columns go on A2.
const COLUMN_MM = 176;
const GUTTER_MM = 10;
const MARGIN_MM = 20;
const HEAD_MM = 26;
const LABEL: Props = { layer: '0', colour: 7, widthMm: 0.18 };
const QUIET: Props = { layer: '0', colour: 8, widthMm: 0.13 };
const LABEL_STYLE = 'Specimen';
const PART_LOOK = { layer: '0', colour: 7, widthMm: 0.18, unitsPerMm: 1 } as const;

/** One thing on the sheet: how high it is, and how it is drawn from its top left corner. */
interface Item {
  readonly heightMm: number;
  draw(space: SpaceComposer, x: number, y: number): void;
}

/**
 * The whole standard on one sheet, everything at its true size: to be pinned on the wall.
 * @returns a drawing with one sheet, the smallest that holds it all
 */
export function specimenSheet(standard: Standard): {
  readonly bytes: Uint8Array;
  readonly sheet: string;
  readonly widthMm: number;
  readonly heightMm: number;
} {
  const file = new DrawingComposer({ version: 'AC1024', units: 4 });
  putDefinitions(file, standard);
  putLineMarks(file, standard);
  file.textStyle({ name: LABEL_STYLE, font: 'txt', height: 0, widthFactor: 1, slantDeg: 0 });
  const items = itemsOf(standard);
  const { widthMm, heightMm, columns } = sheetFor(items);
  const space = file.sheet('Specimen', widthMm, heightMm);
  space.rectangle({ layer: '0', colour: 7, widthMm: 0.7 }, [10, 10], widthMm - 20, heightMm - 20);
  label(space, MARGIN_MM, heightMm - MARGIN_MM - 7, 7, standard.name, LABEL);
  label(space, MARGIN_MM, heightMm - MARGIN_MM - 14, 3.5, `${standard.edition} · true size`, LABEL);
  for (const [i, column] of columns.entries()) {
    let y = heightMm - MARGIN_MM - HEAD_MM;
    for (const item of column) {
      item.draw(space, MARGIN_MM + i * (COLUMN_MM + GUTTER_MM), y);
      y -= item.heightMm;
    }
  }
  return { bytes: file.bytes(), sheet: 'Specimen', widthMm, heightMm };
}

/** The smallest sheet that takes all items in columns; wider than A0 where that is not enough. */
function sheetFor(items: readonly Item[]): { widthMm: number; heightMm: number; columns: Item[][] } {
  const sizes = SHEETS.map((name) => SHEET_SIZES_MM[name]).reverse();
  for (const [widthMm, heightMm] of sizes) {
    const room = heightMm - 2 * MARGIN_MM - HEAD_MM;
    const columns = inColumns(items, room);
    if (widthFor(columns.length) > widthMm) continue;
    // Spread over the whole sheet: the lowest columns that still fit side by side.
    for (let low = room * 0.3; low < room; low += 5) {
      const spread = inColumns(items, low);
      if (widthFor(spread.length) <= widthMm) return { widthMm, heightMm, columns: spread };
    }
    return { widthMm, heightMm, columns };
  }
  const [, heightMm] = SHEET_SIZES_MM.A0;
  const columns = inColumns(items, heightMm - 2 * MARGIN_MM - HEAD_MM);
  return { widthMm: widthFor(columns.length), heightMm, columns };
}

const widthFor = (columns: number): number => 2 * MARGIN_MM + columns * (COLUMN_MM + GUTTER_MM) - GUTTER_MM;

function inColumns(items: readonly Item[], heightMm: number): Item[][] {
  const columns: Item[][] = [[]];
  let used = 0;
  for (const [i, item] of items.entries()) {
    // A heading does not stand alone at the foot of a column.
    const needed = item instanceof Heading ? item.heightMm + (items[i + 1]?.heightMm ?? 0) : item.heightMm;
    if (used + needed > heightMm && used > 0) {
      columns.push([]);
      used = 0;
    }
    columns[columns.length - 1].push(item);
    used += item.heightMm;
  }
  return columns;
}

class Heading implements Item {
  readonly heightMm = 14;
  constructor(private readonly words: string) {}

  draw(space: SpaceComposer, x: number, y: number): void {
    label(space, x, y - 9, 5, this.words, LABEL);
    space.line(QUIET, [x, y - 11.5], [x + COLUMN_MM, y - 11.5]);
  }
}

/** Letters in the drafting alphabet; what is too long for its place ends in dots. */
function label(
  space: SpaceComposer,
  x: number,
  y: number,
  heightMm: number,
  words: string,
  props: Props,
  mostMm = Number.POSITIVE_INFINITY,
): void {
  let text = words;
  while (text.length > 1 && textWidth(text, 'stroke') * heightMm > mostMm)
    text = `${text.slice(0, -2).trimEnd()}…`;
  space.text(props, [x, y], heightMm, text, { style: LABEL_STYLE });
}

function itemsOf(standard: Standard): Item[] {
  const sections: readonly (readonly [string, readonly Item[]])[] = [
    ['Layers', standard.layers.map((layer) => layerItem(standard, layer))],
    ['Pens', penItems(standard)],
    ['Linetypes', standard.linetypes.map(linetypeItem)],
    ['Text styles', standard.lettering.styles.map(textItem)],
    ['Dimension styles', standard.dimensions.map((style) => dimensionItem(standard, style))],
    ['Fills', inRows(standard.fills)],
    ['Parallel lines', standard.parallels.map(parallelItem)],
  ];
  return sections.flatMap(([name, items]) => (items.length > 0 ? [new Heading(name), ...items] : []));
}

function layerItem(standard: Standard, layer: StandardLayer): Item {
  return {
    heightMm: 6,
    draw(space, x, y) {
      const widthMm = layer.widthMm ?? standard.pens.defaultMm;
      // What does not print could not be seen: it is drawn beside its layer.
      const props: Props = layer.prints
        ? { layer: layer.name }
        : { layer: '0', colour: 8, linetype: layer.linetype, widthMm };
      space.line(props, [x, y - 4], [x + 44, y - 4]);
      label(space, x + 48, y - 4.9, 1.8, layer.name, LABEL, 38);
      const colour = 'number' in layer.colour ? `${layer.colour.number}` : 'RGB';
      label(space, x + 88, y - 4.9, 1.8, `${widthMm} · ${colour}`, QUIET, 16);
      const words = [layer.prints ? '' : 'does not print', layer.purpose].filter((part) => part !== '');
      label(space, x + 106, y - 4.9, 1.8, words.join(' · '), QUIET, COLUMN_MM - 106);
    },
  };
}

function penItems({ pens }: Standard): Item[] {
  return pens.seriesMm.map((mm) => ({
    heightMm: 6,
    draw(space, x, y) {
      space.line({ layer: '0', colour: 7, widthMm: mm }, [x, y - 4], [x + 44, y - 4]);
      label(space, x + 48, y - 4.9, 1.8, `${mm} mm · ${(mm / 25.4).toFixed(4)} in`, LABEL, 56);
      const roles = pens.roles.filter(({ widthMm }) => widthMm === mm).map(({ role }) => role);
      label(space, x + 106, y - 4.9, 1.8, roles.join(', '), QUIET, COLUMN_MM - 106);
    },
  }));
}

function linetypeItem(linetype: StandardLinetype): Item {
  return {
    heightMm: 15,
    draw(space, x, y) {
      const name = foldName(linetype.name) === 'continuous' ? 'Continuous' : linetype.name;
      const props: Props = { layer: '0', colour: 7, linetype: name, widthMm: 0.35 };
      space.line(props, [x, y - 7], [x + 84, y - 7]);
      // From left to right, so that words on it stand upright.
      const reach = 18 * Math.cos((50 * Math.PI) / 180);
      const foot = y - 18 + 18 * Math.sin((50 * Math.PI) / 180);
      space.polyline(
        props,
        [
          [x + 104 - reach, foot],
          [x + 104 + reach, foot],
        ],
        false,
        [-Math.tan((20 * Math.PI) / 180)],
      );
      label(space, x + 122, y - 4.9, 1.8, linetype.name, LABEL, COLUMN_MM - 122);
      label(space, x + 122, y - 8.4, 1.8, linetype.description, QUIET, COLUMN_MM - 122);
      const elements = formatLine(linetype);
      label(space, x + 122, y - 11.9, 1.8, elements, QUIET, COLUMN_MM - 122);
    },
  };
}

function textItem(style: StandardTextStyle): Item {
  return {
    heightMm: style.heightMm * 1.9 + 5,
    draw(space, x, y) {
      space.text(LABEL, [x, y - style.heightMm - 2], style.heightMm, 'Quay wall ⌀240 ±0.5', {
        style: style.name,
      });
      label(
        space,
        x + 122,
        y - 4.9,
        1.8,
        `${style.name} · ${style.heightMm} mm${style.heights === 'its own' ? '' : ` or ${style.heights}`}`,
        LABEL,
        COLUMN_MM - 122,
      );
      label(space, x + 122, y - 8.4, 1.8, style.use, QUIET, COLUMN_MM - 122);
    },
  };
}

function dimensionItem(standard: Standard, style: StandardDimensionStyle): Item {
  const v = dimensionValues(standard.dimensions, style);
  const text = findTextStyle(standard.lettering.styles, v.textStyle);
  const lettering = { face: text?.face ?? 'stroke', widthFactor: text?.widthFactor ?? 1 } as const;
  return {
    heightMm: 22 + v.stackSpacingMm + v.extensionOverrunMm + v.textHeightMm,
    draw(space, x, y) {
      const foot = y - this.heightMm + 10;
      space.line({ layer: '0', colour: 7, widthMm: 0.5 }, [x + 4, foot], [x + 64, foot]);
      const at = (u: number): Point => [x + 4 + u, foot];
      const parts = [
        ...linearFigure(v, lettering, at(0), at(28), 0, 10, 2800),
        ...linearFigure(v, lettering, at(28), at(60), 0, 10, 3200),
        ...linearFigure(v, lettering, at(0), at(60), 0, 10 + v.stackSpacingMm, 6000),
        ...radiusFigure(v, lettering, [x + 80, foot + 6], 9, 35, 900),
        ...leaderFigure(v, lettering, [x + 76, foot + 2], [x + 84, foot - 5], 'Note'),
      ];
      space.circle({ layer: '0', colour: 7, widthMm: 0.35 }, [x + 80, foot + 6], 9);
      for (const part of parts)
        putPart(space, part, { ...PART_LOOK, text: { style: v.textStyle || LABEL_STYLE } });
      label(space, x + 132, y - 6, 1.8, style.name, LABEL, COLUMN_MM - 132);
      label(space, x + 132, y - 9.5, 1.8, style.use, QUIET, COLUMN_MM - 132);
      if (style.base !== null)
        label(space, x + 132, y - 13, 1.8, `builds on ${style.base}`, QUIET, COLUMN_MM - 132);
    },
  };
}

/** Fills stand four in a row. */
function inRows(fills: readonly StandardFill[]): Item[] {
  const rows: Item[] = [];
  for (let i = 0; i < fills.length; i += 4) {
    const row = fills.slice(i, i + 4);
    rows.push({
      heightMm: 40,
      draw(space, x, y) {
        for (const [j, fill] of row.entries()) {
          const left = x + j * 44.5;
          const props: Props = { layer: '0', colour: 7, widthMm: 0.13 };
          putFill(space, props, fill, [left, y - 28], [41.5, 26]);
          space.rectangle({ layer: '0', colour: 7, widthMm: 0.25 }, [left, y - 28], 41.5, 26);
          label(space, left, y - 31.5, 1.8, fill.name, LABEL, 41.5);
          const scale = fill.basis === 'model' ? ' · 1:20' : '';
          const lines = fill.lines.length > 0 ? `${formatLines(fill.lines.slice(0, 1))}${scale}` : fill.kind;
          label(space, left, y - 34.6, 1.8, lines, QUIET, 41.5);
        }
      },
    });
  }
  return rows;
}

function parallelItem(set: StandardParallelSet): Item {
  // Shown at the scale that fits: 1:10, or smaller for wide sets.
  const scale = [10, 20, 50, 100, 200, 500].find((one) => widthOf(set) / one <= 24) ?? 1000;
  return {
    heightMm: widthOf(set) / scale + 12,
    draw(space, x, y) {
      const lines = inOrder(set).lines.map((one) => ({ ...one, at: one.offsetMm / scale }));
      const top = lines[0].at;
      const middle = y - 6 - top;
      const [left, right] = [x + 14, x + 92];
      if (set.fillColour !== null)
        space.patternFill(
          { layer: '0', colour: set.fillColour },
          [areaOf(set, left, right, 1 / scale).map(([u, v]): Point => [u, middle + v])],
          { name: 'SOLID', angleDeg: 0, scale: 1, families: [] },
        );
      for (const { at, colour, linetype } of lines)
        space.line(
          { layer: '0', colour: colour ?? 7, widthMm: 0.35, ...(linetype ? { linetype } : {}) },
          [left, middle + at],
          [right, middle + at],
        );
      const bottom = lines[lines.length - 1].at;
      const edge: Props = { layer: '0', colour: 7, widthMm: 0.35 };
      const radius = (top - bottom) / 2;
      const centre = middle + (top + bottom) / 2;
      for (const [cap, at, from] of [
        [set.startCap, left, 90],
        [set.endCap, right, -90],
      ] as const) {
        if (cap === 'line') space.line(edge, [at, middle + top], [at, middle + bottom]);
        else if (cap === 'round') space.arc(edge, [at, centre], radius, from, from + 180);
      }
      label(space, x + 122, y - 6, 1.8, `${set.name} · 1:${scale}`, LABEL, COLUMN_MM - 122);
      label(space, x + 122, y - 9.5, 1.8, formatParallels(set), QUIET, COLUMN_MM - 122);
    },
  };
}
