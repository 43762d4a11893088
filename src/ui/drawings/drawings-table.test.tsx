import { renderToStaticMarkup } from 'react-dom/server';
import { DrawingsTable } from './DrawingsTable';
import { beginningOf, type DrawingHead, outcomeOf } from './types';

jest.mock('next/navigation', () => ({ useRouter: () => ({ refresh: () => undefined }) }));

const head = (id: number, more: Partial<DrawingHead> = {}): DrawingHead => ({
  id,
  name: `D-${id}.dxf`,
  sender: 'Brandt-Osei Structures',
  senderId: 1,
  project: '',
  receivedAt: '2026-10-07T08:00:00.000Z',
  size: 42_000,
  state: 'ready',
  problem: null,
  verdict: 'released',
  inPart: false,
  waivedCount: 0,
  counts: { must: 0, should: 2, note: 1 },
  edition: 'Edition 1',
  editedSince: false,
  revision: 0,
  ...more,
});
const textOf = (markup: string): string => markup.replace(/<[^>]*>/g, ' ').replace(/\s+/g, ' ');
const show = (drawings: readonly DrawingHead[]): string =>
  textOf(renderToStaticMarkup(<DrawingsTable {...beginningOf(drawings)} find />));

describe('where a drawing stands', () => {
  it.each<[Partial<DrawingHead>, string | null]>([
    [{ verdict: 'released' }, 'released'],
    [{ verdict: 'held' }, 'held'],
    [{ state: 'waiting', verdict: null }, 'held'],
    [{ state: 'unreadable', verdict: null }, 'held'],
    // Being read anew: the old outcome is no longer said.
    [{ state: 'reading', verdict: 'released' }, 'held'],
    [{ verdict: null }, null],
  ])('%j: %s', (more, outcome) => {
    expect(outcomeOf(head(1, more))).toBe(outcome);
  });
});

describe('a table of drawings', () => {
  it('is given the first lines only, and says how many there are', () => {
    const many = Array.from({ length: 2000 }, (_, i) => head(i));
    expect(beginningOf(many)).toMatchObject({ all: 2000, busy: false });
    expect(beginningOf(many).begin).toHaveLength(100);
    const shown = show(many);
    expect(shown).toContain('100 of 2000 drawings.');
    expect(shown).toContain('D-99.dxf');
    expect(shown).not.toContain('D-100.dxf');
  });

  it('of few says nothing of more', () => {
    const shown = show([head(1), head(2, { verdict: 'held', counts: { must: 3, should: 0, note: 0 } })]);
    expect(shown).not.toContain('Show more');
    expect(shown).toContain('Released');
    expect(shown).not.toContain('Released in part');
    expect(shown).toContain('Held');
    expect(show([head(1, { inPart: true })])).toContain('Released in part');
  });

  it('says what is read, what waits, and what could not be read', () => {
    const drawings = [
      head(1, { state: 'reading', verdict: null }),
      head(2, { state: 'waiting', verdict: null }),
      head(3, {
        state: 'unreadable',
        verdict: null,
        problem: { code: 'damaged', message: 'The file is cut off.', action: 'Ask for it again.' },
      }),
    ];
    expect(beginningOf(drawings).busy).toBe(true);
    const shown = show(drawings);
    expect(shown).toContain('Being read and checked …');
    expect(shown).toContain('Waiting to be read');
    expect(shown).toContain('Could not be read: The file is cut off.');
  });

  it('is busy with what lies beyond the first lines, too', () => {
    const many = Array.from({ length: 150 }, (_, i) => head(i, i === 149 ? { state: 'reading' } : {}));
    expect(beginningOf(many).busy).toBe(true);
  });
});
