import { demoId } from '@dolly-tub/demo';
import { open } from '../testing/house';
import { KIT_WORKER } from '../knowledge/thinking';
import { SpotWorker } from '../testing/kit-worker';
import { By } from '@angular/platform-browser';
import { ListPage } from './list.page';
import { ListTable } from './list-table';

const line = (id: string, more: object) => ({
  id,
  version: 1,
  createdAt: '2026-11-20T10:00:00.000Z',
  updatedAt: '2026-11-24T10:00:00.000Z',
  amount: 500,
  unit: 'mL',
  reason: 'below par',
  section: 'cleaning',
  state: 'open',
  ...more,
});
const list = (...lines: object[]) => open(ListPage, {}, (rows) => (rows.tables['shopping'] = lines as never));

describe('what to buy', () => {
  test('by section and name, with where each goes', async () => {
    const p = await list(
      line('a', { item: 'white-vinegar', kit: demoId(3, 2) }),
      line('b', { words: 'light bulbs', amount: 1, unit: 'piece', section: 'household' }),
      line('c', { item: 'dish-detergent' }),
    );
    expect(p.text('section')).toMatch(
      /cleaning Dish detergent 500 mL below par, £1\.20.*White vinegar 500 mL below par, £1\.10 Under the sink.*household Light bulbs below par bought drop change/,
    );
  });
  test('bought puts it onto its shelf in one entry; of one’s own words only the line goes', async () => {
    const p = await list(
      line('a', { item: 'white-vinegar', kit: demoId(3, 1) }),
      line('b', { words: 'light bulbs', section: 'household' }),
    );
    await p.press(/^bought: White vinegar/);
    expect(p.api.written[0]).toMatchObject({ kind: 'stock', reason: 'buy', moves: [{ delta: 500, unit: 'mL' }] });
    expect(p.told()).toBe('Bought: white vinegar, onto Wet room shelf.');
    expect(p.text('section')).not.toMatch(/White vinegar/);
    await p.press(/^bought: Light bulbs/);
    expect(p.api.written[1]).toMatchObject({
      kind: 'edit',
      edits: [{ on: 'shopping', id: 'b', fields: { state: 'bought' } }],
    });
  });
  test('what may not stand where it would go is told before it is bought, and goes onto no shelf', async () => {
    const q = await list(line('a', { item: 'toilet-cleaner-acid', kit: demoId(3, 1) }));
    expect(q.text('section')).toMatch(/Not onto that shelf: Not beside chlorine bleach/);
    await q.press(/^bought: Acid toilet cleaner/);
    expect(q.api.written[0]).toMatchObject({ kind: 'edit', edits: [{ on: 'shopping', fields: { state: 'bought' } }] });
    expect(q.told()).toMatch(/stands on no shelf yet/);
  });
  test('by shop, and a line changed: how much, which section, which shop', async () => {
    const p = await list(
      line('a', { item: 'squeegee', unit: 'piece', amount: 1, section: 'household' }),
      line('b', { item: 'white-vinegar', shop: 'Corner shop' }),
    );
    await p.press(/^by shop$/);
    expect(p.text('section')).toMatch(/Corner shop White vinegar.*any shop Squeegee/);
    await p.press(/^change: Squeegee$/);
    await p.type('How much', '-3');
    await p.press(/^Keep$/);
    expect(p.text('dt-line-edit')).toMatch(/A number above nothing/);
    expect(p.api.replaced).toEqual([]);
    await p.type('How much', '2');
    await p.type('Shop', ' Market ');
    await p.press(/^Keep$/);
    expect(p.api.replaced[0]!.record).toMatchObject({ id: 'a', amount: 2, section: 'household', shop: 'Market' });
    expect(p.text('section')).toMatch(/Market Squeegee/);
  });
  test('dropped and put back', async () => {
    const p = await list(line('a', { item: 'squeegee', unit: 'piece', amount: 1 }));
    await p.press(/^drop: Squeegee/);
    expect(p.text()).toMatch(/Nothing to buy.*Lately Squeegee, dropped/);
    await p.press(/^again: Squeegee/);
    expect(p.api.replaced.at(-1)!.record).toMatchObject({ state: 'open' });
  });
  test('written in plain words: what is known is a thing, the rest stays as it was written', async () => {
    const p = await list();
    await p.press(/^Onto the list/);
    expect(p.api.created).toEqual([]);
    await p.type('In your own words', 'light bulbs, vinegar 1 L');
    await p.press(/^Onto the list/);
    expect(p.api.created.map((c) => c.body)).toMatchObject([
      { words: 'light bulbs', section: 'household', state: 'open' },
      { item: 'white-vinegar', amount: 1000, unit: 'mL', section: 'cleaning' },
    ]);
  });
  test('what is below par is listed at once', async () => {
    const p = await list();
    await p.press(/^List what is below par/);
    const items = p.api.created.map((c) => c.body['item']);
    expect(items).toContain('microfibre-cloth');
    expect(new Set(items).size).toBe(items.length);
  });
});

