import type { Rule } from '../../rule';
import { words } from '../../value';

const messages = {
  notHeld:
    'This version of the format has no place for pen widths and for layers that do not print, so neither was checked.',
};

export const pensNotHeld: Rule = {
  meta: {
    id: 'pens/not-held',
    title: 'Widths cannot be checked',
    stage: 'looks',
    weight: 'note',
    correction: 'manual',
    what: 'The drawing’s version can hold pen widths.',
    why: 'Versions before 2000 have no place for a width: how the lines print is decided by whoever prints them.',
    source: 'Practice: a hierarchy of pens; published DXF reference for what a version holds',
  },

  *check({ drawing }) {
    if (drawing.holdsWidths) return;
    yield {
      message: messages.notHeld,
      expected: words('a version from 2000 on'),
      found: words(`version ${drawing.document.versionName}`),
      subject: {},
    };
  },
};
