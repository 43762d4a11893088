import type { Rule } from '../../rule';

export const pensNotHeld: Rule = {
  meta: {
    id: 'pens/not-held',
    title: 'Widths cannot be checked',
    checks: 'The drawing’s version can hold pen widths.',
    why: 'Versions before 2000 have no place for a width: how the lines print is decided by whoever prints them.',
    weight: 'note',
    correction: 'manual',
    source: 'Need A3',
  },

  *check({ drawing }) {
    if (drawing.holdsWidths) return;
    yield {
      message:
        'This version of the format has no place for pen widths and for layers that do not print, so neither was checked.',
      expected: 'a version from 2000 on',
      found: `version ${drawing.document.versionName}`,
      handles: [],
      subject: {},
    };
  },
};
