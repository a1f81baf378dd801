import { Component, computed, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { selectStock } from '../household/state';
import { open } from '../testing/house';
import { UpkeepList } from './upkeep';

@Component({ imports: [UpkeepList], template: '<dt-upkeep [stock]="stock()" />' })
class Hosted {
  private readonly all = inject(Store).selectSignal(selectStock);
  readonly stock = computed(() => this.all().filter((s) => s.item === 'vacuum-floor'));
}
test('what is due on the vacuum by its uses; done is noted with the tool, and nothing is due where nothing was used', async () => {
  const p = await open(Hosted);
  expect(p.text()).toMatch(/Hair out of the brush roll vacuum with floor head, 4 min Unplug it/);
  await p.press(/^done: Hair out of the brush roll, vacuum/);
  expect(p.api.written[0]).toMatchObject({
    kind: 'note',
    upkeep: 'vacuum-hair',
    text: 'Hair out of the brush roll: done.',
  });
  expect(p.told()).toMatch(/hair out of the brush roll done/);
});
test('a house without a log owes nothing', async () => {
  const p = await open(Hosted, {}, (rows) => (rows.log.length = 0));
  expect(p.text()).toBe('');
});
