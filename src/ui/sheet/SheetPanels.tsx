import type { LineUp } from '@/core/correct/line-up';
import type { SheetDecision } from '@/core/drawing/sheets/decisions';
import type { SheetHead } from '@/core/drawing/sheets/heads';
import type { ScaleRequest } from '@/core/scaling/scale-drawing';
import type { UnitsReport } from '@/core/scaling/units-report';
import { ContentsPanel } from './ContentsPanel';
import { FindPanel } from './FindPanel';
import { LineUpPanel } from './LineUpPanel';
import { type Found, type Measure, MODEL } from './messages';
import { SheetsPanel } from './SheetsPanel';
import { UnitsPanel } from './UnitsPanel';
import type { LiningUp } from './useLineUp';
import type { PanelName } from './useSheetKeys';

interface Props {
  readonly panel: PanelName | null;
  readonly drawingId: number;
  readonly sha: string;
  readonly asReceived: boolean;
  readonly sheets: readonly SheetHead[];
  readonly sheet: number;
  readonly onSheet: (sheet: number) => void;
  readonly found: { words: string; found: readonly Found[]; more: number } | null;
  readonly onFind: (words: string) => void;
  readonly onChoose: (handle: string) => void;
  readonly hidden: readonly string[];
  readonly onHidden: (layers: readonly string[]) => void;
  readonly measure: Measure | null;
  readonly measuring: boolean;
  readonly onMeasuring: (on: boolean) => void;
  readonly onPairs: (pairs: readonly UnitsReport['pairs'][number][]) => void;
  readonly busy: boolean;
  readonly onScale: (request: ScaleRequest, note: string) => void;
  readonly onDecideSheet: (decision: SheetDecision, note: string) => void;
  readonly lineUp: LiningUp;
  readonly onLineUp: (asked: LineUp, note: string) => void;
  readonly onClose: () => void;
}

/** The column beside the sheet that is open, if one is. */
export function SheetPanels(props: Props) {
  const { drawingId, sha, asReceived, sheets, sheet, onSheet, onChoose, onClose } = props;
  const { measure, measuring, onMeasuring, busy } = props;
  switch (props.panel) {
    case 'find':
      return <FindPanel found={props.found} onFind={props.onFind} onChoose={onChoose} onClose={onClose} />;
    case 'sheets':
      return (
        <SheetsPanel
          sheets={sheets}
          sheet={sheet}
          onSheet={onSheet}
          onClose={onClose}
          decide={{
            measure,
            measuring,
            onMeasuring,
            busy,
            onDecide: props.onDecideSheet,
            onModel: () => onSheet(MODEL),
          }}
        />
      );
    case 'units':
      return (
        <UnitsPanel
          drawingId={drawingId}
          sha={sha}
          measure={measure}
          measuring={measuring}
          onMeasuring={onMeasuring}
          onPairs={props.onPairs}
          onChoose={onChoose}
          busy={busy}
          onScale={props.onScale}
          onClose={onClose}
        />
      );
    case 'contents':
      return (
        <ContentsPanel
          drawingId={drawingId}
          sha={sha}
          asReceived={asReceived}
          hidden={props.hidden}
          onHidden={props.onHidden}
          onClose={onClose}
        />
      );
    case 'line up':
      return <LineUpPanel lineUp={props.lineUp} busy={busy} onLineUp={props.onLineUp} onClose={onClose} />;
    default:
      return null;
  }
}
