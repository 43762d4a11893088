import { type ChangeEvent, useState } from 'react';

/** A number as it is typed, with a comma or a point; NaN where it is none. */
const numberIn = (typed: string): number =>
  typed.trim() === '' ? Number.NaN : Number(typed.replace(',', '.'));

/** A length in a field that can be set elsewhere too, on the sheet: what is set there is what the field says, what is typed stays as it is typed. */
export function useTypedLength(
  value: number,
  onValue: (value: number) => void,
  { least, most }: { readonly least: number; readonly most: number },
) {
  const [typed, setTyped] = useState(String(value));
  const [known, setKnown] = useState(value);
  if (known !== value) {
    setKnown(value);
    if (numberIn(typed) !== value) setTyped(String(value));
  }
  const number = numberIn(typed);
  const isWithin = (length: number): boolean => length >= least && length <= most;
  const fits = isWithin(number);
  return {
    number,
    fits,
    hint: fits ? 'Or drag the green line on the sheet.' : `From ${least} to ${most} mm on paper.`,
    field: {
      value: typed,
      inputMode: 'decimal' as const,
      'aria-invalid': !fits,
      onChange: ({ target }: ChangeEvent<HTMLInputElement>): void => {
        setTyped(target.value);
        const next = numberIn(target.value);
        if (isWithin(next)) onValue(next);
      },
    },
  };
}
