import { compose, type Transform, translation } from '../geometry/transform';
import { FONT_SIZE } from './lettering';
import { type FillItem, ITEM, ITEM_STRIDE, OP, type PictureData, type TextItem } from './picture';

/** The part of a 2D canvas context that painting needs; the same on a page, in a worker and in tests. */
export type Surface = Pick<
  CanvasRenderingContext2D,
  | 'save'
  | 'restore'
  | 'setTransform'
  | 'transform'
  | 'beginPath'
  | 'closePath'
  | 'moveTo'
  | 'lineTo'
  | 'ellipse'
  | 'rect'
  | 'stroke'
  | 'fill'
  | 'clip'
  | 'fillRect'
  | 'fillText'
  | 'setLineDash'
  | 'lineWidth'
  | 'lineCap'
  | 'lineJoin'
  | 'lineDashOffset'
  | 'strokeStyle'
  | 'fillStyle'
  | 'font'
  | 'globalAlpha'
>;

export interface Scene {
  readonly picture: PictureData;
  /** The model, when the picture is a sheet with windows onto it. */
  readonly model: PictureData | null;
}

/** Objects to be marked, by handle or by the layer they print on (names in small letters). */
export interface Marks {
  readonly handles: ReadonlySet<string>;
  readonly layers: ReadonlySet<string>;
}

export const NO_MARKS: Marks = { handles: new Set(), layers: new Set() };

const hasMarks = (marks: Marks): boolean => marks.handles.size > 0 || marks.layers.size > 0;

export interface View {
  /** Pixels per unit of the picture. */
  readonly scale: number;
  /** Pixel position of the picture's origin. */
  readonly x: number;
  readonly y: number;
  readonly widthPx: number;
  readonly heightPx: number;
}

export interface PaintOptions {
  readonly black: boolean;
  /** What is marked; everything else is faded while anything is. */
  readonly marks: Marks;
  readonly markColour: string;
  readonly lettering: string;
  /** Show what does not print as well. */
  readonly showNonPrinting: boolean;
}

const THINNEST_PX = 0.6;
const FADED = 0.22;
/** Lettering with smaller capitals is drawn as a grey bar, as it could not be read. */
const READABLE_PX = 2.2;
/** Fill lines closer than this run together: drawn as a tint of the same darkness. */
const CLOSEST_FILL_PX = 2;
const MOST_FILL_LINES = 4000;

interface Pass {
  readonly data: PictureData;
  /** Picture units to pixels. */
  readonly toPx: Transform;
  readonly pxPerMm: number;
  /** Pixels per pattern unit. */
  readonly pxPerPattern: number;
  readonly window: readonly [number, number, number, number];
  readonly hidden: ReadonlySet<number>;
}

/** Paints a scene. The surface's background must be painted already. */
export function paint(surface: Surface, scene: Scene, view: View, options: PaintOptions): void {
  const { head } = scene.picture;
  const toPx: Transform = [view.scale, 0, 0, -view.scale, view.x, view.y];
  const pxPerMm = view.scale / head.mmPerUnit;
  const marks = hasMarks(options.marks);
  const passes: Pass[] = [];
  for (const window of head.views) {
    if (!scene.model) continue;
    const model = scene.model.head;
    const intoSheet = compose(window.transform as Transform, translation(model.origin[0], model.origin[1]));
    const scale = window.scale * view.scale;
    const [x0, y0] = [window.x * view.scale + view.x, view.y - (window.y + window.height) * view.scale];
    const patternFollowsSheet = model.mmPerPatternUnit !== model.mmPerUnit;
    passes.push({
      data: scene.model,
      toPx: compose(toPx, intoSheet),
      pxPerMm,
      pxPerPattern: patternFollowsSheet ? pxPerMm * model.mmPerPatternUnit : scale,
      window: [x0, y0, x0 + window.width * view.scale, y0 + window.height * view.scale],
      hidden: hiddenLayers(scene.model, options, new Set(window.hiddenLayers)),
    });
  }
  passes.push({
    data: scene.picture,
    toPx,
    pxPerMm,
    pxPerPattern: pxPerMm * head.mmPerPatternUnit,
    window: [0, 0, view.widthPx, view.heightPx],
    hidden: hiddenLayers(scene.picture, options, new Set()),
  });
  for (const marking of marks ? [false, true] : [false])
    for (const pass of passes) {
      surface.save();
      surface.setTransform(1, 0, 0, 1, 0, 0);
      surface.beginPath();
      surface.rect(
        pass.window[0],
        pass.window[1],
        pass.window[2] - pass.window[0],
        pass.window[3] - pass.window[1],
      );
      surface.clip();
      paintItems(surface, pass, view, options, marks, marking);
      surface.restore();
    }
}

