import { TestBed } from '@angular/core/testing';
import { nothingTyped, Upgrade } from './upgrade';

/** A registration with a worker beside the one that runs, as far as the page sees it. */
function browser(o: { waiting?: boolean; controlled?: boolean } = {}) {
  const worker = Object.assign(new EventTarget(), { state: 'installed', said: [] as unknown[] });
  const waiting = Object.assign(worker, { postMessage: (m: unknown) => worker.said.push(m) });
  const registration = Object.assign(new EventTarget(), {
    waiting: o.waiting ? waiting : null,
    installing: null as typeof waiting | null,
    update: () => Promise.resolve(),
  });
  const container = Object.assign(new EventTarget(), {
    ready: Promise.resolve(registration),
    controller: o.controlled === false ? null : {},
  });
  return { worker: waiting, registration, container: container as unknown as ServiceWorkerContainer };
}
describe('a newer version', () => {
  let upgrade: Upgrade;
  beforeEach(() => {
    jest.useFakeTimers();
    TestBed.configureTestingModule({});
    upgrade = TestBed.inject(Upgrade);
  });
  afterEach(() => jest.useRealTimers());
  test('that waits is said; at the very first there is none', async () => {
    await upgrade.watch(browser().container);
    expect(upgrade.waiting()).toBe(false);
    await upgrade.watch(browser({ waiting: true, controlled: false }).container);
    expect(upgrade.waiting()).toBe(false);
    await upgrade.watch(browser({ waiting: true }).container);
    expect(upgrade.waiting()).toBe(true);
  });
  test('that comes while the page is open is said once it is whole', async () => {
    const b = browser();
    await upgrade.watch(b.container);
    b.registration.installing = b.worker;
    b.registration.dispatchEvent(new Event('updatefound'));
    expect(upgrade.waiting()).toBe(false);
    b.registration.waiting = b.worker;
    b.worker.dispatchEvent(new Event('statechange'));
    expect(upgrade.waiting()).toBe(true);
  });
  test('that another page went over to is said here too', async () => {
    const b = browser();
    await upgrade.watch(b.container);
    (b.container as unknown as EventTarget).dispatchEvent(new Event('controllerchange'));
    expect(upgrade.waiting()).toBe(true);
  });
  test('is told to take over, and the page is loaded anew once it has', async () => {
    const b = browser({ waiting: true });
    await upgrade.watch(b.container);
    let loaded = 0;
    upgrade.goOver(() => loaded++);
    expect([b.worker.said, loaded]).toEqual([['take over'], 0]);
    b.worker.state = 'activated';
    b.worker.dispatchEvent(new Event('statechange'));
    expect(loaded).toBe(1);
  });
  test('nothing is typed: fields as they were drawn; a clean that is under way is not left', () => {
    const page = document.implementation.createHTMLDocument();
    page.body.innerHTML = '<input value="as drawn"><textarea></textarea><input type="checkbox" checked>';
    expect(nothingTyped(page)).toBe(true);
    page.querySelector('textarea')!.value = 'a label';
    expect(nothingTyped(page)).toBe(false);
    page.querySelector('textarea')!.value = '';
    page.body.append(page.createElement('dt-run'));
    expect(nothingTyped(page)).toBe(false);
  });
});
