import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { EmergencyCard } from './card';
import { HurtCard } from './hurt-card';

/** The card as a page of its own: opens without the server, and prints for the inside of a cupboard door. */
@Component({
  selector: 'dt-emergency-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [EmergencyCard, HurtCard, RouterLink],
  template: `
    <div class="page">
      <section class="plate" aria-labelledby="emergency-title">
        <nav class="which no-print" aria-label="What happened"><a routerLink="/emergency" [queryParams]="{ what: what() ?? null }" [class.on]="!one()" [attr.aria-current]="one() ? null : 'page'">Two things met</a><a routerLink="/emergency" [queryParams]="{ product: product() ?? '' }" [class.on]="one()" [attr.aria-current]="one() ? 'page' : null">One product hurt somebody</a></nav>
        <h1 id="emergency-title">{{ one() ? 'One product hurt somebody' : 'It has been mixed' }}</h1>
        @if (one()) { <dt-hurt-card [of]="product() || null" [how]="how() ?? null" /> } @else { <dt-emergency-card [what]="what() ?? ''" /> }
        <div class="row no-print"><button class="btn" type="button" (click)="print()">Print it for the cupboard door</button><a class="btn" routerLink="/mix">What must not meet</a></div>
      </section>
    </div>
  `,
  styles: `.which { display: flex; flex-wrap: wrap; gap: 4px 22px; } .which a { color: var(--ink-2); font-weight: 600; font-size: 18px; min-height: 40px; display: inline-flex; align-items: center; text-decoration: none; border-bottom: 4px solid transparent; } .which .on { color: var(--ink); border-color: var(--v5); }
    section { border-top: 14px solid var(--v5); display: grid; grid-template-columns: minmax(0, 1fr); gap: 16px; max-width: 860px; margin-inline: auto; } h1 { font-size: clamp(32px, 6vw, 44px); color: var(--v5); }`,
})
export class EmergencyPage {
  /** /emergency?what=bleach%20and%20vinegar */
  readonly what = input<string | undefined>();
  /** /emergency?product=chlorine-bleach&how=eye; an empty product asks which. */
  readonly product = input<string | undefined>();
  readonly how = input<string | undefined>();
  protected readonly one = computed(() => this.product() !== undefined);
  protected print(): void {
    window.print();
  }
}
