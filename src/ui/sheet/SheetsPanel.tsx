import { useVirtualizer } from '@tanstack/react-virtual';
import { type ComponentProps, useEffect, useRef } from 'react';
import type { SheetHead } from '@/core/drawing/sheets/heads';
import { MODEL } from './messages';
import { Panel } from './Panel';
import { SheetDecide } from './SheetDecide';
import { statedRatio } from './stated-ratio';

interface Props {
  readonly sheets: readonly SheetHead[];
  readonly sheet: number;
  readonly onSheet: (sheet: number) => void;
  readonly onClose: () => void;
  /** What a person needs to put the list right. */
  readonly decide: Omit<ComponentProps<typeof SheetDecide>, 'shown'>;
}

const ROW_PX = 52;

/** Every sheet of the drawing: in layouts, and framed in the model. */
export function SheetsPanel({ sheets, sheet, onSheet, onClose, decide }: Props) {
  const list = useRef<HTMLDivElement>(null);
  const rows = [...sheets.map((_, i) => i), MODEL];
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => list.current,
    estimateSize: () => ROW_PX,
    overscan: 8,
  });
  const at = rows.indexOf(sheet);
  useEffect(() => virtual.scrollToIndex(at), [virtual, at]);
  const framed = sheets.filter(({ where }) => where === 'model').length;
  const layouts = sheets.length - framed;
  return (
    <Panel title="Sheets" hotkey="L" onClose={onClose}>
      <p className="border-b border-hairline px-3 py-1.5 text-[12.5px] text-ink-2">
        {layouts === 1 ? '1 layout' : `${layouts} layouts`},{' '}
        {framed === 1 ? '1 frame in the model' : `${framed} frames in the model`}
      </p>
      <div ref={list} className="min-h-0 flex-1 overflow-auto">
        <ul aria-label="All sheets" className="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map(({ index, start }) => {
            const number = rows[index];
            const isShown = number === sheet;
            return (
              <li key={number} className="absolute inset-x-0" style={{ top: start, height: ROW_PX }}>
                <button
                  type="button"
                  aria-current={isShown || undefined}
                  onClick={() => onSheet(number)}
                  className={`flex h-full w-full flex-col justify-center border-b border-l-[3px] border-b-hairline px-3 text-left ${isShown ? 'border-l-verdigris bg-plate' : 'border-l-transparent hover:bg-shade'}`}
                >
                  {number === MODEL ? (
                    <>
                      <span className="truncate font-medium">Model</span>
                      <span className="truncate text-[12px] text-ink-2">everything in it</span>
                    </>
                  ) : (
                    <Line sheet={sheets[number]} />
                  )}
                </button>
              </li>
            );
          })}
        </ul>
      </div>
      <SheetDecide shown={sheets[sheet]} {...decide} />
    </Panel>
  );
}

function Line({ sheet }: { sheet: SheetHead }) {
  const { name, where, sizeName, widthMm, heightMm, scale, statedScale, agrees, sure, used } = sheet;
  const size = sizeName ?? (widthMm && heightMm ? `${Math.round(widthMm)} × ${Math.round(heightMm)} mm` : '');
  const about = [
    size,
    scale,
    where === 'layout' ? (used ? 'layout' : 'layout, nothing on it') : confidence(sure),
  ].filter(Boolean);
  return (
    <>
      <span className="truncate font-medium" title={name}>
        {name}
      </span>
      <span
        className="figures truncate text-[12px] text-ink-2"
        title={agrees === false ? `It states ${statedScale}.` : undefined}
      >
        {about.join(' · ')}
        {agrees === false && <span className="text-ochre"> · states {statedRatio(sheet)}</span>}
      </span>
    </>
  );
}

/** How sure a frame is a sheet at this scale, in a word. */
const confidence = (sure: number): string =>
  sure >= 0.9 ? 'frame' : sure >= 0.6 ? 'frame, likely' : 'frame, perhaps';
