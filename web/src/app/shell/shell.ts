import { ChangeDetectionStrategy, Component, effect, inject, Injector, signal } from '@angular/core';
import { NavigationEnd, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { Store } from '@ngrx/store';
import { filter } from 'rxjs';
import { householdEvents, selectSettings, selectSignedOut, selectTrouble } from '../household/state';
import { SignIn } from '../session/sign-in';
import { Upgrade } from './upgrade';

interface Place {
  path: string;
  name: string;
  key: string;
}
/** Only places that work hang on the rail. */
const PLACES: Place[] = [
  { path: '/rooms', name: 'Rooms', key: 'r' },
  { path: '/choose', name: 'Choose', key: 'c' },
  { path: '/mix', name: 'Mix', key: 'm' },
  { path: '/dilute', name: 'Dilute', key: 'd' },
  { path: '/kits', name: 'Kits', key: 'k' },
  { path: '/log', name: 'Log', key: 'l' },
];
const BOTTOM = ['/rooms', '/choose', '/mix', '/kits'];

/** The house: peg rail along the top, the place you are in hangs lower; on a phone a bottom bar of five. */
@Component({
  selector: 'dt-shell',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterOutlet, RouterLink, RouterLinkActive, SignIn],
  host: { '(document:keydown)': 'key($event)' },
  template: `
    <a class="skip" href="#main" (click)="skip($event)">Skip to the page</a>
    @if (!running()) {
    <header>
      <div class="rail" aria-hidden="true"></div>
      <div class="bar">
        <a class="brand" routerLink="/rooms" aria-label="Dolly Tub, to the rooms"><img src="mark.svg" alt="" width="30" height="34" /><span>Dolly Tub</span></a>
        <nav class="tags" aria-label="Places">
          @for (p of places; track p.path) {
            <a class="tag" [routerLink]="p.path" routerLinkActive="here" ariaCurrentWhenActive="page"><i aria-hidden="true"></i>{{ p.name }}</a>
          }
        </nav>
        <div class="right">
          <button class="ask" type="button" (click)="ask()" aria-label="Ask: wine on wool" aria-keyshortcuts="/ Control+K"><svg aria-hidden="true" width="20" height="20" viewBox="0 0 24 24" fill="none" stroke="currentColor" stroke-width="2.6" stroke-linecap="round"><circle cx="10.500" cy="10.500" r="6.500" /><path d="m15.500 15.500 5 5" /></svg><span>Ask: wine on wool</span><kbd aria-hidden="true"></kbd></button>
          <a class="icon" routerLink="/settings" routerLinkActive="here" aria-label="Settings"><svg aria-hidden="true" width="24" height="24" viewBox="0 0 24 24" fill="none" stroke="currentColor" stroke-width="2.200" stroke-linecap="round"><path d="M4 7h9M19 7h1M4 17h1M11 17h9" /><circle cx="16" cy="7" r="2.600" /><circle cx="8" cy="17" r="2.600" /></svg></a>
        </div>
      </div>
    </header>
    }
    @if (!signedOut() && trouble(); as says) { <div class="trouble" role="status">{{ says }}</div> }
    @if (upgrade.waiting()) { <div class="trouble newer" role="status"><span>There is a newer Dolly Tub. Loading it loses what you are typing.</span><button class="link" type="button" (click)="upgrade.goOver()">Load it now</button></div> }
    <main id="main" tabindex="-1">
      @if (signedOut() && !free()) { @defer (on immediate) { <dt-sign-in /> } }
      <div class="house" [hidden]="signedOut() && !free()"><router-outlet /></div>
    </main>
    @if (!running()) {
    <nav class="bottom" aria-label="Places, phone">
      @for (p of bottom; track p.path) { <a [routerLink]="p.path" routerLinkActive="here" ariaCurrentWhenActive="page">{{ p.name }}</a> }
      <button type="button" [attr.aria-expanded]="more()" aria-controls="more-places" (click)="more.set(!more())">More</button>
      @if (more()) {
        <div class="more" id="more-places">
          @for (p of rest; track p.path) { <a [routerLink]="p.path" (click)="more.set(false)">{{ p.name }}</a> }
          <a routerLink="/settings" (click)="more.set(false)">Settings</a>
          <button type="button" (click)="more.set(false); ask()">Ask in words</button>
        </div>
      }
    </nav>
    }
  `,
  styleUrl: './shell.scss',
})
export class Shell {
  private readonly router = inject(Router);
  private readonly store = inject(Store);
  protected readonly places = PLACES;
  protected readonly bottom = PLACES.filter((p) => BOTTOM.includes(p.path));
  protected readonly rest = PLACES.filter((p) => !BOTTOM.includes(p.path));
  protected readonly trouble = this.store.selectSignal(selectTrouble);
  protected readonly signedOut = this.store.selectSignal(selectSignedOut);
  /** Places that open to anybody: the card for "it has been mixed". */
  protected readonly free = signal(false);
  protected readonly more = signal(false);
  protected readonly running = signal(false);
  private readonly settings = this.store.selectSignal(selectSettings);
  private readonly injector = inject(Injector);
  private waitingForPlace = 0;
  protected readonly upgrade = inject(Upgrade);

  constructor() {
    this.store.dispatch(householdEvents.opened());
    void this.upgrade.watch();
    this.router.events.pipe(filter((e) => e instanceof NavigationEnd)).subscribe((e) => {
      this.running.set(e.urlAfterRedirects.startsWith('/do/'));
      this.free.set(e.urlAfterRedirects.startsWith('/emergency'));
    });
    effect(() => {
      const theme = this.settings()?.theme ?? 'system';
      document.documentElement.classList.toggle('theme-light', theme === 'light');
      document.documentElement.classList.toggle('theme-dark', theme === 'dark');
    });
  }
  protected skip(e: Event): void {
    e.preventDefault();
    document.getElementById('main')?.focus();
  }
  protected async ask(): Promise<void> {
    const { openCommandBox } = await import('./dialogs');
    openCommandBox(this.injector);
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
      document.querySelector('.cdk-overlay-pane')
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
