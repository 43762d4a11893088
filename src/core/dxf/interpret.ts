import type {
  Container,
  Drawing,
  DrawingLayer,
  DrawingLinetype,
  DrawingSheet,
  DrawingSymbol,
  DrawingTextStyle,
  SheetPaper,
} from '../drawing/drawing';
import { fail, ok, type Result } from '../result';
import { type DxfDocument, foldName, openDocument, type TagRange, TagReader } from './document';
import { NO_RGB, ObjectTable, readObjects } from './objects';

/** Units a drawing can name in its header, by their number in the exchange format. */
const UNIT_NAMES: Readonly<Record<number, { name: string; mm: number }>> = {
  1: { name: 'inch', mm: 25.4 },
  2: { name: 'foot', mm: 304.8 },
  3: { name: 'mile', mm: 1609344 },
  4: { name: 'mm', mm: 1 },
  5: { name: 'cm', mm: 10 },
  6: { name: 'm', mm: 1000 },
  7: { name: 'km', mm: 1e6 },
  10: { name: 'yard', mm: 914.4 },
  14: { name: 'dm', mm: 100 },
  21: { name: 'US survey foot', mm: 1200000 / 3937 },
};

/** Reads a drawing from the bytes of a text DXF. */
export function readDrawing(bytes: Uint8Array): Result<Drawing> {
  const opened = openDocument(bytes);
  if (!opened.ok) return opened;
  try {
    return ok(interpret(opened.value));
  } catch (error) {
    return fail(
      'unreadable',
      `The drawing could not be understood: ${error instanceof Error ? error.message : String(error)}.`,
      'The original is kept. Ask the sender to export it again, in another version if possible.',
    );
  }
}

export function interpret(document: DxfDocument): Drawing {
  const reader = new TagReader(document);
  const layers = readLayers(reader);
  const layerByName = new Map<string, DrawingLayer>();
  for (const layer of layers)
    if (!layerByName.has(foldName(layer.name))) layerByName.set(foldName(layer.name), layer);
  const objects = new ObjectTable(countRecords(document) + 1);
  const { containers, sheets, symbols } = readContainers(reader, objects);
  const unit = UNIT_NAMES[reader.headerNumber('$INSUNITS', 0)];
  return {
    document,
    reader,
    layers,
    layerByName,
    linetypes: readLinetypes(reader),
    textStyles: readTextStyles(reader),
    symbols,
    containers,
    sheets,
    objects,
    units: unit?.name ?? 'not stated',
    unitMm: unit?.mm ?? null,
    holdsWidths: document.version >= 'AC1015',
  };
}

/** Records among the objects of the model, the sheets and the symbols: at least as many as there are objects. */
function countRecords(document: DxfDocument): number {
  const { codes } = document.tags;
  let count = 0;
  for (const range of [document.entities, ...document.blocks.map((block) => block.content)])
    for (let tag = range.start; tag < range.end; tag++) if (codes[tag] === 0) count++;
  return count;
}

function readLayers(reader: TagReader): DrawingLayer[] {
  const records = reader.document.tables.get('LAYER')?.records ?? [];
  return records
    .filter((range) => reader.text(range.start).trim() === 'LAYER')
    .map((range) => {
      const flags = reader.findInt(range, 70);
      const number = reader.findInt(range, 62, 7);
      const rgb = reader.findInt(range, 420, NO_RGB);
      const shown = Math.abs(number);
      return {
        name: reader.findText(range, 2),
        handle: reader.findText(range, 5).toUpperCase(),
        range,
        colour: rgb >= 0 ? { rgb: rgb & 0xffffff } : { number: shown >= 1 && shown <= 255 ? shown : 7 },
        linetype: reader.findText(range, 6, 'Continuous'),
        width: reader.findInt(range, 370, -3),
        prints: reader.findInt(range, 290, 1) !== 0,
        on: number >= 0,
        frozen: (flags & 1) === 1,
      };
    });
}

function readLinetypes(reader: TagReader): Map<string, DrawingLinetype> {
  const { codes } = reader.document.tags;
  const linetypes = new Map<string, DrawingLinetype>();
  for (const range of reader.document.tables.get('LTYPE')?.records ?? []) {
    const elements: number[] = [];
    for (let tag = range.start; tag < range.end; tag++)
      if (codes[tag] === 49) elements.push(reader.number(tag));
    const name = reader.findText(range, 2);
    linetypes.set(foldName(name), { name, description: reader.findText(range, 3), range, elements });
  }
  return linetypes;
}

function readTextStyles(reader: TagReader): Map<string, DrawingTextStyle> {
  const styles = new Map<string, DrawingTextStyle>();
  for (const range of reader.document.tables.get('STYLE')?.records ?? []) {
    const name = reader.findText(range, 2);
    styles.set(foldName(name), {
      name,
      font: reader.findText(range, 3),
      widthFactor: reader.findNumber(range, 41, 1) || 1,
      obliqueDeg: reader.findNumber(range, 50),
      range,
    });
  }
  return styles;
}

interface LayoutRecord {
  readonly name: string;
  readonly blockHandle: string;
  readonly order: number;
  readonly paper: SheetPaper | null;
}

