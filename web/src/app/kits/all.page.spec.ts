import { demoId } from '@dolly-tub/demo';
import { open } from '../testing/house';
import { SpotWorker } from '../testing/kit-worker';
import { AllKitsPage } from './all.page';
import { KitsPage } from './kits.page';
import { PackPage } from './pack.page';
import { KIT_WORKER } from '../knowledge/thinking';

const worker = [{ provide: KIT_WORKER, useValue: () => Promise.resolve(() => new SpotWorker() as unknown as Worker) }];
/** The house with its first room only: fewer marks to look at. */
const oneRoom = (rows: { tables: Record<string, unknown[]> }): void =>
  void (rows.tables['rooms'] = rows.tables['rooms']!.slice(0, 1));

describe('all kits at one look', () => {
  test('each kit with what is wrong with it, what can be done today, what runs out first', async () => {
    const p = await open(AllKitsPage, {}, oneRoom, worker);
    expect(p.text('.kits li')).toMatch(/Wet room shelf.*2 pairs to keep apart/);
    expect(p.text('.kits li')).toMatch(/in the wrong place.*3 short/);
    expect(p.text('[aria-labelledby=able-title]')).toMatch(/\d+ of \d+ marks today/);
    expect(p.text('[aria-labelledby=out-title]')).toMatch(/Toilet gel.*list it/);
    await p.press(/^list it$/, '[aria-labelledby=out-title] button');
    expect(p.api.created).toEqual([
      expect.objectContaining({ door: 'shopping', body: expect.objectContaining({ item: 'toilet-gel-citric' }) }),
    ]);
  });
  test('an empty house begins with a kit', async () => {
    const p = await open(
      AllKitsPage,
      {},
      (rows) => {
        for (const door of ['rooms', 'spots', 'kits', 'stock', 'bottles']) rows.tables[door] = [];
      },
      worker,
    );
    expect(p.text()).toMatch(/There are no kits yet.*Make a kit/);
  });
});

describe('what goes along', () => {
  test('for the marks of a room: from which kit, into which pocket, what is ticked', async () => {
    const p = await open(PackPage, {}, oneRoom, worker);
    await p.press(/^everything$/, 'mat-button-toggle button');
    expect(p.text('#along-title')).toMatch(/\d+ marks on \d+ spots/);
    expect(p.text('.list')).toMatch(/In Cleaning apron already.*microfibre cloth.*From Wet room shelf/);
    expect(p.text('.list')).toMatch(/for the toilet only/);
    expect(p.text('.list')).toMatch(/ready hand/);
    const boxes = p.fixture.nativeElement.querySelectorAll('.list mat-checkbox input') as NodeListOf<HTMLInputElement>;
    boxes[0]!.click();
    await p.settle();
    expect(p.fixture.nativeElement.querySelectorAll('.ticked')).toHaveLength(1);
  });
  test('no room yet: make one', async () => {
    const p = await open(PackPage, {}, (rows) => (rows.tables['rooms'] = []), worker);
    expect(p.text()).toMatch(/no room yet.*Make my house/);
  });
});

describe('cloths and tools of a kit', () => {
  test('clean, folded, used; into the wash they go with one tap, and upkeep is noted', async () => {
    const p = await open(KitsPage, { kit: demoId(3, 1) });
    expect(p.text('dt-cloths')).toMatch(/Microfibre cloth B \d clean/);
    await p.press(/^into the wash: /);
    expect(p.api.written[0]).toMatchObject({ kind: 'rinse', washed: true, rinsed: 2 });
    await p.press(/^done: Brush holder/);
    expect(p.api.written[1]).toMatchObject({ kind: 'note', upkeep: 'holder-wash' });
  });
  test('how things stand: what a toddler reaches goes to a place that locks, in one tap', async () => {
    const p = await open(KitsPage, { kit: demoId(3, 1) });
    expect(p.text('dt-stands')).toMatch(/Dish detergent A toddler lives here: a place that locks/);
    await p.press(/^to top shelf$/);
    expect(p.api.replaced[0]!.record).toMatchObject({ item: 'dish-detergent', place: 'top' });
  });
  test('the apron is drawn from the front and from the back, for a left hand the other way round', async () => {
    const p = await open(KitsPage, { kit: demoId(3, 6) });
    expect(p.text('dt-shelf')).toMatch(/in front, as you look down.*right pocket, right hand.*at the back/);
  });
  test('a caddy with pockets that are for something is drawn as it is carried', async () => {
    const p = await open(KitsPage, { kit: demoId(3, 5) }, (rows) => {
      const places = rows.tables['kits']!.find((k) => k.id === demoId(3, 5))!['places'] as Record<string, unknown>[];
      places[0]!['zone'] = 'ready';
      places[1]!['zone'] = 'long';
    });
    expect(p.text('dt-shelf')).toMatch(/as you carry it.*caddy, right hand.*hanging outside/);
  });
  test('for a left hand the other way round', async () => {
    const p = await open(KitsPage, { kit: demoId(3, 6) }, (rows) => {
      rows.tables['kits']!.find((k) => k.id === demoId(3, 6))!['mirrored'] = true;
    });
    expect(p.text('dt-shelf')).toMatch(/right pocket, left hand/);
  });
});