function hiddenLayers(data: PictureData, options: PaintOptions, handles: ReadonlySet<string>): Set<number> {
  const hidden = new Set<number>();
  for (const [i, layer] of data.head.layers.entries())
    if ((layer.handle !== '' && handles.has(layer.handle)) || (!layer.prints && !options.showNonPrinting))
      hidden.add(i);
  return hidden;
}

const markedCache = new WeakMap<PictureData, { marks: Marks; bits: Uint8Array }>();

/** 1 for each item that is marked. */
function markedItems(data: PictureData, marks: Marks): Uint8Array {
  const known = markedCache.get(data);
  if (known?.marks === marks) return known.bits;
  const { head, items } = data;
  const handles = head.handles.map((handle) => marks.handles.has(handle));
  const layers = head.layers.map((layer) => marks.layers.has(layer.name.toLowerCase()));
  const bits = new Uint8Array(items.length / ITEM_STRIDE);
  for (let n = 0, i = 0; i < items.length; n++, i += ITEM_STRIDE)
    bits[n] =
      handles[items[i + 2]] || handles[items[i + 3]] || layers[head.looks[items[i + 1]].layer] ? 1 : 0;
  markedCache.set(data, { marks, bits });
  return bits;
}

function paintItems(
  surface: Surface,
  pass: Pass,
  view: View,
  options: PaintOptions,
  marks: boolean,
  marking: boolean,
): void {
  const { data, toPx, hidden } = pass;
  const { items, boxes, head } = data;
  const bits = markedItems(data, options.marks);
  const unit = Math.sqrt(Math.abs(toPx[0] * toPx[3] - toPx[1] * toPx[2])) || 1;
  surface.setTransform(...toPx);
  surface.lineCap = 'butt';
  surface.lineJoin = 'round';
  const bounds = visibleBox(
    toPx,
    Math.max(0, pass.window[0]),
    Math.max(0, pass.window[1]),
    Math.min(view.widthPx, pass.window[2]),
    Math.min(view.heightPx, pass.window[3]),
  );
  const margin = (3 * pass.pxPerMm) / unit;
  surface.globalAlpha = marks && !marking ? FADED : 1;
  let openLook = -1;
  const flush = (): void => {
    if (openLook >= 0) surface.stroke();
    openLook = -1;
  };
  for (let i = 0, b = 0; i < items.length; i += ITEM_STRIDE, b += 4) {
    if (
      boxes[b] > bounds[2] + margin ||
      boxes[b + 2] < bounds[0] - margin ||
      boxes[b + 1] > bounds[3] + margin ||
      boxes[b + 3] < bounds[1] - margin
    )
      continue;
    const lookIndex = items[i + 1];
    const isMarked = bits[b >> 2] === 1;
    if (marking !== isMarked && (marking || marks)) continue;
    const look = head.looks[lookIndex];
    if (hidden.has(look.layer) && !isMarked) continue;
    const kind = items[i];
    const colour = marking ? options.markColour : options.black ? '#000' : css(look.rgb);
    if (kind === ITEM.stroke) {
      if (openLook !== lookIndex) {
        flush();
        surface.beginPath();
        setStroke(surface, look, pass, unit, colour, marking);
        openLook = lookIndex;
      }
      trace(surface, data.ops, items[i + 4], items[i + 5]);
      continue;
    }
    flush();
    surface.fillStyle = colour;
    if (kind === ITEM.area) {
      surface.beginPath();
      trace(surface, data.ops, items[i + 4], items[i + 5]);
      surface.fill('evenodd');
    } else if (kind === ITEM.text) paintText(surface, head.texts[items[i + 4]], unit, toPx, options, colour);
    else paintFill(surface, data, i, unit, pass, colour, boxes.subarray(b, b + 4));
  }
  flush();
  surface.globalAlpha = 1;
}

function setStroke(
  surface: Surface,
  look: PictureData['head']['looks'][number],
  pass: Pass,
  unit: number,
  colour: string,
  marking: boolean,
): void {
  const px = Math.max(THINNEST_PX, look.widthMm * pass.pxPerMm) + (marking ? 1.4 : 0);
  surface.strokeStyle = colour;
  surface.lineWidth = px / unit;
  setDashes(surface, look.dashes, pass.pxPerPattern / unit, unit, px);
}

