import { GOOD, office, officeLayer, testRule } from '../testing';
import { layersMissing } from './missing';

const standard = office([officeLayer('WALL'), officeLayer('TEXT', { required: true })]);
const text = { name: 'TEXT', colour: 3, widthMm: 0.5 };

testRule(layersMissing, {
  accept: [
    { name: 'the required one is there', standard, draw: (file) => file.layer(text) },
    { name: 'one that is not required is not', standard, draw: (file) => file.layer(text) },
  ],
  reject: [
    {
      name: 'a required one',
      standard,
      draw: (file) => file.layer(GOOD),
      messages: ['The drawing lacks the required layer “TEXT”.'],
      leaves: 0,
    },
    {
      name: 'one that objects name and no record defines',
      standard,
      draw: (file) => {
        file.layer(text);
        file.model.line({ layer: 'wall' }, [5, 6], [7, 8]);
      },
      messages: ['Objects are on layer “WALL”, but the drawing does not define it.'],
      at: { space: 'model', x: 5, y: 6 },
      leaves: 0,
    },
  ],
});
