import { Store } from '@ngrx/store';
import { TestBed } from '@angular/core/testing';
import { demoId, spotId } from '@dolly-tub/demo';
import { householdEvents } from '../household/state';
import { demoRows, open, refusal } from '../testing/house';
import { RoomsPage } from './rooms.page';

const WET = demoId(1, 1);
const SCREEN = spotId('wet-screen');

describe('Rooms', () => {
  test('a bottle past its time stands on the first screen, with where it goes; emptied it is off the list', async () => {
    const p = await open(RoomsPage, { room: WET }, (rows) => {
      const tall = rows.tables['bottles']!.find((b) => b['id'] === demoId(5, 2))!;
      tall['fill'] = { ...(tall['fill'] as object), discardAt: '2026-11-24T10:00:00Z' };
    });
    expect(p.text('dt-pour-away')).toMatch(/Past its time.*The tall sprayer.*mL with dish detergent, since .*24 Nov/);
    expect(p.text('dt-pour-away .how')).toMatch(/sink with the tap running/);
    await p.press(/^It is empty now: The tall sprayer/);
    expect(p.api.written[0]).toMatchObject({ kind: 'pour-out', bottle: demoId(5, 2) });
    expect(p.told()).toMatch(/The tall sprayer is empty/);
  });
  test('what is still good is not named', async () =>
    expect((await open(RoomsPage, { room: WET })).text('dt-pour-away')).toBe(''));
  test('a room from above: size, spots as buttons with their dirt in words', async () => {
    const p = await open(RoomsPage, { room: WET });
    expect(p.text('h1')).toBe('Wet room');
    expect(p.text('.about')).toMatch(/6\.24 m² · 14\.3 m³ · fan 15 L\/s · 12 spots/);
    const pins = [...p.fixture.nativeElement.querySelectorAll('.pin')].map((b: Element) =>
      b.getAttribute('aria-label'),
    );
    expect(pins).toContain('4 Shower screen: a crust you can feel');
    expect(pins).toHaveLength(12);
  });
  test('the drawing has its text: every spot is named in it', async () => {
    const p = await open(RoomsPage, { room: WET });
    expect(p.fixture.nativeElement.querySelector('dt-plan svg')!.getAttribute('aria-label')).toMatch(
      /Wet room from above, 12 spots: 1 Shower tray/,
    );
  });
  test('the card knows face, soils, neighbours, what it last met and what worked', async () => {
    const p = await open(RoomsPage, { room: WET, spot: SCREEN });
    const card = p.text('dt-spot-card');
    expect(card).toMatch(/sanitary acrylic · 2\.4 m²/);
    expect(card).toMatch(/limescale \(a crust you can feel\), soap scum \(a thin film\)/);
    expect(card).toMatch(/limestone floor \(no acid may run there\)/);
    expect(card).toMatch(/chlorine bleach, Sun 22 Nov, rinsed/);
    expect(card).toMatch(/white vinegar, 1\.5 of 2/);
  });
  test('what is due stands in order, the overdue marked', async () => {
    const p = await open(RoomsPage, { room: WET });
    const rows = [...p.fixture.nativeElement.querySelectorAll('.due b')].map((b: Element) => b.textContent);
    expect(rows.length).toBeGreaterThan(2);
    expect(p.fixture.nativeElement.querySelector('.due b.warn')!.textContent).toMatch(/today|over/);
  });
  test('pressing a spot goes to its address', async () => {
    const p = await open(RoomsPage, { room: WET });
    await p.press(/^7 Basin taps/);
    expect(p.went[0]).toEqual({ path: ['/rooms', WET], query: { spot: spotId('wet-taps') } });
  });
  test('one look: the worst soil takes the new amount, clean takes all off', async () => {
    const p = await open(RoomsPage, { room: WET, spot: SCREEN });
    await p.press(/^trace$/);
    expect(p.api.replaced[0]!.record['soils']).toMatchObject([
      { soil: 'limescale', severity: 1 },
      { soil: 'soap-scum', severity: 1 },
    ]);
    await p.press(/^clean$/);
    expect(p.api.replaced[1]!.record['soils']).toMatchObject([{ severity: 0 }, { severity: 0 }]);
  });
  test('a look that the server refuses is said', async () => {
    const p = await open(RoomsPage, { room: WET, spot: SCREEN });
    p.api.refuse = refusal('The disk is full.');
    await p.press(/^trace$/);
    expect(p.text('.draw [role=alert]')).toBe('The disk is full.');
  });
  test('arranging: Alt and an arrow moves a spot ten centimetres, inside the walls', async () => {
    const p = await open(RoomsPage, { room: WET, spot: SCREEN });
    await p.press(/^Move the spots/);
    const pin = p.fixture.nativeElement.querySelector('[aria-label^="4 Shower screen"]') as HTMLElement;
    pin.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', altKey: true, bubbles: true }));
    await p.settle();
    expect(p.api.replaced[0]!.record).toMatchObject({ x: 1030, y: 420 });
    pin.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true }));
    expect(p.api.replaced).toHaveLength(1);
  });
  test('an empty household is taken to the first screen', async () => {
    const p = await open(RoomsPage, {}, (rows) => {
      for (const k of Object.keys(rows.tables)) rows.tables[k] = [];
    });
    expect(p.went.at(-1)).toMatchObject({ path: ['/start'] });
  });
});

