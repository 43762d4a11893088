'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { Key } from '../kit/Button';
import type { FromWorker, ToWorker } from './messages';

interface Props {
  readonly drawingId: number;
  readonly sheets: readonly string[];
  /** Changes when the drawing does, so that its picture is fetched anew. */
  readonly sha: string;
  /** Show the drawing as it came. */
  readonly asReceived: boolean;
  readonly onAsReceived?: (asReceived: boolean) => void;
  /** What to mark and bring into sight. */
  readonly marked: SheetMarks;
  /** "model" or "sheet Name", where the marked objects lie. */
  readonly markedSpace: string | null;
}

/** Objects by handle, and layers by their names in small letters. */
export interface SheetMarks {
  readonly handles: readonly string[];
  readonly layers: readonly string[];
}

const FONTS = ['/fonts/barlow-latin-400-normal.woff2', '/fonts/barlow-latin-ext-400-normal.woff2'];
const MODEL = -1;
const STEP = 1.35;

/** The drawing as it prints, on the desk: sheets and model, zoom and pan, marks of a finding. */
export function SheetDesk({ drawingId, sheets, sha, asReceived, onAsReceived, marked, markedSpace }: Props) {
  const holder = useRef<HTMLDivElement>(null);
  const worker = useRef<Worker | null>(null);
  const [sheet, setSheet] = useState(sheets.length > 0 ? 0 : MODEL);
  const [black, setBlack] = useState(false);
  const [state, setState] = useState<'loading' | 'ready' | string>('loading');
  const [painted, setPainted] = useState<FromWorker | null>(null);
  const shown = useRef('');
  const markNumber = useRef(0);
  const anyMarked = marked.handles.length + marked.layers.length > 0;

  const tell = useCallback((message: ToWorker, transfer: Transferable[] = []): void => {
    worker.current?.postMessage(message, transfer);
  }, []);

  useEffect(() => {
    const box = holder.current;
    if (!box) return;
    // A canvas can be handed to a worker only once, so each mount makes its own.
    const canvas = document.createElement('canvas');
    canvas.className = 'absolute inset-0 size-full';
    box.prepend(canvas);
    const painter = new Worker(new URL('./sheet.worker.ts', import.meta.url), { type: 'module' });
    worker.current = painter;
    painter.onmessage = (event: MessageEvent<FromWorker>) => setPainted(event.data);
    const offscreen = canvas.transferControlToOffscreen();
    painter.postMessage({ type: 'canvas', canvas: offscreen, fontUrls: FONTS } satisfies ToWorker, [
      offscreen,
    ]);
    shown.current = '';
    const observer = new ResizeObserver(() =>
      painter.postMessage({
        type: 'size',
        width: box.clientWidth,
        height: box.clientHeight,
        ratio: window.devicePixelRatio || 1,
      } satisfies ToWorker),
    );
    observer.observe(box);
    const wheel = (event: WheelEvent): void => {
      event.preventDefault();
      const area = box.getBoundingClientRect();
      const factor = Math.exp(-event.deltaY * (event.deltaMode === 1 ? 0.05 : event.ctrlKey ? 0.01 : 0.0016));
      painter.postMessage({
        type: 'zoom',
        factor,
        x: event.clientX - area.left,
        y: event.clientY - area.top,
      } satisfies ToWorker);
    };
    box.addEventListener('wheel', wheel, { passive: false });
    return () => {
      box.removeEventListener('wheel', wheel);
      observer.disconnect();
      painter.terminate();
      canvas.remove();
      worker.current = null;
    };
  }, []);

  useEffect(() => {
    const abort = new AbortController();
    const place = `${drawingId}|${sheet}`;
    setState((now) => (now === 'ready' ? now : 'loading'));
    void (async () => {
      try {
        const load = async (which: number): Promise<ArrayBuffer> => {
          const response = await fetch(
            `/api/drawings/${drawingId}/picture?sheet=${which}&as=${asReceived ? 'received' : 'now'}&sha=${sha}`,
            { signal: abort.signal },
          );
          if (!response.ok)
            throw new Error(
              ((await response.json()) as { problem?: { message: string } }).problem?.message ??
                'The picture could not be made.',
            );
          return response.arrayBuffer();
        };
        const [main, model] = await Promise.all([load(sheet), sheet === MODEL ? null : load(MODEL)]);
        if (abort.signal.aborted) return;
        // The same sheet of a corrected drawing keeps the view, so that before and after can be compared.
        tell(
          { type: 'pictures', main, model, keepView: shown.current === place },
          model ? [main, model] : [main],
        );
        shown.current = place;
        setState('ready');
      } catch (error) {
        if (!abort.signal.aborted)
          setState(error instanceof Error ? error.message : 'The picture could not be fetched.');
      }
    })();
    return () => abort.abort();
  }, [drawingId, sheet, sha, asReceived, tell]);

  // A finding that lies in another space is shown there: on a sheet itself, or in the model.
  useEffect(() => {
    if (markedSpace === null) return;
    const at = sheets.findIndex((name) => markedSpace === `sheet ${name}`);
    if (at >= 0) setSheet(at);
    else if (markedSpace === 'model') setSheet((now) => now);
  }, [markedSpace, sheets]);

  // Marks are told again when another picture is shown.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the picture decides what can be marked
  useEffect(() => {
    if (state === 'ready') tell({ type: 'mark', ...marked, frame: anyMarked, mark: ++markNumber.current });
  }, [marked, anyMarked, state, sheet, tell]);

  // What lies in the model and shows through no window of this sheet is shown in the model itself. This stands behind
  // the telling of the mark, so that an answer to an earlier mark is not taken for one to this.
  useEffect(() => {
    if (
      anyMarked &&
      markedSpace === 'model' &&
      painted &&
      !painted.marked &&
      painted.mark === markNumber.current
    )
      setSheet(MODEL);
  }, [painted, anyMarked, markedSpace]);

  useEffect(() => tell({ type: 'black', black }), [black, tell]);

  const middle = useCallback(
    (factor: number): void => {
      const box = holder.current;
      if (box) tell({ type: 'zoom', factor, x: box.clientWidth / 2, y: box.clientHeight / 2 });
    },
    [tell],
  );

  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
      if (event.key === '+' || event.key === '=') middle(STEP);
      else if (event.key === '-') middle(1 / STEP);
      else if (event.key === '0') tell({ type: 'fit' });
      else if (event.key === 'b') setBlack((now) => !now);
      else if (event.key === 'o') onAsReceived?.(!asReceived);
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [middle, tell, onAsReceived, asReceived]);

  const drag = useRef<{ x: number; y: number } | null>(null);
  const missing = painted ? Object.entries(painted.notDrawn) : [];

  return (
    <section
      aria-label="The drawing as it prints"
      className="relative flex min-h-0 min-w-0 flex-1 flex-col bg-desk"
    >
      <div
        ref={holder}
        className="relative min-h-0 flex-1 cursor-grab touch-none overflow-hidden active:cursor-grabbing"
        role="application"
        aria-label="Picture of the drawing: arrow keys move it, plus and minus zoom, 0 shows all"
        tabIndex={0}
        onPointerDown={(event) => {
          drag.current = { x: event.clientX, y: event.clientY };
          event.currentTarget.setPointerCapture(event.pointerId);
        }}
        onPointerMove={(event) => {
          const from = drag.current;
          if (!from) return;
          tell({ type: 'pan', dx: event.clientX - from.x, dy: event.clientY - from.y });
          drag.current = { x: event.clientX, y: event.clientY };
        }}
        onPointerUp={() => {
          drag.current = null;
        }}
        onKeyDown={(event) => {
          const by = { ArrowLeft: [60, 0], ArrowRight: [-60, 0], ArrowUp: [0, 60], ArrowDown: [0, -60] }[
            event.key
          ];
          if (!by) return;
          event.preventDefault();
          event.stopPropagation();
          tell({ type: 'pan', dx: by[0], dy: by[1] });
        }}
      >
        {state !== 'ready' && (
          <p
            className={`absolute left-1/2 top-1/2 -translate-x-1/2 -translate-y-1/2 bg-white px-4 py-2 ${state === 'loading' ? 'text-ink-2' : 'text-oxide'}`}
            role="status"
          >
            {state === 'loading' ? 'Drawing the picture …' : state}
          </p>
        )}
        {state === 'ready' && painted?.empty && (
          <p className="absolute left-1/2 top-1/2 -translate-x-1/2 -translate-y-1/2 bg-white px-4 py-2 text-ink-2">
            Nothing is drawn here.
          </p>
        )}
        {asReceived && (
          <p className="absolute left-3 top-3 border border-rule bg-white px-2 py-0.5 text-[12.5px]">
            As received
          </p>
        )}
        {anyMarked && painted && !painted.marked && state === 'ready' && (
          <p className="absolute left-3 top-3 border border-rule bg-white px-2 py-0.5 text-[12.5px]">
            What is marked does not show on this sheet.
          </p>
        )}
      </div>
      <div className="flex min-h-10 flex-wrap items-center gap-x-1 gap-y-1 border-t border-rule bg-plate px-2 py-1">
        <div role="tablist" aria-label="Sheets" className="flex min-w-0 flex-wrap gap-1">
          {[...sheets.map((name, i) => [name, i] as const), ['Model', MODEL] as const].map(([name, i]) => (
            <button
              key={i}
              type="button"
              role="tab"
              aria-selected={sheet === i}
              onClick={() => setSheet(i)}
              className={`h-7 max-w-44 truncate rounded-sm border px-2.5 text-[13px] ${sheet === i ? 'border-ink bg-white font-medium' : 'border-transparent text-ink-2 hover:border-hairline'}`}
            >
              {name}
            </button>
          ))}
        </div>
        <span className="figures ml-auto truncate px-2 text-ink-2">
          {painted && state === 'ready' && (sheet === MODEL ? sayScale(painted) : '')}
          {missing.length > 0 && (
            <span title={missing.map(([kind, n]) => `${kind}: ${n}`).join(', ')}>
              {' '}
              · {missing.reduce((sum, [, n]) => sum + n, 0)} not shown
            </span>
          )}
        </span>
        <Small onClick={() => tell({ type: 'fit' })} hotkey="0">
          All
        </Small>
        <Small onClick={() => middle(STEP)} hotkey="+">
          Closer
        </Small>
        <Small onClick={() => middle(1 / STEP)} hotkey="−">
          Farther
        </Small>
        <Small onClick={() => setBlack(!black)} pressed={black} hotkey="B">
          In black
        </Small>
        {onAsReceived && (
          <Small onClick={() => onAsReceived(!asReceived)} pressed={asReceived} hotkey="O">
            As received
          </Small>
        )}
      </div>
    </section>
  );
}

function Small({
  children,
  onClick,
  hotkey,
  pressed,
}: {
  children: string;
  onClick: () => void;
  hotkey: string;
  pressed?: boolean;
}) {
  return (
    <button
      type="button"
      onClick={onClick}
      aria-pressed={pressed}
      className={`flex h-7 items-center gap-1.5 rounded-sm border px-2 text-[13px] ${pressed ? 'border-verdigris bg-verdigris-soft text-verdigris-deep' : 'border-transparent hover:border-hairline'}`}
    >
      {children}
      <Key>{hotkey}</Key>
    </button>
  );
}

function sayScale(painted: FromWorker): string {
  return painted.scaleNote ? `widths ${painted.scaleNote}` : '';
}

export function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
  );
}
