import { ChangeDetectionStrategy, Component } from '@angular/core';
import { MatTabsModule } from '@angular/material/tabs';
import { RouterLink, RouterLinkActive } from '@angular/router';

/** The four ways into choosing, and the one that is open: one mark, a whole job, finding out what it is, everything at a glance. */
@Component({
  selector: 'dt-ways',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatTabsModule, RouterLink, RouterLinkActive],
  templateUrl: './ways.html',
  styleUrl: './ways.scss',
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
