import type { Effective } from '../drawing/effective';
import { rgbOf } from '../dxf/colour';
import type { Drawing } from '../dxf/drawing';
import { foldName } from '../dxf/interner';
import { patternOf } from './patterns';
import type { Look, PictureLayer } from './picture';

const MOST_LOOKS = 20_000;
const FEWER_COLOURS = 0xf0f0f0;

/** The looks and layers of a picture, each once, numbered as they are first met. */
export class LookTable {
  readonly looks: Look[] = [];
  readonly layers: PictureLayer[] = [];
  private readonly lookIndex = new Map<string, number>();
  private readonly layerIndex = new Map<string, number>();
  private readonly layerByText = new Map<string, number>();
  /** Looks that were made for a resolved look, with what else decides them. */
  private readonly known = new Map<
    Effective,
    { scale: number; widthUnits: number; sheetMm: number; index: number }[]
  >();

  constructor(private readonly drawing: Drawing) {}

  /**
   * @param scale what the lengths of the line pattern are multiplied by
   * @param widthUnits width of the line in drawing units, 0 where its pen decides
   * @param sheetMm paper mm of one unit on the sheet in the model that it lies on, 0 where it lies on none
   */
  look(props: Effective, scale: number, widthUnits: number, sheetMm: number): number {
    const { drawing } = this;
    let known = this.known.get(props);
    if (!known) {
      known = [];
      this.known.set(props, known);
    }
    for (const one of known)
      if (one.scale === scale && one.widthUnits === widthUnits && one.sheetMm === sheetMm) return one.index;
    const layer = this.layer(props.layer);
    const exact = rgbOf(props.colour);
    // A drawing of hundreds of thousands of colours is shown in fewer: nobody tells them apart, and every page would hold them.
    const rgb = this.looks.length < MOST_LOOKS ? exact : exact & FEWER_COLOURS;
    const by = {
      colour: this.layerBy(props.colourBy),
      linetype: this.layerBy(props.linetypeBy),
      width: this.layerBy(props.widthBy),
    };
    const key = [
      layer,
      rgb,
      props.widthMm,
      foldName(props.linetype),
      scale,
      widthUnits,
      sheetMm,
      by.colour,
      by.linetype,
      by.width,
      props.colourFrom,
      props.linetypeFrom,
      props.widthFrom,
    ].join('|');
    let index = this.lookIndex.get(key);
    if (index === undefined) {
      index = this.looks.length;
      this.lookIndex.set(key, index);
      this.looks.push({
        layer,
        rgb,
        widthMm: props.widthMm,
        widthUnits,
        sheetMm,
        linetype: drawing.linetypes.get(foldName(props.linetype))?.name ?? props.linetype,
        ...patternOf(drawing, props.linetype, scale),
        from: { colour: props.colourFrom, linetype: props.linetypeFrom, width: props.widthFrom },
        by,
      });
    }
    known.push({ scale, widthUnits, sheetMm, index });
    return index;
  }

  private layerBy = (name: string | null): number => (name === null ? -1 : this.layer(name));

  private layer(name: string): number {
    const known = this.layerByText.get(name);
    if (known !== undefined) return known;
    const key = foldName(name);
    let index = this.layerIndex.get(key);
    if (index === undefined) {
      index = this.layers.length;
      this.layerIndex.set(key, index);
      const record = this.drawing.layerByName.get(key);
      this.layers.push({
        name: record?.name ?? name,
        prints: record?.prints ?? true,
        handle: record?.handle ?? '',
      });
    }
    this.layerByText.set(name, index);
    return index;
  }
}
