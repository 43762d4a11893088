import { pointsOfArc } from '../geometry/ellipse';
import { contains } from '../geometry/hatch';
import type { Transform } from '../geometry/transform';
import { passesOf } from './paint';
import { loopsInPixels } from './paint-fill';
import { segmentsOf } from './paint-stroke';
import type { PaintOptions, Pass, Scene, View } from './pass';
import { ITEM, ITEM_STRIDE, OP, type PictureData } from './picture';

/** What lies under a point of the screen. */
export interface Hit {
  readonly data: PictureData;
  /** First number of the item in `data.items`. */
  readonly item: number;
  /** Window it is seen through, an index into the sheet's views; -1 for the sheet or the model itself. */
  readonly viewport: number;
}

/** A point of an object that can be measured from. */
export interface Snap {
  readonly what: 'end' | 'centre' | 'quarter';
  readonly px: readonly [number, number];
  /** Coordinates in the space the object lies in, in full precision. */
  readonly at: readonly [number, number];
  readonly viewport: number;
}

/** The topmost object within `reach` pixels of a point; lines before areas that lie over them. */
export function hitTest(
  scene: Scene,
  view: View,
  options: PaintOptions,
  x: number,
  y: number,
  reach: number,
): Hit | null {
  let area: Hit | null = null;
  for (const { pass, viewport } of passesUnder(scene, view, options, x, y)) {
    const { data } = pass;
    for (let i = data.items.length - ITEM_STRIDE; i >= 0; i -= ITEM_STRIDE) {
      if (!near(pass, i, x, y, reach) || pass.hidden.has(data.head.looks[data.items[i + 1]].layer)) continue;
      const kind = data.items[i];
      const hit: Hit = { data, item: i, viewport };
      if (kind === ITEM.stroke || kind === ITEM.run) {
        if (distanceTo(data.ops, data.items[i + 4], data.items[i + 5], pass.toPx, x, y) <= reach) return hit;
      } else if (kind === ITEM.text) {
        if (inText(data, i, pass.toPx, x, y)) return hit;
      } else if (!area) {
        const end = data.items[i + 5] - (kind === ITEM.fill ? 1 : 0);
        const loops = loopsInPixels(data.ops, data.items[i + 4], end, pass.toPx);
        let inside = false;
        for (const loop of loops) if (contains(loop, x, y)) inside = !inside;
        if (inside) area = hit;
      }
    }
  }
  return area;
}

/** The nearest point within `reach` pixels that something can be measured from. */
export function snapTo(
  scene: Scene,
  view: View,
  options: PaintOptions,
  x: number,
  y: number,
  reach: number,
): Snap | null {
  let best: Snap | null = null;
  let least = reach;
  for (const { pass, viewport } of passesUnder(scene, view, options, x, y)) {
    const { data, toPx: t } = pass;
    const [ox, oy] = data.head.origin;
    const offer = (what: Snap['what'], ux: number, uy: number, handicap = 0): void => {
      const px = t[0] * ux + t[2] * uy + t[4];
      const py = t[1] * ux + t[3] * uy + t[5];
      const distance = Math.hypot(px - x, py - y) + handicap;
      if (distance >= least) return;
      least = distance;
      best = { what, px: [px, py], at: [ux + ox, uy + oy], viewport };
    };
    for (let i = 0; i < data.items.length; i += ITEM_STRIDE) {
      if (!near(pass, i, x, y, reach) || pass.hidden.has(data.head.looks[data.items[i + 1]].layer)) continue;
      if (data.items[i] === ITEM.text) continue;
      const end = data.items[i + 5] - (data.items[i] === ITEM.fill ? 1 : 0);
      for (let k = data.items[i + 4]; k < end; ) {
        const op = data.ops[k];
        if (op === OP.arc) {
          const [, cx, cy, rx, ry, turn, , to] = data.ops.subarray(k, k + 8);
          const [c, s] = [Math.cos(turn), Math.sin(turn)];
          const point = (angle: number): [number, number] => [
            cx + rx * Math.cos(angle) * c - ry * Math.sin(angle) * s,
            cy + rx * Math.cos(angle) * s + ry * Math.sin(angle) * c,
          ];
          offer('centre', cx, cy, 1);
          if (!isRound(data.ops, k)) offer('end', ...point(to));
          else for (const quarter of [0, 0.5, 1, 1.5]) offer('quarter', ...point(quarter * Math.PI - turn));
          k += 8;
        } else if (op === OP.close) k += 1;
        else {
          // Where a whole circle begins is no end of anything.
          if (!isRound(data.ops, k + 3)) offer('end', data.ops[k + 1], data.ops[k + 2]);
          k += 3;
        }
      }
    }
  }
  return best;
}

/** True for an arc that goes all the way round. */
const isRound = (ops: Float64Array, k: number): boolean =>
  ops[k] === OP.arc && Math.abs(Math.abs(ops[k + 7] - ops[k + 6]) - 2 * Math.PI) < 1e-9;

