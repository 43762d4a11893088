import { basename } from 'node:path';
import { readDrawing } from '../../core/dxf/read/interpret';
import { unitsOf } from '../../core/facts/units/units';
import { inspect, inspectObjects } from '../../core/inspect/inspect';
import { drawPdf, drawPng, drawSvg, sceneOf, sheetNamed } from '../../server/draw';
import { inspectionText } from '../inspection-text';
import { must, readBytes, Stop, type Streams, writeWhole } from '../support';

/** What a drawing holds. */
export function inspectFile(
  file: string,
  options: { objects?: boolean; format: string },
  streams: Streams,
): void {
  const drawing = must(readDrawing(readBytes(file)), file);
  if (options.objects) {
    for (const object of inspectObjects(drawing)) streams.out(`${JSON.stringify(object)}\n`);
    return;
  }
  const found = inspect(drawing);
  streams.out(
    options.format === 'json'
      ? `${JSON.stringify({ file, ...found }, null, 2)}\n`
      : inspectionText(file, found),
  );
}

/** The true size of what is drawn, and the labels and lines that speak for it and against. */
export function unitsOfFile(file: string, streams: Streams): void {
  const { pairs, ...told } = unitsOf(must(readDrawing(readBytes(file)), file), true);
  const plain = pairs.map(({ rows: _, ...pair }) => pair);
  streams.out(`${JSON.stringify({ file, ...told, pairs: plain }, null, 2)}\n`);
}

/** The drawing as it prints, at true size. */
export async function pictureOf(
  file: string,
  options: { out: string; layout?: string; black?: boolean; dpi: number },
  streams: Streams,
): Promise<void> {
  const drawing = must(readDrawing(readBytes(file)), file);
  const sheet = must(sheetNamed(drawing, options.layout), file);
  const scene = sceneOf(drawing, sheet);
  const colours = options.black ? 'black' : 'print';
  if (/\.svg$/i.test(options.out)) writeWhole(options.out, drawSvg(scene, basename(file), colours));
  else if (/\.png$/i.test(options.out))
    writeWhole(options.out, must(await drawPng(scene, colours, options.dpi), file));
  else if (/\.pdf$/i.test(options.out))
    writeWhole(options.out, await drawPdf(scene, basename(file), colours));
  else
    throw new Stop(
      {
        code: 'bad-argument',
        message: `“${options.out}” is neither an SVG nor a PNG nor a PDF.`,
        action: 'End its name in .svg, .png or .pdf.',
      },
      '--out',
    );
  const { notDrawn, lettersMissing, cutOff, matter } = scene.picture.head;
  const rest = Object.entries(notDrawn).map(([kind, count]) => `${count} × ${kind}`);
  if (rest.length > 0) streams.err(`Not in the picture: ${rest.join(', ')}.\n`);
  if (lettersMissing > 0) streams.err(`${lettersMissing} letters have no form in the shipped fonts.\n`);
  if (matter)
    streams.err(
      `${matter.outside} ${matter.outside === 1 ? 'object lies' : 'objects lie'} far outside, beyond the picture.\n`,
    );
  if (cutOff) streams.err('The drawing asks for more than a picture can hold; it is not complete.\n');
  const name = sheet ? `sheet “${sheet.name}”` : 'the model';
  streams.err(`Written to ${options.out}: ${name}.\n`);
}
