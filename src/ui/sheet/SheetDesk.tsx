'use client';

import { useCallback, useEffect, useEffectEvent, useRef, useState } from 'react';
import type { LineUp } from '@/core/correct/line-up';
import type { SheetDecision } from '@/core/drawing/sheets/decisions';
import { firstOf, type SheetHead } from '@/core/drawing/sheets/heads';
import type { ColourMode } from '@/core/picture/pass';
import type { ScaleRequest } from '@/core/scaling/scale-drawing';
import type { UnitsReport } from '@/core/scaling/units-report';
import { Calibrate, screenPxPerMm } from './Calibrate';
import { InfoLine } from './InfoLine';
import type { Found, Measure, ObjectLine, Painted, ToWorker, Under } from './messages';
import { MODEL } from './messages';
import { type Picking, PickLines } from './PickLines';
import { fetchPictures, type Painter, startPainter, wheelFactor } from './painter';
import { type Setting, SettingLines } from './SettingLines';
import { SheetBar } from './SheetBar';
import { SheetNotices } from './SheetNotices';
import { SheetPanels } from './SheetPanels';
import { useLineUp } from './useLineUp';
import { type PanelName, useSheetKeys } from './useSheetKeys';
import { useSheetPointer } from './useSheetPointer';

interface Props {
  readonly drawingId: number;
  readonly sheets: readonly SheetHead[];
  /** Changes when the drawing does, so that its picture is fetched anew. */
  readonly sha: string;
  /** Show the drawing as it came. */
  readonly asReceived: boolean;
  readonly onAsReceived?: (asReceived: boolean) => void;
  /** What to mark and bring into sight. */
  readonly highlighted: SheetHighlights;
  /** "model" or "sheet Name", where the highlighted objects lie. */
  readonly highlightedSpace: string | null;
  /** Name of the sheet that shows them, where one does. */
  readonly highlightedSheet: string | null;
  /** A length that is being set for what is marked; null where none is. */
  readonly setting: Setting | null;
  /** One of the marked objects that is being picked; null where none is. */
  readonly picking: Picking | null;
  /** Grows each time the panel of units is asked for. */
  readonly unitsAsked: number;
  readonly busy: boolean;
  readonly onScale: (request: ScaleRequest, note: string) => void;
  readonly onDecideSheet: (decision: SheetDecision, note: string) => void;
  readonly onLineUp: (asked: LineUp, note: string) => void;
}

/** Objects by handle, and layers by their names in small letters. */
export interface SheetHighlights {
  readonly handles: readonly string[];
  readonly layers: readonly string[];
}

const STEP = 1.35;
const MODES: readonly ColourMode[] = ['print', 'black', 'layer'];
const NO_LAYERS: readonly string[] = [];
const NO_PAIRS: readonly UnitsReport['pairs'][number][] = [];

/** Labels and their lines as marks: what does not agree is marked apart. */
function marksOf(pairs: readonly UnitsReport['pairs'][number][]) {
  const of = (which: typeof pairs): string[] => which.flatMap(({ text, line }) => [text, line]);
  return { handles: of(pairs), layers: [], against: of(pairs.filter(({ agrees }) => !agrees)) };
}

