import type { Rule } from '../../rule';
import { words } from '../../value';
import { knownLayers, propertyDiffers, setProperty } from './shared';

const inWords = (prints: boolean): string => (prints ? 'prints' : 'does not print');
const messages = {
  differs: (layer: string, prints: boolean) => `Layer “${layer}” ${inWords(prints)}.`,
};

export const layersPrinting: Rule = {
  meta: {
    id: 'layers/printing',
    title: 'Layer printing differs',
    stage: 'looks',
    weight: 'must',
    correction: 'automatic',
    what: 'Each layer prints, or does not, as the standard says.',
    why: 'Working notes go out to the contractor, or content that belongs on the sheet is missing from it.',
    source: 'Practice: layers by purpose; working content that must never print',
    followsLayer: true,
  },

  *check(context) {
    if (!context.drawing.holdsWidths) return;
    for (const { record, wanted } of knownLayers(context)) {
      if (record.prints === wanted.prints) continue;
      yield propertyDiffers(context, record, wanted, 'printing', {
        message: messages.differs(record.name, record.prints),
        expected: words(inWords(wanted.prints)),
        found: words(inWords(record.prints)),
      });
    }
  },

  settle: setProperty('printing'),
};
