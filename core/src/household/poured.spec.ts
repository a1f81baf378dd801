import { type Bottle, toPourAway } from '@dolly-tub/core';

const bottle = (id: string, discardAt: string, left_mL = 100): Bottle =>
  ({ id, fill: { discardAt, left_mL } }) as Bottle;
const NOW = new Date('2026-11-25T10:00:00Z');

describe('what is due to be poured away', () => {
  test('past its time with something left, the oldest first; not an empty one, not one that is good', () =>
    expect(
      toPourAway(
        [
          bottle('good', '2026-11-25T10:00:01Z'),
          bottle('just', '2026-11-25T10:00:00Z'),
          bottle('old', '2026-11-20T10:00:00Z'),
          bottle('empty', '2026-11-20T10:00:00Z', 0),
          { id: 'never' } as Bottle,
        ],
        NOW,
      ).map((b) => b.id),
    ).toEqual(['old', 'just']));
});