function readLayouts(reader: TagReader): LayoutRecord[] {
  const { document } = reader;
  const { codes } = document.tags;
  const layouts: LayoutRecord[] = [];
  for (let tag = document.objects.start; tag < document.objects.end; ) {
    const start = tag++;
    while (tag < document.objects.end && codes[tag] !== 0) tag++;
    if (reader.name(start) !== 'LAYOUT') continue;
    const range = { start, end: tag };
    const plot = reader.subclass(range, 'AcDbPlotSettings');
    const layout = reader.subclass(range, 'AcDbLayout');
    layouts.push({
      name: reader.findText(layout, 1),
      blockHandle: reader.findText(layout, 330).toUpperCase(),
      order: reader.findInt(layout, 71),
      paper: paperOf(reader, plot),
    });
  }
  return layouts;
}

function paperOf(reader: TagReader, plot: TagRange): SheetPaper | null {
  const width = reader.findNumber(plot, 44);
  const height = reader.findNumber(plot, 45);
  if (!(width > 0 && height > 0)) return null;
  const turned = reader.findInt(plot, 73) % 2 === 1;
  const inches = reader.findInt(plot, 72) === 0;
  const numerator = reader.findNumber(plot, 142, 1) || 1;
  const denominator = reader.findNumber(plot, 143, 1) || 1;
  const mmPerUnit = ((inches ? 25.4 : 1) * numerator) / denominator;
  const left = reader.findNumber(plot, turned ? 43 : 40);
  const bottom = reader.findNumber(plot, turned ? 40 : 41);
  return {
    widthMm: turned ? height : width,
    heightMm: turned ? width : height,
    mmPerUnit,
    originX: -left / mmPerUnit,
    originY: -bottom / mmPerUnit,
  };
}

const MODEL_BLOCK = /^[*$]model_space$/i;
const PAPER_BLOCK = /^[*$]paper_space\d*$/i;

function readContainers(
  reader: TagReader,
  objects: ObjectTable,
): { containers: Container[]; sheets: DrawingSheet[]; symbols: Map<string, DrawingSymbol> } {
  const { document } = reader;
  const containers: Container[] = [];
  const add = (kind: Container['kind'], name: string, block: number, order = 0): Container => {
    const container: Container = { kind, name, block, order, rows: [] };
    containers.push(container);
    return container;
  };
  const sheetName = layoutNames(reader);
  const model = add(
    'model',
    'Model',
    document.blocks.findIndex((block) => MODEL_BLOCK.test(block.name)),
  );
  const sheets: DrawingSheet[] = [];
  const symbols = new Map<string, DrawingSymbol>();
  const active = { index: -1, rows: [] as number[] };

  for (const [index, block] of document.blocks.entries()) {
    if (MODEL_BLOCK.test(block.name)) continue;
    if (PAPER_BLOCK.test(block.name)) {
      const layout = sheetName.get(foldName(block.name).replace('$', '*'));
      const container = add('sheet', layout?.name ?? `Sheet ${sheets.length + 1}`, index, layout?.order ?? 0);
      sheets.push({ name: container.name, container: containers.length - 1, paper: layout?.paper ?? null });
      continue;
    }
    const flags = reader.findInt(block.head, 70);
    add('symbol', block.name, index);
    symbols.set(foldName(block.name), {
      name: block.name,
      block,
      container: containers.length - 1,
      base: [reader.findNumber(block.head, 10), reader.findNumber(block.head, 20)],
      anonymous: (flags & 1) === 1 || block.name.startsWith('*'),
      external: (flags & 4) === 4,
    });
  }

  const activeSheet = sheets.find((sheet) =>
    /^[*$]paper_space$/i.test(document.blocks[containers[sheet.container].block].name),
  );
  if (activeSheet) {
    active.index = activeSheet.container;
    active.rows = containers[activeSheet.container].rows;
  } else {
    // The oldest files have one sheet and no block for it; it exists only when something lies on it.
    active.index = containers.length;
  }
  readObjects(document, objects, document.entities, { index: 0, rows: model.rows }, active);
  if (!activeSheet && active.rows.length > 0) {
    containers.push({ kind: 'sheet', name: 'Sheet', block: -1, order: 0, rows: active.rows });
    sheets.push({ name: 'Sheet', container: containers.length - 1, paper: null });
  }
  for (const [index, container] of containers.entries()) {
    if (container.block < 0) continue;
    const { content } = document.blocks[container.block];
    readObjects(document, objects, content, { index, rows: container.rows }, null);
  }
  sheets.sort(
    (a, b) => containers[a.container].order - containers[b.container].order || a.container - b.container,
  );
  return { containers, sheets, symbols };
}

/** Sheet of each paper-space block, by the block's folded name. */
function layoutNames(reader: TagReader): Map<string, LayoutRecord> {
  const blockNames = new Map<string, string>();
  for (const range of reader.document.tables.get('BLOCK_RECORD')?.records ?? [])
    blockNames.set(reader.findText(range, 5).toUpperCase(), foldName(reader.findText(range, 2)));
  const names = new Map<string, LayoutRecord>();
  for (const layout of readLayouts(reader)) {
    const block = blockNames.get(layout.blockHandle);
    if (block !== undefined) names.set(block, layout);
  }
  return names;
}
