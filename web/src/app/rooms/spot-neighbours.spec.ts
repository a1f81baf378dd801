import { spotId } from '@dolly-tub/demo';
import type { Spot } from '@dolly-tub/core';
import { demoRows, open } from '../testing/house';
import { SpotNeighbours } from './spot-neighbours';

const spot = demoRows().tables['spots']!.find((s) => s['id'] === spotId('wet-screen')) as unknown as Spot;
async function start(value: Spot['neighbours']) {
  const p = await open(SpotNeighbours, { spot, value });
  const heard: Spot['neighbours'][] = [];
  p.fixture.componentInstance.changed.subscribe((v) => heard.push(v));
  return { ...p, heard };
}

test('what is named stands there with how it lies and whether it is run onto', async () => {
  const p = await start(spot.neighbours);
  expect(p.text('.near')).toMatch(/Shower tray|Limestone floor/);
  await p.press(/^take off/);
  expect(p.heard[0]).toEqual(spot.neighbours.slice(1));
});
test('the plan proposes what lies lower, and one tap takes it', async () => {
  const p = await start([]);
  expect(p.text(':scope, .quiet')).toMatch(/nothing is kept from running there/i);
  await p.press(/^Limestone floor \(below, it runs there\)/);
  expect(p.heard[0]).toEqual([{ spot: spotId('wet-floor'), relation: 'below', runoff: true }]);
});
test('what is no spot of the house may be named by its material', async () => {
  const p = await start([]);
  await p.press(/^Add what lies below or beside it/);
  await p.press(/^polished marble/, '[role=option]');
  expect(p.heard[0]).toEqual([{ material: 'marble', finish: 'polished', relation: 'below', runoff: true }]);
});
test('how it lies, and that nothing runs onto it', async () => {
  const p = await start([{ spot: spotId('wet-floor'), relation: 'below', runoff: true }]);
  await p.press(/^How Limestone floor lies to it/);
  await p.press(/^beside it/, '[role=option]');
  expect(p.heard[0]).toEqual([{ spot: spotId('wet-floor'), relation: 'beside', runoff: true }]);
});
