import { useRef } from 'react';
import type { FollowingLine, SettableLength } from '@/core/audit/finding';
import type { Window } from './messages';
import { toPixels, windowsOnto } from './windows';

/** A length that is being set beside the sheet, as far as somebody has set it. */
export interface Setting {
  readonly sets: SettableLength;
  /** mm on paper. */
  readonly value: number;
  readonly onValue: (value: number) => void;
}

interface Props extends Setting {
  readonly windows: readonly Window[];
  /** Space of the picture: "model", "sheet Plan". */
  readonly shown: string;
}

/** A drag goes on in steps of this, mm on paper: finer ones are typed. */
const STEP_MM = 0.1;

/** Points of a following line for a length, in CSS pixels of a window. */
export const pixelsAt = (
  { points, rates }: FollowingLine,
  way: readonly [number, number],
  value: number,
  window: Window,
): [number, number][] =>
  rates.map((rate, i) =>
    toPixels(window, points[2 * i] + rate * value * way[0], points[2 * i + 1] + rate * value * way[1]),
  );

/**
 * How much a length grows when its line is dragged by CSS pixels: what of the drag runs along the way that the line
 * goes, in mm on paper.
 */
export function draggedBy(
  dx: number,
  dy: number,
  rate: number,
  way: readonly [number, number],
  { toPx }: Window,
): number {
  const [x, y] = [rate * (toPx[0] * way[0] + toPx[2] * way[1]), rate * (toPx[1] * way[0] + toPx[3] * way[1])];
  const size = x * x + y * y;
  return size > 0 ? (dx * x + dy * y) / size : 0;
}

export const within = ({ least, most }: SettableLength, value: number): number =>
  Number(Math.min(most, Math.max(least, value)).toFixed(4));

/** What will be, drawn over the sheet as a length is set: solid lines are dragged, the others follow. */
export function SettingLines({ sets, value, onValue, windows, shown }: Props) {
  const drag = useRef<{ x: number; y: number; value: number; rate: number; window: Window } | null>(null);
  return (
    <svg
      className="pointer-events-none absolute inset-0 size-full overflow-hidden"
      aria-label={`${sets.what}: drag to set it`}
      role="img"
    >
      {windowsOnto(windows, sets.space, shown).map((window) => (
        <g key={window.viewport}>
          {sets.lines.map((line, i) => {
            const points = pixelsAt(line, sets.way, value, window)
              .map((at) => at.join(','))
              .join(' ');
            // biome-ignore lint/suspicious/noArrayIndexKey: lines of one setting, always in this order
            if (!line.drags) return <polyline key={i} points={points} className={FOLLOWS} />;
            return (
              // biome-ignore lint/suspicious/noArrayIndexKey: lines of one setting, always in this order
              <g key={i}>
                <polyline points={points} className="fill-none stroke-verdigris" strokeWidth={2} />
                <polyline
                  points={points}
                  data-drags={window.viewport}
                  className="pointer-events-auto cursor-move touch-none fill-none stroke-transparent"
                  strokeWidth={14}
                  onPointerDown={(event) => {
                    event.stopPropagation();
                    event.currentTarget.setPointerCapture(event.pointerId);
                    const [rate] = line.rates;
                    drag.current = { x: event.clientX, y: event.clientY, value, rate, window };
                  }}
                  onPointerMove={(event) => {
                    const from = drag.current;
                    if (!from) return;
                    event.stopPropagation();
                    const by = draggedBy(
                      event.clientX - from.x,
                      event.clientY - from.y,
                      from.rate,
                      sets.way,
                      from.window,
                    );
                    onValue(within(sets, Math.round((from.value + by) / STEP_MM) * STEP_MM));
                  }}
                  onPointerUp={(event) => {
                    event.stopPropagation();
                    drag.current = null;
                  }}
                  onPointerCancel={() => {
                    drag.current = null;
                  }}
                />
              </g>
            );
          })}
        </g>
      ))}
    </svg>
  );
}

const FOLLOWS = 'fill-none stroke-verdigris [stroke-dasharray:4_3]';
