import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';

@Component({
  selector: 'dt-not-found',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `<div class="page"><div class="plate"><h1>Nothing hangs on this peg</h1><p>The address leads nowhere.</p><a class="btn strong" routerLink="/rooms">To the rooms</a></div></div>`,
})
export class NotFound {}
