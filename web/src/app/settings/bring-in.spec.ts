import { open, type Page, refusal } from '../testing/house';
import { BringIn } from './bring-in';

const choose = async (p: Page<BringIn>, name: string): Promise<void> => {
  const field = p.fixture.nativeElement.querySelector('#import') as HTMLInputElement;
  Object.defineProperty(field, 'files', { value: [new File(['{"format":"x"}'], name)], configurable: true });
  field.dispatchEvent(new Event('change'));
  await p.settle();
};
const posted = (p: Page<BringIn>) => p.api.called.filter((c) => c.method === 'POST');

describe('an export brought in', () => {
  test('what it would do is shown first; the file itself is sent, whatever its size', async () => {
    const p = await open(BringIn);
    p.api.answers['/import?preview=1'] = { adds: { rooms: 2 }, changes: {}, same: { log: 9 }, problems: [] };
    await choose(p, 'household.json');
    expect(p.text()).toMatch(/It would add 2 rooms; change nothing; leave 9 log as it is/);
    let done: unknown = null;
    p.fixture.componentInstance.broughtIn.subscribe((x) => (done = x));
    p.api.answers['/import'] = { copy: { id: 'c' } };
    await p.press(/^Bring it in/);
    expect(posted(p).map((c) => [c.path, (c.body as Blob).type, (c.body as Blob).size])).toEqual([
      ['/import?preview=1', 'application/json', 14],
      ['/import', 'application/json', 14],
    ]);
    expect(done).toEqual({ copy: { id: 'c' } });
    expect(p.text()).not.toMatch(/Bring it in/);
  });
  test('a zip is sent as one, whatever the system calls it', async () => {
    const p = await open(BringIn);
    await choose(p, 'Household.ZIP');
    expect((posted(p)[0]!.body as Blob).type).toBe('application/zip');
  });
  test('what is wrong is said, and nothing can be brought in', async () => {
    const p = await open(BringIn);
    const problems = Array.from({ length: 9 }, (_, i) => ({
      path: `/records/rooms/${i}/name`,
      message: 'is missing.',
    }));
    p.api.answers['/import?preview=1'] = { adds: {}, changes: {}, same: {}, problems };
    await choose(p, 'x.json');
    expect(p.text()).toMatch(/cannot be brought in as it is.*rooms, number 8, name: is missing\..*And more/);
    expect(p.text()).not.toMatch(/Bring it in/);
    expect(p.text()).not.toMatch(/number 9/);
  });
  test('how far it is stands there while it goes, and it can be stopped', async () => {
    const p = await open(BringIn);
    let end!: (x: unknown) => void;
    const call = p.api.call.bind(p.api);
    p.api.call = async (method, path, body) => {
      await call(method, path, body);
      if (path === '/import?preview=1') return new Promise((_, fail) => (end = fail));
      return path === '/import' && method === 'GET' ? { state: 'checking', done: 250, of: 1000 } : null;
    };
    await choose(p, 'x.json');
    await new Promise((done) => setTimeout(done, 500));
    await p.settle();
    expect(p.text()).toMatch(/Checking what is in it/);
    expect(p.fixture.nativeElement.querySelector('mat-progress-bar').getAttribute('aria-valuenow')).toBe('25');
    await p.press(/^Stop/);
    expect(p.api.called.at(-1)).toMatchObject({ method: 'DELETE', path: '/import' });
    end(refusal('The import was stopped: nothing was changed.', 409));
    await p.settle();
    expect(p.text()).toMatch(/was stopped: nothing was changed/);
    expect(p.fixture.nativeElement.querySelector('mat-progress-bar')).toBeNull();
  });
});
