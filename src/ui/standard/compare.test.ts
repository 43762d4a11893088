import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { demoStandard } from '../../../demo/standard';
import { layerOf } from '../../core/standard/standard';
import { Compare } from './Compare';

const shown = (count: number): string => {
  const layers = Array.from({ length: count }, (_, i) => layerOf({ name: `L-${i}` }));
  return renderToStaticMarkup(
    createElement(Compare, {
      standard: { ...demoStandard, layers },
      kind: 'layer',
      name: 'L-0',
      list: layers,
      picture: ({ name }) => name,
    }),
  );
};
const offered = (markup: string): number => markup.match(/<option/g)?.length ?? 0;

describe('comparing with another definition', () => {
  it('lists all others, but not itself', () => {
    const markup = shown(12);
    expect(markup).toContain('<select');
    // Eleven others, and the line that stands for none.
    expect(offered(markup)).toBe(12);
    expect(markup).not.toContain('>L-0<');
  });

  it('lets the name be typed where there are very many, and offers some', () => {
    const markup = shown(5000);
    expect(markup).not.toContain('<select');
    expect(markup).toContain('placeholder="type a name"');
    expect(offered(markup)).toBe(40);
  });

  it('is not offered to a definition that is alone', () => {
    expect(shown(1)).toBe('');
  });
});
