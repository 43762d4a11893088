import { blankStandard } from '@/core/standard/standard';
import { keep, keptOf, onKept } from './history';

const a = blankStandard('A');
const b = blankStandard('B');
const steps = { undo: 1, redo: 0 };

describe('a draft as this page saved it', () => {
  it('is forgotten once the draft was changed elsewhere', () => {
    const saved = { standard: b, version: 2, steps, changedAt: '2026-03-01T10:00:00Z' };
    const shown = { id: 7, version: 2, changedAt: saved.changedAt };
    keep(7, saved);
    expect(keptOf(shown)).toBe(saved);
    expect(keptOf({ ...shown, version: 3, changedAt: '2026-03-01T10:00:05Z' })).toBeUndefined();
    expect(keptOf({ ...shown, id: 8 })).toBeUndefined();
    // A view that the server made just before the step was saved goes on with what was saved.
    expect(keptOf({ ...shown, version: 1, changedAt: '2026-03-01T09:59:58Z' })).toBe(saved);
    // Another draft that took the place of a discarded one is none of them.
    expect(keptOf({ ...shown, version: 1, changedAt: '2026-03-01T11:00:00Z' })).toBeUndefined();
    expect(keptOf({ ...shown, changedAt: '2026-03-01T11:00:00Z' })).toBeUndefined();
  });

  it('is told to every view of the page, until it is left', () => {
    let told = 0;
    const leave = onKept(() => told++);
    keep(9, { standard: a, version: 1, steps, changedAt: '' });
    expect(told).toBe(1);
    leave();
    keep(9, { standard: a, version: 2, steps, changedAt: '' });
    expect(told).toBe(1);
  });
});
