import type { ColourMode } from '@/core/picture/pass';
import { Key } from '../kit/Button';
import type { Painted } from './messages';
import { MODEL } from './messages';

const MODE_NAMES: Readonly<Record<ColourMode, string>> = {
  print: 'In colour',
  black: 'In black',
  layer: 'By layer',
};

interface Props {
  readonly sheets: readonly string[];
  readonly sheet: number;
  readonly onSheet: (sheet: number) => void;
  readonly painted: Painted | null;
  readonly colours: ColourMode;
  readonly onColours: () => void;
  readonly measuring: boolean;
  readonly onMeasuring: () => void;
  readonly panel: 'find' | 'contents' | null;
  readonly onPanel: (which: 'find' | 'contents') => void;
  readonly onAll: () => void;
  readonly onCloser: () => void;
  readonly onFarther: () => void;
  readonly onTrueSize: () => void;
  readonly asReceived: boolean;
  readonly onAsReceived?: () => void;
}

/** Sheets of the drawing, and what can be done with its picture. */
export function SheetBar(props: Props) {
  const { sheets, sheet, painted } = props;
  // One more button than fits beside the sheets: on a narrow bar the keys stand in their list only.
  const keys = props.onAsReceived ? '[&_kbd]:hidden @min-[54rem]:[&_kbd]:inline' : '';
  return (
    <div className="@container">
      <div
        className={`flex min-h-10 flex-wrap items-center gap-x-px gap-y-1 border-t border-hairline bg-plate px-2 py-1 ${keys}`}
      >
        <div role="tablist" aria-label="Sheets" className="flex min-w-0 flex-wrap gap-1">
          {[...sheets.map((name, i) => [name, i] as const), ['Model', MODEL] as const].map(([name, i]) => (
            <button
              key={i}
              type="button"
              role="tab"
              aria-selected={sheet === i}
              onClick={() => props.onSheet(i)}
              className={`h-7 max-w-44 truncate rounded-sm border px-2 text-[13px] ${sheet === i ? 'border-ink bg-white font-medium' : 'border-transparent text-ink-2 hover:border-hairline'}`}
            >
              {name}
            </button>
          ))}
        </div>
        {painted && sheet === MODEL && painted.scaleNote && (
          <span
            className="min-w-0 flex-1 basis-0 truncate px-1 text-[12.5px] text-ink-2"
            title={`widths ${painted.scaleNote}`}
          >
            widths {painted.scaleNote}
          </span>
        )}
        <span className="ml-auto" />
        <Small onClick={props.onAll} hotkey="0">
          All
        </Small>
        <Small onClick={props.onCloser} hotkey="+">
          Closer
        </Small>
        <Small onClick={props.onFarther} hotkey="−">
          Farther
        </Small>
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
        {props.onAsReceived && (
          <Small onClick={props.onAsReceived} pressed={props.asReceived} hotkey="O">
            As received
          </Small>
        )}
      </div>
    </div>
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
      className={`flex h-7 items-center gap-1 rounded-sm border px-1 text-[13px] ${pressed ? 'border-verdigris bg-verdigris-soft text-verdigris-deep' : 'border-transparent hover:border-hairline'}`}
    >
      {children}
      <Key>{hotkey}</Key>
    </button>
  );
}
