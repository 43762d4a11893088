import { type Marks, markedBox, NO_MARKS, paint, type Scene, type View } from '@/core/picture/paint';
import { type PictureData, unpackPicture } from '@/core/picture/picture';
import type { FromWorker, ToWorker } from './messages';

/** Painting happens here, off the page's thread: the page only says what to show and how far it was moved. */

const DESK = '#c3c9cc';
const PAPER = '#ffffff';
const PAPER_EDGE = '#7d888e';
const MARK = '#96301f';
const MARGIN_PX = 28;
const LETTERING = 'Barlow, "Noto Sans CJK JP", sans-serif';

let canvas: OffscreenCanvas | null = null;
let context: OffscreenCanvasRenderingContext2D | null = null;
let width = 0;
let height = 0;
let ratio = 1;
let scene: Scene | null = null;
let black = false;
let marks: Marks = NO_MARKS;
/** Pixels per unit and the origin's place, in CSS pixels. */
let view = { scale: 1, x: 0, y: 0 };
let queued = false;
let mark = 0;

self.onmessage = (event: MessageEvent<ToWorker>): void => {
  const message = event.data;
  switch (message.type) {
    case 'canvas':
      canvas = message.canvas;
      context = canvas.getContext('2d', { alpha: false });
      void loadFonts(message.fontUrls);
      break;
    case 'size':
      resize(message.width, message.height, message.ratio);
      break;
    case 'pictures': {
      const main = unpackPicture(message.main);
      scene = { picture: main, model: message.model ? unpackPicture(message.model) : null };
      if (!message.keepView) fitAll();
      break;
    }
    case 'pan':
      view = { ...view, x: view.x + message.dx, y: view.y + message.dy };
      break;
    case 'zoom':
      zoom(message.factor, message.x, message.y);
      break;
    case 'fit':
      fitAll();
      break;
    case 'mark':
      marks = { handles: new Set(message.handles), layers: new Set(message.layers) };
      mark = message.mark;
      if (message.frame) frameMarked();
      break;
    case 'black':
      black = message.black;
      break;
  }
  queue();
};

async function loadFonts(urls: readonly string[]): Promise<void> {
  const ranges = [
    'U+0000-00FF, U+2000-206F, U+20AC, U+2122, U+2300',
    'U+0100-02BA, U+1E00-1E9F, U+A720-A7FF',
  ];
  await Promise.all(
    urls.map(async (url, i) => {
      const face = new FontFace('Barlow', `url(${url})`, { unicodeRange: ranges[i] });
      (self as unknown as { fonts: FontFaceSet }).fonts.add(face);
      await face.load();
    }),
  ).catch(() => undefined);
  queue();
}

function resize(nextWidth: number, nextHeight: number, nextRatio: number): void {
  const first = width === 0;
  view = { ...view, x: view.x + (nextWidth - width) / 2, y: view.y + (nextHeight - height) / 2 };
  width = nextWidth;
  height = nextHeight;
  ratio = nextRatio;
  if (canvas) {
    canvas.width = Math.max(1, Math.round(width * ratio));
    canvas.height = Math.max(1, Math.round(height * ratio));
  }
  if (first) fitAll();
}

/** The paper, or for the model what is drawn with a margin about it. */
function sheetBox(picture: PictureData): [number, number, number, number] | null {
  const { paper, bounds } = picture.head;
  if (paper) return [paper.x, paper.y, paper.x + paper.width, paper.y + paper.height];
  if (!bounds) return null;
  const margin = Math.max(bounds[2] - bounds[0], bounds[3] - bounds[1], 1e-6) * 0.03;
  return [bounds[0] - margin, bounds[1] - margin, bounds[2] + margin, bounds[3] + margin];
}

function fitAll(): void {
  const box = scene && sheetBox(scene.picture);
  if (box) showBox(box, MARGIN_PX);
}

function showBox(box: readonly [number, number, number, number], margin: number): void {
  const boxWidth = Math.max(box[2] - box[0], 1e-9);
  const boxHeight = Math.max(box[3] - box[1], 1e-9);
  const scale = Math.min(
    Math.max(40, width - 2 * margin) / boxWidth,
    Math.max(40, height - 2 * margin) / boxHeight,
  );
  view = {
    scale,
    x: width / 2 - ((box[0] + box[2]) / 2) * scale,
    y: height / 2 + ((box[1] + box[3]) / 2) * scale,
  };
}

function zoom(factor: number, x: number, y: number): void {
  if (!scene) return;
  const pxPerMm = (view.scale * factor) / scene.picture.head.mmPerUnit;
  // From a thousandth of true size to a thousand times it.
  if (pxPerMm < 0.003 || pxPerMm > 4000) return;
  view = { scale: view.scale * factor, x: x - (x - view.x) * factor, y: y - (y - view.y) * factor };
}

/** Brings what is marked into sight, with enough around it to see where it is. */
function frameMarked(): void {
  const box = scene && markedBox(scene, marks);
  if (!scene || !box) return;
  const mm = 1 / scene.picture.head.mmPerUnit;
  const least = 60 * mm;
  const grow = (low: number, high: number): [number, number] => {
    const spare = Math.max(0, least - (high - low)) / 2 + (high - low) * 0.15;
    return [low - spare, high + spare];
  };
  const [x0, x1] = grow(box[0], box[2]);
  const [y0, y1] = grow(box[1], box[3]);
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

function draw(): void {
  if (!context || !canvas || width === 0) return;
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.fillStyle = DESK;
  context.fillRect(0, 0, canvas.width, canvas.height);
  if (!scene) return;
  const { head } = scene.picture;
  const box = sheetBox(scene.picture);
  const px: View = {
    scale: view.scale * ratio,
    x: view.x * ratio,
    y: view.y * ratio,
    widthPx: canvas.width,
    heightPx: canvas.height,
  };
  if (box) {
    const x = box[0] * px.scale + px.x;
    const y = px.y - box[3] * px.scale;
    const w = (box[2] - box[0]) * px.scale;
    const h = (box[3] - box[1]) * px.scale;
    context.fillStyle = PAPER;
    context.fillRect(x, y, w, h);
    context.strokeStyle = PAPER_EDGE;
    context.lineWidth = ratio;
    context.setLineDash([]);
    context.strokeRect(x, y, w, h);
  }
  paint(context as unknown as CanvasRenderingContext2D, scene, px, {
    black,
    marks,
    markColour: MARK,
    lettering: LETTERING,
    showNonPrinting: false,
  });
  const answer: FromWorker = {
    type: 'painted',
    pxPerMm: view.scale / head.mmPerUnit,
    scaleNote: head.scaleNote,
    mmPerUnit: head.mmPerUnit,
    notDrawn: head.notDrawn,
    empty: head.bounds === null,
    marked: markedBox(scene, marks) !== null,
    mark,
  };
  self.postMessage(answer);
}
