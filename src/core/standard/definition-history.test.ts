import { demoStandard } from '../../../demo/standard';
import { definitionHistory, type EditionOfHistory } from './definition-history';
import { formatDifference } from './differences';
import type { Standard } from './standard';

const edition = (label: string, change: (standard: Standard) => void): EditionOfHistory => {
  const standard = structuredClone(demoStandard);
  change(standard);
  return { label, issuedAt: null, issuedBy: 'Nadja Brill', note: '', standard };
};
const layer = (standard: Standard, name: string) => standard.layers.find((one) => one.name === name)!;

describe('the history of a definition', () => {
  const editions = [
    edition('Edition 1', (s) => (s.layers = s.layers.filter(({ name }) => name !== 'A-ROOF'))),
    edition('Edition 2', () => undefined),
    edition('Edition 3', (s) => (layer(s, 'A-WALL').widthMm = 0.7)),
    edition('Draft 4', (s) => {
      layer(s, 'A-WALL').widthMm = 0.7;
      s.dimensions[0].settings.textHeightMm = 3.5;
    }),
  ];
  const told = (kind: string, name: string): (readonly [string, string[]])[] =>
    definitionHistory(editions, kind, name).map(({ label, changes }) => [
      label,
      changes.map(formatDifference),
    ]);

  it('names the editions that changed it, the newest first', () => {
    expect(told('Layer', 'a-wall')).toEqual([
      ['Edition 3', ['Layer A-WALL: width 0.5 mm → 0.7 mm']],
      ['Edition 1', ['Layer A-WALL is new']],
    ]);
    expect(told('Layer', 'A-ROOF')).toEqual([['Edition 2', ['Layer A-ROOF is new']]]);
  });

  it('follows a dimension style through the one it builds on', () => {
    expect(told('Dimension style', 'OHW-Metres')[0]).toEqual([
      'Draft 4',
      ['Dimension style OHW-Metres: figure: height 2.5 mm → 3.5 mm'],
    ]);
  });

  it('is empty for what was never there', () => {
    expect(told('Layer', 'NOWHERE')).toEqual([]);
  });
});
