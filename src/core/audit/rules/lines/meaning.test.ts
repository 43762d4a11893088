import { lineOf } from '../../../standard/standard';
import { GOOD, office, officeLayer, testRule } from '../testing';
import { linesMeaning } from './meaning';

// Common practice, no source: a setback line is dashed; a property line is a long dash with two dots.
const standard = office(
  [officeLayer('WALL'), officeLayer('BOUND', { meaning: 'boundary', ownValuesAllowed: ['linetype'] })],
  {
    linetypes: [
      lineOf({ name: 'Continuous' }),
      lineOf({ name: 'Broken', elementsMm: [6, -2] }),
      lineOf({ name: 'Two dots', elementsMm: [12, -2, 0, -2, 0, -2] }),
    ],
    meanings: [
      { name: 'setback', linetype: 'Broken', role: '', words: ['setback'], clause: '5.1', notes: '' },
      { name: 'boundary', linetype: 'Two dots', role: '', words: ['boundary'], clause: '', notes: '' },
    ],
  },
);

testRule(linesMeaning, {
  accept: [
    {
      name: 'a setback that is dashed, in whatever lengths',
      standard,
      draw: (file) => {
        file.linetype('Their dashes', '', [3, -1]);
        file.layer({ name: 'Site setback', colour: 1, linetype: 'Their dashes' });
        file.model.line({ layer: 'Site setback' }, [0, 0], [9, 0]);
      },
    },
    {
      name: 'texts on its layer, and layers that say nothing',
      standard,
      draw: (file) => {
        file.layer(GOOD);
        file.layer({ name: 'Site setback', colour: 1 });
        file.model.text({ layer: 'Site setback' }, [0, 0], 1, 'a');
        file.model.line({ layer: 'WALL' }, [0, 0], [9, 0]);
      },
    },
  ],
  reject: [
    {
      name: 'a setback that is unbroken',
      standard,
      draw: (file) => {
        file.layer({ name: 'Site setback', colour: 1 });
        file.model.line({ layer: 'Site setback' }, [1, 2], [9, 0]);
      },
      messages: ['1 line of meaning “setback” on layer “Site setback” reads as unbroken.'],
      at: { space: 'model', x: 1, y: 2 },
      expected: 'dash (Broken)',
    },
  ],
});
