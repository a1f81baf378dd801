import { OverlayContainer } from '@angular/cdk/overlay';
import { MatBadge } from '@angular/material/badge';
import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DOCUMENT,
  effect,
  inject,
  Injector,
  signal,
} from '@angular/core';
import { NavigationEnd, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { Store } from '@ngrx/store';
import { filter } from 'rxjs';
import {
  householdEvents,
  selectLoaded,
  selectRuns,
  selectSettings,
  selectShopping,
  selectSignedOut,
  selectSpots,
  selectTrouble,
} from '../household/state';
import { SignIn } from '../session/sign-in';
import { InTurn, Turns } from '../shared/in-turn';
import { OwnHouse } from './own-house';
import { FocusKeeper } from './focus-keeper';
import { Upgrade } from './upgrade';

interface Place {
  path: string;
  name: string;
  key: string;
  /** What waits there is counted on its plate. */
  counts?: 'open lines';
}
/** Only places that work hang on the rail. */
const PLACES: Place[] = [
  { path: '/rooms', name: 'Rooms', key: 'r' },
  { path: '/choose', name: 'Choose', key: 'c' },
  { path: '/mix', name: 'Mix', key: 'm' },
  { path: '/dilute', name: 'Dilute', key: 'd' },
  { path: '/kits', name: 'Kits', key: 'k' },
  { path: '/list', name: 'To buy', key: 'b', counts: 'open lines' },
  { path: '/log', name: 'Log', key: 'l' },
];
const BOTTOM = ['/rooms', '/choose', '/mix', '/kits'];

/** The house: peg rail along the top, the place you are in hangs lower; on a phone a bottom bar of five. */
@Component({
  selector: 'dt-shell',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [InTurn, MatBadge, MatIcon, MatButton, RouterOutlet, RouterLink, RouterLinkActive, SignIn],
  host: { '(document:keydown)': 'key($event)' },
  templateUrl: './shell.html',
  styleUrl: './shell.scss',
})
export class Shell {
  private readonly router = inject(Router);
  private readonly document = inject(DOCUMENT);
  private readonly store = inject(Store);
  protected readonly places = PLACES;
  protected readonly bottom = PLACES.filter((p) => BOTTOM.includes(p.path));
  protected readonly rest = PLACES.filter((p) => !BOTTOM.includes(p.path));
  protected readonly trouble = this.store.selectSignal(selectTrouble);
  private readonly loaded = this.store.selectSignal(selectLoaded);
  /** What stands above a place is known: it will not move down any more. */
  protected readonly settled = computed(() => this.loaded() || this.signedOut() || this.trouble() !== null);
  protected readonly signedOut = this.store.selectSignal(selectSignedOut);
  /** Places that open to anybody: the card for "it has been mixed". */
  protected readonly free = signal(false);
  protected readonly running = signal(false);
  private readonly settings = this.store.selectSignal(selectSettings);
  private readonly runs = this.store.selectSignal(selectRuns);
  private readonly spots = this.store.selectSignal(selectSpots);
  private readonly lines = this.store.selectSignal(selectShopping);
  /** How much waits at a place; null where nothing does. */
  protected readonly waits = (p: Place): number | null =>
    (p.counts && this.lines().filter((l) => l.state === 'open').length) || null;
  /** What was left running, the latest: found again from every place. */
  protected readonly going = computed(() => {
    const [run] = this.runs()
      .filter((r) => r.state === 'running')
      .sort((a, b) => Date.parse(b.startedAt) - Date.parse(a.startedAt));
    if (!run) return null;
    const spot = this.spots().find((s) => s.id === run.spot);
    const what = spot?.name ?? run.method?.name ?? 'a job';
    return { id: run.id, what, step: Math.min(run.index + 1, run.steps.length), of: run.steps.length };
  });
  private readonly injector = inject(Injector);
  private waitingForPlace = 0;
  protected readonly upgrade = inject(Upgrade);
  private readonly own = inject(OwnHouse);
  /** The made-up house is told to be one, wherever one is. */
  protected readonly demo = computed(() => (this.settings()?.demo ? this.settings()!.name : null));
  protected readonly leaving = signal(false);
  protected async startOwn(): Promise<void> {
    this.leaving.set(true);
    await this.own.begin(this.settings()!).catch(() => undefined);
    this.leaving.set(false);
  }

  constructor() {
    this.store.dispatch(householdEvents.opened());
    void this.upgrade.watch();
    inject(FocusKeeper).watch();
    // lists, menus and messages lie over the page, in a landmark of their own
    inject(Turns).take(() => {
      const over = this.injector.get(OverlayContainer).getContainerElement();
      over.setAttribute('role', 'region');
      over.setAttribute('aria-label', 'Lists and messages');
    });
    this.router.events.pipe(filter((e) => e instanceof NavigationEnd)).subscribe((e) => {
      this.running.set(e.urlAfterRedirects.startsWith('/do/'));
      this.free.set(e.urlAfterRedirects.startsWith('/emergency'));
    });
    effect(() => {
      const theme = this.settings()?.theme ?? 'system';
      this.document.documentElement.classList.toggle('theme-light', theme === 'light');
      this.document.documentElement.classList.toggle('theme-dark', theme === 'dark');
    });
  }
  protected skip(e: Event): void {
    e.preventDefault();
    this.document.getElementById('main')?.focus();
  }
  protected async ask(): Promise<void> {
    const { openCommandBox } = await import('./dialogs');
    openCommandBox(this.injector);
  }
  protected async more(): Promise<void> {
    const { openMorePlaces } = await import('./dialogs');
    openMorePlaces(this.injector, { places: this.rest, ask: () => void this.ask() });
  }
  protected key(e: KeyboardEvent): void {
    if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === 'k') {
      e.preventDefault();
      void this.ask();
      return;
    }
    const el = e.target as HTMLElement;
    if (
      e.ctrlKey ||
      e.metaKey ||
      e.altKey ||
      el.isContentEditable ||
      /^(INPUT|TEXTAREA|SELECT)$/.test(el.tagName) ||
      this.document.querySelector('.cdk-overlay-pane')
    )
      return;
    if (e.key === '/') {
      e.preventDefault();
      void this.ask();
    } else if (e.key === 'e' && Date.now() - this.waitingForPlace > 1200) void this.router.navigateByUrl('/emergency');
    else if (e.key === '?') void import('./dialogs').then((m) => m.openShortcuts(this.injector));
    else if (e.key === 'g') this.waitingForPlace = Date.now();
    else if (Date.now() - this.waitingForPlace < 1200) {
      this.waitingForPlace = 0;
      const place = e.key === 's' ? '/settings' : PLACES.find((p) => p.key === e.key)?.path;
      if (place) void this.router.navigateByUrl(place);
    }
  }
}
