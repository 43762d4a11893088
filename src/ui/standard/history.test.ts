import { blankStandard } from '@/core/standard/standard';
import { changed, keep, keptHistory, noHistory, redone, undone } from './history';

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
    keep(7, changed(noHistory(1), a, 2));
    expect(keptHistory(7, 2).past).toEqual([a]);
    expect(keptHistory(7, 3)).toEqual(noHistory(3));
    expect(keptHistory(8, 2)).toEqual(noHistory(2));
  });
});
