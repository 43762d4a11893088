import { testOwnValue } from '../testing';
import { objectsOwnWidth } from './own-width';

testOwnValue(objectsOwnWidth, 'width', {
  own: { widthMm: 0.35 },
  fromSymbol: null,
  found: '0.35 mm',
});