/** The drawing as it prints, on the desk: sheets and model, zoom and pan, highlights of a finding, and what lies where. */
export function SheetDesk({
  drawingId,
  sheets,
  sha,
  asReceived,
  onAsReceived,
  highlighted,
  highlightedSpace,
  highlightedSheet,
  setting,
  picking,
  unitsAsked,
  busy,
  onScale,
  onDecideSheet,
  onLineUp,
}: Props) {
  const holder = useRef<HTMLDivElement>(null);
  const painter = useRef<Painter | null>(null);
  const [sheet, setSheet] = useState(() => firstOf(sheets));
  const [colours, setColours] = useState<ColourMode>('print');
  const [state, setState] = useState<'loading' | 'ready' | string>('loading');
  const [painted, setPainted] = useState<Painted | null>(null);
  const [under, setUnder] = useState<Under | null>(null);
  const [picked, setPicked] = useState<ObjectLine | null>(null);
  const [measuring, setMeasuring] = useState(false);
  const [measure, setMeasure] = useState<Measure | null>(null);
  const [panel, setPanel] = useState<PanelName | null>(null);
  const [found, setFound] = useState<{ words: string; found: readonly Found[]; more: number } | null>(null);
  const [hidden, setHidden] = useState<readonly string[]>(NO_LAYERS);
  const [calibrating, setCalibrating] = useState(false);
  const [pairs, setPairs] = useState<readonly UnitsReport['pairs'][number][]>(NO_PAIRS);
  // A list that was put right has other numbers: the sheet that is looked at stays, by its name.
  const [known, setKnown] = useState(sheets);
  if (known !== sheets) {
    setKnown(sheets);
    const at = sheets.findIndex(({ name }) => name === known[sheet]?.name);
    if (sheet !== MODEL && at !== sheet) setSheet(at >= 0 ? at : Math.min(sheet, sheets.length - 1));
  }
  const [asked, setAsked] = useState(unitsAsked);
  if (asked !== unitsAsked) {
    setAsked(unitsAsked);
    setPanel('units');
  }
  const lineUp = useLineUp(drawingId, sha, panel === 'line up' && !asReceived);
  const onPicked = useEffectEvent((object: ObjectLine | null): void => {
    setPicked(object);
    if (panel === 'line up' && object) lineUp.onToggle(object);
  });
  const shown = useRef('');
  const highlightNumber = useRef(0);
  const anyHighlighted = highlighted.handles.length + highlighted.layers.length > 0;

  const tell = useCallback((message: ToWorker, transfer: Transferable[] = []): void => {
    painter.current?.tell(message, transfer);
  }, []);

  useEffect(() => {
    const box = holder.current;
    if (!box) return;
    const started = startPainter(
      box,
      (message) => {
        if (message.type === 'painted') setPainted(message);
        else if (message.type === 'under') setUnder(message);
        else if (message.type === 'picked') onPicked(message.object);
        else if (message.type === 'measured') setMeasure(message.measure);
        else setFound(message);
      },
      setState,
    );
    painter.current = started;
    shown.current = '';
    const wheel = (event: WheelEvent): void => {
      event.preventDefault();
      const area = box.getBoundingClientRect();
      started.tell({
        type: 'zoom',
        factor: wheelFactor(event),
        x: event.clientX - area.left,
        y: event.clientY - area.top,
      });
    };
    box.addEventListener('wheel', wheel, { passive: false });
    return () => {
      box.removeEventListener('wheel', wheel);
      started.stop();
      painter.current = null;
    };
  }, []);

  const isLayout = sheets[sheet]?.where === 'layout';
  /** A frame is another picture when its scale is. */
  const framed = JSON.stringify([sheets[sheet]?.box, sheets[sheet]?.scale]);
  const pictured = `${drawingId}|${sheet}|${framed}`;
  /** The place whose picture the painter has: what is told before is about another one. */
  const [loaded, setLoaded] = useState('');
  useEffect(() => {
    const abort = new AbortController();
    setState((now) => (now === 'ready' ? now : 'loading'));
    void (async () => {
      try {
        const { main, model } = await fetchPictures(
          drawingId,
          asReceived ? 'received' : 'now',
          sha,
          sheet,
          isLayout,
          abort.signal,
        );
        if (abort.signal.aborted) return;
        // The same sheet of a corrected drawing keeps the view, so that before and after can be compared.
        tell(
          { type: 'pictures', main, model, keepView: shown.current === pictured },
          model ? [main, model] : [main],
        );
        shown.current = pictured;
        setLoaded(pictured);
        setState('ready');
      } catch (error) {
        if (!abort.signal.aborted)
          setState(error instanceof Error ? error.message : 'The picture could not be fetched.');
      }
    })();
    return () => abort.abort();
  }, [drawingId, sheet, isLayout, pictured, sha, asReceived, tell]);

  // A finding that lies on a sheet is shown there.
  useEffect(() => {
    const at = sheets.findIndex(({ name, where }) =>
      where === 'layout'
        ? highlightedSpace === `sheet ${name}`
        : highlightedSpace === 'model' && highlightedSheet === name,
    );
    if (at >= 0) setSheet(at);
  }, [highlightedSpace, highlightedSheet, sheets]);

  // Highlights are told again when another picture is shown.
  useEffect(() => {
    if (state === 'ready' && loaded === pictured)
      tell({
        type: 'highlight',
        // A finding that is chosen goes before the labels of the units.
        ...(anyHighlighted || pairs.length === 0 ? highlighted : marksOf(pairs)),
        frame: anyHighlighted,
        highlight: ++highlightNumber.current,
      });
  }, [highlighted, anyHighlighted, pairs, state, loaded, pictured, tell]);

  // What lies in the model and shows through no window of this sheet is shown in the model itself. This stands behind
  // the telling of the highlight, so that an answer to an earlier mark is not taken for one to this.
  useEffect(() => {
    if (
      anyHighlighted &&
      highlightedSpace === 'model' &&
      loaded === pictured &&
      painted &&
      !painted.highlighted &&
      painted.highlight === highlightNumber.current
    )
      setSheet(MODEL);
  }, [painted, anyHighlighted, highlightedSpace, loaded, pictured]);

  useEffect(() => tell({ type: 'colours', colours }), [colours, tell]);
  useEffect(() => tell({ type: 'hidden', layers: hidden }), [hidden, tell]);
  useEffect(() => tell({ type: 'measuring', on: measuring }), [measuring, tell]);

  const middle = useCallback(
    (factor: number): void => {
      const box = holder.current;
      if (box) tell({ type: 'zoom', factor, x: box.clientWidth / 2, y: box.clientHeight / 2 });
    },
    [tell],
  );

  const trueSize = useCallback((): void => {
    const pxPerMm = screenPxPerMm();
    if (pxPerMm === null) setCalibrating(true);
    else tell({ type: 'true size', pxPerMm });
  }, [tell]);

  const choose = useCallback(
    (handle: string | null, frame: boolean): void => tell({ type: 'choose', handle, frame }),
    [tell],
  );

  const toChosen = useCallback((): void => {
    if (picked) choose((picked.within ?? picked).handle, true);
  }, [picked, choose]);

  const nextColours = useCallback(
    () => setColours((now) => MODES[(MODES.indexOf(now) + 1) % MODES.length]),
    [],
  );

  /** To the next sheet, or the one before; the model stands behind the last. */
  const walk = useCallback(
    (by: 1 | -1): void =>
      setSheet((now) => {
        const count = sheets.length + 1;
        const next = ((now === MODEL ? sheets.length : now) + by + count) % count;
        return next === sheets.length ? MODEL : next;
      }),
    [sheets],
  );

  const toggle = (which: PanelName): void => setPanel((now) => (now === which ? null : which));
  useSheetKeys({
    closer: () => middle(STEP),
    farther: () => middle(1 / STEP),
    all: () => tell({ type: 'fit' }),
    colours: nextColours,
    measure: () => setMeasuring((now) => !now),
    panel: toggle,
    walk,
    trueSize,
    toChosen,
    asReceived: () => onAsReceived?.(!asReceived),
  });

  const pointer = useSheetPointer(tell);

  return (
    <section
      aria-label="The drawing as it prints"
      className="relative flex min-h-0 min-w-0 flex-1 flex-col bg-desk"
    >
      <div className="flex min-h-0 flex-1">
        <div
          ref={holder}
          className={`relative min-h-0 min-w-0 flex-1 touch-none overflow-hidden ${measuring ? 'cursor-default' : 'cursor-grab active:cursor-grabbing'}`}
          role="application"
          aria-label="Picture of the drawing: arrow keys move it, plus and minus zoom, 0 shows all"
          tabIndex={0}
          {...pointer}
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
          {(lineUp.setting ?? setting) && state === 'ready' && loaded === pictured && painted && (
            <SettingLines
              {...(lineUp.setting ?? setting)!}
              windows={painted.windows}
              shown={isLayout ? `sheet ${sheets[sheet].name}` : 'model'}
            />
          )}
          {picking && state === 'ready' && loaded === pictured && painted && (
            <PickLines
              {...picking}
              windows={painted.windows}
              shown={isLayout ? `sheet ${sheets[sheet].name}` : 'model'}
            />
          )}
          <SheetNotices
            painted={state === 'ready' ? painted : null}
            asReceived={asReceived}
            layersHidden={hidden.length}
            anyHighlighted={anyHighlighted}
            onEverything={() => tell({ type: 'fit', withStrays: true })}
          />
        </div>
        <SheetPanels
          panel={panel}
          drawingId={drawingId}
          sha={sha}
          asReceived={asReceived}
          sheets={sheets}
          sheet={sheet}
          onSheet={setSheet}
          found={found}
          onFind={(words) => tell({ type: 'find', words })}
          onChoose={(handle) => choose(handle, true)}
          hidden={hidden}
          onHidden={setHidden}
          measure={measure}
          measuring={measuring}
          onMeasuring={setMeasuring}
          onPairs={setPairs}
          busy={busy}
          onScale={onScale}
          onDecideSheet={onDecideSheet}
          lineUp={lineUp}
          onLineUp={onLineUp}
          onClose={() => setPanel(null)}
        />
      </div>
      <InfoLine
        under={under}
        picked={picked}
        measuring={measuring}
        measure={measure}
        onUnpick={() => {
          choose(null, false);
          setPicked(null);
        }}
        onLineUp={
          asReceived || panel === 'line up'
            ? undefined
            : (object) => {
                lineUp.onStart(object);
                setPanel('line up');
              }
        }
      />
      <SheetBar
        sheets={sheets}
        sheet={sheet}
        onSheet={setSheet}
        painted={state === 'ready' ? painted : null}
        colours={colours}
        onColours={nextColours}
        measuring={measuring}
        onMeasuring={() => setMeasuring(!measuring)}
        panel={panel}
        onWalk={walk}
        onPanel={toggle}
        onAll={() => tell({ type: 'fit' })}
        onCloser={() => middle(STEP)}
        onFarther={() => middle(1 / STEP)}
        onTrueSize={trueSize}
        asReceived={asReceived}
        onAsReceived={onAsReceived && (() => onAsReceived(!asReceived))}
      />
      <Calibrate
        open={calibrating}
        onOpenChange={setCalibrating}
        onDone={(pxPerMm) => tell({ type: 'true size', pxPerMm })}
      />
    </section>
  );
}
