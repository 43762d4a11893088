import type { Source } from '@/core/drawing/effective';
import type { Measure, ObjectLine, Under } from './messages';
import { isTextAlone } from './useLineUp';

interface Props {
  readonly under: Under | null;
  readonly picked: ObjectLine | null;
  readonly measuring: boolean;
  readonly measure: Measure | null;
  readonly onUnpick: () => void;
  /** Begins to line up texts with the one that is picked; absent where that is not offered. */
  readonly onLineUp?: (object: ObjectLine) => void;
}

const SOURCES: Readonly<Record<Source, string>> = {
  own: 'its own',
  layer: 'from layer',
  placement: 'from symbol',
  default: 'default',
};

/** One line under the sheet: the object under the pointer or the one picked, a measured distance, or where the pointer is. */
export function InfoLine({ under, picked, measuring, measure, onUnpick, onLineUp }: Props) {
  const object = under?.object ?? picked;
  return (
    <div
      className="flex min-h-7 items-center gap-x-3 overflow-hidden whitespace-nowrap border-t border-rule bg-white px-3 text-[12.5px]"
      role="status"
      aria-label="Under the pointer"
    >
      {measuring ? (
        <Measured measure={measure} />
      ) : object ? (
        <ObjectText object={object} picked={!under?.object} onUnpick={onUnpick} onLineUp={onLineUp} />
      ) : (
        <span className="text-ink-2">Point at something to see what it is; click to keep it.</span>
      )}
      {!measuring && under && (under.paperMm || under.model) && (
        <span className="figures ml-auto pl-3 text-ink-2">
          {under.paperMm && `paper ${under.paperMm.map((value) => value.toFixed(1)).join(', ')} mm`}
          {under.paperMm && under.model && ' · '}
          {under.model && `model ${under.model.map((value) => formatLength(value, 3)).join(', ')}`}
        </span>
      )}
    </div>
  );
}

function ObjectText({
  object,
  picked,
  onUnpick,
  onLineUp,
}: {
  object: ObjectLine;
  picked: boolean;
  onUnpick: () => void;
  onLineUp?: (object: ObjectLine) => void;
}) {
  const { colour, linetype, width } = object.from;
  return (
    <>
      <span className="font-medium">{object.kind}</span>
      {object.within && <span className="text-ink-2">in {object.within.kind}</span>}
      <span className="figures">{object.layer}</span>
      <span className="flex items-center gap-1.5">
        <span className="inline-block size-2.5 border border-rule" style={{ background: object.colour }} />
        {SOURCES[colour]}
      </span>
      <span>
        <span className="figures">{object.linetype}</span> {SOURCES[linetype]}
      </span>
      <span>
        <span className="figures">{object.widthMm} mm</span> {SOURCES[width]}
      </span>
      <span className="figures text-ink-2">#{object.handle}</span>
      {picked && (
        <button type="button" className="text-verdigris hover:underline" onClick={onUnpick}>
          Let go
        </button>
      )}
      {picked && onLineUp && isTextAlone(object) && (
        <button type="button" className="text-verdigris hover:underline" onClick={() => onLineUp(object)}>
          Line up with others …
        </button>
      )}
    </>
  );
}

/** Every digit that a double holds, so that nothing hides behind a rounded value. */
export function formatLength(value: number, atLeast = 0): string {
  const text = String(Number(value.toPrecision(15)));
  return atLeast > 0 && !/e/.test(text) ? Number(value.toFixed(atLeast)).toString() : text;
}

function Measured({ measure }: { measure: Measure | null }) {
  if (!measure)
    return (
      <span className="text-ink-2">
        Click the first point, then the second. Ends and centres catch the pointer.
      </span>
    );
  const { model, paperMm } = measure;
  return (
    <span className="figures flex gap-3">
      <span>
        paper <b className="font-semibold">{formatLength(paperMm)} mm</b>
      </span>
      {model && (
        <>
          <span>
            model <b className="font-semibold">{`${formatLength(model.length)} ${model.unit}`}</b>
          </span>
          <span className="text-ink-2">
            across {formatLength(model.dx)}, up {formatLength(model.dy)}
          </span>
        </>
      )}
    </span>
  );
}