/** Dots become dashes as long as the line is wide; a pattern finer than a pixel is drawn solid. */
function setDashes(
  surface: Surface,
  dashes: readonly number[],
  factor: number,
  unit: number,
  widthPx: number,
): void {
  let total = 0;
  for (const dash of dashes) total += Math.abs(dash);
  if (dashes.length === 0 || total * factor * unit < 1.5) {
    surface.setLineDash([]);
    surface.lineDashOffset = 0;
    return;
  }
  // A canvas alternates dash and gap: neighbours of one sense are joined, a pattern that begins with a gap starts late.
  const parts: number[] = [];
  for (const dash of dashes) {
    const isGap = dash < 0;
    const length = Math.max(Math.abs(dash) * factor, dash === 0 ? widthPx / unit : 0);
    if (parts.length === 0 && isGap) parts.push(0);
    if ((parts.length % 2 === 1) === isGap) parts.push(length);
    else parts[parts.length - 1] += length;
  }
  if (parts.length % 2 === 1) parts.push(0);
  surface.setLineDash(parts);
  surface.lineDashOffset = 0;
}

function trace(surface: Surface, ops: Float32Array, from: number, to: number): void {
  for (let i = from; i < to; ) {
    switch (ops[i]) {
      case OP.move:
        surface.moveTo(ops[i + 1], ops[i + 2]);
        i += 3;
        break;
      case OP.line:
        surface.lineTo(ops[i + 1], ops[i + 2]);
        i += 3;
        break;
      case OP.arc:
        surface.ellipse(
          ops[i + 1],
          ops[i + 2],
          ops[i + 3],
          ops[i + 4],
          ops[i + 5],
          ops[i + 6],
          ops[i + 7],
          ops[i + 7] < ops[i + 6],
        );
        i += 8;
        break;
      default:
        surface.closePath();
        i += 1;
    }
  }
}

function paintText(
  surface: Surface,
  text: TextItem,
  unit: number,
  toPx: Transform,
  options: PaintOptions,
  colour: string,
): void {
  const t = text.transform as Transform;
  const heightPx = Math.hypot(t[2], t[3]) * unit;
  surface.save();
  surface.setTransform(...toPx);
  surface.transform(...t);
  if (heightPx < READABLE_PX) {
    surface.globalAlpha *= 0.45;
    surface.fillStyle = colour;
    for (const line of text.lines)
      surface.fillRect(line.x, line.y + 0.1, line.text.length * 0.62 * text.widthFactor, 0.7);
  } else {
    const size = 100;
    const k = FONT_SIZE / size;
    surface.font = `${size}px ${options.lettering}`;
    const slant = Math.tan(text.slantRad);
    for (const line of text.lines) {
      surface.save();
      surface.transform(1, 0, 0, 1, line.x, line.y);
      surface.transform(k * text.widthFactor, 0, -k * slant, -k, 0, 0);
      surface.fillText(line.text, 0, 0);
      surface.restore();
    }
  }
  surface.restore();
}

function paintFill(
  surface: Surface,
  data: PictureData,
  item: number,
  unit: number,
  pass: Pass,
  colour: string,
  box: Float32Array,
): void {
  const end = data.items[item + 5] - 1;
  const fill: FillItem = data.head.fills[data.ops[end]];
  surface.save();
  surface.setTransform(...pass.toPx);
  surface.beginPath();
  trace(surface, data.ops, data.items[item + 4], end);
  surface.fillStyle = colour;
  if (fill.solid) surface.fill('evenodd');
  else {
    surface.clip('evenodd');
    const look = data.head.looks[data.items[item + 1]];
    const widthPx = Math.max(THINNEST_PX, look.widthMm * pass.pxPerMm);
    surface.strokeStyle = colour;
    surface.lineWidth = widthPx / unit;
    for (const family of fill.families) paintFamily(surface, family, unit, widthPx, box);
  }
  surface.restore();
}

