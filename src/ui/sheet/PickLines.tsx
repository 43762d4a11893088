import type { PickedObject } from '@/core/audit/finding';
import type { Window } from './messages';
import { toPixels, windowsOnto } from './windows';

/** One of several objects that is being picked beside the sheet. */
export interface Picking {
  readonly picks: PickedObject;
  /** Identity of the object; null while none is. */
  readonly value: string | null;
  readonly onValue: (object: string) => void;
}

interface Props extends Picking {
  readonly windows: readonly Window[];
  /** Space of the picture: "model", "sheet Plan". */
  readonly shown: string;
}

/** A line that is drawn over the sheet, as a polyline of CSS pixels. */
const pixelsOf = (line: readonly number[], window: Window): string =>
  Array.from({ length: line.length / 2 }, (_, i) =>
    toPixels(window, line[2 * i], line[2 * i + 1]).join(','),
  ).join(' ');

/** The lines of objects of which one is picked: a click on one picks it, and what goes then is covered as if it were gone. */
export function PickLines({ picks, value, onValue, windows, shown }: Props) {
  const picked = picks.of.find(({ object }) => object === value);
  return (
    <svg
      className="pointer-events-none absolute inset-0 size-full overflow-hidden"
      aria-label={`${picks.what}: click one to pick it`}
      role="img"
    >
      {windowsOnto(windows, picks.space, shown).map((window) => (
        <g key={window.viewport}>
          {picks.of.map(({ lines, object }, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: objects of one finding, always in this order
            <g key={i}>
              {lines.map((line, k) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: lines of one object, always in this order
                <g key={k}>
                  <polyline
                    points={pixelsOf(line, window)}
                    className={object === value ? PICKED : OTHER}
                    strokeWidth={object === value ? 3 : 1.5}
                  />
                  <polyline
                    points={pixelsOf(line, window)}
                    data-picks={i}
                    className="pointer-events-auto cursor-pointer fill-none stroke-transparent"
                    strokeWidth={12}
                    onPointerDown={(event) => event.stopPropagation()}
                    onPointerUp={(event) => {
                      event.stopPropagation();
                      onValue(object);
                    }}
                  />
                </g>
              ))}
            </g>
          ))}
          {picked?.goes.map((line, i) => (
            <polyline
              // biome-ignore lint/suspicious/noArrayIndexKey: lines of one object, always in this order
              key={i}
              points={pixelsOf(line, window)}
              className="fill-none stroke-white"
              strokeWidth={7}
            />
          ))}
          {/* What runs through a gap runs on over it. */}
          {picked &&
            picks.of
              .filter(({ object, lines }) => object !== value && !isGone(lines, picked.goes))
              .flatMap(({ lines }) => lines)
              .map((line, i) => (
                <polyline
                  // biome-ignore lint/suspicious/noArrayIndexKey: lines of one finding, always in this order
                  key={`over ${i}`}
                  points={pixelsOf(line, window)}
                  className={OTHER}
                  strokeWidth={1.5}
                />
              ))}
        </g>
      ))}
    </svg>
  );
}

/** Whether all of an object goes. */
export const isGone = (
  lines: readonly (readonly number[])[],
  goes: readonly (readonly number[])[],
): boolean => {
  const gone = new Set(goes.map((line) => line.join(' ')));
  return lines.every((line) => gone.has(line.join(' ')));
};

const PICKED = 'fill-none stroke-verdigris';
const OTHER = 'fill-none stroke-verdigris/70';
