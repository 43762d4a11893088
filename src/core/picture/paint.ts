import { compose, type Transform, translation } from '../geometry/transform';
import { highlightedItems } from './highlights';
import { paintFill } from './paint-fill';
import { hairline, paintStroke, tracePixels } from './paint-stroke';
import { paintText } from './paint-text';
import { css, type PaintOptions, type Pass, passesByLook, type Scene, type View } from './pass';
import { ITEM, ITEM_STRIDE, type Look, type Pattern, type PictureData, type PictureHead } from './picture';
import type { Surface } from './surface';

const FADED = 0.22;
/** Items between two looks at the clock. */
const BETWEEN = 256;

/** Paints a scene at once. The surface's background must be painted already. */
export function paint(surface: Surface, scene: Scene, view: View, options: PaintOptions): void {
  for (const _ of paintSteps(surface, scene, view, options));
}

/** Paints a scene in short steps, so that a worker can listen in between. */
export function* paintSteps(
  surface: Surface,
  scene: Scene,
  view: View,
  options: PaintOptions,
): Generator<void, void, void> {
  const highlights = options.highlights.handles.size > 0 || options.highlights.layers.size > 0;
  for (const highlighting of highlights ? [false, true] : [false])
    for (const pass of passesOf(scene, view, options)) {
      surface.save();
      surface.setTransform(1, 0, 0, 1, 0, 0);
      clipTo(surface, pass, view);
      yield* paintItems(surface, pass, options, highlights, highlighting);
      surface.restore();
    }
}

function clipTo(surface: Surface, { clip, clipBox }: Pass, view: View): void {
  surface.beginPath();
  if (clip) {
    for (let i = 0; i < clip.length; i += 2) {
      const x = clip[i] * view.scale + view.x;
      const y = view.y - clip[i + 1] * view.scale;
      if (i === 0) surface.moveTo(x, y);
      else surface.lineTo(x, y);
    }
    surface.closePath();
  } else surface.rect(clipBox[0], clipBox[1], clipBox[2] - clipBox[0], clipBox[3] - clipBox[1]);
  surface.clip();
}

export function passesOf(scene: Scene, view: View, options: PaintOptions): Pass[] {
  const { head } = scene.picture;
  const toPx: Transform = [view.scale, 0, 0, -view.scale, view.x, view.y];
  const pxPerMm = view.scale / head.mmPerUnit;
  const passes: Pass[] = [];
  if (scene.model)
    for (const [index, viewport] of head.viewports.entries()) {
      const model = scene.model.head;
      const intoSheet = compose(
        viewport.transform as Transform,
        translation(model.origin[0], model.origin[1]),
      );
      const scale = viewport.scale * view.scale;
      const x0 = Math.max(0, viewport.x * view.scale + view.x);
      const y0 = Math.max(0, view.y - (viewport.y + viewport.height) * view.scale);
      const x1 = Math.min(view.widthPx, (viewport.x + viewport.width) * view.scale + view.x);
      const y1 = Math.min(view.heightPx, view.y - viewport.y * view.scale);
      if (!(x1 > x0 && y1 > y0)) continue;
      const patternFollowsSheet = model.mmPerPatternUnit !== model.mmPerUnit;
      const names = new Map(model.layers.map((layer, i) => [layer.name, i]));
      passes.push({
        data: scene.model,
        viewport: index,
        toPx: compose(toPx, intoSheet),
        unit: scale,
        pxPerMm,
        pxPerPattern: patternFollowsSheet ? pxPerMm * model.mmPerPatternUnit : scale,
        clipBox: [x0, y0, x1, y1],
        clip: viewport.clip,
        hidden: hiddenLayers(scene.model, options, new Set(viewport.hiddenLayers)),
        looks: new Map(
          viewport.looks.flatMap((look) => {
            const at = names.get(look.layer);
            return at === undefined ? [] : [[at, look] as const];
          }),
        ),
      });
    }
  passes.push({
    data: scene.picture,
    viewport: -1,
    toPx,
    unit: view.scale,
    pxPerMm,
    pxPerPattern: pxPerMm * head.mmPerPatternUnit,
    clipBox: printedPart(head, view),
    clip: null,
    hidden: hiddenLayers(scene.picture, options, new Set()),
    looks: new Map(),
  });
  return passes;
}

