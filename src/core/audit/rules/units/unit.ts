import { z } from 'zod';
import type { Rule } from '../../rule';
import { choiceSetting } from '../../settings';
import { words } from '../../value';
import { UNITS_OPTION } from './shared';

const ANY = 'any';

const settings = z.object({
  unit: choiceSetting('Unit of the office', [ANY, 'mm', 'cm', 'm', 'inch', 'foot'], ANY),
});

const messages = {
  missing: () => 'The drawing names no unit.',
  unlike: (found: string, wanted: string) => `The drawing is in ${found}; the office draws in ${wanted}.`,
};

export const unitsUnit: Rule = {
  meta: {
    id: 'units/unit',
    title: 'Unit unlike the office’s',
    stage: 'file',
    weight: 'should',
    correction: 'choice',
    what: 'A drawing names the unit that it is in, and that is the office’s.',
    why: 'Placed in another drawing it comes out 25.4 or 1000 times too large.',
    source: 'Practice: units and scale of drawings from outside',
    settings,
  },

  idle: (own) => (settings.parse(own).unit === ANY ? 'the edition names no unit' : null),

  *check({ drawing, settings: own }) {
    const { unit } = settings.parse(own);
    if (unit === ANY || drawing.units === unit) return;
    const missing = drawing.unitMm === null;
    yield {
      message: missing ? messages.missing() : messages.unlike(drawing.units, unit),
      expected: words(unit),
      found: words(missing ? 'none' : drawing.units),
      subject: { value: missing ? 'none' : drawing.units },
      options: [UNITS_OPTION],
    };
  },
};
