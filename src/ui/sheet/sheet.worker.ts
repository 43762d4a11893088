import { highlightedBox, NO_HIGHLIGHTS } from '@/core/picture/highlights';
import { hitTest, onSheet, placeAt, snapTo } from '@/core/picture/hit';
import { paintSteps, passesOf } from '@/core/picture/paint';
import {
  type ColourMode,
  type Highlights,
  type PaintOptions,
  type Scene,
  type View,
  withFamilies,
} from '@/core/picture/pass';
import { type PictureData, unpackPicture } from '@/core/picture/picture';
import type { Surface } from '@/core/picture/surface';
import { FAMILIES, FAMILIES_MEANWHILE } from './fonts';
import { loadFonts, loadScripts } from './load-fonts';
import { findIn, lineOf } from './look-up';
import { measureBetween, type Place, paintPlaces } from './measuring';
import type { FromWorker, ToWorker } from './messages';
import { outlineItems } from './outline-items';
import { sheetBox, withSurroundings } from './sheet-box';
import { lookingAt, type SheetView, viewAt, viewOfBox, zoomed } from './sheet-view';
import { notDrawnOf, windowsOf } from './windows';

/**
 * Painting happens here, off the page's thread: the page only says what to show and how far it was moved. A picture
 * is painted in short steps onto a canvas of its own; until it is whole, the last one is shown moved and scaled.
 */

const DESK = '#c3c9cc';
const PAPER = '#ffffff';
const PAPER_EDGE = '#7d888e';
const MARK = '#96301f';
/** What speaks for something, where other marks speak against it. */
const FOR = '#1f6f66';
const ACCENT = '#1f6f68';
const MARGIN_PX = 28;
const SLICE_MS = 12;
const REACH_PX = 6;

let canvas: OffscreenCanvas | null = null;
let context: OffscreenCanvasRenderingContext2D | null = null;
let width = 0;
let height = 0;
let ratio = 1;
let scene: Scene | null = null;
let colours: ColourMode = 'print';
let hidden: ReadonlySet<string> = new Set();
let faces = FAMILIES_MEANWHILE;
let scripts: readonly string[] = [];
let highlights: Highlights = NO_HIGHLIGHTS;
let highlight = 0;
let asPrinted = false;
let view: SheetView = { scale: 1, x: 0, y: 0 };
/** The view shows everything, and goes on doing so when its size changes. */
let fitted = true;
let pointer: readonly [number, number] | null = null;
let hovered: { data: PictureData; item: number; viewport: number } | null = null;
let chosen: string | null = null;
let lookedFor = '';
let measuring = false;
let measured: Place[] = [];

/** The last whole picture, and the view it was painted for. */
let shown: { canvas: OffscreenCanvas; view: View } | null = null;
let spare: OffscreenCanvas | null = null;
let painting = 0;
let queued = false;
let stale = true;

const post = (message: FromWorker): void => self.postMessage(message);

