import { useState } from 'react';
import type { SheetDecision } from '@/core/drawing/sheets/decisions';
import type { SheetHead } from '@/core/drawing/sheets/heads';
import { Button } from '../kit/Button';
import { Field } from '../kit/Field';
import type { Measure } from './messages';
import { statedRatio } from './stated-ratio';

interface Props {
  /** The sheet that is shown; absent for the model. */
  readonly shown: SheetHead | undefined;
  /** Two points that were picked last. */
  readonly measure: Measure | null;
  readonly measuring: boolean;
  readonly onMeasuring: (on: boolean) => void;
  /** Shows the model, in which the corners of a sheet are picked. */
  readonly onModel: () => void;
  readonly busy: boolean;
  readonly onDecide: (decision: SheetDecision, note: string) => void;
}

/** "1:100", "1 / 100", "100", "2:1" as a reduction; NaN for anything else. */
export function reductionIn(text: string): number {
  const ratio = /^\s*([\d.,]+)\s*[:/]\s*([\d.,]+)\s*$/.exec(text);
  const number = (part: string): number => Number(part.replace(',', '.'));
  if (ratio) return number(ratio[2]) / number(ratio[1]);
  return /^\s*[\d.,]+\s*$/.test(text) ? number(text) : Number.NaN;
}

const isReduction = (reduction: number): boolean =>
  Number.isFinite(reduction) && reduction >= 1e-6 && reduction <= 1e9;

/** What a person says of a sheet in the model: another scale, that it is none, or that there is one more. */
export function SheetDecide(props: Props) {
  const [open, setOpen] = useState<'scale' | 'add' | null>(null);
  const { shown, busy } = props;
  const frame = shown?.where === 'model' ? shown : null;
  return (
    <section
      aria-label="Put the list right"
      className="flex flex-col gap-2 border-t border-hairline bg-shade px-3 py-2 text-[13px]"
    >
      {open === 'scale' && frame ? (
        <Scale key={frame.name} {...props} frame={frame} onDone={() => setOpen(null)} />
      ) : open === 'add' ? (
        <Add {...props} onDone={() => setOpen(null)} />
      ) : (
        <div className="flex flex-wrap gap-2">
          {frame?.box && (
            <>
              <Button look="plain" disabled={busy} onClick={() => setOpen('scale')}>
                Other scale …
              </Button>
              <Button
                look="plain"
                disabled={busy}
                onClick={() => {
                  if (frame.box)
                    props.onDecide({ action: 'drop', box: frame.box }, `${frame.name} is no sheet`);
                }}
              >
                No sheet
              </Button>
            </>
          )}
          <Button
            look="plain"
            disabled={busy}
            onClick={() => {
              props.onModel();
              props.onMeasuring(true);
              setOpen('add');
            }}
          >
            Add a sheet …
          </Button>
        </div>
      )}
    </section>
  );
}

function Scale({ frame, busy, onDecide, onDone }: Props & { frame: SheetHead; onDone: () => void }) {
  const [text, setText] = useState(
    frame.agrees === false && isReduction(reductionIn(statedRatio(frame)))
      ? statedRatio(frame)
      : (frame.scale ?? ''),
  );
  const reduction = reductionIn(text);
  const before = reductionIn(frame.scale ?? '');
  const size =
    isReduction(reduction) && before > 0 && frame.widthMm && frame.heightMm
      ? [frame.widthMm, frame.heightMm].map((side) => Math.round((side * before) / reduction))
      : null;
  const submit = (): void => {
    if (!frame.box || !isReduction(reduction)) return;
    onDecide({ action: 'scale', box: frame.box, reduction }, `${frame.name} at 1:${reduction}`);
    onDone();
  };
  return (
    <form
      className="flex flex-col gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      <Field
        label={`Scale of ${frame.name}`}
        mono
        autoFocus
        value={text}
        onChange={(event) => setText(event.target.value)}
        hint={size ? `Its paper is ${size[0]} × ${size[1]} mm then.` : undefined}
        fault={isReduction(reduction) ? undefined : 'Give a scale such as 1:50.'}
      />
      <Foot can={isReduction(reduction) && !busy} name="Set the scale" onCancel={onDone} />
    </form>
  );
}

function Add({ measure, measuring, onMeasuring, busy, onDecide, onDone }: Props & { onDone: () => void }) {
  const [text, setText] = useState('1:100');
  const points = measure?.done ? measure.model : null;
  const reduction = reductionIn(text);
  const wide = points && points.dx !== 0 && points.dy !== 0;
  const done = (): void => {
    onMeasuring(false);
    onDone();
  };
  const submit = (): void => {
    if (!points || !wide || !isReduction(reduction)) return;
    const [[x0, y0], [x1, y1]] = [points.from, points.to];
    const box = [Math.min(x0, x1), Math.min(y0, y1), Math.max(x0, x1), Math.max(y0, y1)] as const;
    onDecide({ action: 'add', box, reduction }, `Sheet added at 1:${reduction}`);
    done();
  };
  return (
    <form
      className="flex flex-col gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      <p className={points && !wide ? 'text-oxide' : ''}>
        {!points
          ? measuring
            ? 'Click two opposite corners of the sheet in the model.'
            : 'Corners are picked by measuring: turn it on.'
          : wide
            ? `${Number(Math.abs(points.dx).toPrecision(6))} × ${Number(Math.abs(points.dy).toPrecision(6))} units`
            : 'The corners must not lie on one line.'}
      </p>
      <Field
        label="Its scale"
        mono
        value={text}
        onChange={(event) => setText(event.target.value)}
        fault={isReduction(reduction) ? undefined : 'Give a scale such as 1:50.'}
      />
      <Foot can={Boolean(wide) && isReduction(reduction) && !busy} name="Add the sheet" onCancel={done} />
    </form>
  );
}

function Foot({ can, name, onCancel }: { can: boolean; name: string; onCancel: () => void }) {
  return (
    <div className="flex gap-2">
      <Button look="main" type="submit" disabled={!can}>
        {name}
      </Button>
      <Button look="quiet" type="button" onClick={onCancel}>
        Cancel
      </Button>
    </div>
  );
}
