import { spotId } from '@dolly-tub/demo';
import { open, refusal } from '../testing/house';
import { RunPage } from './run.page';

const SCREEN = spotId('wet-screen');
const step = (id: string, more: object = {}) => ({
  id,
  text: `Do ${id}`,
  because: `${id} matters`,
  active_s: 30,
  ...more,
});
const run = (more: object = {}) => ({
  id: 'run',
  version: 1,
  createdAt: '',
  updatedAt: '',
  spot: SCREEN,
  question: { material: 'acrylic', finish: 'bath', soil: 'limescale', severity: 4 },
  method: {
    name: 'Citric acid 4.5 %, held',
    product: 'citric-descaler',
    tool: 'microfibre-cloth',
    mechanism: 'acid',
    effect: 0.78,
  },
  steps: [step('clear'), step('wait', { wait_s: { min: 600, max: 900 } }), step('rinse', { kind: 'rinse' })],
  uses: [{ item: 'citric-descaler', amount: 13, unit: 'g' }],
  index: 0,
  timers: [],
  state: 'running',
  startedAt: '2026-11-25T10:00:00Z',
  ...more,
});
const start = (more: object = {}, rows?: (r: { tables: Record<string, Record<string, unknown>[]> }) => void) =>
  open(RunPage, { run: 'run' }, (r) => {
    r.tables['runs'] = [run(more) as never];
    rows?.(r as never);
  });
const timer = (startedAt: string) => [
  { id: 'wait', label: 'Shower screen', startedAt, min_s: 600, max_s: 900, paused_s: 0 },
];

describe('doing it', () => {
  test('one step in large type, its reason, and how far one is', async () => {
    const p = await start();
    expect(p.text('h2')).toBe('Do clear');
    expect(p.text('.because')).toBe('Clear matters.');
    expect(p.text('header')).toMatch(/Wet room step 1 of 3 12 min left|Wet room step 1 of 3 11 min left/);
    expect(p.fixture.nativeElement.querySelector('[role=progressbar]')!.getAttribute('aria-valuenow')).toBe('0');
  });
  test('next is kept on the server, so that a reload loses nothing', async () => {
    const p = await start();
    await p.press(/^Done, next/);
    expect(p.api.replaced[0]).toMatchObject({ door: 'runs', record: { index: 1 } });
    expect(p.text('h2')).toBe('Do wait');
  });
  test('a wait is started once, then left early or when it is over', async () => {
    const p = await start({ index: 1 });
    await p.press(/^Start the wait/);
    expect(p.api.replaced[0]!.record['timers']).toMatchObject([
      { id: 'wait', label: 'Shower screen', min_s: 600, startedAt: '2026-11-25T10:30:00.000Z' },
    ]);
    expect(p.text('.timer')).toMatch(/Shower screen wait; still wet\? 10:00/);
    await p.press(/^Go on early/);
    expect(p.api.replaced[1]!.record).toMatchObject({ index: 2, timers: [] });
  });
  test('a timer counts from when it was started, whatever happened since', async () => {
    expect((await start({ index: 1, timers: timer('2026-11-25T10:26:30Z') })).text('.clock')).toBe('6:30');
  });
  test('a wait that is over is announced', async () => {
    const p = await start({ index: 1, timers: timer('2026-11-25T10:19:00Z') });
    expect(p.text('.timer')).toMatch(/ready: go on 0:00/);
    expect(p.text('[aria-live=assertive]')).toBe('Shower screen: ready');
    expect(p.text('.next')).toBe('Done, next');
  });
  test('past its longest it says so', async () =>
    expect((await start({ index: 1, timers: timer('2026-11-25T10:00:00Z') })).text('.timer')).toMatch(
      /past its longest: wet it again or wipe now/,
    ));
  test('n and b work from anywhere', async () => {
    const p = await start();
    document.dispatchEvent(new KeyboardEvent('keydown', { key: 'n', bubbles: true }));
    await p.settle();
    expect(p.text('h2')).toBe('Do wait');
    document.dispatchEvent(new KeyboardEvent('keydown', { key: 'b', bubbles: true }));
    await p.settle();
    expect(p.text('h2')).toBe('Do clear');
  });
  test('worked: one entry carries outcome, stock, minutes; the soil is off', async () => {
    const p = await start({ index: 3 });
    await p.press(/^Worked/);
    expect(p.api.written[0]).toMatchObject({
      kind: 'clean',
      spot: SCREEN,
      outcome: 'worked',
      rinsed: 1,
      minutes: 30,
      moves: [{ delta: -13, unit: 'g' }],
      names: { spot: 'Shower screen', product: 'citric acid' },
      question: { soil: 'limescale' },
      run: expect.any(String),
      ends: true,
    });
    // what it does to spot, shelf and run is done with it, not by more requests
    expect([p.api.written.length, p.api.replaced]).toEqual([1, []]);
    expect(p.text('.step')).toMatch(/Done and written down.*Off the shelf: 13 g.*Its chance here was 78 %/);
  });
  test.each([
    ['Partly', 'partly'],
    ['Not', 'not'],
    ['Damaged', 'damaged'],
  ])('%s is written down as that', async (word, outcome) => {
    const p = await start({ index: 3 });
    await p.press(new RegExp(`^${word}`), '.outcomes button');
    expect(p.api.written).toMatchObject([{ outcome, ends: true }]);
    expect(p.api.replaced).toEqual([]);
  });
  test('from a mixed bottle nothing more leaves the shelf', async () => {
    const p = await start({ index: 3 }, (r) => {
      const b = r.tables['bottles']!.find((x) => x['name'] === 'The green sprayer')!;
      b['fill'] = {
        parts: [{ item: 'citric-descaler', amount: 20, unit: 'g' }],
        water_mL: 450,
        left_mL: 450,
        result: [],
        mixedAt: '',
        discardAt: '',
      };
    });
    await p.press(/^Worked/);
    expect(p.api.written[0]).toMatchObject({ moves: [], used_mL: 293 });
    expect(p.text('.step')).toMatch(/From The green sprayer: 293 mL/);
  });
  test('an empty shelf is said, and nothing goes below zero', async () => {
    const p = await start({ index: 3 }, (r) => {
      for (const s of r.tables['stock']!) if (s['item'] === 'citric-descaler') s['onHand'] = 5;
    });
    await p.press(/^Worked/);
    expect(p.api.written[0]).toMatchObject({ moves: [{ delta: -5 }] });
    expect(p.text('.step')).toMatch(/short of something/);
  });
  test('a server that refuses is quoted, and the question stays', async () => {
    const p = await start({ index: 3 });
    p.api.refuse = refusal('Only 5 g are there.');
    await p.press(/^Worked/);
    expect(p.text('[role=alert]')).toBe('Only 5 g are there.');
    expect(p.text('h2')).toBe('How did it go?');
  });
  test('given up, it goes back to the ladder', async () => {
    const p = await start();
    await p.press(/^Give it up/);
    expect(p.api.replaced[0]!.record).toMatchObject({ state: 'dropped' });
    expect(p.went[0]).toEqual({ path: ['/choose'], query: { spot: SCREEN } });
  });
  test('a run that is gone says so', async () =>
    expect((await open(RunPage, { run: 'other' })).text()).toMatch(/That one is over/));
});
