import { useState } from 'react';
import type { ListedFinding, Option } from '@/core/audit/finding';
import { Button } from '../kit/Button';

/** A length that is set for one finding, by typing or on the sheet. */
export interface LengthSet {
  readonly value: number;
  readonly onValue: (value: number) => void;
}

interface Props extends LengthSet {
  readonly finding: ListedFinding;
  readonly option: Option;
  readonly busy: boolean;
  readonly main: boolean;
  readonly onDecide: (finding: ListedFinding, option: Option, to: string) => void;
}

/** The way out of a finding for which a length is set: the field, what can be done with it, and where else it can be set. */
export function SetLength({ finding, option, value, onValue, busy, main, onDecide }: Props) {
  const { what = '', least = 0, most = 0 } = option.sets ?? {};
  const [typed, setTyped] = useState(String(value));
  // What was dragged is what the field says; what is being typed stays as it is typed.
  const [known, setKnown] = useState(value);
  if (known !== value) {
    setKnown(value);
    if (Number(typed) !== value) setTyped(String(value));
  }
  const number = typed.trim() === '' ? Number.NaN : Number(typed.replace(',', '.'));
  const fits = number >= least && number <= most;
  return (
    <form
      className="mt-2 flex flex-wrap items-center gap-x-2 gap-y-1"
      onSubmit={(event) => {
        event.preventDefault();
        if (fits && !busy) onDecide(finding, option, String(number));
      }}
    >
      <label className="flex items-center gap-2">
        <span className="text-ink-2">{what}</span>
        <input
          value={typed}
          inputMode="decimal"
          aria-invalid={!fits}
          onChange={(event) => {
            setTyped(event.target.value);
            const next = Number(event.target.value.replace(',', '.'));
            if (event.target.value.trim() !== '' && next >= least && next <= most) onValue(next);
          }}
          className="figures h-7 w-20 rounded-md border border-rule bg-white px-1.5 text-right"
        />
        <span className="text-ink-2">mm</span>
      </label>
      <Button look={main ? 'main' : 'plain'} type="submit" disabled={busy || !fits}>
        {option.label.replace('{to}', fits ? String(number) : '…')}
      </Button>
      <p className={fits ? 'text-ink-3' : 'text-oxide'}>
        {fits ? 'Or drag the green line on the sheet.' : `From ${least} to ${most} mm on paper.`}
      </p>
    </form>
  );
}