describe('changing a spot', () => {
  const edit = async () => {
    const p = await open(RoomsPage, { room: WET, spot: SCREEN });
    await p.press(/^Change$/);
    return p;
  };
  const submit = async (p: Awaited<ReturnType<typeof edit>>) => {
    p.fixture.nativeElement.querySelector('form')!.dispatchEvent(new Event('submit', { cancelable: true }));
    await p.settle();
  };
  test('what was typed is saved, at the version it was read at', async () => {
    const p = await edit();
    await p.type('Name', 'Screen by the door');
    await p.type('Every so many days', '5');
    await submit(p);
    expect(p.api.replaced[0]!.record).toMatchObject({
      id: SCREEN,
      version: 1,
      name: 'Screen by the door',
      interval_days: 5,
    });
    expect(p.text('dt-spot-card')).toMatch(/Screen by the door/);
  });
  test.each([
    ['Name', '', /Give it a name/],
    ['Size', 'big', /number of square metres/],
    ['Every so many days', '-3', /number of days/],
  ])('%s "%s" gets a sentence, and nothing is sent', async (field, text, says) => {
    const p = await edit();
    await p.type(field, text);
    await submit(p);
    expect(p.text('form')).toMatch(says);
    expect(p.api.replaced).toEqual([]);
  });
  test('a newer record from elsewhere stands beside, and the typed words stay', async () => {
    const p = await edit();
    await p.type('Name', 'My words');
    const row = demoRows().tables['spots']!.find((s) => s.id === SCREEN)!;
    TestBed.inject(Store).dispatch(
      householdEvents.recordChanged({ door: 'spots', record: { ...row, version: 4, name: 'Their words' } as never }),
    );
    await p.settle();
    expect(p.text('[role=alert]')).toMatch(/Somebody changed it while you typed.*Their words/);
    expect((p.fixture.nativeElement.querySelector('[formControlName=name]') as HTMLInputElement).value).toBe(
      'My words',
    );
    await p.press(/^Keep mine and save/);
    expect(p.api.replaced[0]!.record).toMatchObject({ version: 4, name: 'My words' });
  });
  test('a conflict on saving does the same, and theirs can be taken', async () => {
    const p = await edit();
    await p.type('Name', 'My words');
    const row = demoRows().tables['spots']!.find((s) => s.id === SCREEN)!;
    p.api.refuse = refusal('newer', 409, { ...row, version: 7, name: 'Their words' });
    await submit(p);
    await p.press(/^Take theirs/);
    expect((p.fixture.nativeElement.querySelector('[formControlName=name]') as HTMLInputElement).value).toBe(
      'Their words',
    );
  });
  test('a soil is taken off, and leaving keeps all as it was', async () => {
    const p = await edit();
    await p.press(/^take off$/);
    expect(p.text('form')).not.toMatch(/limescale/);
    await p.press(/^Leave it$/);
    expect(p.api.replaced).toEqual([]);
    expect(p.text('dt-spot-card')).toMatch(/limescale/);
  });
});
