import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  type EnvironmentProviders,
  type Provider,
  provideZonelessChangeDetection,
  signal,
  type Type,
} from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { MatDialog } from '@angular/material/dialog';
import { provideRouter, Router } from '@angular/router';
import {
  type Catalogue,
  catalogueSchemas,
  deedOf,
  hitRates,
  type Effect,
  loadCatalogue,
  type LogEntry,
  type LogFields,
  type RawCatalogue,
  recordsAfter,
  standing,
  type HousePast,
  pastOf,
  wordsOf as wordsOfEntry,
} from '@dolly-tub/core';
import { seedDemo } from '@dolly-tub/demo';
import { Actions, ofType, provideEffects } from '@ngrx/effects';
import { provideState, provideStore, Store } from '@ngrx/store';
import { chooseFeature } from '../choose/choose.state';
import { SURE_WORKER } from '../choose/how-sure';
import { diluteFeature } from '../dilute/dilute.state';
import { HouseholdApi, type Outcome, Refused } from '../household/api';
import { deedEffects, deedEvents, deedsFeature } from '../household/deeds';
import { household, householdEvents, type HouseholdState, KEPT, selectHousehold, selectLog } from '../household/state';
import { kitsFeature } from '../kits/kits.state';
import { KIT_WORKER } from '../knowledge/thinking';
import { Knowledge } from '../knowledge/knowledge';
import { logEffects, logFeature } from '../log/log.state';
import { AIR_WORKER } from '../mix/air';
import { mixFeature } from '../mix/mix.state';
import { roomsFeature } from '../rooms/rooms.state';
import { provideIcons } from '../shared/icons';
import { Clock } from '../shared/clock';

export const NOW = new Date('2026-11-25T10:30:00Z');
const folder = join(process.cwd(), 'core/catalogue');
let known: Catalogue | null = null;
/** The real catalogue, read once. */
export const catalogue = (): Catalogue =>
  (known ??= loadCatalogue(
    Object.fromEntries(
      Object.keys(catalogueSchemas).map((f) => [f, JSON.parse(readFileSync(join(folder, `${f}.json`), 'utf8'))]),
    ) as unknown as RawCatalogue,
  ));

const copy = <T>(x: T): T => JSON.parse(JSON.stringify(x)) as T;
type Row = Record<string, unknown> & { id: string };
/** Heron Lock as rows, the way the server would answer it. */
export function demoRows(): { tables: Record<string, Row[]>; log: Row[] } {
  const tables: Record<string, Row[]> = Object.fromEntries(KEPT.map((d) => [d, []]));
  const log: Row[] = [];
  seedDemo(
    {
      repos: new Proxy({}, { get: (_, d: string) => ({ put: (r: Row) => tables[d]!.push(copy(r)) }) }),
      log: { put: (e: Row) => log.push(copy(e)) },
    } as never,
    NOW,
  );
  return { tables, log };
}

