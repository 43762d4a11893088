import type { ObjectKind } from '../dxf/object-kinds';
import type { DrawingComposer } from '../dxf/write/composer';
import type { StandardLayer } from '../standard/definitions';
import { SHEET_SIZES_MM, SHEETS } from '../standard/lettering';
import type { Standard } from '../standard/standard';
import { tokens } from '../standard/words';

/** Borders of a sheet, mm: the filing edge is at the left. Source: ISO 5457. */
const BORDERS_MM = { left: 20, right: 10, top: 10, bottom: 10 } as const;
/** What a viewport of a template shows the model at, 1 : n. Source: ISO 5455, from memory, has it among its reductions. */
const TEMPLATE_SCALE = 100;
/** Between the frame and the viewport in it, mm. */
const VIEWPORT_INSET_MM = 5;

/** Words of layers that frames of sheets are drawn on. */
const FRAME_WORDS = new Set(['border', 'frame', 'sheet', 'title']);

/** The layer for frames of sheets: one that says so and takes them, printing before not. */
export function frameLayer(
  layers: readonly StandardLayer[],
  takes: (layer: StandardLayer, kind: ObjectKind) => boolean,
): StandardLayer | undefined {
  return layers
    .filter(
      (layer) =>
        takes(layer, 'polyline') &&
        tokens(`${layer.name} ${layer.purpose} ${layer.meaning}`).some((word) => FRAME_WORDS.has(word)),
    )
    .sort((a, b) => Number(b.prints) - Number(a.prints))[0];
}

/**
 * A sheet of every size, with its frame and a viewport onto the model inside of it.
 * @returns what the standard has no layer for, in words
 */
export function putSheets(
  file: DrawingComposer,
  { layers }: Standard,
  takes: (layer: StandardLayer, kind: ObjectKind) => boolean,
): string[] {
  const frame = frameLayer(layers, takes);
  const window = layers
    .filter((layer) => takes(layer, 'viewport'))
    .sort((a, b) => (a.kinds.length || 100) - (b.kinds.length || 100))[0];
  for (const name of SHEETS) {
    const [width, height] = SHEET_SIZES_MM[name];
    const sheet = file.sheet(name, width, height);
    const { left, right, top, bottom } = BORDERS_MM;
    const [maxX, maxY] = [width - right, height - top];
    if (frame)
      sheet.polyline(
        { layer: frame.name },
        [
          [left, bottom],
          [maxX, bottom],
          [maxX, maxY],
          [left, maxY],
        ],
        true,
      );
    if (window)
      sheet.viewport(
        { layer: window.name },
        [(left + maxX) / 2, (bottom + maxY) / 2],
        maxX - left - 2 * VIEWPORT_INSET_MM,
        maxY - bottom - 2 * VIEWPORT_INSET_MM,
        [0, 0],
        TEMPLATE_SCALE,
      );
  }
  return [
    ...(frame ? [] : ['frames of sheets: no layer of the standard is for them']),
    ...(window ? [] : ['viewports: no layer of the standard takes them']),
  ];
}
