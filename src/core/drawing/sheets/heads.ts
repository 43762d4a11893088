import type { Drawing } from '../../dxf/drawing';
import { largestViewport } from '../viewports';
import { modelSheetsOf } from './model-sheets';
import { sizeOf } from './paper-sizes';
import { isUsed } from './shown';

/** A sheet in a few words: what a list of sheets shows of it. */
export interface SheetHead {
  readonly name: string;
  readonly where: 'layout' | 'model';
  /** "A3", "ARCH D"; null for paper of no usual size. */
  readonly sizeName: string | null;
  readonly widthMm: number | null;
  readonly heightMm: number | null;
  /** "1:100": of a frame its own, of a layout that of its largest viewport; null where it cannot be told. */
  readonly scale: string | null;
  /** The scale that its words state, as they state it. */
  readonly statedScale?: string;
  readonly number?: string;
  readonly title?: string;
  /** How sure, 0 to 1. */
  readonly sure: number;
  /** The paper: minX, minY, maxX, maxY in units of the space it lies in; null for a layout without paper. */
  readonly box: readonly [number, number, number, number] | null;
  /** Something lies on it. */
  readonly used: boolean;
  /** Whether the scale that it states is its own; absent where none is stated. */
  readonly agrees?: boolean;
}

/** Every sheet: layouts, then the frames that lie in the model. */
export function sheetHeads(drawing: Drawing): SheetHead[] {
  const layouts = drawing.sheets.map((sheet): SheetHead => {
    const { paper } = sheet;
    const viewport = largestViewport(drawing, sheet);
    return {
      name: sheet.name,
      where: 'layout',
      sizeName: paper && (sizeOf(paper.widthMm, paper.heightMm)?.name ?? null),
      widthMm: paper?.widthMm ?? null,
      heightMm: paper?.heightMm ?? null,
      scale: viewport && drawing.unitMm !== null ? formatScale(viewport.mmPerUnit / drawing.unitMm) : null,
      sure: 1,
      box: paper && [
        paper.originX,
        paper.originY,
        paper.originX + paper.widthMm / paper.mmPerUnit,
        paper.originY + paper.heightMm / paper.mmPerUnit,
      ],
      used: isUsed(drawing, sheet),
    };
  });
  const frames = modelSheetsOf(drawing).map(
    ({
      name,
      number,
      title,
      sizeName,
      widthMm,
      heightMm,
      reduction,
      stated,
      agrees,
      sure,
      box,
    }): SheetHead => ({
      name,
      where: 'model',
      sizeName,
      widthMm,
      heightMm,
      scale: formatScale(1 / reduction),
      ...(stated ? { statedScale: stated.text, agrees: agrees === true } : {}),
      ...(number ? { number } : {}),
      ...(title ? { title } : {}),
      sure,
      box: [box.minX, box.minY, box.maxX, box.maxY],
      used: true,
    }),
  );
  return [...layouts, ...frames];
}

/** "1:100", "2:1", "1:33.3333": never rounded to a scale that it is not. */
export function formatScale(ratio: number): string {
  const plain = (value: number): string => String(Number(value.toPrecision(7)));
  return ratio >= 1 ? `${plain(ratio)}:1` : `1:${plain(1 / ratio)}`;
}

/** The number of the sheet that is looked at first: a layout with something on it, else a frame in the model; -1 for the model. */
export function firstOf(sheets: readonly Pick<SheetHead, 'where' | 'used'>[]): number {
  const used = sheets.findIndex((sheet) => sheet.where === 'layout' && sheet.used);
  return used >= 0 ? used : sheets.findIndex(({ where }) => where === 'model');
}
