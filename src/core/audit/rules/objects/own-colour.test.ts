import { testOwnValue } from '../testing';
import { objectsOwnColour } from './own-colour';

testOwnValue(objectsOwnColour, 'colour', {
  own: { colour: 1 },
  fromSymbol: { colour: 0 },
  found: 'colour 1',
});
