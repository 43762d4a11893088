import { fail, ok, type Result } from '../../result';
import { type DxfDocument, openDocument } from '../document';
import type { Container, Drawing, DrawingLayer, DrawingSheet, DrawingSymbol } from '../drawing';
import { foldName } from '../interner';
import { ObjectTable, readObjects, TooManyNames } from '../objects';
import { TagReader } from '../tag-reader';
import { DRAWING_UNITS } from '../units';
import { type LayoutRecord, readKept, readParallelSets } from './read-kept';
import {
  namesOfRecords,
  readDimensionStyles,
  readLayers,
  readLinetypes,
  readReferences,
  readTextStyles,
} from './read-tables';

/** Units by their number in the exchange format. */
const UNIT_NAMES: Readonly<Record<number, { name: string; mm: number }>> = Object.fromEntries(
  Object.entries(DRAWING_UNITS).map(([name, { number, mm }]) => [number, { name, mm }]),
);

/** Reads a drawing from the bytes of a text DXF. */
export function readDrawing(bytes: Uint8Array): Result<Drawing> {
  const opened = openDocument(bytes);
  if (!opened.ok) return opened;
  try {
    return ok(interpret(opened.value));
  } catch (error) {
    if (error instanceof TooManyNames)
      return fail(
        'too-large',
        'The drawing names more than 200,000 different layers and linetypes.',
        'Ask the sender for the drawing as it is worked on: no office uses so many.',
      );
    return fail(
      'unreadable',
      `The drawing could not be understood: ${error instanceof Error ? error.message : String(error)}.`,
      'The original is kept. Ask the sender to export it again, in another version if possible.',
    );
  }
}

export function interpret(document: DxfDocument): Drawing {
  const reader = new TagReader(document);
  const kept = readKept(reader);
  const recordNames = namesOfRecords(reader, kept.names);
  const layers = readLayers(reader, kept, recordNames);
  const layerByName = new Map<string, DrawingLayer>();
  for (const layer of layers)
    if (!layerByName.has(foldName(layer.name))) layerByName.set(foldName(layer.name), layer);
  const objects = new ObjectTable(countRecords(document) + 1);
  const { containers, sheets, symbols } = readContainers(reader, objects, kept.layouts);
  const unit = UNIT_NAMES[reader.headerNumber('$INSUNITS', 0)];
  return {
    document,
    reader,
    layers,
    layerByName,
    linetypes: readLinetypes(reader),
    textStyles: readTextStyles(reader),
    dimensionStyles: readDimensionStyles(reader),
    parallelSets: readParallelSets(reader, kept),
    recordNames,
    references: [...readReferences(reader), ...kept.references],
    groups: kept.groups,
    otherStyles: kept.otherStyles,
    layerFilters: kept.layerFilters,
    objectKinds: kept.kinds,
    drawOrder: orderContainers(reader, objects, containers, kept.orders, recordNames),
    masksFramed: kept.masksFramed,
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
  for (const range of [...document.entities, ...document.blocks.map((block) => block.content)])
    for (let tag = range.start; tag < range.end; tag++) if (codes[tag] === 0) count++;
  return count;
}

const MODEL_BLOCK = /^[*$]model_space$/i;
const PAPER_BLOCK = /^[*$]paper_space\d*$/i;

function readContainers(
  reader: TagReader,
  objects: ObjectTable,
  layouts: readonly LayoutRecord[],
): { containers: Container[]; sheets: DrawingSheet[]; symbols: Map<string, DrawingSymbol> } {
  const { document } = reader;
  const containers: Container[] = [];
  const add = (kind: Container['kind'], name: string, block: number, order = 0): Container => {
    const container: Container = { kind, name, block, order, rows: [] };
    containers.push(container);
    return container;
  };
  const sheetName = layoutNames(reader, layouts);
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
      base: [
        reader.findNumber(block.head, 10),
        reader.findNumber(block.head, 20),
        reader.findNumber(block.head, 30),
      ],
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
  for (const run of document.entities)
    readObjects(document, objects, run, { index: 0, rows: model.rows }, active);
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
function layoutNames(reader: TagReader, layouts: readonly LayoutRecord[]): Map<string, LayoutRecord> {
  const blockNames = new Map<string, string>();
  for (const range of reader.document.tables.get('BLOCK_RECORD')?.records ?? [])
    blockNames.set(reader.findText(range, 5).toUpperCase(), foldName(reader.findText(range, 2)));
  const names = new Map<string, LayoutRecord>();
  for (const layout of layouts) {
    const block = blockNames.get(layout.blockHandle);
    if (block !== undefined) names.set(block, layout);
  }
  return names;
}

/** Rows of the containers that have a draw order of their own: pairs of an object and the handle it is sorted by. */
function orderContainers(
  reader: TagReader,
  objects: ObjectTable,
  containers: readonly Container[],
  orders: ReadonlyMap<string, ReadonlyMap<string, string>>,
  recordNames: ReadonlyMap<string, string>,
): Map<number, number[]> {
  const result = new Map<number, number[]>();
  if (orders.size === 0) return result;
  const at = new Map(
    containers.flatMap((container, i) =>
      container.block < 0 ? [] : [[foldName(reader.document.blocks[container.block].name), i] as const],
    ),
  );
  for (const [owner, order] of orders) {
    const index = at.get(foldName(recordNames.get(owner) ?? ''));
    if (index === undefined || order.size === 0) continue;
    const keys = new Map<number, number>();
    const rows = containers[index].rows;
    for (const row of rows) {
      const parent = objects.parent[row];
      const tag = objects.handleTag[row];
      const handle = tag > 0 ? reader.name(tag).toUpperCase() : '';
      const key = Number.parseInt(order.get(handle) ?? handle, 16);
      keys.set(row, parent >= 0 ? (keys.get(parent) ?? key) : Number.isNaN(key) ? 0 : key);
    }
    result.set(
      index,
      [...rows].sort((a, b) => keys.get(a)! - keys.get(b)! || a - b),
    );
  }
  return result;
}
