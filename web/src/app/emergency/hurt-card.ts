import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { hurtBy, ROUTES, type Route } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectMembers, selectSettings, selectStock } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser, type Choice } from '../shared/chooser';
import { Clock } from '../shared/clock';
import { SourceNote } from '../shared/source-note';
import { capital, peopleWords, when } from '../shared/words';

const WORDS: Record<Route, string> = {
  eye: 'in the eye',
  swallowed: 'swallowed',
  skin: 'on the skin',
  breathed: 'breathed in',
};

/** One product has hurt somebody: what to do first by what is in it, whom to call, and what to say with the label in the hand. */
@Component({
  selector: 'dt-hurt-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Chooser, MatButtonToggleModule, RouterLink, SourceNote],
  templateUrl: './hurt-card.html',
  styleUrl: './hurt-card.scss',
})
export class HurtCard {
  private readonly store = inject(Store);
  private readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  private readonly settings = this.store.selectSignal(selectSettings);
  private readonly members = this.store.selectSignal(selectMembers);
  private readonly stock = this.store.selectSignal(selectStock);
  constructor() {
    void this.knowledge.load();
  }
  /** Id of a product, and how it got there. */
  readonly of = input<string | null>(null);
  readonly how = input<string | null>(null);
  protected readonly product = linkedSignal<string | null>(() => this.of());
  protected readonly route = linkedSignal<Route>(() => ROUTES.find((r) => r === this.how()) ?? 'eye');
  protected readonly routes = ROUTES.map((id) => ({ id, name: WORDS[id] }));
  protected readonly capital = capital;
  protected readonly trouble = this.knowledge.trouble;
  private readonly record = computed(() => this.knowledge.catalogue()?.products.get(this.product() ?? '') ?? null);
  protected readonly hurt = computed(() => {
    const c = this.knowledge.catalogue();
    return c ? hurtBy(this.record(), this.route(), c) : null;
  });
  protected readonly products = computed<Choice[]>(() => {
    const owned = new Set(this.stock().map((s) => s.item));
    return [...(this.knowledge.catalogue()?.products.values() ?? [])]
      .map((p) => ({
        id: p.id,
        name: p.name,
        also: p.synonyms,
        ...(owned.has(p.id) ? { note: 'on your shelves' } : {}),
      }))
      .sort((a, b) => Number(owned.has(b.id)) - Number(owned.has(a.id)));
  });
  protected readonly number = computed(() => this.settings()?.emergency.number ?? '');
  protected readonly poison = computed(() => this.settings()?.emergency.poisonCentre ?? '');
  protected tel = (n: string): string => `tel:${n.replace(/[^\d+*#]/g, '')}`;
  protected readonly now = computed(() =>
    when(this.clock.minute().toISOString(), this.settings()?.timeZone, this.settings()?.locale),
  );
  protected readonly people = computed(() => peopleWords(this.members()) || 'who it is, how old');
}
