import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { EmergencyCard } from './card';

/** The card as a page of its own: opens without the server, and prints for the inside of a cupboard door. */
@Component({
  selector: 'dt-emergency-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [EmergencyCard, RouterLink],
  template: `
    <div class="page">
      <section class="plate" aria-labelledby="emergency-title">
        <h1 id="emergency-title">It has been mixed</h1>
        <dt-emergency-card [what]="what() ?? ''" />
        <div class="row no-print"><button class="btn" type="button" (click)="print()">Print it for the cupboard door</button><a class="btn" routerLink="/mix">What must not meet</a></div>
      </section>
    </div>
  `,
  styles: `section { border-top: 14px solid var(--v5); display: grid; gap: 16px; max-width: 860px; margin-inline: auto; } h1 { font-size: clamp(32px, 6vw, 44px); color: var(--v5); }`,
})
export class EmergencyPage {
  /** /emergency?what=bleach%20and%20vinegar */
  readonly what = input<string | undefined>();
  protected print(): void {
    window.print();
  }
}
