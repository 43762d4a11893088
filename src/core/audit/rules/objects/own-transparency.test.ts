import { correctDrawing } from '../../../correct/correct';
import { bytesOf, findingsOf, GOOD, office, officeLayer, testOwnValue, testRule } from '../testing';
import { objectsOwnTransparency } from './own-transparency';

testOwnValue(objectsOwnTransparency, 'transparency', {
  own: { transparency: 40 },
  fromSymbol: null,
  found: '40 %',
});

testRule(objectsOwnTransparency, {
  accept: [
    {
      name: 'what is said to come from the layer',
      standard: office([officeLayer('WALL')]),
      draw: (file) => {
        file.layer(GOOD);
        file.model.record('LINE', { layer: 'WALL' }, 'AcDbLine', [
          { code: 440, value: 0 },
          { code: 10, value: '0.0' },
          { code: 20, value: '0.0' },
          { code: 11, value: '5.0' },
          { code: 21, value: '5.0' },
        ]);
      },
    },
  ],
});

describe('an area that can be seen through', () => {
  const standard = office([officeLayer('WALL')]);
  const bytes = bytesOf({
    draw: (file) => {
      file.layer(GOOD);
      file.model.fill(
        { layer: 'WALL', transparency: 60 },
        [
          [0, 0],
          [10, 0],
          [10, 10],
        ],
        45,
        2,
      );
    },
  });

  it('is asked about: it would cover what it lies over', () => {
    const [found, ...others] = findingsOf(bytes, standard, objectsOwnTransparency);
    expect(others).toEqual([]);
    expect([found.message, found.correction, found.found]).toEqual([
      '1 object carries a transparency of its own on layer “WALL”.',
      'choice',
      '60 %',
    ]);
    const result = correctDrawing(bytes, standard, {
      findings: [],
      decisions: [{ finding: found.key, option: 'take' }],
    });
    if (!result.ok) throw new Error(result.problem.message);
    expect(result.value.changes.map(({ property, before, after }) => [property, before, after])).toEqual([
      ['transparency', '60 %', 'from the layer'],
    ]);
    expect(result.value.after.findings).toEqual([]);
  });
});
