import type { PlannedMovement } from '@/core/correct/plan';
import type { Window } from './messages';
import { toPixels, windowsOnto } from './windows';

interface Props {
  readonly movements: readonly PlannedMovement[];
  readonly windows: readonly Window[];
  /** Space of the picture: "model", "sheet Plan". */
  readonly shown: string;
}

const HEAD_PX = 7;
/** Half the opening of an arrow's head, radians. */
const HEAD_RAD = 0.42;
/** An arrow that is shorter than this is a ring around the place: its direction could not be seen. */
const SHORTEST_PX = 5;

/** What a plan moves, over the picture: from where it is to where it will be. */
export function MovementArrows({ movements, windows, shown }: Props) {
  return (
    <svg
      className="pointer-events-none absolute inset-0 size-full"
      role="img"
      aria-label={`Movements of the plan: ${movements.length}`}
    >
      {movements.flatMap(({ space, from, to, handle, mm }) =>
        windowsOnto(windows, space, shown).flatMap((window) => {
          const [x0, y0] = toPixels(window, ...from);
          const [x1, y1] = toPixels(window, ...to);
          const [left, top, right, bottom] = window.clip;
          if (x1 < left || x1 > right || y1 < top || y1 > bottom) return [];
          const key = `${handle} ${window.viewport} ${from.join(' ')}`;
          if (Math.hypot(x1 - x0, y1 - y0) < SHORTEST_PX)
            return [
              <circle key={key} cx={x1} cy={y1} r={SHORTEST_PX} className={STROKE}>
                <title>{`${mm} mm`}</title>
              </circle>,
            ];
          return [<path key={key} d={arrow(x0, y0, x1, y1)} className={STROKE} data-arrow={handle} />];
        }),
      )}
    </svg>
  );
}

const STROKE = 'fill-none stroke-verdigris stroke-[1.6px]';

function arrow(x0: number, y0: number, x1: number, y1: number): string {
  const back = Math.atan2(y0 - y1, x0 - x1);
  const barb = (turn: number): string =>
    `${x1 + HEAD_PX * Math.cos(back + turn)} ${y1 + HEAD_PX * Math.sin(back + turn)}`;
  return `M${x0} ${y0}L${x1} ${y1}M${barb(HEAD_RAD)}L${x1} ${y1}L${barb(-HEAD_RAD)}`;
}
