import { Component, computed, inject } from '@angular/core';
import { demoId } from '@dolly-tub/demo';
import { Store } from '@ngrx/store';
import { selectKits, selectStock } from '../household/state';
import { open } from '../testing/house';
import { SpotWorker } from '../testing/kit-worker';
import { KitCheck } from './kit-check';
import { LeastPage } from './least.page';
import { Moving } from './moving';
import { RunOutLine } from './run-out';
import { KIT_WORKER } from '../knowledge/thinking';

@Component({
  imports: [KitCheck],
  template: '@if (kit(); as k) {<dt-kit-check [kit]="k" />}',
})
class HostedCheck {
  private readonly kits = inject(Store).selectSignal(selectKits);
  readonly kit = computed(() => this.kits().find((k) => k.id === demoId(3, 1)));
}
@Component({
  imports: [RunOutLine],
  template: '@if (stock(); as s) {<dt-run-out [of]="s" />}',
})
class HostedRunOut {
  private readonly all = inject(Store).selectSignal(selectStock);
  readonly stock = computed(() => this.all().find((s) => s.item === 'dish-detergent'));
}
const worker = [
  { provide: KIT_WORKER, useValue: () => Promise.resolve(() => new SpotWorker() as unknown as Worker) },
  Moving,
];

describe('the least that does it', () => {
  test('one room: things, what each is there for, what cannot be done, and the curve', async () => {
    const p = await open(LeastPage, {}, (rows) => (rows.tables['rooms'] = rows.tables['rooms']!.slice(0, 1)), worker);
    expect(p.text('#kit-title')).toMatch(/^\d+ things$/);
    expect(p.text('.kit [role=status]')).toMatch(/^\d+ of \d+ marks\. Nothing less would do\.$/);
    const things = [...p.fixture.nativeElement.querySelectorAll('.kit li')] as HTMLElement[];
    expect(things).toHaveLength(Number(/^\d+/.exec(p.text('#kit-title'))![0]));
    // nothing is there for nothing
    for (const t of things) expect(t.textContent).toMatch(/Without it no /);
    // what cleans the toilet cleans nothing else
    expect(p.text('.kit')).toMatch(/\d of it, kept apart: .*the toilet/);
    expect(p.text('dt-curve')).toMatch(/: the smallest.*: \+ /);
  });
  test('a point of the curve opens its kit; another goal is worked out anew', async () => {
    const p = await open(LeastPage, {}, (rows) => (rows.tables['rooms'] = rows.tables['rooms']!.slice(0, 1)), worker);
    const count = (): number => p.fixture.nativeElement.querySelectorAll('.kit li').length;
    const first = count();
    await p.press(new RegExp(`^${first + 1}:`), 'dt-curve button');
    expect(count()).toBe(first + 1);
    await p.press(/^waiting$/, 'mat-button-toggle button');
    expect(p.text('[aria-labelledby=curve-title]')).toMatch(
      /waiting up, on the mean of its jobs.* min|makes nothing quicker/,
    );
    expect(count()).toBe(first);
    await p.press(/^least money/, 'mat-button-toggle button');
    expect(p.text('.kit [role=status]')).toMatch(/About €[\d.]+\./);
  });
  test('what is missing goes onto the list in one tap', async () => {
    const p = await open(
      LeastPage,
      {},
      (rows) => {
        rows.tables['rooms'] = rows.tables['rooms']!.slice(0, 1);
        rows.tables['stock'] = [];
      },
      worker,
    );
    expect(p.text('[aria-labelledby=today-title]')).toMatch(/0 of \d+ marks.*What would help most.*\d+ more list it/);
    await p.press(/^List what is missing/);
    const things = p.fixture.nativeElement.querySelectorAll('.kit li').length;
    expect(p.api.created.filter((c) => c.door === 'shopping')).toHaveLength(things);
  });
  test('an empty house begins with a kind of room, and its usual marks', async () => {
    const p = await open(
      LeastPage,
      {},
      (rows) => {
        for (const door of ['rooms', 'spots', 'kits', 'stock', 'bottles']) rows.tables[door] = [];
      },
      worker,
    );
    expect(p.text('.ask')).toMatch(/What kind of room.*usual marks of such rooms/);
    expect(p.text('#kit-title')).toMatch(/^\d+ things$/);
    expect(p.text('.kit')).toMatch(/to buy/);
  });
  test('a wish of the house that stands in the way of a mark is named', async () => {
    const p = await open(
      LeastPage,
      {},
      (rows) => {
        rows.tables['rooms'] = rows.tables['rooms']!.slice(0, 1);
        const settings = rows.tables['settings']![0] as unknown as { stances: Record<string, string> };
        settings.stances['chemistry'] = 'steam';
      },
      worker,
    );
    expect(p.text('[aria-labelledby=open-title]')).toMatch(
      /imescale.*Possible without your wish “chemistry: steam and water only”/,
    );
  });
  test('no room at all is told, not an empty plate', async () => {
    const p = await open(LeastPage, {}, (rows) => (rows.tables['rooms'] = rows.tables['rooms']!.slice(0, 1)), worker);
    await p.press(/./, '.ask mat-button-toggle-group mat-button-toggle button');
    expect(p.text('.kit')).toMatch(/Nothing to clean yet/);
  });
});

describe('a kit held against its room', () => {
  test('how much it does, what to move away and where, what it lacks', async () => {
    const p = await open(HostedCheck, {}, undefined, worker);
    expect(p.text('dt-kit-check')).toMatch(/\d+ of \d+ marks of Wet room/);
    expect(p.text('dt-kit-check')).toMatch(
      /Move away Limescale spray may stand in Under the sink: top shelf\. move it White vinegar may stand/,
    );
    expect(p.text('dt-kit-check')).toMatch(/It lacks Citric acid stands in Wash-house store/);
    await p.press(/^move it$/);
    expect(p.api.replaced[0]!.record['kit']).not.toBe(demoId(3, 1));
  });
});

describe('when it runs out', () => {
  test('by what was used: a date, its band, and when to buy', async () => {
    const p = await open(HostedRunOut, {}, (rows) => {
      const row = rows.tables['stock']!.find((s) => s['item'] === 'dish-detergent')!;
      for (let week = 0; week < 12; week++) {
        const at = new Date(Date.parse('2026-11-24T10:00:00Z') - week * 7 * 86_400_000).toISOString();
        rows.log.push({
          id: `use-${week}`,
          seq: 8000 + week,
          kind: 'stock',
          reason: 'use',
          at,
          recordedAt: at,
          moves: [{ stock: row.id, delta: -30, unit: 'mL' }],
        });
      }
    });
    expect(p.text('dt-run-out')).toMatch(/Lasts to about .*\(.* to .*\), at [\d.]+ mL a week/);
    // 2 670 mL at less than 40 a week last more than a year: the year is said
    expect(p.text('dt-run-out')).toMatch(/Lasts to about [A-Z][a-z]+ 202[78]/);
    expect(p.text('dt-run-out')).toMatch(/Buy when \d+ mL are left/);
  });
  test('what was hardly used says nothing', async () => {
    const p = await open(HostedRunOut, {}, (rows) => (rows.log.length = 0));
    expect(p.text('dt-run-out')).toBe('');
  });
});
