/** Every field of every record of Gannet House: a model that knew the project before it changed says the same as one that did not. */
import { describe, expect, it } from 'vitest';
import { example } from '../testing/house';
import { unfollowed } from '../testing/unfollowed';

describe('the derivation', () => {
  // Apart from the other house, so that both are gone through at once; in parts, so that a failure is found early.
  it.each([0, 1, 2])(
    'of Gannet House follows every single field: part %i',
    (part) => {
      expect(unfollowed(example('gannet-house'), (i) => i % 3 === part)).toBeUndefined();
    },
    400_000
  );
});
