import { ChangeDetectionStrategy, Component, computed, inject, model } from '@angular/core';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatTooltip } from '@angular/material/tooltip';
import { signsOn, withSigns } from '@dolly-tub/core';
import { Knowledge } from '../knowledge/knowledge';

const DANGER = 'danger';

/** Signs on a pack, tapped as they are seen on it: they say more than a list that may not be whole, and never less. */
@Component({
  selector: 'dt-label-signs',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonToggle, MatButtonToggleGroup, MatTooltip],
  templateUrl: './signs.html',
  styleUrl: './signs.scss',
})
export class LabelSigns {
  readonly text = model.required<string>();
  private readonly knowledge = inject(Knowledge);
  protected readonly on = computed(() => signsOn(this.text()));
  protected readonly danger = DANGER;
  protected readonly signs = computed(() => [...(this.knowledge.catalogue()?.pictograms.values() ?? [])]);
  protected set(signs: readonly string[]): void {
    this.text.set(withSigns(this.text(), signs));
  }
}
