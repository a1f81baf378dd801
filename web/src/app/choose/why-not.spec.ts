import { MAT_DIALOG_DATA } from '@angular/material/dialog';
import { advise } from '@dolly-tub/core';
import { catalogue, open } from '../testing/house';
import { WhyNot } from './why-not';

describe('why not …?', () => {
  const ask = async (query = '') => {
    const a = advise(
      { material: 'acrylic', finish: 'bath', soil: 'limescale', severity: 4 },
      { neighbours: [{ material: 'limestone', runoff: true, name: 'limestone floor' }] },
      catalogue(),
    );
    if (!a.ok) throw new Error('no advice');
    const data = { advice: a.value, catalogue: catalogue(), face: 'sanitary acrylic', query };
    return open(WhyNot, {}, undefined, [{ provide: MAT_DIALOG_DATA, useValue: data }]);
  };
  test('every product and tool of the catalogue is there: nothing disappears silently', async () => {
    const p = await ask();
    const all = catalogue().products.size + catalogue().tools.size;
    expect(p.text('[role=status]')).toBe(`${all} of ${all}, for sanitary acrylic`);
  });
  test.each([
    ['vinegar', /White vinegar on the ladder.*But: Sprayed, it runs onto the limestone floor beside it/],
    ['steel wool', /0000 steel wool ruled out.*A plastic surface bears no abrasive.*5 against sanitary acrylic 2/],
    ['bleach', /ruled out.*(whitens it and leaves it|made for)/],
    ['rubbing alcohol', /ruled out.*alcohol or glycol ether attacks sanitary acrylic/i],
    ['drain opener', /ruled out.*no method for a household surface/],
  ])('%s gets its reason', async (query, want) => {
    const p = await ask(query);
    expect(p.text('.list')).toMatch(want);
  });
  test('each reason has its basis one tap away', async () => {
    const p = await ask('steel wool');
    expect(p.text('li dt-source button')).toMatch(/published|common practice|from memory/);
    await p.press(/^(published|common practice|from memory)$/, 'li dt-source button');
    const tip = document.querySelector('.mat-mdc-tooltip-surface')!.textContent!;
    expect([...catalogue().sources.values()].map((s) => s.citation)).toContain(tip);
  });
  test('a word that is nothing here says where to go', async () =>
    expect((await ask('zzzzzz')).text('.list')).toMatch(/Paste its label in Mix/));
});
