import { basename, dirname, join } from 'node:path';
import { readDrawing } from '../../core/dxf/read/interpret';
import { shapeFile } from '../../core/dxf/write/shape-file';
import { SHAPE_FILE, type TemplateVersion, templateDrawing } from '../../core/exchange/template';
import { learnStandard } from '../../core/learn/learn';
import { differences, formatDifference } from '../../core/standard/differences';
import { type Standard, standardJsonSchema, writeStandard } from '../../core/standard/standard';
import type { ProductName } from '../../server/product-names';
import { product } from '../../server/products';
import {
  COMPLIES,
  endingOf,
  HELD,
  must,
  readBytes,
  readStandard,
  type Streams,
  writeWhole,
} from '../support';

/** A draft standard from a drawing known to be good. */
export function learn(file: string, options: { out: string; name?: string }, streams: Streams): void {
  const drawing = must(readDrawing(readBytes(file)), file);
  const standard = learnStandard(drawing, options.name ?? basename(file).replace(/\.dxf$/i, ''));
  writeWhole(options.out, writeStandard(standard));
  streams.err(`Learnt ${formatLearnt(standard)}. Written to ${options.out}.\n`);
}

/** A drawing to begin with. */
export function template(file: string, options: { out: string; dxf: string }, streams: Streams): void {
  const standard = readStandard(file);
  const { bytes, leftOut } = templateDrawing(standard, options.dxf as TemplateVersion);
  writeWhole(options.out, bytes);
  streams.err(`Written to ${options.out}.\n`);
  if (standard.lineMarks.length > 0 && options.dxf !== 'R12') {
    const beside = join(dirname(options.out), SHAPE_FILE);
    writeWhole(beside, shapeFile(standard.lineMarks));
    streams.err(`Its linetypes need ${beside} beside it.\n`);
  }
  for (const one of leftOut) streams.err(`Left out of the ${options.dxf} file: ${one}.\n`);
}

/** The whole standard on one sheet. */
export async function specimen(file: string, options: { out: string }, streams: Streams): Promise<void> {
  const form = endingOf(options.out, ['pdf', 'svg', 'dxf'], 'a specimen has');
  const made = must(await product(readStandard(file), `specimen-${form}` as ProductName), file);
  writeWhole(options.out, made.bytes);
  streams.err(`Written to ${options.out}.\n`);
}

/** Every definition of a standard in tables. */
export async function tables(file: string, options: { out: string }, streams: Streams): Promise<void> {
  const form = endingOf(options.out, ['xlsx', 'zip'], 'tables have') === 'zip' ? 'csv' : 'xlsx';
  const made = must(await product(readStandard(file), `tables-${form}`), file);
  writeWhole(options.out, made.bytes);
  streams.err(`Written to ${options.out}.\n`);
}

/** Every setting in which two standards differ. */
export function compare(
  before: string,
  after: string,
  options: { format: string },
  streams: Streams,
): number {
  const [from, to] = [readStandard(before), readStandard(after)];
  const found = differences(from, to);
  const head = ({ name, edition }: Standard) => ({ name, edition });
  streams.out(
    options.format === 'json'
      ? `${JSON.stringify({ before: head(from), after: head(to), differences: found }, null, 2)}\n`
      : found.map((one) => `${formatDifference(one)}\n`).join(''),
  );
  streams.err(`${found.length} ${found.length === 1 ? 'difference' : 'differences'}.\n`);
  return found.length > 0 ? HELD : COMPLIES;
}

export const schema = (streams: Streams): void =>
  streams.out(`${JSON.stringify(standardJsonSchema(), null, 2)}\n`);

/** "32 layers, 8 linetypes and 3 dimension styles": what a learnt standard holds. */
function formatLearnt(standard: Standard): string {
  const parts = (
    [
      ['layer', standard.layers],
      ['linetype', standard.linetypes],
      ['text style', standard.lettering.styles],
      ['dimension style', standard.dimensions],
      ['fill', standard.fills],
      ['parallel-line set', standard.parallels],
      ['symbol', standard.symbols],
    ] as const
  )
    .filter(([kind, list]) => list.length > 0 || kind === 'layer' || kind === 'linetype')
    .map(([kind, list]) => `${list.length} ${kind}${list.length === 1 ? '' : 's'}`);
  return `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}`;
}