/** What the page asked of the doors; answers as a server would, or refuses once when told to. */
export class FakeApi {
  readonly written: Record<string, unknown>[] = [];
  readonly replaced: { door: string; record: Record<string, unknown> }[] = [];
  readonly created: { door: string; body: Record<string, unknown> }[] = [];
  readonly removed: { door: string; id: string; version: number }[] = [];
  readonly called: { method: string; path: string; body: unknown }[] = [];
  refuse: Refused | null = null;
  /** What a door answers from now on, by its path. */
  readonly answers: Record<string, unknown> = {};
  private said(): void {
    const r = this.refuse;
    this.refuse = null;
    if (r) throw r;
  }
  async write(entry: Record<string, unknown>): Promise<unknown> {
    this.said();
    this.written.push(entry);
    this.done(entry as LogFields);
    return { id: 'entry', ...entry };
  }
  /** What the server would do with it, in the page's store. */
  private done(entry: LogFields): void {
    const store = TestBed.inject(Store) as unknown as Store<{ household: HouseholdState }>;
    const rows = store.selectSignal((s) => s.household);
    const one = (door: Effect['on'], id: string): never => (rows()[door].entities[id] ?? null) as never;
    const deed = deedOf(
      entry,
      {
        stock: (id) => one('stock', id),
        bottle: (id) => one('bottles', id),
        spot: (id) => one('spots', id),
        run: (id) => one('runs', id),
        shopping: () => Object.values(rows().shopping.entities) as never,
        body: (door, id) => one(door, id),
        children: () => [],
      },
      NOW.toISOString(),
    );
    if (deed.ok)
      for (const { on, id, was, is } of recordsAfter(deed.value.effects, one)) {
        if (is === null) store.dispatch(householdEvents.recordGone({ door: on, id }));
        else {
          const record = { ...is, id, version: ((was as { version?: number } | null)?.version ?? 0) + 1 };
          store.dispatch(householdEvents.recordChanged({ door: on, record: record as never }));
        }
      }
  }
  async replace(door: string, record: Row): Promise<Outcome> {
    this.said();
    this.replaced.push({ door, record });
    const saved = { ...record, version: Number(record['version']) + 1 };
    TestBed.inject(Store).dispatch(householdEvents.recordChanged({ door: door as 'rooms', record: saved as never }));
    return { id: record.id, entry: null };
  }
  async remove(door: string, id: string, version: number): Promise<Outcome> {
    this.said();
    this.removed.push({ door, id, version });
    TestBed.inject(Store).dispatch(householdEvents.recordGone({ door: door as 'rooms', id }));
    return { id, entry: null };
  }
  async create(door: string, body: Record<string, unknown>): Promise<Outcome> {
    this.said();
    this.created.push({ door, body });
    return { id: 'made', entry: { id: 'entry', kind: 'edit' } as LogEntry };
  }
  /** The log as the server would answer it. */
  private log(): LogEntry[] {
    return TestBed.inject(Store).selectSignal(selectLog)();
  }
  async readLog(q: {
    kind?: string;
    without?: string;
    find?: string;
    after?: string;
    limit: number;
  }): Promise<unknown> {
    this.said();
    const all = this.log();
    const words = (q.find ?? '').toLowerCase().split(' ');
    const found = all
      .filter((e) => (!q.kind || e.kind === q.kind) && e.kind !== q.without)
      .filter((e) => words.every((w) => wordsOfEntry(e, catalogue().soils).toLowerCase().includes(w)));
    const from = Number(q.after ?? 0);
    const back = new Set(all.filter((e) => e.kind === 'undo').map((e) => e.corrects));
    return {
      items: found.slice(from, from + q.limit).map((e) => (back.has(e.id) ? { ...e, undone: true } : e)),
      ...(found.length > from + q.limit ? { next: String(from + q.limit) } : {}),
    };
  }
  async readPast(): Promise<HousePast> {
    const h = TestBed.inject(Store).selectSignal(selectHousehold)();
    return pastOf(this.log(), h, NOW, catalogue());
  }
  session = (): Promise<unknown> => this.call('GET', '/session');
  signIn = (passphrase: string): Promise<unknown> => this.call('POST', '/session', { passphrase });
  signOut = (everywhere: boolean): Promise<unknown> => this.call('DELETE', `/session${everywhere ? '?all=1' : ''}`);
  setPassphrase = (passphrase: string, current: string): Promise<unknown> =>
    this.call('PUT', '/session/passphrase', { passphrase, current });
  async readRates(since: string): Promise<unknown> {
    return hitRates(standing(this.log()).filter((e) => e.at >= since));
  }
  async call(method: string, path: string, body?: unknown): Promise<unknown> {
    this.said();
    this.called.push({ method, path, body });
    return this.answers[path] ?? { adds: {}, changes: {}, same: {}, problems: [], items: [] };
  }
}
export const refusal = (detail: string, status = 422, current: unknown = null): Refused =>
  new Refused(status, detail, [], current as { id: string; version: number } | null);

/** Text as it is read: every piece on its own, white space folded. */
function wordsOf(e: Element | null): string {
  if (!e) return '';
  const walker = document.createTreeWalker(e, NodeFilter.SHOW_TEXT);
  const pieces: string[] = [];
  while (walker.nextNode()) pieces.push(walker.currentNode.textContent ?? '');
  return pieces
    .join(' ')
    .replace(/\s+/g, ' ')
    .replace(/ ([.,:;)])/g, '$1')
    .replace(/\( /g, '(')
    .trim();
}

