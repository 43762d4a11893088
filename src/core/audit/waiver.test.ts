import { type WaivedExtent, waivedOf } from './waiver';

const finding = {
  rule: 'layers/unknown',
  key: 'layers/unknown|Walls',
  subject: { layer: 'Walls' },
  objectCount: 3,
};
const waiver = (more: Partial<WaivedExtent>): WaivedExtent => ({
  rule: 'layers/unknown',
  extent: 'cause',
  key: '',
  layer: '',
  handles: [],
  ...more,
});
const of = (...waivers: WaivedExtent[]) => waivedOf(finding, waivers, () => ['A', 'B', 'C']);

describe('a waiver takes off', () => {
  it('its cause, and no other', () => {
    expect(of(waiver({ key: finding.key }))).toBe('whole');
    expect(of(waiver({ key: 'layers/unknown|Doors' }))).toBe(0);
    expect(of(waiver({ key: finding.key, rule: 'layers/colour' }))).toBe(0);
    expect(of()).toBe(0);
  });

  it('all that its rule finds on a layer, whatever the case of its name; not what is of no layer', () => {
    expect(of(waiver({ extent: 'layer', layer: 'walls' }))).toBe('whole');
    expect(of(waiver({ extent: 'layer', layer: 'wall' }))).toBe(0);
    const none = { ...finding, subject: {} };
    expect(waivedOf(none, [waiver({ extent: 'layer', layer: '' })], () => [])).toBe(0);
  });

  it('single objects, and the whole once none is left', () => {
    const objects = (...handles: string[]) => waiver({ extent: 'objects', key: finding.key, handles });
    expect(of(objects('A'))).toBe(1);
    expect(of(objects('A'), objects('A', 'C'))).toBe(2);
    expect(of(objects('A', 'B'), objects('C'))).toBe('whole');
    // An object of another finding is none of this one's.
    expect(of(objects('Z'))).toBe(0);
  });

  it('nothing from a finding without objects by naming objects', () => {
    expect(
      waivedOf(finding, [waiver({ extent: 'objects', key: finding.key, handles: ['A'] })], () => []),
    ).toBe(0);
  });
});
