import { type Colour, formatColour } from '../dxf/colour';

/** What was expected or found: plain data, from which words are made where a person reads it. */
export type Value =
  | {
      readonly type: 'quantity';
      readonly value: number;
      /** "mm", "mm in the model", "°", "" for a plain number. */
      readonly unit: string;
      /** What it may be off by, in the same unit. */
      readonly tolerance?: number;
      /** Nothing is set, so that this is what the office takes the default to be. */
      readonly byDefault?: boolean;
    }
  | { readonly type: 'name'; readonly name: string }
  | { readonly type: 'colour'; readonly colour: Colour }
  | { readonly type: 'words'; readonly words: string };

export const quantity = (value: number, unit: string, tolerance?: number): Value => ({
  type: 'quantity',
  value,
  unit,
  ...(tolerance === undefined ? {} : { tolerance }),
});
export const named = (name: string): Value => ({ type: 'name', name });
export const coloured = (colour: Colour): Value => ({ type: 'colour', colour });
export const words = (text: string): Value => ({ type: 'words', words: text });

/** A pen width; null is what the default stands for. */
export const penWidth = (widthMm: number | null, defaultMm: number): Value =>
  widthMm === null
    ? { type: 'quantity', value: defaultMm, unit: 'mm', byDefault: true }
    : quantity(widthMm, 'mm');

/** "0.35 mm", "default (0.25 mm)", "colour 3", "A-WALL". Numbers are written in full: rounding hides faults. */
export function formatValue(value: Value): string {
  switch (value.type) {
    case 'quantity': {
      const figure =
        value.unit === '' || value.unit === '°'
          ? `${value.value}${value.unit}`
          : `${value.value} ${value.unit}`;
      return value.byDefault ? `default (${figure})` : figure;
    }
    case 'name':
      return value.name;
    case 'colour':
      return formatColour(value.colour);
    case 'words':
      return value.words;
  }
}