export interface Page<T> {
  fixture: ComponentFixture<T>;
  api: FakeApi;
  went: { path: unknown; query: unknown }[];
  dialogs: unknown[];
  /** Text of the page or a part of it, white space folded. */
  text(css?: string): string;
  /** Press what has that name (its label, or its text). */
  press(name: RegExp, css?: string): Promise<void>;
  type(label: string, text: string, event?: 'input' | 'change'): Promise<void>;
  settle(): Promise<void>;
  /** What was told last of what was done. */
  told(): string;
}
/** A page in the real store with Heron Lock, the real catalogue, a fixed clock and doors that only note what is asked. */
export async function open<T>(
  page: Type<T>,
  inputs: Record<string, unknown> = {},
  change?: (rows: ReturnType<typeof demoRows>) => void,
  more: (Provider | EnvironmentProviders)[] = [],
  answers: Record<string, unknown> = {},
): Promise<Page<T>> {
  const api = new FakeApi();
  Object.assign(api.answers, answers);
  const dialogs: unknown[] = [];
  const rows = demoRows();
  change?.(rows);
  TestBed.configureTestingModule({
    providers: [
      provideZonelessChangeDetection(),
      provideIcons(),
      provideRouter([]),
      provideStore({}),
      provideState(household),
      provideEffects(deedEffects, logEffects),
      ...[deedsFeature, chooseFeature, diluteFeature, kitsFeature, logFeature, mixFeature, roomsFeature].map((f) =>
        provideState(f as typeof chooseFeature),
      ),
      { provide: HouseholdApi, useValue: api },
      {
        provide: Knowledge,
        useValue: {
          catalogue: signal(catalogue()),
          own: signal({ products: [], materials: [], soils: [], tools: [] }),
          settled: signal(true),
          trouble: signal(null),
          load: () => Promise.resolve(),
          source: (id: string) => catalogue().sources.get(id),
        },
      },
      { provide: Clock, useValue: { minute: signal(NOW), second: signal(NOW), now: () => NOW } },
      { provide: MatDialog, useValue: { open: (...a: unknown[]) => dialogs.push(a) } },
      // no workers in these tests, unless one brings its own
      {
        provide: AIR_WORKER,
        useValue: () => Promise.resolve(() => ({ postMessage: () => undefined, terminate: () => undefined })),
      },
      {
        provide: SURE_WORKER,
        useValue: () => Promise.resolve(() => ({ postMessage: () => undefined, terminate: () => undefined })),
      },
      {
        provide: KIT_WORKER,
        useValue: () => Promise.resolve(() => ({ postMessage: () => undefined, terminate: () => undefined })),
      },
      ...more,
    ],
  });
  TestBed.inject(Store).dispatch(
    householdEvents.everythingRead({ tables: rows.tables as never, log: rows.log as never, seq: 0 }),
  );
  const router = TestBed.inject(Router);
  const went: Page<T>['went'] = [];
  router.navigate = ((path: unknown, extra?: { queryParams?: unknown }) => {
    went.push({ path, query: extra?.queryParams });
    return Promise.resolve(true);
  }) as never;
  let told = '';
  TestBed.inject(Actions)
    .pipe(ofType(deedEvents.done))
    .subscribe(({ says }) => (told = says ?? told));
  const fixture = TestBed.createComponent(page);
  for (const [k, v] of Object.entries(inputs)) fixture.componentRef.setInput(k, v);
  const settle = async (): Promise<void> => {
    // a press may lead through several answers of the doors
    for (let i = 0; i < 6; i++) {
      fixture.detectChanges();
      await new Promise((done) => setTimeout(done));
    }
    fixture.detectChanges();
  };
  await settle();
  const root = fixture.nativeElement as HTMLElement;
  const nameOf = (e: Element): string =>
    (e.getAttribute('aria-label') ?? e.textContent ?? '').replace(/\s+/g, ' ').trim();
  return {
    fixture,
    api,
    went,
    dialogs,
    settle,
    told: () => told,
    text: (css) => wordsOf(css ? root.querySelector(css) : root),
    async press(name, css = 'button, a, [role=option]') {
      const e = [...root.querySelectorAll(css), ...document.querySelectorAll('[role=option]')].find((x) =>
        name.test(nameOf(x)),
      );
      if (!e) throw new Error(`nothing named ${name.source}`);
      (e as HTMLElement).click();
      await settle();
    },
    async type(label, text, event = 'input') {
      const field = [...root.querySelectorAll<HTMLInputElement>('input, textarea')].find(
        (x) =>
          nameOf(x).startsWith(label) ||
          root.querySelector(`label[for="${x.id}"]`)?.textContent?.trim().startsWith(label),
      );
      if (!field) throw new Error(`no field ${label}`);
      field.value = text;
      field.dispatchEvent(new Event('input', { bubbles: true }));
      if (event !== 'input') field.dispatchEvent(new Event(event, { bubbles: true }));
      await settle();
    },
  };
}
