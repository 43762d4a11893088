import { blankStandard } from '@/core/standard/standard';
import { changed, keep, keptOf, noHistory, onKept, redone, undone } from './history';

const a = blankStandard('A');
const b = blankStandard('B');
const c = blankStandard('C');

describe('steps of drafting', () => {
  it('go back and forth', () => {
    const two = changed(changed(noHistory(1), a, 2), b, 3);
    expect(two.past.at(-1)).toBe(b);
    const back = undone(two, c, 4);
    expect(back).toEqual({ past: [a], future: [c], version: 4 });
    expect(redone(back, b, 5)).toEqual({ past: [a, b], future: [], version: 5 });
    // A change after an undo: what was undone is gone.
    expect(changed(back, b, 5)).toEqual({ past: [a, b], future: [], version: 5 });
  });

  it('are at most a hundred', () => {
    let history = noHistory(0);
    for (let i = 0; i < 150; i++) history = changed(history, i === 149 ? b : a, i);
    expect(history.past).toHaveLength(100);
    expect(history.past.at(-1)).toBe(b);
  });

  it('are forgotten once the draft was changed elsewhere', () => {
    const saved = { standard: b, history: changed(noHistory(1), a, 2), changedAt: '2026-03-01T10:00:00Z' };
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

  it('are told to every view of the page, until it is left', () => {
    let told = 0;
    const leave = onKept(() => told++);
    keep(9, { standard: a, history: noHistory(1), changedAt: '' });
    expect(told).toBe(1);
    leave();
    keep(9, { standard: a, history: noHistory(2), changedAt: '' });
    expect(told).toBe(1);
  });
});
