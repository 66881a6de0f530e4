import fc from 'fast-check';
import { expect, it } from 'vitest';
import { pairKey, partsOfKey } from './stage';

it('a key of two texts is taken apart again, whatever they hold', () => {
  fc.assert(
    fc.property(fc.string(), fc.string(), (first, second) => {
      expect(partsOfKey(pairKey(first, second))).toEqual([first, second]);
    }),
    { examples: [['ground floor', 'column 1']] }
  );
});
