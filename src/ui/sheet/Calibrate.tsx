import { useState } from 'react';
import { Button } from '../kit/Button';
import { Dialog, DialogFoot } from '../kit/Dialog';

const KEPT = 'zinc-screen-px-per-mm';
/** What style sheets take for granted: 96 pixels to the inch. */
const USUAL = 96 / 25.4;

/** CSS pixels of a mm on this screen, as it was measured here; null before that. */
export function screenPxPerMm(): number | null {
  const kept = Number(window.localStorage.getItem(KEPT));
  return kept > 0.5 && kept < 50 ? kept : null;
}

interface Props {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly onDone: (pxPerMm: number) => void;
}

/** Measures the screen once, so that 100 mm on the sheet can be shown as 100 mm. */
export function Calibrate({ open, onOpenChange, onDone }: Props) {
  const [pxPerMm, setPxPerMm] = useState(USUAL);
  const length = pxPerMm * 100;
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      size="wide"
      title="Measure this screen"
      about="Hold a ruler to the screen and move the slider until the line is 100 mm long. This is asked once for each screen."
    >
      <div className="overflow-hidden px-5 py-6">
        <div className="flex h-10 items-end border-b-2 border-ink" style={{ width: length }}>
          {Array.from({ length: 11 }, (_, i) => (
            <span
              // biome-ignore lint/suspicious/noArrayIndexKey: marks of a ruler, always in this order
              key={i}
              className={`absolute w-px bg-ink ${i % 5 === 0 ? 'h-4' : 'h-2'}`}
              style={{ marginLeft: (length * i) / 10 }}
            />
          ))}
        </div>
        <label className="mt-6 flex items-center gap-3 text-[13px]">
          Length of the line
          <input
            type="range"
            min={2}
            max={6}
            step={0.005}
            value={pxPerMm}
            onChange={(event) => setPxPerMm(Number(event.target.value))}
            className="flex-1 accent-verdigris"
          />
          <span className="figures w-24 text-right">{length.toFixed(1)} px</span>
        </label>
      </div>
      <DialogFoot>
        <Button look="quiet" onClick={() => onOpenChange(false)}>
          Cancel
        </Button>
        <Button
          look="main"
          onClick={() => {
            window.localStorage.setItem(KEPT, String(pxPerMm));
            onOpenChange(false);
            onDone(pxPerMm);
          }}
        >
          It is 100 mm
        </Button>
      </DialogFoot>
    </Dialog>
  );
}
