import { By } from '@angular/platform-browser';
import { bottleId } from '@dolly-tub/demo';
import { Refused } from '../household/api';
import { open } from '../testing/house';
import { CodesPage } from './codes.page';
import { Steady } from './steady';
import { Unknown } from './unknown';

const VINEGAR = '6291041500213';
type Row = Record<string, unknown>;
/** The house, where a row of vinegar has a code; `more` changes that row, or the others. */
const codes = (more: Row = {}, others: (rows: Row[]) => void = () => undefined) =>
  open(CodesPage, {}, (rows) => {
    const stock = rows.tables['stock'] as Row[];
    const at = stock.findIndex((s) => s['item'] === 'white-vinegar');
    stock[at] = { ...stock[at], barcode: VINEGAR, onHand: 300, pack: { amount: 500, unit: 'mL' }, ...more };
    others(stock);
  });
type Page = Awaited<ReturnType<typeof codes>>;
const read = async (p: Page, code: string): Promise<void> => {
  await p.type('The figures under the bars', code);
  await p.press(/^Read it$/);
};

describe('a pack by its code', () => {
  test('it says what it is and where it belongs, and one tap does the rest; each deed can be taken back by itself', async () => {
    const p = await codes();
    await read(p, VINEGAR);
    expect(p.text('dt-pack')).toMatch(/^White vinegar .*300 mL there, a pack holds 500 mL/);
    expect(document.activeElement?.textContent).toMatch(/Bought/);
    await p.press(/^Bought$/);
    expect(p.text('dt-codes-lately')).toMatch(/One white vinegar more, onto .+: 800 mL there\./);
    await read(p, VINEGAR);
    await p.press(/^Used up$/);
    expect(p.text('dt-codes-lately')).toMatch(/One white vinegar used up: 500 mL there\. undo One white vinegar more/);
    expect(p.api.written.map((w) => [w['reason'], (w['moves'] as { delta: number }[])[0]!.delta])).toEqual([
      ['buy', 500],
      ['use', -300],
    ]);
    await p.press(/^undo: One white vinegar more/);
    expect(p.api.written[2]).toMatchObject({ kind: 'undo' });
    expect(p.text('dt-codes-lately')).toMatch(/used up: 500 mL there\. undo One white vinegar more.* taken back$/);
  });
  test('several in a row: each is bought as it is read, and the field is ready for the next', async () => {
    const p = await codes();
    await p.press(/^is bought$/);
    await read(p, VINEGAR);
    await read(p, VINEGAR);
    expect(p.api.written).toHaveLength(2);
    expect(p.text('dt-codes-lately')).toMatch(/1300 mL there.*800 mL there/);
    expect(p.text()).not.toMatch(/Used up$/);
  });
  test('counting asks for the amount first; the same as before is nothing to write down', async () => {
    const p = await codes();
    await p.press(/^is counted$/);
    await read(p, VINEGAR);
    expect((document.activeElement as HTMLInputElement).value).toBe('300');
    await p.type('There is now', 'a lot');
    await p.press(/^Counted$/);
    expect(p.text('dt-pack')).toMatch(/Write a number/);
    await p.type('There is now', '450');
    await p.press(/^Counted$/);
    expect(p.api.written[0]).toMatchObject({ reason: 'count', moves: [{ delta: 150 }] });
    await read(p, VINEGAR);
    await p.press(/^Counted$/);
    expect(p.api.written).toHaveLength(1);
    expect(p.text('.says')).toMatch(/nothing to change, 450 mL there/);
  });
  test('one more is not put where it may not stand any more: the reason is told, and the person decides', async () => {
    const p = await codes({}, (stock) => {
      const bleach = stock.find((s) => s['item'] === 'chlorine-bleach')!;
      const at = stock.findIndex((s) => s['item'] === 'white-vinegar');
      stock[at] = { ...stock[at], onHand: 0, item: 'toilet-cleaner-acid', kit: bleach['kit'] };
      bleach['onHand'] = 500;
    });
    await p.press(/^is bought$/);
    await read(p, VINEGAR);
    expect(p.api.written).toHaveLength(0);
    expect(p.text('dt-pack .bar')).toMatch(/Not onto that shelf\. Not beside chlorine bleach/);
    await p.press(/^it stands there all the same$/);
    expect(p.api.written).toHaveLength(1);
  });
  test('new ones are asked about once, and known from then on', async () => {
    const p = await codes({ barcode: null });
    await read(p, VINEGAR);
    expect(p.text('dt-unknown-code')).toMatch(/6291041500213 is new here/);
    const asks = p.fixture.debugElement.query(By.directive(Unknown)).componentInstance as unknown as {
      choices(): { id: string; name: string }[];
      is(id: string): void;
    };
    asks.is(asks.choices().find((c) => /^white vinegar, 500/.test(c.name))!.id);
    await p.settle();
    expect(p.api.replaced[0]!.record).toMatchObject({ item: 'white-vinegar', barcode: VINEGAR });
    expect(p.text('dt-pack')).toMatch(/^White vinegar/);
    await read(p, VINEGAR);
    expect(p.text('dt-unknown-code')).toBe('');
    expect(p.text('dt-pack')).toMatch(/^White vinegar/);
  });
  test.each([
    ['6291041500214', /One figure is wrong/],
    ['https://shop.example/prize', /it is not opened/],
    ['http://here/dilute?bottle=gone', /not known in this house any more.*treat it as the worst/],
  ])('%s: what to do instead', async (text, says) => {
    const p = await codes();
    await read(p, text);
    expect(p.text('.says')).toMatch(says);
    expect([p.api.written, p.went]).toEqual([[], []]);
  });
  test('the label of a filled bottle opens its page, whatever the address was that it was printed under', async () => {
    const p = await codes();
    const bottle = bottleId('green');
    await read(p, `http://old-name:4120/dilute?bottle=${bottle}`);
    expect(p.went).toEqual([{ path: ['/dilute'], query: { bottle } }]);
  });
  test('without a camera: what has a code is held out by a tap, and goes the same way', async () => {
    const p = await codes();
    await p.press(/^try it without a camera$/);
    await p.press(/^White vinegar, \w/);
    expect(p.text('dt-pack')).toMatch(/^White vinegar/);
    await p.press(/^A pack that is new here$/);
    expect(p.text('dt-unknown-code')).toMatch(/is new here/);
  });
  test('in a house with nothing on a shelf it says what to do first', async () => {
    const p = await open(CodesPage, {}, (rows) => (rows.tables['stock'] = []));
    await read(p, VINEGAR);
    expect(p.text('dt-unknown-code')).toMatch(
      /Nothing stands on a shelf yet: put it onto one, then read its code once more/,
    );
    expect(p.text('dt-unknown-code')).toMatch(/To the shelves/);
  });
  test('a camera that cannot be had leads to the other ways', async () => {
    const p = await codes();
    await p.press(/Use the camera$/);
    expect(p.text('.says')).toMatch(/only on this machine itself or over https\. A picture does as well/);
  });
  test('what the server refuses is said on its line, and nothing is offered to undo', async () => {
    const p = await codes();
    p.api.refuse = new Refused(503, 'The disk is full.', [], null);
    await p.press(/^is bought$/);
    await read(p, VINEGAR);
    expect(p.text('dt-codes-lately')).toMatch(/The disk is full\.$/);
  });
});

describe('looks one after the other', () => {
  test('a code counts when two agree, and once while it stays in view', () => {
    const s = new Steady();
    expect(s.look(['a'], 0)).toEqual([]);
    expect(s.look(['b'], 60)).toEqual([]);
    expect(s.look(['b'], 120)).toEqual(['b']);
    expect([s.look(['b'], 180), s.look([], 240), s.look(['b'], 900), s.look(['b'], 960)]).toEqual([[], [], [], []]);
  });
  test('out of view for two seconds and a half it counts again: the next pack of its kind', () => {
    const s = new Steady();
    s.look(['a'], 0);
    s.look(['a'], 60);
    expect([s.look([], 200), s.look(['a'], 2700), s.look(['a'], 2760)]).toEqual([[], [], ['a']]);
  });
  test('two in one look are two', () => {
    const s = new Steady();
    s.look(['a', 'b'], 0);
    expect(s.look(['a', 'b', 'c'], 60)).toEqual(['a', 'b']);
  });
});