self.onmessage = (event: MessageEvent<ToWorker>): void => {
  const message = event.data;
  switch (message.type) {
    case 'canvas':
      canvas = message.canvas;
      context = canvas.getContext('2d', { alpha: false });
      void loadFonts().then(() => {
        faces = FAMILIES;
        redraw();
      });
      break;
    case 'size':
      resize(message.width, message.height, message.ratio);
      break;
    case 'pictures':
      scene = {
        picture: unpackPicture(message.main),
        model: message.model ? unpackPicture(message.model) : null,
      };
      void loadScripts(scene.picture.head.scriptLetters + (scene.model?.head.scriptLetters ?? '')).then(
        (loaded) => {
          scripts = loaded;
          redraw();
        },
      );
      if (lookedFor !== '') find(lookedFor);
      hovered = null;
      shown = null;
      if (!message.keepView) {
        measured = [];
        fitAll();
      }
      break;
    case 'pan':
      fitted = false;
      view = { ...view, x: view.x + message.dx, y: view.y + message.dy };
      break;
    case 'zoom':
      zoom(message.factor, message.x, message.y);
      break;
    case 'fit':
      fitAll(message.withStrays);
      break;
    case 'look':
      if (scene) view = viewAt(message.at, { width, height }, scene.picture.head.origin);
      fitted = false;
      break;
    case 'true size':
      if (scene) {
        const factor = (message.pxPerMm * scene.picture.head.mmPerUnit) / view.scale;
        zoom(factor, width / 2, height / 2);
      }
      break;
    case 'highlight':
      highlights = {
        handles: new Set(message.handles),
        layers: new Set(message.layers),
        ...(message.against ? { against: new Set(message.against) } : {}),
      };
      asPrinted = message.asPrinted ?? false;
      highlight = message.highlight;
      if (message.frame) frame(highlights);
      break;
    case 'colours':
      colours = message.colours;
      break;
    case 'hidden':
      hidden = new Set(message.layers);
      break;
    case 'point':
      pointer = message.at;
      lookUnder();
      compose();
      return;
    case 'pick':
      pick(message.at);
      compose();
      return;
    case 'choose':
      chosen = message.handle;
      if (message.frame && chosen) frame({ handles: new Set([chosen]), layers: new Set() });
      break;
    case 'measuring':
      measuring = message.on;
      measured = [];
      post({ type: 'measured', measure: null });
      compose();
      return;
    case 'find':
      find(message.words);
      return;
  }
  stale = true;
  queue();
};

function redraw(): void {
  stale = true;
  queue();
}

function resize(nextWidth: number, nextHeight: number, nextRatio: number): void {
  view = { ...view, x: view.x + (nextWidth - width) / 2, y: view.y + (nextHeight - height) / 2 };
  width = nextWidth;
  height = nextHeight;
  ratio = nextRatio;
  if (canvas) {
    canvas.width = Math.max(1, Math.round(width * ratio));
    canvas.height = Math.max(1, Math.round(height * ratio));
  }
  spare = null;
  if (fitted) fitAll();
}

function fitAll(withStrays = false): void {
  const box = scene && sheetBox(scene.picture, withStrays);
  if (box) showBox(box, MARGIN_PX);
  fitted = true;
}

function showBox(box: readonly [number, number, number, number], margin: number): void {
  fitted = false;
  view = viewOfBox(box, margin, { width, height });
}

function zoom(factor: number, x: number, y: number): void {
  if (!scene) return;
  const pxPerMm = (view.scale * factor) / scene.picture.head.mmPerUnit;
  // From a thousandth of true size to ten thousand times it.
  if (!(pxPerMm > 0.003 && pxPerMm < 40_000)) return;
  fitted = false;
  view = zoomed(view, factor, x, y);
}

/** Brings what is highlighted into sight, with enough around it to see where it is. */
function frame(which: Highlights): void {
  const box = scene && highlightedBox(scene, which);
  if (!scene || !box) return;
  const [x0, y0, x1, y1] = withSurroundings(box, scene.picture.head.mmPerUnit);
  const whole = sheetBox(scene.picture);
  // What spreads over the whole sheet is seen best with the whole sheet.
  if (whole && (x1 - x0 > 0.8 * (whole[2] - whole[0]) || y1 - y0 > 0.8 * (whole[3] - whole[1]))) fitAll();
  else showBox([x0, y0, x1, y1], MARGIN_PX);
}

function queue(): void {
  if (queued) return;
  queued = true;
  requestAnimationFrame(() => {
    queued = false;
    draw();
  });
}

const viewPx = (): View => ({
  scale: view.scale * ratio,
  x: view.x * ratio,
  y: view.y * ratio,
  widthPx: canvas?.width ?? 1,
  heightPx: canvas?.height ?? 1,
});

