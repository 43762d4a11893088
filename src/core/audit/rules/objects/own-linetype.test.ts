import { testOwnValue } from '../testing';
import { objectsOwnLinetype } from './own-linetype';

testOwnValue(objectsOwnLinetype, 'linetype', {
  own: { linetype: 'Broken' },
  fromSymbol: { linetype: 'ByBlock' },
  found: 'Broken',
});