function paintFamily(
  surface: Surface,
  family: FillItem['families'][number],
  unit: number,
  widthPx: number,
  box: Float32Array,
): void {
  const cos = Math.cos(family.angleRad);
  const sin = Math.sin(family.angleRad);
  // Distance from line to line, and the shift along the line from one to the next.
  const spacing = -family.offsetX * sin + family.offsetY * cos;
  const shift = family.offsetX * cos + family.offsetY * sin;
  if (!(Math.abs(spacing) > 0)) return;
  let low = Infinity;
  let high = -Infinity;
  let left = Infinity;
  let right = -Infinity;
  for (const x of [box[0], box[2]])
    for (const y of [box[1], box[3]]) {
      const across = (-(x - family.baseX) * sin + (y - family.baseY) * cos) / spacing;
      const along = (x - family.baseX) * cos + (y - family.baseY) * sin;
      low = Math.min(low, across);
      high = Math.max(high, across);
      left = Math.min(left, along);
      right = Math.max(right, along);
    }
  const spacingPx = Math.abs(spacing) * unit;
  if (spacingPx < CLOSEST_FILL_PX || high - low > MOST_FILL_LINES) {
    const alpha = Math.min(1, widthPx / Math.max(spacingPx, widthPx)) * 0.5;
    surface.save();
    surface.globalAlpha *= alpha;
    surface.fillRect(box[0], box[1], box[2] - box[0], box[3] - box[1]);
    surface.restore();
    return;
  }
  setDashes(surface, family.dashes, 1, unit, widthPx);
  const period = family.dashes.reduce((sum, dash) => sum + Math.abs(dash), 0);
  for (let n = Math.floor(low); n <= Math.ceil(high); n++) {
    const offset = n * shift;
    // Start a whole number of periods before the box, so that dashes keep their phase.
    const start = period > 0 ? offset + Math.floor((left - offset) / period) * period : left;
    const x = family.baseX - n * spacing * sin;
    const y = family.baseY + n * spacing * cos;
    surface.beginPath();
    surface.moveTo(x + start * cos, y + start * sin);
    surface.lineTo(x + right * cos, y + right * sin);
    surface.stroke();
  }
  surface.setLineDash([]);
}

/** Bounds, in picture units, of a rectangle of pixels. */
function visibleBox(
  t: Transform,
  x0: number,
  y0: number,
  x1: number,
  y1: number,
): [number, number, number, number] {
  const det = t[0] * t[3] - t[1] * t[2];
  if (det === 0) return [-Infinity, -Infinity, Infinity, Infinity];
  const xs: number[] = [];
  const ys: number[] = [];
  for (const px of [x0, x1])
    for (const py of [y0, y1]) {
      const dx = px - t[4];
      const dy = py - t[5];
      xs.push((t[3] * dx - t[2] * dy) / det);
      ys.push((-t[1] * dx + t[0] * dy) / det);
    }
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
}

const css = (rgb: number): string => `#${rgb.toString(16).padStart(6, '0')}`;

/** Box of everything marked, in the picture's own coordinates; objects seen through a window count where they show. */
export function markedBox(scene: Scene, marks: Marks): [number, number, number, number] | null {
  const found: [number, number, number, number] = [Infinity, Infinity, -Infinity, -Infinity];
  const widen = (x: number, y: number): void => {
    found[0] = Math.min(found[0], x);
    found[1] = Math.min(found[1], y);
    found[2] = Math.max(found[2], x);
    found[3] = Math.max(found[3], y);
  };
  eachMarked(scene.picture, marks, (box) => {
    widen(box[0], box[1]);
    widen(box[2], box[3]);
  });
  if (scene.model)
    for (const window of scene.picture.head.views) {
      const { origin } = scene.model.head;
      const t = compose(window.transform as Transform, translation(origin[0], origin[1]));
      eachMarked(scene.model, marks, (box) => {
        const corners = [0, 2].flatMap((i) =>
          [1, 3].map((j) => [t[0] * box[i] + t[2] * box[j] + t[4], t[1] * box[i] + t[3] * box[j] + t[5]]),
        );
        const clampX = (x: number): number => Math.min(window.x + window.width, Math.max(window.x, x));
        const clampY = (y: number): number => Math.min(window.y + window.height, Math.max(window.y, y));
        const outside =
          corners.every(([x]) => x < window.x) ||
          corners.every(([x]) => x > window.x + window.width) ||
          corners.every(([, y]) => y < window.y) ||
          corners.every(([, y]) => y > window.y + window.height);
        if (!outside) for (const [x, y] of corners) widen(clampX(x), clampY(y));
      });
    }
  return found[0] <= found[2] ? found : null;
}

function eachMarked(data: PictureData, marks: Marks, visit: (box: Float32Array) => void): void {
  const bits = markedItems(data, marks);
  for (let n = 0; n < bits.length; n++) if (bits[n] === 1) visit(data.boxes.subarray(n * 4, n * 4 + 4));
}