const options = (): PaintOptions => ({
  colours,
  highlights,
  highlightColour: asPrinted ? null : highlights.against ? FOR : MARK,
  againstColour: MARK,
  paper: PAPER,
  families: withFamilies(faces, scripts),
  showNonPrinting: false,
  hidden,
  thinnestPx: 0.7 * ratio,
  readablePx: 2.2 * ratio,
  speckPx: 0.9 * ratio,
});

/** Starts a new picture and paints it step by step; a change of view starts it over. */
function draw(): void {
  if (!canvas || !context || width === 0) return;
  if (!scene || !stale) {
    compose();
    return;
  }
  stale = false;
  const turn = ++painting;
  const target =
    spare && spare.width === canvas.width && spare.height === canvas.height
      ? spare
      : new OffscreenCanvas(canvas.width, canvas.height);
  spare = null;
  const surface = target.getContext('2d', { alpha: false });
  if (!surface) return;
  const px = viewPx();
  surface.setTransform(1, 0, 0, 1, 0, 0);
  surface.globalAlpha = 1;
  surface.fillStyle = DESK;
  surface.fillRect(0, 0, target.width, target.height);
  paper(surface, px);
  const steps = paintSteps(surface as unknown as Surface, scene, px, options());
  const go = (): void => {
    // A newer picture was begun: this one is given up, and its canvas is used again.
    if (turn !== painting) {
      spare = target;
      return;
    }
    const end = performance.now() + SLICE_MS;
    let step = steps.next();
    while (!step.done && performance.now() < end) step = steps.next();
    if (step.done) {
      spare = shown?.canvas ?? null;
      shown = { canvas: target, view: px };
      compose();
      report(true);
      return;
    }
    setTimeout(go, 0);
  };
  const begun = performance.now();
  go();
  if (painting === turn && shown?.canvas !== target && performance.now() - begun >= SLICE_MS) {
    // It takes longer: what is there already is shown moved and scaled meanwhile.
    compose(shown ? undefined : target);
    report(false);
  }
}

function paper(surface: OffscreenCanvasRenderingContext2D, px: View): void {
  const box = scene && sheetBox(scene.picture);
  if (!box) return;
  const x = box[0] * px.scale + px.x;
  const y = px.y - box[3] * px.scale;
  const w = (box[2] - box[0]) * px.scale;
  const h = (box[3] - box[1]) * px.scale;
  surface.fillStyle = PAPER;
  surface.fillRect(x, y, w, h);
  surface.strokeStyle = PAPER_EDGE;
  surface.lineWidth = ratio;
  surface.setLineDash([]);
  surface.strokeRect(x, y, w, h);
}

/** Puts the last picture where the view is now, and what belongs to the moment on top of it. */
function compose(instead?: OffscreenCanvas): void {
  if (!canvas || !context) return;
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.fillStyle = DESK;
  context.fillRect(0, 0, canvas.width, canvas.height);
  if (!scene) return;
  const px = viewPx();
  if (instead) context.drawImage(instead, 0, 0);
  else if (shown) {
    const k = px.scale / shown.view.scale;
    if (k === 1 && px.x === shown.view.x && px.y === shown.view.y) context.drawImage(shown.canvas, 0, 0);
    else {
      paper(context, px);
      context.drawImage(
        shown.canvas,
        px.x - shown.view.x * k,
        px.y - shown.view.y * k,
        shown.canvas.width * k,
        shown.canvas.height * k,
      );
    }
  } else paper(context, px);
  if (chosen)
    outline(
      2.4,
      (item, data) =>
        data.head.handles[data.items[item + 2]] === chosen ||
        data.head.handles[data.items[item + 3]] === chosen,
    );
  if (hovered && !measuring) {
    const { data, item, viewport } = hovered;
    const own = data.items[item + 2];
    outline(1.4, (other, otherData) => otherData === data && otherData.items[other + 2] === own, viewport);
  }
  paintMeasure(px);
}

