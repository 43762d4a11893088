/** A real number as the format writes it: with a decimal point, and digits enough to read back the same. */
export const decimal = (value: number): string => (Number.isInteger(value) ? `${value}.0` : String(value));
