import { preventionsOf } from '@dolly-tub/core';
import { catalogue, open } from '../testing/house';
import { StaysOff } from './stays-off';

const shown = (every: number | null | undefined) => {
  const c = catalogue();
  const preventions = preventionsOf(c.materials.get('glazed-tile')!, c.soils.get('limescale')!, c);
  return open(StaysOff, { preventions, every });
};
test('what to do, why, and how often it is looked at', async () => {
  const p = await shown(30);
  const asked: number[] = [];
  p.fixture.componentInstance.look.subscribe((d: number) => asked.push(d));
  expect(p.text('li')).toMatch(/squeegee.*Because what dries there is scale and soap\./);
  await p.press(/^Look again every 7 days$/);
  expect(asked).toEqual([7]);
});
test.each([7, undefined])(
  'nothing is offered where it is so already, or where it is no spot of the house: %s',
  async (every) => expect((await shown(every)).text()).not.toMatch(/Look again/),
);
