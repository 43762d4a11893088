'use client';

import {
  type Dispatch,
  type RefObject,
  type SetStateAction,
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import type { PlannedMovement, Touched } from '@/core/correct/plan';
import { firstOf, type SheetHead } from '@/core/drawing/sheets/heads';
import { Button } from '../kit/Button';
import { MovementArrows } from './MovementArrows';
import type { LookingAt, ToWorker, Window } from './messages';
import { MODEL } from './messages';
import { fetchPictures, type Painter, startPainter, wheelFactor } from './painter';

/** A state of the drawing, as the route of pictures names it, and what it is called. */
export interface ShownState {
  readonly state: string;
  readonly sha: string;
  readonly name: string;
}

interface Props {
  readonly drawingId: number;
  readonly sheets: readonly SheetHead[];
  readonly before: ShownState;
  readonly after: ShownState;
  readonly touched: Touched;
  /** What is moved from the one to the other, where that is known. */
  readonly movements?: readonly PlannedMovement[];
}

const NO_MOVEMENTS: readonly PlannedMovement[] = [];
const NO_WINDOWS: readonly Window[] = [];

const SIDES = ['before', 'after'] as const;
type Side = (typeof SIDES)[number];

const ZOOM_STEP = 1.35;
/** Views that differ by less than this many pixels are the same. */
const SAME_PX = 0.01;

const isSame = (a: LookingAt, b: LookingAt): boolean =>
  Math.abs(a.pxPerUnit / b.pxPerUnit - 1) < 1e-9 && Math.hypot(a.x - b.x, a.y - b.y) * a.pxPerUnit < SAME_PX;

/** Two states of a drawing as they print: laid over each other with a slider, or side by side, always at the same place. */
export function ComparedSheet({
  drawingId,
  sheets,
  before,
  after,
  touched,
  movements = NO_MOVEMENTS,
}: Props) {
  const boxes = { before: useRef<HTMLDivElement>(null), after: useRef<HTMLDivElement>(null) };
  const area = useRef<HTMLDivElement>(null);
  const painters = useRef<Partial<Record<Side, Painter>>>({});
  const places = useRef<Partial<Record<Side, LookingAt>>>({});
  const [sheet, setSheet] = useState(() => firstOf(sheets));
  const [beside, setBeside] = useState(false);
  const [only, setOnly] = useState(false);
  const [slider, setSlider] = useState(50);
  const [windows, setWindows] = useState(NO_WINDOWS);
  const [arrows, setArrows] = useState(true);
  const [states, setStates] = useState<Record<Side, string>>({ before: 'loading', after: 'loading' });

  const tell = useCallback((message: ToWorker): void => {
    for (const side of SIDES) painters.current[side]?.tell(message);
  }, []);

  // biome-ignore lint/correctness/useExhaustiveDependencies: the boxes are the same as long as this is shown
  useEffect(() => {
    const started = SIDES.map((side) => {
      const box = boxes[side].current!;
      const painter = startPainter(
        box,
        (message) => {
          if (message.type !== 'painted') return;
          places.current[side] = message.at;
          if (side === 'before') setWindows(message.windows);
          const [first, second] = [places.current.before, places.current.after];
          // What is later follows what is earlier, wherever that came to look at.
          if (message.whole && first && second && !isSame(first, second)) {
            places.current.after = first;
            painters.current.after?.tell({ type: 'look', at: first });
          }
        },
        (words) => setStates((now) => ({ ...now, [side]: words })),
      );
      painters.current[side] = painter;
      return painter;
    });
    const turned = (event: WheelEvent): void => {
      event.preventDefault();
      const half = halfAt(event);
      tell({ type: 'zoom', factor: wheelFactor(event), x: half.x, y: half.y });
    };
    const surface = area.current!;
    surface.addEventListener('wheel', turned, { passive: false });
    return () => {
      surface.removeEventListener('wheel', turned);
      for (const painter of started) painter.stop();
      painters.current = {};
    };
  }, []);

  /** Where a pointer is in the picture that it is over. */
  const halfAt = (event: { clientX: number; clientY: number }): { x: number; y: number } => {
    const inside = SIDES.map((side) => boxes[side].current!.getBoundingClientRect());
    const box = event.clientX >= inside[1].left ? inside[1] : inside[0];
    return { x: event.clientX - box.left, y: event.clientY - box.top };
  };

  const isLayout = sheets[sheet]?.where === 'layout';
  const picture = { drawingId, sheet, isLayout, painters, setStates };
  useSidePicture('before', before, picture);
  useSidePicture('after', after, picture);

  const marks = useMemo(
    () => ({ handles: touched.handles, layers: touched.layers.map((name) => name.toLowerCase()) }),
    [touched],
  );
  const nothing = marks.handles.length + marks.layers.length === 0;
  const bothReady = states.before === 'ready' && states.after === 'ready';
  useEffect(() => {
    if (bothReady)
      tell({
        type: 'highlight',
        ...(only ? marks : { handles: [], layers: [] }),
        asPrinted: true,
        frame: false,
        highlight: 0,
      });
  }, [only, marks, bothReady, tell]);

  const drag = useRef<{ x: number; y: number; slides: boolean } | null>(null);
  const slideTo = (clientX: number): void => {
    const box = area.current!.getBoundingClientRect();
    setSlider(Math.min(100, Math.max(0, ((clientX - box.left) / box.width) * 100)));
  };
  const problem = SIDES.map((side) => states[side]).find((words) => words !== 'ready' && words !== 'loading');
  const walk = (by: 1 | -1): void =>
    setSheet((now) => {
      const count = sheets.length + 1;
      const next = ((now === MODEL ? sheets.length : now) + by + count) % count;
      return next === sheets.length ? MODEL : next;
    });
  const middle = (factor: number): void => {
    const box = boxes.before.current!;
    tell({ type: 'zoom', factor, x: box.clientWidth / 2, y: box.clientHeight / 2 });
  };

  return (
    <section
      aria-label="Before and after, as they print"
      className="relative flex min-h-0 min-w-0 flex-1 flex-col bg-desk"
    >
      <div
        ref={area}
        role="application"
        aria-label="Two pictures of one place: arrow keys move both, plus and minus zoom"
        tabIndex={0}
        className="relative min-h-0 flex-1 cursor-grab touch-none overflow-hidden active:cursor-grabbing"
        onPointerDown={(event) => {
          const box = event.currentTarget.getBoundingClientRect();
          const line = box.left + (box.width * slider) / 100;
          drag.current = {
            x: event.clientX,
            y: event.clientY,
            slides: !beside && Math.abs(event.clientX - line) < 10,
          };
          event.currentTarget.setPointerCapture(event.pointerId);
        }}
        onPointerMove={(event) => {
          const from = drag.current;
          if (!from) return;
          if (from.slides) slideTo(event.clientX);
          else tell({ type: 'pan', dx: event.clientX - from.x, dy: event.clientY - from.y });
          drag.current = { ...from, x: event.clientX, y: event.clientY };
        }}
        onPointerUp={() => {
          drag.current = null;
        }}
        onPointerCancel={() => {
          drag.current = null;
        }}
        onKeyDown={(event) => {
          const by = { ArrowLeft: [60, 0], ArrowRight: [-60, 0], ArrowUp: [0, 60], ArrowDown: [0, -60] }[
            event.key
          ];
          if (by) tell({ type: 'pan', dx: by[0], dy: by[1] });
          else if (event.key === '+') middle(ZOOM_STEP);
          else if (event.key === '-') middle(1 / ZOOM_STEP);
          else if (event.key === '0') tell({ type: 'fit' });
          else return;
          event.preventDefault();
          event.stopPropagation();
        }}
      >
        <div
          ref={boxes.before}
          className={`absolute inset-y-0 left-0 overflow-hidden ${beside ? 'right-1/2 border-r border-ink' : 'right-0'}`}
        />
        <div
          ref={boxes.after}
          className={`absolute inset-y-0 right-0 overflow-hidden ${beside ? 'left-1/2' : 'left-0'}`}
          style={beside ? undefined : { clipPath: `inset(0 0 0 ${slider}%)` }}
        />
        {arrows &&
          bothReady &&
          movements.length > 0 &&
          (beside ? ['left-0 right-1/2', 'left-1/2 right-0'] : ['inset-x-0']).map((half) => (
            <div key={half} className={`pointer-events-none absolute inset-y-0 overflow-hidden ${half}`}>
              <MovementArrows
                movements={movements}
                windows={windows}
                shown={isLayout ? `sheet ${sheets[sheet].name}` : 'model'}
              />
            </div>
          ))}
        {!beside && (
          <div
            aria-hidden
            className="pointer-events-none absolute inset-y-0 w-0.5 -translate-x-1/2 bg-verdigris"
            style={{ left: `${slider}%` }}
          >
            <span className="absolute left-1/2 top-1/2 h-9 w-2.5 -translate-x-1/2 -translate-y-1/2 border-2 border-verdigris bg-white" />
          </div>
        )}
        <Name at="left-2" words={before.name} />
        <Name at={beside ? 'left-[calc(50%+0.5rem)]' : 'right-2'} words={after.name} />
        {!bothReady && (
          <p
            role="status"
            className={`absolute left-1/2 top-1/2 -translate-x-1/2 -translate-y-1/2 bg-white px-4 py-2 ${problem ? 'text-oxide' : 'text-ink-2'}`}
          >
            {problem ?? 'Drawing both pictures …'}
          </p>
        )}
      </div>
      <div className="flex min-h-10 items-center gap-2 border-t border-hairline bg-plate px-2 py-1 text-[13px]">
        {sheets.length > 0 && (
          <>
            <Button look="quiet" className="h-7 px-1.5" aria-label="Sheet before" onClick={() => walk(-1)}>
              ‹
            </Button>
            <span className="max-w-40 truncate font-medium" title={sheets[sheet]?.name ?? 'Model'}>
              {sheets[sheet]?.name ?? 'Model'}
            </span>
            <Button look="quiet" className="h-7 px-1.5" aria-label="Next sheet" onClick={() => walk(1)}>
              ›
            </Button>
          </>
        )}
        {beside ? (
          <span className="flex-1" />
        ) : (
          <label className="flex min-w-20 flex-1 items-center gap-2">
            <span className="sr-only">How much of the later state is shown</span>
            <input
              type="range"
              min={0}
              max={100}
              step={1}
              value={Math.round(slider)}
              onChange={(event) => setSlider(Number(event.target.value))}
              className="min-w-0 flex-1 accent-verdigris"
            />
          </label>
        )}
        <Button
          look="quiet"
          className="h-7 px-1.5"
          aria-pressed={beside}
          onClick={() => setBeside((now) => !now)}
        >
          {beside ? 'Lay over' : 'Side by side'}
        </Button>
        <Button
          look={only ? 'plain' : 'quiet'}
          className="h-7 px-1.5"
          aria-pressed={only}
          disabled={nothing}
          title={nothing ? 'Nothing that is drawn was changed' : 'Fade what is the same in both'}
          onClick={() => setOnly((now) => !now)}
        >
          Only what differs
        </Button>
        {movements.length > 0 && (
          <Button
            look={arrows ? 'plain' : 'quiet'}
            className="h-7 px-1.5"
            aria-pressed={arrows}
            title="Arrows from where things are to where they will be"
            onClick={() => setArrows((now) => !now)}
          >
            Movements
          </Button>
        )}
        <Button look="quiet" className="h-7 px-1.5" onClick={() => tell({ type: 'fit' })}>
          All
        </Button>
      </div>
    </section>
  );
}

/** Fetches the picture of one side whenever it is another one; the same sheet keeps its view. */
function useSidePicture(
  side: Side,
  { state, sha }: ShownState,
  {
    drawingId,
    sheet,
    isLayout,
    painters,
    setStates,
  }: {
    readonly drawingId: number;
    readonly sheet: number;
    readonly isLayout: boolean;
    readonly painters: RefObject<Partial<Record<Side, Painter>>>;
    readonly setStates: Dispatch<SetStateAction<Record<Side, string>>>;
  },
): void {
  const shown = useRef<{ painter: Painter; place: string } | null>(null);
  useEffect(() => {
    const abort = new AbortController();
    const say = (words: string): void => setStates((now) => ({ ...now, [side]: words }));
    say('loading');
    fetchPictures(drawingId, state, sha, sheet, isLayout, abort.signal)
      .then(({ main, model }) => {
        const painter = painters.current[side];
        if (abort.signal.aborted || !painter) return;
        const place = `${drawingId} ${sheet}`;
        const keepView = shown.current?.painter === painter && shown.current.place === place;
        painter.tell({ type: 'pictures', main, model, keepView }, model ? [main, model] : [main]);
        shown.current = { painter, place };
        say('ready');
      })
      .catch((error: unknown) => {
        if (!abort.signal.aborted)
          say(error instanceof Error ? error.message : 'The picture could not be fetched.');
      });
    return () => abort.abort();
  }, [side, state, sha, drawingId, sheet, isLayout, painters, setStates]);
}

const Name = ({ at, words }: { at: string; words: string }) => (
  <span
    className={`pointer-events-none absolute top-2 ${at} max-w-[45%] truncate bg-white/90 px-2 py-0.5 text-[12.5px] font-medium`}
  >
    {words}
  </span>
);
