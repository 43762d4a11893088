import type { ListedFinding, Option } from '@/core/audit/finding';
import { Button } from '../kit/Button';
import { useTypedLength } from '../kit/useTypedLength';

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
  const { number, fits, hint, field } = useTypedLength(value, onValue, { least, most });
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
          {...field}
          className="figures h-7 w-20 rounded-md border border-rule bg-white px-1.5 text-right"
        />
        <span className="text-ink-2">mm</span>
      </label>
      <Button look={main ? 'main' : 'plain'} type="submit" disabled={busy || !fits}>
        {option.label.replace('{to}', fits ? String(number) : '…')}
      </Button>
      <p className={fits ? 'text-ink-3' : 'text-oxide'}>{hint}</p>
    </form>
  );
}