function outline(by: number, which: (item: number, data: PictureData) => boolean, viewport?: number): void {
  if (!context || !scene) return;
  outlineItems(context, passesOf(scene, viewPx(), options()), {
    colour: ACCENT,
    byPx: by * ratio,
    which,
    ...(viewport === undefined ? {} : { viewport }),
  });
}

function report(whole: boolean): void {
  if (!scene) return;
  const { head } = scene.picture;
  post({
    type: 'painted',
    pxPerMm: view.scale / head.mmPerUnit,
    at: lookingAt(view, { width, height }, head.origin),
    windows: windowsOf(passesOf(scene, viewPx(), options()), ratio),
    scaleNote: head.scaleNote,
    mmPerUnit: head.mmPerUnit,
    notDrawn: notDrawnOf(scene),
    lettersMissing: head.lettersMissing + (scene.model?.head.lettersMissing ?? 0),
    cutOff: head.cutOff || (scene.model?.head.cutOff ?? false),
    outside: head.matter?.outside ?? 0,
    empty: head.bounds === null,
    highlighted: highlightedBox(scene, highlights) !== null,
    highlight,
    whole,
  });
}

// ---- what is under the pointer ----

function lookUnder(): void {
  if (!scene || !pointer) {
    hovered = null;
    post({ type: 'under', object: null, paperMm: null, model: null, unit: '' });
    return;
  }
  const [x, y] = [pointer[0] * ratio, pointer[1] * ratio];
  const px = viewPx();
  hovered = hitTest(scene, px, options(), x, y, REACH_PX * ratio);
  const place = placeAt(scene, px, options(), x, y);
  const { head } = scene.picture;
  const sheet = head.space.kind === 'sheet';
  const own = onSheet(scene, place.at, place.viewport);
  post({
    type: 'under',
    object: hovered && lineOf(hovered.data, hovered.item),
    paperMm: sheet ? [own[0] * head.mmPerUnit, own[1] * head.mmPerUnit] : null,
    model: sheet ? (place.viewport >= 0 ? place.at : null) : place.at,
    unit: (scene.model ?? scene.picture).head.unit,
  });
  if (measuring && measured.length % 2 === 1) formatMeasure(placeUnder(pointer), false);
}

function placeUnder(at: readonly [number, number]): Place {
  const [x, y] = [at[0] * ratio, at[1] * ratio];
  const px = viewPx();
  const snap = snapTo(scene!, px, options(), x, y, 9 * ratio);
  if (snap) return { at: snap.at, viewport: snap.viewport, what: snap.what };
  return { ...placeAt(scene!, px, options(), x, y), what: null };
}

function pick(at: readonly [number, number]): void {
  if (!scene) return;
  if (measuring) {
    if (measured.length === 2) measured = [];
    measured.push(placeUnder(at));
    if (measured.length === 2) formatMeasure(measured[1], true);
    else post({ type: 'measured', measure: null });
    return;
  }
  const hit = hitTest(scene, viewPx(), options(), at[0] * ratio, at[1] * ratio, REACH_PX * ratio);
  const object = hit && lineOf(hit.data, hit.item);
  chosen = object ? (object.within ?? object).handle : null;
  post({ type: 'picked', object });
}

const formatMeasure = (to: Place, done: boolean): void =>
  post({ type: 'measured', measure: measureBetween(scene!, measured[0], to, done) });

function paintMeasure(px: View): void {
  if (!measuring || !context || !scene) return;
  const places = [...measured];
  const next = pointer && measured.length < 2 ? placeUnder(pointer) : null;
  if (next) places.push(next);
  paintPlaces(context, scene, px, places, MARK, ratio);
}

// ---- finding by words, handle or layer ----

function find(words: string): void {
  lookedFor = words;
  const pictures = scene ? (scene.model ? [scene.picture, scene.model] : [scene.picture]) : [];
  post({ type: 'found', words, ...findIn(pictures, words) });
}