/** Pixels that are painted: of a sheet that lies in the model its paper, for objects run on beyond it; else the whole view. */
function printedPart({ space, paper }: PictureHead, view: View): [number, number, number, number] {
  const whole: [number, number, number, number] = [0, 0, view.widthPx, view.heightPx];
  if (!paper || space.kind !== 'model') return whole;
  return [
    Math.max(whole[0], paper.x * view.scale + view.x),
    Math.max(whole[1], view.y - (paper.y + paper.height) * view.scale),
    Math.min(whole[2], (paper.x + paper.width) * view.scale + view.x),
    Math.min(whole[3], view.y - paper.y * view.scale),
  ];
}

function hiddenLayers(data: PictureData, options: PaintOptions, handles: ReadonlySet<string>): Set<number> {
  const hidden = new Set<number>();
  for (const [i, layer] of data.head.layers.entries())
    if (
      (layer.handle !== '' && handles.has(layer.handle)) ||
      (!layer.prints && !options.showNonPrinting) ||
      options.hidden.has(layer.name.toLowerCase())
    )
      hidden.add(i);
  return hidden;
}

/** How an item looks in a viewport. */
interface Seen {
  readonly rgb: number;
  readonly widthMm: number;
  readonly pattern: Pattern;
}

function seen(look: Look, pass: Pass): Seen {
  if (pass.looks.size === 0) return { rgb: look.rgb, widthMm: look.widthMm, pattern: look };
  return {
    rgb: pass.looks.get(look.by.colour)?.rgb ?? look.rgb,
    widthMm: pass.looks.get(look.by.width)?.widthMm ?? look.widthMm,
    pattern: pass.looks.get(look.by.linetype)?.pattern ?? look,
  };
}

