import { pointsOfArc } from '../geometry/ellipse';
import { hatchPieces, type LineFamily, spacingOf } from '../geometry/hatch';
import type { Transform } from '../geometry/transform';
import { arcInPixels, tracePixels } from './paint-stroke';
import { css, type Pass } from './pass';
import { type FillItem, OP } from './picture';
import type { Surface } from './surface';

/** Fill lines closer than this run together: drawn as a tint of the same darkness. */
const CLOSEST_PX = 1.6;
const MOST_PIECES = 20_000;

export function paintFill(
  surface: Surface,
  pass: Pass,
  item: number,
  colour: string,
  widthPx: number,
  how: { readonly gradients: boolean },
): void {
  const { data, toPx } = pass;
  const end = data.items[item + 5] - 1;
  const start = data.items[item + 4];
  const fill: FillItem = data.head.fills[data.ops[end]];
  if (fill.solid || fill.gradient) {
    surface.fillStyle = fill.gradient && how.gradients ? ramp(surface, fill.gradient, pass, item) : colour;
    surface.beginPath();
    tracePixels(surface, data.ops, start, end, toPx);
    surface.fill('evenodd');
    return;
  }
  const loops = loopsInPixels(data.ops, start, end, toPx);
  surface.strokeStyle = colour;
  surface.lineWidth = widthPx;
  for (const family of fill.families) {
    const seen = familyInPixels(family, toPx);
    const spacing = Math.abs(spacingOf(seen).spacing);
    const cut = cutToWindow(loops, pass.clipBox);
    const pieces = spacing < CLOSEST_PX ? null : hatchPieces(cut, seen, MOST_PIECES);
    surface.beginPath();
    if (!pieces) {
      // Too fine to be drawn line by line: as dark as the lines would make it.
      const alpha = surface.globalAlpha;
      surface.globalAlpha = alpha * Math.min(1, widthPx / Math.max(spacing || 1, widthPx)) * 0.6;
      surface.fillStyle = colour;
      tracePixels(surface, data.ops, start, end, toPx);
      surface.fill('evenodd');
      surface.globalAlpha = alpha;
      continue;
    }
    for (let i = 0; i < pieces.length; i += 4) {
      let [x1, y1] = [pieces[i + 2], pieces[i + 3]];
      // A dot is as long as the line is wide.
      if (x1 === pieces[i] && y1 === pieces[i + 1]) {
        x1 += widthPx * Math.cos(seen.angleRad);
        y1 += widthPx * Math.sin(seen.angleRad);
      }
      surface.moveTo(pieces[i], pieces[i + 1]);
      surface.lineTo(x1, y1);
    }
    surface.stroke();
  }
}

/** A family seen through a view: views are alike in all directions. */
function familyInPixels(family: FillItem['families'][number], t: Transform): LineFamily {
  const [ux, uy] = [Math.cos(family.angleRad), Math.sin(family.angleRad)];
  const [dx, dy] = [t[0] * ux + t[2] * uy, t[1] * ux + t[3] * uy];
  const unit = Math.hypot(dx, dy);
  return {
    angleRad: Math.atan2(dy, dx),
    baseX: t[0] * family.baseX + t[2] * family.baseY + t[4],
    baseY: t[1] * family.baseX + t[3] * family.baseY + t[5],
    offsetX: t[0] * family.offsetX + t[2] * family.offsetY,
    offsetY: t[1] * family.offsetX + t[3] * family.offsetY,
    dashes: family.dashes.map((length) => length * unit),
  };
}

