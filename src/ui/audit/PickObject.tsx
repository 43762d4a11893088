import { useId } from 'react';
import type { ListedFinding, Option } from '@/core/audit/finding';
import { Button } from '../kit/Button';

/** An object that is picked for one finding, in its list or on the sheet. */
export interface ObjectPicked {
  /** Identity of the object; null while none is. */
  readonly value: string | null;
  readonly onValue: (object: string) => void;
}

interface Props extends ObjectPicked {
  readonly finding: ListedFinding;
  readonly option: Option;
  readonly busy: boolean;
  readonly onDecide: (finding: ListedFinding, option: Option, to: string) => void;
}

/** The way out of a finding for which one of several objects is picked. None is picked beforehand: which one, a person says. */
export function PickObject({ finding, option, value, onValue, busy, onDecide }: Props) {
  const name = useId();
  const { what = '', of = [] } = option.picks ?? {};
  return (
    <form
      className="mt-2.5"
      onSubmit={(event) => {
        event.preventDefault();
        if (value !== null && !busy) onDecide(finding, option, value);
      }}
    >
      <fieldset className="min-w-0 border border-hairline bg-white">
        <legend className="sr-only">{what}</legend>
        <p aria-hidden className="border-b border-hairline px-2 py-1 text-ink-3">
          {what}
        </p>
        {of.map(({ object, says }, i) => (
          <label
            // Objects that are the same in everything share an identity.
            // biome-ignore lint/suspicious/noArrayIndexKey: objects of one finding, always in this order
            key={i}
            className="flex min-h-8 items-baseline gap-2 border-b border-hairline px-2 py-1 last:border-b-0 hover:bg-plate"
          >
            <input
              type="radio"
              name={name}
              className="translate-y-0.5 accent-verdigris"
              checked={value === object}
              onChange={() => onValue(object)}
            />
            <span className="figures min-w-0 flex-1">{says}</span>
          </label>
        ))}
      </fieldset>
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <Button look="main" type="submit" disabled={busy || value === null}>
          {option.label}
        </Button>
        <span className="text-ink-3">
          {value === null
            ? 'Pick one here, or click its green line on the sheet.'
            : 'What goes is white on the sheet.'}
        </span>
      </div>
    </form>
  );
}