function* paintItems(
  surface: Surface,
  pass: Pass,
  options: PaintOptions,
  highlights: boolean,
  highlighting: boolean,
): Generator<void, void, void> {
  const { data, hidden } = pass;
  const { items, boxes, head } = data;
  const bits = highlightedItems(data, options.highlights);
  const bounds = visibleBox(pass);
  const byLook = passesByLook(pass);
  const margin = (3 * byLook.reduce((most, own) => Math.max(most, own.pxPerMm), pass.pxPerMm)) / pass.unit;
  const speck = options.speckPx / pass.unit;
  const looks = head.looks.map((look) => seen(look, pass));
  surface.lineCap = 'butt';
  surface.lineJoin = 'round';
  surface.globalAlpha = highlights && !highlighting ? FADED : 1;
  /** What is highlighted has a colour of its own and is wider than it prints. */
  const marked = highlighting && options.highlightColour !== null;
  let openLook = -1;
  const flush = (): void => {
    if (openLook >= 0) surface.stroke();
    openLook = -1;
  };
  for (let i = 0, b = 0, n = 0; i < items.length; i += ITEM_STRIDE, b += 4) {
    if (
      boxes[b] > bounds[2] + margin ||
      boxes[b + 2] < bounds[0] - margin ||
      boxes[b + 1] > bounds[3] + margin ||
      boxes[b + 3] < bounds[1] - margin
    )
      continue;
    const isHighlighted = bits[b >> 2] > 0;
    if (highlighting !== isHighlighted && (highlighting || highlights)) continue;
    const lookIndex = items[i + 1];
    const look = head.looks[lookIndex];
    if (hidden.has(look.layer) && !isHighlighted) continue;
    if (++n % BETWEEN === 0) {
      flush();
      yield;
    }
    const kind = items[i];
    const { rgb, widthMm, pattern } = looks[lookIndex];
    const own = byLook[lookIndex];
    const mark =
      bits[b >> 2] === 2 && options.againstColour ? options.againstColour : options.highlightColour;
    const colour =
      highlighting && mark !== null
        ? mark
        : options.colours === 'black'
          ? '#000'
          : options.colours === 'layer'
            ? layerColour(look.layer)
            : css(rgb);
    if (boxes[b + 2] - boxes[b] < speck && boxes[b + 3] - boxes[b + 1] < speck && kind !== ITEM.mask) {
      // Too small to be seen as what it is: a speck where it lies.
      flush();
      surface.fillStyle = colour;
      surface.beginPath();
      const [x, y] = [
        pass.toPx[0] * boxes[b] + pass.toPx[2] * boxes[b + 1] + pass.toPx[4],
        pass.toPx[1] * boxes[b] + pass.toPx[3] * boxes[b + 1] + pass.toPx[5],
      ];
      surface.rect(x, y, options.speckPx, options.speckPx);
      surface.fill('nonzero');
      continue;
    }
    if (kind === ITEM.stroke || kind === ITEM.run) {
      const patterned = pattern.dashes.length > 0 && periodPx(pattern, own) >= 1.5;
      if (patterned) {
        flush();
        const px = penPx(look, widthMm, own, options) + (marked ? 1.4 : 0);
        paintStroke(surface, own, i, pattern, colour, px, options);
        continue;
      }
      if (openLook !== lookIndex) {
        flush();
        surface.beginPath();
        surface.setLineDash([]);
        surface.strokeStyle = colour;
        surface.lineJoin = look.widthUnits > 0 ? 'miter' : 'round';
        surface.lineWidth = penPx(look, widthMm, own, options) + (marked ? 1.4 : 0);
        openLook = lookIndex;
      }
      tracePixels(surface, data.ops, items[i + 4], items[i + 5], pass.toPx);
      continue;
    }
    flush();
    surface.setLineDash([]);
    switch (kind) {
      case ITEM.area:
        surface.fillStyle = colour;
        surface.beginPath();
        tracePixels(surface, data.ops, items[i + 4], items[i + 5], pass.toPx);
        surface.fill('evenodd');
        break;
      case ITEM.mask:
        if (marked || (highlights && !highlighting)) {
          // A mask that is highlighted shows its edge; faded drawings stay faded behind the others.
          surface.strokeStyle = colour;
          surface.lineWidth = 2;
          surface.beginPath();
          tracePixels(surface, data.ops, items[i + 4], items[i + 5], pass.toPx);
          if (marked) surface.stroke();
        }
        if (!marked) {
          surface.fillStyle = options.paper;
          surface.beginPath();
          tracePixels(surface, data.ops, items[i + 4], items[i + 5], pass.toPx);
          surface.fill('evenodd');
        }
        break;
      case ITEM.text:
        paintText(surface, head.texts[items[i + 4]], own, {
          colour,
          ownColours: options.colours === 'print' && !marked,
          penPx: hairline(widthMm * own.pxPerMm, options.thinnestPx),
          options,
        });
        break;
      default:
        paintFill(surface, own, i, colour, hairline(widthMm * own.pxPerMm, options.thinnestPx), {
          gradients: options.colours === 'print' && !marked,
        });
    }
  }
  flush();
  surface.globalAlpha = 1;
}

const penPx = (look: Look, widthMm: number, pass: Pass, options: PaintOptions): number =>
  hairline(look.widthUnits > 0 ? look.widthUnits * pass.unit : widthMm * pass.pxPerMm, options.thinnestPx);

function periodPx(pattern: Pattern, pass: Pass): number {
  let sum = 0;
  for (const dash of pattern.dashes) sum += Math.abs(dash);
  return sum * pass.pxPerPattern;
}

/** Bounds, in picture units, of what a pass shows. */
export function visibleBox({ toPx: t, clipBox }: Pass): [number, number, number, number] {
  const det = t[0] * t[3] - t[1] * t[2];
  if (det === 0) return [-Infinity, -Infinity, Infinity, Infinity];
  const xs: number[] = [];
  const ys: number[] = [];
  for (const px of [clipBox[0], clipBox[2]])
    for (const py of [clipBox[1], clipBox[3]]) {
      const dx = px - t[4];
      const dy = py - t[5];
      xs.push((t[3] * dx - t[2] * dy) / det);
      ys.push((-t[1] * dx + t[0] * dy) / det);
    }
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
}

/** A colour for each layer: hues far apart for neighbours, all dark enough on white. */
export const layerColour = (index: number): string =>
  `hsl(${Math.round((index * 137.508 + 190) % 360)} 62% ${32 + (index % 3) * 6}%)`;
