import { statedLength } from './lengths';

describe('lengths that labels state', () => {
  const mm = (label: string): number | undefined => {
    const stated = statedLength(label);
    return stated?.named ? Number(stated.mm[0].value.toFixed(3)) : undefined;
  };

  // 1 ft = 304.8 mm, 1 in = 25.4 mm (ISO 80000-3).
  it.each([
    ["120'", 36_576],
    ["120.50'", 36_728.4],
    ['10\'-6"', 3200.4],
    ['10\'-6 1/2"', 3213.1],
    ['12 ft', 3657.6],
    ['6"', 152.4],
    ['1 1/2"', 38.1],
    ['3/4"', 19.05],
    ['2500 mm', 2500],
    ['12,50 m', 12_500],
    ['1,250.5 m', 1_250_500],
    ['45 см', 450],
    ["N 45°30'15\" E  120.00'", 36_576],
    ["S12°05'W 85.20 m", 85_200],
    ["L=45.20'", 13_776.96],
    ["(120.00')", 36_576],
    ["120' (M)", 36_576],
    ['±30 m', 30_000],
  ])('%s', (label, expected) => expect(mm(label)).toBe(expected));

  it('numbers alone can mean any unit', () => {
    const stated = statedLength('12.50');
    expect(stated?.named).toBe(false);
    expect(stated?.mm.map(({ unit }) => unit)).toEqual(['mm', 'cm', 'm', 'in', 'ft']);
    expect(stated?.rounding).toBeCloseTo(0.0004, 6);
  });

  it.each([
    'LOT 12',
    '12 Main Street',
    '120 m²',
    '0.43 AC',
    '45°',
    '+3.20',
    'Ø16',
    '1:100',
    'A-101',
    '5+20.00',
    '',
    '0',
  ])('not %s', (label) => expect(statedLength(label)).toBeNull());
});
