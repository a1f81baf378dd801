import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatIcon } from '@angular/material/icon';
import { MatSlideToggle } from '@angular/material/slide-toggle';
import { type Bottle, bottlePast, labelOfBottle } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectLog, selectSettings } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { when } from '../shared/words';

const MOST_PAST = 6;

/** The label of what is in a bottle, as it is printed: by itself, or on a sheet of labels. */
@Component({
  selector: 'dt-bottle-label',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, MatButtonToggle, MatButtonToggleGroup, MatIcon, MatSlideToggle],
  templateUrl: './bottle-label.html',
  styleUrl: './bottle-label.scss',
})
export class BottleLabelCard {
  private readonly knowledge = inject(Knowledge);
  private readonly store = inject(Store);
  private readonly settings = this.store.selectSignal(selectSettings);
  private readonly log = this.store.selectSignal(selectLog);
  readonly bottle = input.required<Bottle>();
  protected readonly large = signal(false);
  protected readonly sheet = signal('one');
  protected readonly sheets = [
    { id: 'one', name: 'by itself' },
    { id: 'a4x8', name: 'A4, eight' },
    { id: 'a4x14', name: 'A4, fourteen' },
    { id: 'letterx6', name: 'Letter, six' },
  ];
  private readonly label = computed(() => {
    const c = this.knowledge.catalogue();
    return c ? labelOfBottle(this.bottle(), this.settings(), c) : null;
  });
  /** What happened to it of late, newest first. */
  protected readonly past = computed(() => {
    const c = this.knowledge.catalogue();
    const s = this.settings();
    return c
      ? bottlePast(this.bottle(), this.log(), c)
          .slice(0, MOST_PAST)
          .map((d) => ({ ...d, when: when(d.at, s?.timeZone, s?.locale) }))
      : [];
  });
  /** What the picture shows, in words. */
  protected readonly says = computed(() => {
    const l = this.label();
    return l
      ? [l.name, l.for, l.strength, l.signal, l.holds, `Pour away ${l.pourAway}`].filter(Boolean).join('. ')
      : '';
  });
  protected address(form: 'svg' | 'pdf'): string {
    const query = new URLSearchParams({ bottles: this.bottle().id, form });
    if (form === 'pdf') query.set('sheet', this.sheet());
    if (this.large()) query.set('large', '1');
    // a new filling is a new picture
    query.set('of', this.bottle().fill?.mixedAt ?? '');
    return `/api/labels?${query}`;
  }
}