/** A point of the screen in the space it shows: the model where a viewport is, else the picture's own. */
export function placeAt(
  scene: Scene,
  view: View,
  options: PaintOptions,
  x: number,
  y: number,
): { readonly at: readonly [number, number]; readonly viewport: number } {
  const [{ pass, viewport }] = passesUnder(scene, view, options, x, y);
  const [px, py] = inverse(pass.toPx, x, y);
  const [ox, oy] = pass.data.head.origin;
  return { at: [px + ox, py + oy], viewport };
}

/** A point of a viewport's model, or of the picture itself, in the picture's own coordinates with its origin added. */
export function onSheet(scene: Scene, at: readonly [number, number], viewport: number): [number, number] {
  if (viewport < 0) return [at[0], at[1]];
  const t = scene.picture.head.viewports[viewport].transform;
  const [ox, oy] = scene.picture.head.origin;
  return [t[0] * at[0] + t[2] * at[1] + t[4] + ox, t[1] * at[0] + t[3] * at[1] + t[5] + oy];
}

/** Passes whose viewport holds a point, the one on top first: a viewport's model before the sheet it is cut into. */
function passesUnder(
  scene: Scene,
  view: View,
  options: PaintOptions,
  x: number,
  y: number,
): { pass: Pass; viewport: number }[] {
  const passes = passesOf(scene, view, options);
  const shown = scene.model
    ? scene.picture.head.viewports.flatMap((viewport, i) => {
        const left = viewport.x * view.scale + view.x;
        const top = view.y - (viewport.y + viewport.height) * view.scale;
        const inside =
          x >= left &&
          x <= left + viewport.width * view.scale &&
          y >= top &&
          y <= top + viewport.height * view.scale;
        return inside ? [i] : [];
      })
    : [];
  const viewports: { pass: Pass; viewport: number }[] = [];
  for (const index of shown) {
    const { clip } = scene.picture.head.viewports[index];
    if (clip) {
      const ring = clip.map((value, k) =>
        k % 2 === 0 ? value * view.scale + view.x : view.y - value * view.scale,
      );
      if (!contains(ring, x, y)) continue;
    }
    const pass = passes.find((candidate) => candidate.viewport === index);
    if (pass) viewports.push({ pass, viewport: index });
  }
  return [...viewports.reverse(), { pass: passes.at(-1)!, viewport: -1 }];
}

/** True when a point is within reach of an item's box. */
function near({ data, toPx, unit }: Pass, item: number, x: number, y: number, reach: number): boolean {
  const b = (item / ITEM_STRIDE) * 4;
  const [ux, uy] = inverse(toPx, x, y);
  // Boxes are held in 32 bits: a little is added so that none is missed.
  const spare = reach / unit + Math.max(Math.abs(data.boxes[b]), Math.abs(data.boxes[b + 2]), 1) * 1e-6;
  return (
    ux >= data.boxes[b] - spare &&
    ux <= data.boxes[b + 2] + spare &&
    uy >= data.boxes[b + 1] - spare &&
    uy <= data.boxes[b + 3] + spare
  );
}

function inverse(t: Transform, x: number, y: number): [number, number] {
  const det = t[0] * t[3] - t[1] * t[2];
  const [dx, dy] = [x - t[4], y - t[5]];
  return [(t[3] * dx - t[2] * dy) / det, (t[0] * dy - t[1] * dx) / det];
}

/** Distance in pixels from a point to a path. */
function distanceTo(ops: Float64Array, from: number, to: number, t: Transform, x: number, y: number): number {
  let least = Infinity;
  const straight = (x0: number, y0: number, x1: number, y1: number): void => {
    const [dx, dy] = [x1 - x0, y1 - y0];
    const length = dx * dx + dy * dy;
    const share = length > 0 ? Math.min(1, Math.max(0, ((x - x0) * dx + (y - y0) * dy) / length)) : 0;
    least = Math.min(least, Math.hypot(x0 + dx * share - x, y0 + dy * share - y));
  };
  for (const segment of segmentsOf(ops, from, to, t)) {
    if ('x0' in segment) {
      straight(segment.x0, segment.y0, segment.x1, segment.y1);
      continue;
    }
    const { arc } = segment;
    const points = pointsOfArc(arc, 0.3 / Math.max(1, arc.rx, arc.ry));
    for (const [i, point] of points.entries()) straight(...(points[i - 1] ?? point), ...point);
  }
  return least;
}

function inText(data: PictureData, item: number, t: Transform, x: number, y: number): boolean {
  const text = data.head.texts[data.items[item + 4]];
  const [ux, uy] = inverse(t, x, y);
  const m = text.transform as Transform;
  if (m[0] * m[3] - m[1] * m[2] === 0) return false;
  const [lx, ly] = inverse(m, ux, uy);
  return text.pieces.some(
    (piece) =>
      lx >= piece.x - 0.2 &&
      lx <= piece.x + piece.width + 0.2 &&
      ly >= piece.y - 0.4 &&
      ly <= piece.y + piece.size + 0.3,
  );
}
