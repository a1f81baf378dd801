import { open } from '../testing/house';
import { ReadAloud } from './read-aloud';

const said: string[] = [];
let stopped = 0;
beforeEach(() => {
  said.length = stopped = 0;
  Object.assign(window, {
    speechSynthesis: { speak: (u: { text: string }) => said.push(u.text), cancel: () => (stopped += 1) },
    SpeechSynthesisUtterance: class {
      constructor(readonly text: string) {}
    },
  });
});
afterEach(() => Object.assign(window, { speechSynthesis: undefined }));
const reading = (sight: string | null) =>
  open(ReadAloud, { text: 'Wipe on.' }, (rows) => {
    for (const m of rows.tables['members']!) m['sight'] = null;
    rows.tables['members']![0]!['sight'] = sight;
  });

test('where somebody does not see, each step is read, and the one before is stopped', async () => {
  const p = await reading('no sight');
  expect(said).toEqual(['Wipe on.']);
  p.fixture.componentRef.setInput('text', 'Rinse.');
  await p.settle();
  expect(said).toEqual(['Wipe on.', 'Rinse.']);
  expect(stopped).toBe(2);
});
test('else nothing is said until it is asked for', async () => {
  const p = await reading(null);
  expect(said).toEqual([]);
  (p.fixture.nativeElement as HTMLElement).querySelector<HTMLElement>('[role=switch]')!.click();
  await p.settle();
  expect(said).toEqual(['Wipe on.']);
});
test('a browser without a voice is not asked', async () => {
  Object.assign(window, { speechSynthesis: undefined });
  expect((await reading('no sight')).text()).toBe('');
});