/** The loops of a boundary as rings of straight pieces, a tenth of a pixel true. */
export function loopsInPixels(ops: Float64Array, from: number, to: number, t: Transform): number[][] {
  const loops: number[][] = [];
  let loop: number[] = [];
  for (let i = from; i < to; ) {
    const x = t[0] * ops[i + 1] + t[2] * ops[i + 2] + t[4];
    const y = t[1] * ops[i + 1] + t[3] * ops[i + 2] + t[5];
    switch (ops[i]) {
      case OP.move:
        if (loop.length >= 6) loops.push(loop);
        loop = [x, y];
        i += 3;
        break;
      case OP.line:
        loop.push(x, y);
        i += 3;
        break;
      case OP.arc: {
        const arc = arcInPixels(ops, i, t);
        for (const [px, py] of pointsOfArc(arc, 0.1 / Math.max(0.2, arc.rx, arc.ry))) loop.push(px, py);
        i += 8;
        break;
      }
      default:
        i += 1;
    }
  }
  if (loop.length >= 6) loops.push(loop);
  return loops;
}

/** Rings cut to a window (Sutherland and Hodgman), so that only lines that can be seen are worked out. */
function cutToWindow(
  loops: readonly number[][],
  [x0, y0, x1, y1]: readonly [number, number, number, number],
): number[][] {
  const margin = 4;
  const sides: readonly [axis: 0 | 1, at: number, keepAbove: boolean][] = [
    [0, x0 - margin, true],
    [0, x1 + margin, false],
    [1, y0 - margin, true],
    [1, y1 + margin, false],
  ];
  return loops.flatMap((loop) => {
    let ring = loop;
    for (const [axis, at, above] of sides) {
      const inside = (i: number): boolean => (above ? ring[i + axis] >= at : ring[i + axis] <= at);
      let all = true;
      for (let i = 0; i < ring.length && all; i += 2) all = inside(i);
      if (all) continue;
      const next: number[] = [];
      for (let i = 0; i < ring.length; i += 2) {
        const j = (i + 2) % ring.length;
        if (inside(i)) next.push(ring[i], ring[i + 1]);
        if (inside(i) !== inside(j)) {
          const share = (at - ring[i + axis]) / (ring[j + axis] - ring[i + axis]);
          next.push(ring[i] + (ring[j] - ring[i]) * share, ring[i + 1] + (ring[j + 1] - ring[i + 1]) * share);
        }
      }
      ring = next;
    }
    return ring.length >= 6 ? [ring] : [];
  });
}

function ramp(
  surface: Surface,
  gradient: NonNullable<FillItem['gradient']>,
  pass: Pass,
  item: number,
): unknown {
  const b = (item / 6) * 4;
  const { boxes } = pass.data;
  const t = pass.toPx;
  const corners = [0, 2].flatMap((i) =>
    [1, 3].map((j): [number, number] => [
      t[0] * boxes[b + i] + t[2] * boxes[b + j] + t[4],
      t[1] * boxes[b + i] + t[3] * boxes[b + j] + t[5],
    ]),
  );
  const xs = corners.map(([x]) => x);
  const ys = corners.map(([, y]) => y);
  const [cx, cy] = [(Math.min(...xs) + Math.max(...xs)) / 2, (Math.min(...ys) + Math.max(...ys)) / 2];
  const [w, h] = [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)];
  const [first, second] = gradient.colours.map(css);
  if (gradient.form === 'round') {
    const around = surface.createRadialGradient(cx, cy, 0, cx, cy, Math.max(1e-6, Math.hypot(w, h) / 2));
    around.addColorStop(0, second);
    around.addColorStop(1, first);
    return around;
  }
  const along = Math.atan2(
    t[1] * Math.cos(gradient.angleRad) + t[3] * Math.sin(gradient.angleRad),
    t[0] * Math.cos(gradient.angleRad) + t[2] * Math.sin(gradient.angleRad),
  );
  const half = (Math.abs(Math.cos(along)) * w + Math.abs(Math.sin(along)) * h) / 2;
  const line = surface.createLinearGradient(
    cx - Math.cos(along) * half,
    cy - Math.sin(along) * half,
    cx + Math.cos(along) * half,
    cy + Math.sin(along) * half,
  );
  line.addColorStop(0, first);
  if (gradient.form === 'mirrored') line.addColorStop(0.5, second);
  line.addColorStop(1, gradient.form === 'mirrored' ? first : second);
  return line;
}
