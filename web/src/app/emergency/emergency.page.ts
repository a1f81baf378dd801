import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { EmergencyCard } from './card';
import { HurtCard } from './hurt-card';
import { InTurn } from '../shared/in-turn';

/** The card as a page of its own: opens without the server, and prints for the inside of a cupboard door. */
@Component({
  selector: 'dt-emergency-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [InTurn, MatIcon, MatButton, EmergencyCard, HurtCard, RouterLink],
  templateUrl: './emergency.page.html',
  styleUrl: './emergency.page.scss',
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
