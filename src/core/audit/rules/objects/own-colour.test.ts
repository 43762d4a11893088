import { GOOD, office, officeLayer, testOwnValue, testRule } from '../testing';
import { objectsOwnColour } from './own-colour';

testOwnValue(objectsOwnColour, 'colour', {
  own: { colour: 1 },
  fromSymbol: { colour: 0 },
  found: 'colour 1',
});

testRule(objectsOwnColour, {
  reject: [
    {
      name: 'very many values on one layer, as one cause',
      standard: office([officeLayer('WALL')]),
      draw: (file) => {
        file.layer(GOOD);
        for (let i = 1; i <= 70; i++) file.model.line({ layer: 'WALL', colour: i }, [i, 0], [i, 1]);
      },
      messages: ['70 objects carry a colour of their own on layer “WALL”.'],
      found: '70 different ones',
      leaves: 0,
    },
  ],
});
