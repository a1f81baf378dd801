import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import {
  choicesOf,
  discardOf,
  guardsFor,
  keepApart,
  type ProductUse,
  profileOf,
  sourceOf,
  useOfProduct,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectHousehold, selectKits } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { SourceNote } from '../shared/source-note';
import { VerdictShape } from '../shared/verdict-shape';
import { capital, DISCARD, figure, percent, span, whyDiscard } from '../shared/words';
import { standsAt } from './stands';
import { Ways } from './ways';

const RINSE = { none: 'no rinse', wipe: 'wiped off with a damp cloth', rinse: 'rinsed off with plain water' };
/** So many marks are named at once; the rest stand below. */
const MOST = 14;

/** One product, the other way round: on what, never on what, how strong, in whose hands, beside what not, where it stands. */
@Component({
  selector: 'dt-product',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, RouterLink, SourceNote, VerdictShape, Ways],
  templateUrl: './product.page.html',
  styleUrl: './other-way.scss',
})
export class ProductPage {
  private readonly store = inject(Store);
  protected readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  private readonly household = this.store.selectSignal(selectHousehold);
  private readonly kits = this.store.selectSignal(selectKits);
  protected readonly percent = percent;
  protected readonly most = MOST;
  /** /choose/product/:product */
  readonly productId = input<string | undefined>(undefined, { alias: 'product' });

  constructor() {
    void this.knowledge.load();
  }
  protected readonly product = computed(() => this.knowledge.catalogue()?.products.get(this.productId() ?? '') ?? null);
  protected readonly name = computed(() => capital(this.product()?.name ?? ''));
  private readonly profile = computed(() => profileOf(this.household(), this.clock.minute()));
  protected readonly use = computed<ProductUse | null>(() => {
    const c = this.knowledge.catalogue();
    const profile = this.profile();
    return c ? useOfProduct(this.productId() ?? '', { profile, habits: choicesOf(profile, c) }, c) : null;
  });
  protected readonly words = DISCARD;
  protected readonly because = whyDiscard;
  /** Where what is left of it goes. */
  protected readonly discard = computed(() => {
    const [c, p] = [this.knowledge.catalogue(), this.product()];
    return c && p ? discardOf(p, this.profile(), c) : null;
  });
  /** What stands against it altogether, and what in this house alone. */
  protected readonly against = computed(() => {
    const { never, notHere } = this.use() ?? {};
    if (never) return capital(never);
    return notHere ? `Not in this house: ${notHere.charAt(0).toLowerCase()}${notHere.slice(1)}` : null;
  });
  /** One line a family of surfaces, with how long where it is not for ever. */
  protected readonly on = computed(() =>
    this.lines(this.use()?.on ?? [], (o) => (o.minutes ? `${o.minutes} min at most` : '')),
  );
  protected readonly harms = computed(() =>
    (this.use()?.harms ?? []).map((h) => ({
      family: capital(h.family),
      names: h.surfaces.map((f) => f.name).join(', '),
      why: h.because,
      operands: h.operands,
    })),
  );
  private lines<T extends ProductUse['on'][number]>(list: readonly T[], note: (x: T) => string) {
    return list.map((o) => ({
      family: capital(o.family),
      names: o.surfaces.map((f) => f.name).join(', '),
      note: note(o),
    }));
  }
  /** How it is used: strength, waiting, rinsing, how long it keeps. */
  protected readonly facts = computed(() => {
    const p = this.product();
    if (!p) return [];
    const { unit, min, max } = p.use;
    const rinse = RINSE[p.rinse ?? 'wipe'];
    return [
      [
        'Used',
        unit === 'neat' || min === undefined || max === undefined
          ? 'as it is'
          : `${figure(min)} to ${figure(max)} ${unit}`,
      ],
      ...(p.dwell_min
        ? [
            [
              'Left for',
              p.dwell_min.max > p.dwell_min.min
                ? `${figure(p.dwell_min.min)} to ${span(p.dwell_min.max)}`
                : span(p.dwell_min.max),
            ],
          ]
        : []),
      ['Then', rinse],
      ...(p.pH
        ? [['pH', `${figure(p.pH.min)} to ${figure(p.pH.max)}, ${p.pH.of === 'neat' ? 'as sold' : 'in use'}`]]
        : []),
      ...(p.shelfLife_months
        ? [['Keeps', `${p.shelfLife_months.closed} months closed, ${p.shelfLife_months.opened} once opened`]]
        : []),
    ].map(([name, says]) => ({ name: name!, says: says! }));
  });
  protected readonly guards = computed(() => {
    const [p, c] = [this.product(), this.knowledge.catalogue()];
    return p && c ? guardsFor([p], this.profile(), c) : [];
  });
  protected readonly apart = computed(() => {
    const [p, c] = [this.product(), this.knowledge.catalogue()];
    return p && c ? keepApart([p], c) : [];
  });
  /** Where it stands in this house. */
  protected readonly here = computed(() => standsAt(this.productId(), this.household().stock, this.kits()));
  protected readonly source = computed(() => {
    const [p, c] = [this.product(), this.knowledge.catalogue()];
    return p && c ? sourceOf(p, 'mechanisms', c).id : '';
  });
}
