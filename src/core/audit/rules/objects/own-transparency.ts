import { kindOf } from '../../../dxf/drawing';
import type { ObjectKind } from '../../../dxf/object-kinds';
import { isPlaced } from '../../context';
import type { FindingDraft, Rule } from '../../rule';
import { quantity, words } from '../../value';
import { ownValues, takeFromLayer } from './shared';

/** Kinds that cover what lies under them once they cannot be seen through. */
const AREAS: ReadonlySet<ObjectKind> = new Set<ObjectKind>(['fill', 'solid', 'image', 'mask', 'symbol']);

export const objectsOwnTransparency: Rule = {
  meta: {
    id: 'objects/own-transparency',
    title: 'Own transparency',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    ways: { take: 'taken from the layer' },
    what: 'Objects are as transparent as their layer, inside symbols too.',
    why: 'A line that is half transparent prints grey on one machine and black on the next, and nothing on the sheet tells why.',
    source: 'Practice: nothing carries its own value unless it was approved, inside symbols too',
  },

  visit(context) {
    const { drawing, facts } = context;
    const own = facts.transparencies;
    if (own.size === 0) return { on: {}, finish: () => [] };
    const value = (row: number) => {
      const transparency = own.get(row);
      if (transparency === undefined) return null;
      if (typeof transparency === 'number') return quantity(transparency, '%');
      return isPlaced(drawing, row) ? words('from a symbol, but in none') : null;
    };
    const isArea = (row: number): boolean => AREAS.has(kindOf(drawing, row));
    const lines = ownValues(context, 'transparency', (row) => (isArea(row) ? null : value(row)));
    const areas = ownValues(context, 'transparency', (row) => (isArea(row) ? value(row) : null));
    return {
      on: {
        any(row) {
          (isArea(row) ? areas : lines).on.any?.(row);
        },
      },
      *finish() {
        yield* lines.finish();
        for (const draft of areas.finish()) yield asked(draft);
      },
    };
  },

  settle: takeFromLayer('transparency'),
};

/** A tint may be meant: without its transparency it would cover what it lies over. */
const asked = ({ remedy: _, ...draft }: FindingDraft): FindingDraft => ({
  ...draft,
  correction: 'choice',
  subject: { ...draft.subject, kind: 'area' },
  options: [{ id: 'take', label: 'Take it from the layer', needs: null, effect: 'drawing' }],
});
