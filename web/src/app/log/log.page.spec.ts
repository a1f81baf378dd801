import { TestBed } from '@angular/core/testing';
import { Store } from '@ngrx/store';
import { householdEvents } from '../household/state';
import { open, type Page, refusal } from '../testing/house';
import { LogPage } from './log.page';

const recent = (more: object) => ({
  id: 'new',
  seq: 999,
  at: '2026-11-25T09:00:00Z',
  recordedAt: '2026-11-25T09:00:00Z',
  ...more,
});

/** Type, and wait as long as a person would still be typing. */
async function find(p: Page<LogPage>, words: string): Promise<void> {
  await p.type('Find in the log', words);
  await new Promise((done) => setTimeout(done, 200));
  await p.settle();
}

describe('Log', () => {
  test('newest first, by day, with outcome and what was used', async () => {
    const p = await open(LogPage);
    const days = [...p.fixture.nativeElement.querySelectorAll('h2')].map((h: Element) => h.textContent);
    expect(days[0]).toBe('Tue 24 Nov');
    expect(p.text('ul')).toMatch(/Painted boards: dust Dry, vacuum with floor head/);
  });
  test('words find', async () => {
    const p = await open(LogPage);
    await find(p, 'grandad');
    expect(p.fixture.nativeElement.querySelectorAll('li')).toHaveLength(1);
    expect(p.text('li')).toMatch(/Door open from now on/);
  });
  test('a kind filters, and an empty find offers the way back', async () => {
    const p = await open(LogPage);
    await p.press(/^damage$/);
    expect(p.text('ul')).toMatch(/Damage: Marble hearth White vinegar · A dull ring/);
    await find(p, 'zzz');
    await p.press(/^Show everything/);
    expect(p.fixture.nativeElement.querySelectorAll('li').length).toBeGreaterThan(20);
  });
  test('older ones come on request, until there are none', async () => {
    const p = await open(LogPage, {}, (rows) => {
      for (let i = 0; i < 70; i++)
        rows.log.push(recent({ id: `n${i}`, seq: 2000 + i, kind: 'note', text: `note ${i}` }) as never);
    });
    const shown = (): number => p.fixture.nativeElement.querySelectorAll('li').length;
    expect(shown()).toBe(60);
    await p.press(/^Show older/);
    expect(shown()).toBe(120);
    while (/Show older/.test(p.text())) await p.press(/^Show older/);
    expect(shown()).toBeGreaterThan(150);
  });
  test('what somebody else writes stands there at once; a log that cannot be read says so', async () => {
    const p = await open(LogPage);
    TestBed.inject(Store).dispatch(
      householdEvents.entryWritten({ entry: recent({ kind: 'note', text: 'from the other tablet' }) as never }),
    );
    await p.settle();
    expect(p.text('li')).toMatch(/from the other tablet/);
    p.api.refuse = refusal('The log is away.');
    await p.press(/^damage$/);
    expect(p.text()).toMatch(/The log is away/);
  });
  test('a note is written, and the field is empty again', async () => {
    const p = await open(LogPage);
    await p.type('What should be remembered', '  Kettle from the tap  ');
    p.fixture.nativeElement.querySelector('form')!.dispatchEvent(new Event('submit', { cancelable: true }));
    await p.settle();
    expect(p.api.written).toEqual([{ kind: 'note', text: 'Kettle from the tap' }]);
    expect((p.fixture.nativeElement.querySelector('textarea') as HTMLTextAreaElement).value).toBe('');
  });
  test('a note that the server refuses stays in the field', async () => {
    const p = await open(LogPage);
    p.api.refuse = refusal('Not now.');
    await p.type('What should be remembered', 'Kettle');
    p.fixture.nativeElement.querySelector('form')!.dispatchEvent(new Event('submit', { cancelable: true }));
    await p.settle();
    expect((p.fixture.nativeElement.querySelector('textarea') as HTMLTextAreaElement).value).toBe('Kettle');
    expect(p.text('form')).toMatch(/Not now/);
  });
  test('undo is offered for a day, once, and stands in the list', async () => {
    const p = await open(LogPage, {}, (rows) => rows.log.push(recent({ kind: 'note', text: 'oops' }) as never));
    await p.press(/^Undo: oops/);
    expect(p.api.written[0]).toMatchObject({ kind: 'undo', corrects: 'new' });
    const q = [...p.fixture.nativeElement.querySelectorAll('button')].filter((b: Element) =>
      /^Undo/.test(b.getAttribute('aria-label') ?? ''),
    );
    expect(q.length).toBeLessThan(6);
  });
  test('an undone entry is struck through and not offered again', async () => {
    const p = await open(LogPage, {}, (rows) => {
      rows.log.push(recent({ kind: 'note', text: 'oops' }) as never);
      rows.log.push(recent({ id: 'u', seq: 1000, kind: 'undo', corrects: 'new' }) as never);
    });
    expect(p.text('li.gone')).toMatch(/oops/);
    expect(p.text('li.gone')).not.toMatch(/undo/);
  });
  test.each([
    [
      { kind: 'stock', reason: 'use', names: { product: 'vinegar' }, moves: [{ stock: 's', delta: -30, unit: 'mL' }] },
      /Stock used vinegar · −30 mL/,
    ],
    [
      { kind: 'mix', names: { bottle: 'The jug', product: 'bleach' }, fill: { left_mL: 500 } },
      /Mixed The jug bleach · 500 mL/,
    ],
    [
      {
        kind: 'clean',
        names: { spot: 'Sink' },
        question: { soil: 'rust', material: 'zinc' },
        method: { name: 'X', product: 'p' },
        rinsed: 2,
        outcome: 'not',
        minutes: 75,
      },
      /Sink: rust X · rinsed twice · 1 h 15 min did not work/,
    ],
    [{ kind: 'incident', text: 'Smelled sharp' }, /Smelled sharp/],
    [
      {
        kind: 'edit',
        names: { record: 'Wet room' },
        edits: [{ does: 'change', on: 'rooms', id: 'r', fields: { height_mm: 2400 } }],
        did: [{ on: 'rooms', id: 'r', path: 'height_mm', was: 2300, is: 2400 }],
      },
      /Changed: Wet room height 2300 → 2400/,
    ],
    [
      { kind: 'edit', names: { record: 'white-vinegar' }, edits: [{ does: 'make', on: 'shopping', id: 'l' }] },
      /New: white vinegar made: 1 line of the list/,
    ],
  ])('%j reads well', async (e, want) => {
    const p = await open(LogPage, {}, (rows) => rows.log.push(recent(e) as never));
    // that a record was changed is asked for
    if (e.kind === 'edit') {
      expect(p.text('li')).not.toMatch(want);
      await p.press(/^changes/);
    }
    expect(p.text('li')).toMatch(want);
  });
  test('an empty house is told what to do, not that nothing was found', async () => {
    const p = await open(LogPage, {}, (rows) => void (rows.log.length = 0));
    expect(p.text()).toMatch(/Nothing is written down yet\. Do a clean from Choose/);
    expect(p.text()).toMatch(/Say how a clean went, and it is counted here/);
  });
  test('hit rates count partly as a half', async () => {
    const p = await open(LogPage);
    expect(p.text('table')).toMatch(/White vinegar 2 75 %/);
  });
});
