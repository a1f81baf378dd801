import { laundryOf } from '@dolly-tub/core';
import { catalogue, open } from '../testing/house';
import { InTheWash } from './in-the-wash';

const shown = (material: string, finish: string, soil: string) =>
  open(InTheWash, { laundry: laundryOf({ material, finish, soil, severity: 3 }, {}, catalogue())! });

test('programme and what goes in stand before the steps', async () => {
  const p = await shown('cotton', 'white', 'vomit');
  expect(p.text('.programme')).toBe('60 °C normal process dry: tumble');
  expect(p.text('section')).toMatch(/With 110 g of laundry powder for a full load\. The mark first/);
  expect(p.text('ol')).toMatch(/Read its care label.*Rinse the mark through.*before it dries/);
});
test('what never goes in says why, and nothing else', async () => {
  const p = await shown('cotton', 'white', 'petrol');
  expect(p.text('section')).toMatch(/^Not in the machine Its vapour catches fire in the drum\./);
  expect(p.text('section')).not.toMatch(/°C/);
});
