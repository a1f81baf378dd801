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
        <a [routerLink]="w.path" routerLinkActive="here" [routerLinkActiveOptions]="w.path === '/choose' ? exact : within" ariaCurrentWhenActive="page">{{ w.name }}</a>
      }
    </nav>
  `,
  styles: `
    .ways { display: flex; gap: 4px 18px; margin: -12px 0 4px; overflow-x: auto; } @media (max-width: 860px) { .ways { margin-top: -4px; gap: 4px 14px; } }
    a { color: var(--ink-2); font-weight: 600; text-decoration: none; min-height: 34px; display: inline-flex; white-space: nowrap; align-items: center; border-bottom: 3px solid transparent; }
    a:hover { color: var(--blue); border-bottom-color: var(--zinc-2); } a.here { color: var(--ink); border-bottom-color: var(--copper); }
  `,
})
export class Ways {
  protected readonly exact = {
    paths: 'exact',
    queryParams: 'ignored',
    fragment: 'ignored',
    matrixParams: 'ignored',
  } as const;
  protected readonly within = { exact: false };
  protected readonly ways = [
    { path: '/choose', name: 'One mark' },
    { path: '/choose/job', name: 'A job' },
    { path: '/choose/find', name: 'What is it?' },
    { path: '/choose/field', name: 'At a glance' },
  ];
}
