import { usualPack } from '@dolly-tub/core';
import { catalogue } from '../../checks/catalogue-for-tests';

test.each([
  ['white-vinegar', { amount: 500, unit: 'mL' }],
  ['citric-descaler', { amount: 500, unit: 'g' }],
  ['toothbrush', { amount: 1, unit: 'piece' }],
  ['nothing-known', { amount: 1, unit: 'piece' }],
])('of %s one buys %o', (item, pack) => expect(usualPack(item, catalogue)).toEqual(pack));
test('a paste is weighed', () => {
  const pastes = [...catalogue.products.values()].filter((p) => p.state === 'paste');
  expect(pastes.length).toBeGreaterThan(0);
  for (const p of pastes) expect([p.id, usualPack(p.id, catalogue).unit]).toEqual([p.id, 'g']);
});
