import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';

/** The four ways into choosing: one mark, a whole job, finding out what it is, everything at a glance. */
@Component({
  selector: 'dt-ways',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, RouterLinkActive],
  template: `
    <nav class="ways no-print" aria-label="Ways to choose">
      @for (w of ways; track w.path) {
        <a [routerLink]="w.path" routerLinkActive="here" [routerLinkActiveOptions]="{ exact: w.path === '/choose' }" ariaCurrentWhenActive="page">{{ w.name }}</a>
      }
    </nav>
  `,
  styles: `
    .ways { display: flex; flex-wrap: wrap; gap: 4px 18px; margin-bottom: 10px; }
    a { color: var(--ink-2); font-weight: 600; text-decoration: none; min-height: 32px; display: inline-flex; align-items: center; border-bottom: 3px solid transparent; }
    a:hover { color: var(--blue); border-bottom-color: var(--zinc-2); } a.here { color: var(--ink); border-bottom-color: var(--copper); }
  `,
})
export class Ways {
  protected readonly ways = [
    { path: '/choose', name: 'One mark' },
    { path: '/choose/job', name: 'A whole job' },
    { path: '/choose/find', name: 'What is it?' },
    { path: '/choose/field', name: 'All at a glance' },
  ];
}
