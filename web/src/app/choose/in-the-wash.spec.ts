import { laundryOf } from '@dolly-tub/core';
import { catalogue, open } from '../testing/house';
import { InTheWash } from './in-the-wash';

const shown = (material: string, finish: string, soil: string) =>
  open(InTheWash, { laundry: laundryOf({ material, finish, soil, severity: 3 }, {}, catalogue())! });

test('programme and what goes in stand before the steps', async () => {
  const p = await shown('cotton', 'white', 'vomit');
  await p.press(/^Step by step/, 'mat-expansion-panel-header');
  expect(p.text('.programme')).toBe('60 °C normal process dry: tumble');
  expect(p.text('section')).toMatch(/With 110 g of laundry powder for a full load\. The mark first/);
  expect(p.text('ol')).toMatch(/Read its care label.*Rinse the mark through.*before it dries/);
});
test('what never goes in says why, and nothing else', async () => {
  const p = await shown('cotton', 'white', 'petrol');
  expect(p.text('section')).toMatch(/^Not in the machine Its vapour catches fire in the drum\./);
  expect(p.text('section')).not.toMatch(/°C/);
});
test('its label is read sign by sign; the wash can be run', async () => {
  const laundry = laundryOf({ material: 'cotton', finish: 'white', soil: 'red-wine', severity: 3 }, {}, catalogue())!;
  const p = await open(InTheWash, { laundry, label: { wash: '40' } });
  const heard: unknown[] = [];
  p.fixture.componentInstance.read.subscribe((x) => heard.push(x));
  p.fixture.componentInstance.begin.subscribe((x) => heard.push(x.may));
  expect(p.text('section')).toMatch(/by its label\./);
  p.fixture.componentInstance['say']('bleach', 'no');
  p.fixture.componentInstance['say']('wash', null);
  await p.press(/Wash it now/);
  expect(heard).toEqual(['40,,no,', '', 'yes']);
});
