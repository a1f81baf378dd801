import { spotId } from '@dolly-tub/demo';
import { open } from '../testing/house';
import { Shell } from './shell';

const run = (id: string, startedAt: string, more: object = {}) =>
  ({
    id,
    version: 1,
    spot: spotId('wet-screen'),
    steps: [{}, {}, {}],
    index: 1,
    timers: [],
    uses: [],
    state: 'running',
    startedAt,
    ...more,
  }) as never;

describe('the frame of the house', () => {
  test('what was left running is found again from every place, the latest of it', async () => {
    const p = await open(Shell, {}, (r) => {
      r.tables['runs'] = [
        run('old', '2026-11-25T08:00:00Z', { spot: null, method: { name: 'Dry' } }),
        run('new', '2026-11-25T10:00:00Z'),
        run('over', '2026-11-25T10:20:00Z', { state: 'done' }),
      ];
    });
    expect(p.text('.going')).toBe('Going on: Shower screen, step 2 of 3 Back to it');
    const link = p.fixture.nativeElement.querySelector('.going a') as HTMLAnchorElement;
    expect(link.getAttribute('href')).toBe('/do/new');
  });
  test('nothing goes on, nothing is said', async () => expect((await open(Shell)).text('.going')).toBe(''));
  test('on a phone the other places come up from below', async () => {
    const p = await open(Shell);
    await p.press(/^More$/);
    const items = (): HTMLElement[] => [...document.querySelectorAll<HTMLElement>('mat-nav-list > *')];
    for (let i = 0; i < 50 && !items().length; i++) await p.settle();
    expect(items().map((e) => e.textContent.trim())).toEqual(['Dilute', 'To buy', 'Log', 'Settings', 'Ask in words']);
  });
});
