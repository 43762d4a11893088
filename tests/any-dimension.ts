import fc from 'fast-check';
import {
  DIMENSION_SETTINGS,
  type DimensionValues,
  SETTING_NAMES,
  TERMINATORS,
} from '../src/core/standard/dimension-settings';

/** Any values that a style may have. */
export const anyDimension: fc.Arbitrary<DimensionValues> = fc.record(
  Object.fromEntries(
    SETTING_NAMES.map((name) => {
      const spec = DIMENSION_SETTINGS[name];
      const hundredths = (min: number, max: number) =>
        fc
          .integer({ min: Math.ceil(Math.max(min, -500) * 100), max: Math.floor(Math.min(max, 500) * 100) })
          .map((n) => n / 100);
      switch (spec.is) {
        case 'mm':
        case 'number':
          return [name, hundredths(spec.min, spec.max)];
        case 'count':
          return [name, fc.integer({ min: spec.min, max: spec.max })];
        case 'yes':
          return [name, fc.boolean()];
        case 'choice':
          return [name, fc.constantFrom(...(spec.options as readonly string[]))];
        case 'colour':
          return [name, fc.option(fc.integer({ min: 1, max: 255 }))];
        case 'pen':
          return [name, fc.option(fc.constantFrom(0.13, 0.18, 0.25, 0.35, 0.5))];
        case 'terminator':
          return [name, fc.constantFrom(...TERMINATORS)];
        case 'linetype':
          return [name, fc.constantFrom('', 'Broken')];
        case 'style':
          return [name, fc.constantFrom('', 'Notes')];
        default:
          return [name, fc.constantFrom('', ' m', '≈ ', 'x', '"')];
      }
    }),
  ),
) as unknown as fc.Arbitrary<DimensionValues>;
