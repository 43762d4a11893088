import { recordsIn, type TagRange, tagIs } from '../dxf/document';
import { type Drawing, rangeOf } from '../dxf/drawing';

/** A scale that something is sized on paper for. */
export interface PaperScale {
  readonly name: string;
  /** Units of the sheet in one unit of the drawing. */
  readonly ratio: number;
}

/** Names under which the format keeps with an object what it looks like at each scale. */
const MANAGER = 'AcDbContextDataManager';
const SCALES = 'ACDB_ANNOTATIONSCALES';
const NONE: readonly PaperScale[] = [];

/** The scales that objects are sized on paper for: at others they do not show. */
export class PaperScales {
  private records: Map<string, TagRange> | null = null;

  constructor(private readonly drawing: Drawing) {}

  /** Empty for an object that is as large as it is, at every scale. */
  of(row: number): readonly PaperScale[] {
    const own = this.ownDictionary(row);
    const manager = own && this.entry(own, MANAGER);
    const scales = manager && this.entry(manager, SCALES);
    if (!scales) return NONE;
    const { codes } = this.drawing.document.tags;
    const found: PaperScale[] = [];
    for (let tag = scales.start; tag < scales.end; tag++) {
      if (codes[tag] !== 350 && codes[tag] !== 360) continue;
      const context = this.record(tag);
      const pointer = context ? this.drawing.reader.find(context, 340) : -1;
      const scale = pointer >= 0 ? this.record(pointer) : null;
      if (scale) found.push(...this.scaleIn(scale));
    }
    return found;
  }

  private scaleIn(range: TagRange): PaperScale[] {
    const { reader, document } = this.drawing;
    if (!tagIs(document.tags, range.start, 'SCALE')) return [];
    const ratio = reader.findNumber(range, 140, 0) / reader.findNumber(range, 141, 0);
    return ratio > 0 && Number.isFinite(ratio) ? [{ name: reader.findText(range, 300), ratio }] : [];
  }

  private ownDictionary(row: number): TagRange | null {
    const { tags } = this.drawing.document;
    const { start, end } = rangeOf(this.drawing, row);
    for (let tag = start; tag < end && tags.codes[tag] !== 100; tag++)
      if (
        tags.codes[tag] === 102 &&
        tagIs(tags, tag, '{ACAD_XDICTIONARY') &&
        (tags.codes[tag + 1] === 360 || tags.codes[tag + 1] === 350)
      )
        return this.record(tag + 1);
    return null;
  }

  /** The record that a dictionary holds under a name. */
  private entry({ start, end }: TagRange, name: string): TagRange | null {
    const { tags } = this.drawing.document;
    for (let tag = start; tag + 1 < end; tag++)
      if (tags.codes[tag] === 3 && tagIs(tags, tag, name)) return this.record(tag + 1);
    return null;
  }

  /** The record that a tag points to. */
  private record(tag: number): TagRange | null {
    const { document, reader } = this.drawing;
    if (this.records === null) {
      this.records = new Map();
      for (const range of recordsIn(document, document.objects)) {
        const handle = reader.find(range, 5);
        if (handle >= 0) this.records.set(reader.name(handle).toUpperCase(), range);
      }
    }
    return this.records.get(reader.name(tag).toUpperCase()) ?? null;
  }
}