describe('what it costs, and what would do instead', () => {
  const priced = (...more: object[]) => [
    line('a', { item: 'white-vinegar', kit: demoId(3, 1) }),
    line('b', { item: 'dish-detergent', amount: 1200, kit: demoId(3, 2) }),
    ...more,
  ];
  test('the sum by what was paid for packs, and what is left out first within a budget', async () => {
    const p = await list(...priced(line('w', { item: 'brass-polish', amount: 150, reason: 'wanted' })));
    // 1.10 for a litre, two packs of 750 mL at 1.60, 5.50
    expect(p.text('.total')).toMatch(/About £9\.80/);
    await p.type('No more than', '5');
    expect(p.text('section')).toMatch(/Leave out first: brass polish\. Then it is about £4\.30/);
    await p.type('No more than', '50');
    expect(p.text('section')).toMatch(/All of it fits/);
  });
  test('the same thing for two kits is told as one sum', async () => {
    const p = await list(...priced(line('c', { item: 'white-vinegar', amount: 250, kit: demoId(3, 3) })));
    expect(p.text('section')).toMatch(/White vinegar 250 mL , 750 mL in all|White vinegar 250 mL, 750 mL in all/);
  });
  test('of the packs in the shop the one that is used up, with what would be poured away', async () => {
    const p = await list(...priced());
    await p.press(/^change: Dish detergent/);
    await p.type('What packs the shop has', '500 mL 2.40, 2 L 6.10, cheap');
    expect(p.text('dt-line-think')).toMatch(/Take 2000 mL £3\.05 a L; lasts [\d.]+ weeks 500 mL £4\.80 a L/);
    expect(p.text('dt-line-think')).toMatch(/Not understood: cheap\./);
  });
  test('what would do in its place, by the marks of its room, one tap takes it', async () => {
    const worker = {
      provide: KIT_WORKER,
      useValue: () => Promise.resolve(() => new SpotWorker() as unknown as Worker),
    };
    const p = await open(
      ListPage,
      {},
      (rows) => {
        rows.tables['shopping'] = [line('a', { item: 'dish-detergent', kit: demoId(3, 1) })] as never;
      },
      [worker],
    );
    await p.press(/^change: Dish detergent/);
    await p.press(/^What would do in its place/);
    expect(p.text('dt-line-think')).toMatch(/\d+ marks? hangs? on it\..*does (all of it|\d+).*take it in its place/);
    await p.press(/^take it in its place/);
    expect(p.api.replaced[0]!.record['item']).not.toBe('dish-detergent');
  });
});

describe('a list from a table', () => {
  const bring = async (text: string) => {
    const p = await list();
    const table = p.fixture.debugElement.query(By.directive(ListTable)).componentInstance as ListTable;
    await table.file.open({ size: text.length, text: () => Promise.resolve(text) } as Blob);
    await p.settle();
    return p;
  };
  test('semicolons, a mark at the beginning and decimal commas; all lines as one deed', async () => {
    const p = await bring('\uFEFFname;amount;unit\nwhite vinegar;1000;mL\nlight bulbs;2,5;\n');
    expect(p.text('dt-list-table')).toMatch(/All 2 rows can come in/);
    await p.press(/^Put all 2 on the list/);
    expect(p.api.written[0]).toMatchObject({
      kind: 'edit',
      edits: [{ fields: { item: 'white-vinegar', amount: 1000 } }, { fields: { words: 'light bulbs', amount: 2.5 } }],
    });
  });
  test('one wrong row and none comes in', async () => {
    const p = await bring('name,amount\nsoda,1\nvinegar,many\n');
    expect(p.text('dt-list-table')).toMatch(/1 of 2 rows want changing.*“many” is no amount/);
    await p.press(/^Put all 2 on the list/);
    expect(p.api.written).toEqual([]);
  });
});
