import type { SheetHead } from '@/core/drawing/sheets/heads';
import type { ColourMode } from '@/core/picture/pass';
import { Key } from '../kit/Button';
import type { Painted } from './messages';
import { MODEL } from './messages';
import type { PanelName } from './useSheetKeys';

const MODE_NAMES: Readonly<Record<ColourMode, string>> = {
  print: 'In colour',
  black: 'In black',
  layer: 'By layer',
};

interface Props {
  readonly sheets: readonly SheetHead[];
  readonly sheet: number;
  readonly onSheet: (sheet: number) => void;
  readonly painted: Painted | null;
  readonly colours: ColourMode;
  readonly onColours: () => void;
  readonly measuring: boolean;
  readonly onMeasuring: () => void;
  readonly panel: PanelName | null;
  readonly onPanel: (which: PanelName) => void;
  readonly onWalk: (by: 1 | -1) => void;
  readonly onAll: () => void;
  readonly onCloser: () => void;
  readonly onFarther: () => void;
  readonly onTrueSize: () => void;
  readonly asReceived: boolean;
  readonly onAsReceived?: () => void;
}

/** Layouts that have a place of their own in the bar; more, and frames, are walked through and listed. */
const FEW = 3;
/** Letters of sheets' names that fit beside everything with its keys. */
const MOST_LETTERS = 24;

/** Size and scale of a frame in the model, and what it states instead. */
function scaleOf(sheet: SheetHead | undefined): { text: string; title: string } | null {
  if (sheet?.where !== 'model') return null;
  const { sizeName, scale, agrees, statedScale } = sheet;
  return {
    text: `${sizeName} · ${scale}${agrees === false ? ' !' : ''}`,
    title:
      agrees === false
        ? `The frame is ${sizeName} at ${scale}; the sheet states ${statedScale}.`
        : `The frame is ${sizeName} at ${scale}.`,
  };
}

/** Sheets of the drawing, and what can be done with its picture. */
export function SheetBar(props: Props) {
  const { sheets, sheet, painted } = props;
  const few = sheets.length <= FEW && sheets.every(({ where }) => where === 'layout');
  const shown = sheets[sheet]?.name ?? 'Model';
  const scale = scaleOf(sheets[sheet]);
  // More than fits beside the sheets: on a narrow bar the keys stand in their list only.
  const letters = sheets.reduce((sum, { name }) => sum + name.length, 0);
  const isFull =
    props.onAsReceived || !few || letters > MOST_LETTERS || (sheet === MODEL && painted?.scaleNote);
  const keys = isFull ? '[&_kbd]:hidden @min-[60rem]:[&_kbd]:inline' : '';
  return (
    <div className="@container">
      <div
        className={`flex min-h-10 items-center gap-x-px border-t border-hairline bg-plate px-2 py-1 ${keys}`}
      >
        {few ? (
          <div role="tablist" aria-label="Sheets" className="flex min-w-0 gap-1">
            {[...sheets.map(({ name }, i) => [name, i] as const), ['Model', MODEL] as const].map(
              ([name, i]) => (
                <button
                  key={i}
                  type="button"
                  role="tab"
                  aria-selected={sheet === i}
                  title={name}
                  onClick={() => props.onSheet(i)}
                  className={`h-7 max-w-44 truncate rounded-sm border px-2 text-[13px] ${i === MODEL ? 'shrink-0' : 'min-w-12'} ${sheet === i ? 'border-ink bg-white font-medium' : 'border-transparent text-ink-2 hover:border-hairline'}`}
                >
                  {name}
                </button>
              ),
            )}
          </div>
        ) : (
          <div className="flex min-w-0 items-center gap-px">
            <Step label="Sheet before" hotkey="Page ↑" onClick={() => props.onWalk(-1)}>
              ‹
            </Step>
            <button
              type="button"
              aria-pressed={props.panel === 'sheets'}
              aria-label={`Sheets: ${shown}`}
              title={shown}
              onClick={() => props.onPanel('sheets')}
              className="h-7 min-w-0 max-w-56 truncate rounded-sm border border-ink bg-white px-2 text-[13px] font-medium"
            >
              {shown}
            </button>
            <Step label="Next sheet" hotkey="Page ↓" onClick={() => props.onWalk(1)}>
              ›
            </Step>
            <span className="figures shrink-0 px-1 text-[12.5px] text-ink-2">
              {sheet === MODEL ? sheets.length + 1 : sheet + 1} of {sheets.length + 1}
            </span>
          </div>
        )}
        {scale && (
          <span className="figures shrink-0 px-1 text-[12.5px] text-ink-2" title={scale.title}>
            {scale.text}
          </span>
        )}
        {painted && sheet === MODEL && painted.scaleNote && (
          <span
            className="min-w-0 truncate px-1 text-[12.5px] text-ink-2"
            title={`widths ${painted.scaleNote}`}
          >
            widths {painted.scaleNote}
          </span>
        )}
        <span className="min-w-1 flex-1" />
        <Small onClick={props.onAll} hotkey="0">
          All
        </Small>
        <Step label="Closer" hotkey="+" onClick={props.onCloser}>
          +
        </Step>
        <Step label="Farther" hotkey="−" onClick={props.onFarther}>
          −
        </Step>
        <Small onClick={props.onTrueSize} hotkey="T">
          True size
        </Small>
        <Small onClick={props.onColours} pressed={props.colours !== 'print'} hotkey="B">
          {MODE_NAMES[props.colours]}
        </Small>
        <Small onClick={props.onMeasuring} pressed={props.measuring} hotkey="M">
          Measure
        </Small>
        <Small onClick={() => props.onPanel('find')} pressed={props.panel === 'find'} hotkey="F">
          Find
        </Small>
        <Small onClick={() => props.onPanel('contents')} pressed={props.panel === 'contents'} hotkey="C">
          Contents
        </Small>
        <Small onClick={() => props.onPanel('units')} pressed={props.panel === 'units'} hotkey="U">
          Units
        </Small>
        {props.onAsReceived && (
          <Small onClick={props.onAsReceived} pressed={props.asReceived} hotkey="O">
            As received
          </Small>
        )}
      </div>
    </div>
  );
}

function Step({
  children,
  label,
  hotkey,
  onClick,
}: {
  children: string;
  label: string;
  hotkey: string;
  onClick: () => void;
}) {
  return (
    <button
      type="button"
      aria-label={label}
      title={`${label} (${hotkey})`}
      onClick={onClick}
      className="h-7 w-6 shrink-0 rounded-sm border border-transparent text-[15px] hover:border-hairline"
    >
      {children}
    </button>
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
      className={`flex h-7 shrink-0 items-center gap-1 whitespace-nowrap rounded-sm border px-1 text-[13px] ${pressed ? 'border-verdigris bg-verdigris-soft text-verdigris-deep' : 'border-transparent hover:border-hairline'}`}
    >
      {children}
      <Key>{hotkey}</Key>
    </button>
  );
}
