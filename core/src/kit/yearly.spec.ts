import { catalogue } from '../../checks/catalogue-for-tests';
import { paperAgainstCloth } from '@dolly-tub/core';

test('by hand: five sheets a week at 0.02 are 5.20 a year; cloth of 2 euros and 150 washes, 65 of them at 0.0283', () => {
  const y = paperAgainstCloth('paper-towel', 'cotton-cloth', 5, catalogue, 0.02)!;
  expect(y.wipes).toBe(260);
  expect(y.paper).toBeCloseTo(5.2, 9);
  // 260 sheets of two faces are 65 cloths of eight; 2/150 + 0.60/40 each
  expect(y.cloth).toBeCloseTo(65 * (2 / 150 + 0.015), 9);
});
test('only what is used once against what is washed, and only where it is used', () => {
  expect(paperAgainstCloth('cotton-cloth', 'cotton-cloth', 5, catalogue)).toBeNull();
  expect(paperAgainstCloth('paper-towel', 'squeegee', 5, catalogue)).toBeNull();
  expect(paperAgainstCloth('paper-towel', 'cotton-cloth', 0, catalogue)).toBeNull();
});
