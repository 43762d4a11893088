import { isLinetypeFromLayer, isLinetypeFromSymbol } from '../drawing/effective';
import { type Drawing, layerNameOf } from '../dxf/drawing';
import { foldName } from '../dxf/interner';

const PLAIN = 1;
const PATTERNED = 2;
const AS_LAYER = 3;

/**
 * Which objects of the model and of sheets are drawn with a pattern. Told by the names of their linetypes and layers, each
 * looked up once: a drawing can have a different look for each of half a million objects, and most are not asked for.
 */
export class Patterned {
  /** By interned names; 0 where it was not asked for. */
  private readonly byLinetype: Uint8Array;
  private readonly byLayer: Uint8Array;
  private readonly none: number;

  constructor(private readonly drawing: Drawing) {
    const { size } = drawing.document.names;
    this.byLinetype = new Uint8Array(size);
    this.byLayer = new Uint8Array(size);
    this.none = this.ofLayer('0');
  }

  has(row: number): boolean {
    const { objects, document } = this.drawing;
    const id = objects.linetype[row];
    if (id < 0) return this.layerOf(row) === PATTERNED;
    if (this.byLinetype[id] === 0) {
      const name = document.names.text(id);
      this.byLinetype[id] = isLinetypeFromLayer(name)
        ? AS_LAYER
        : isLinetypeFromSymbol(name)
          ? PLAIN
          : this.ofLinetype(name);
    }
    return (this.byLinetype[id] === AS_LAYER ? this.layerOf(row) : this.byLinetype[id]) === PATTERNED;
  }

  private layerOf(row: number): number {
    const id = this.drawing.objects.layer[row];
    if (id < 0) return this.none;
    if (this.byLayer[id] === 0) this.byLayer[id] = this.ofLayer(layerNameOf(this.drawing, row));
    return this.byLayer[id];
  }

  private ofLayer(name: string): number {
    return this.ofLinetype(this.drawing.layerByName.get(foldName(name))?.linetype ?? '');
  }

  private ofLinetype(name: string): number {
    const elements = this.drawing.linetypes.get(foldName(name))?.elements ?? [];
    return elements.some((length) => length < 0) ? PATTERNED : PLAIN;
  }
}
