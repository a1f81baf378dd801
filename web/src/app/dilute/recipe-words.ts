import { computed, inject } from '@angular/core';
import {
  bottlesFrom,
  contactPlan,
  descale,
  type DiluteAnswer,
  FILM_um,
  PUT_ON,
  scaleBoiled_mgPerL,
  staysWet,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectKits, selectSettings } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { capital, figure, money, span } from '../shared/words';
import type { Recipe } from './recipe';
import type { Coming } from './time-line';

/** Further off than that nobody plans. */
const MOST_DAYS = 3 * 365;
const days = (n: number): string =>
  n < 60
    ? `${n} day${n === 1 ? '' : 's'}`
    : n < 730
      ? `${Math.round(n / 30.4)} months`
      : `${Math.round(n / 365)} years`;

/** What is told of the bottle that is being made, in words. Made within a component. */
export class RecipeWords {
  private readonly store = inject(Store);
  private readonly knowledge = inject(Knowledge);
  private readonly settings = this.store.selectSignal(selectSettings);
  private readonly kits = this.store.selectSignal(selectKits);

  constructor(private readonly recipe: Recipe) {}

  readonly shortName = computed(() =>
    (this.recipe.record()?.name ?? '').replace(/ \d.*$/, '').replace(/^household |^chlorine /, ''),
  );
  private readonly target = computed(() => {
    const t = this.recipe.answer()?.window.target;
    return t ? (this.knowledge.catalogue()?.targets.get(t) ?? null) : null;
  });
  readonly title = computed(() => this.target()?.for ?? capital(this.shortName()));
  /** What she really gets, in her spoons. */
  got(short = false): string {
    const a = this.recipe.answer();
    if (!a) return '';
    const k = a.kitchen;
    const amount = this.recipe.chlorine()
      ? `${Math.round(k?.ppm ?? a.strength.ppm)} ppm`
      : `${figure(k?.percent ?? a.strength.percent)} %`;
    if (short) return amount;
    const off = k ? Math.round(k.error * 100) : 0;
    const err = k && off !== 0 ? `, ${Math.abs(off)} % ${off > 0 ? 'over' : 'under'}` : '';
    const scale = this.recipe.chlorine() ? a.strength.ppm / a.strength.percent : 1;
    if (!a.window.target) return `${amount}${err}`;
    const window = `${figure(a.window.min * scale)} to ${figure(a.window.max * scale)}`;
    return `${amount}${err}: ${this.recipe.inside() ? 'inside' : 'outside'} ${window}`;
  }
  readonly then = computed(() => {
    const a = this.recipe.answer()!;
    const m = this.recipe.made()!;
    const k = a.kitchen?.text ?? (this.recipe.solid() ? `${figure(a.stock_g ?? 0)} g` : `${figure(a.stock_mL)} mL`);
    return [
      `${capital(m.water)} water to the lower line.`,
      `${capital(k)} of ${this.shortName()} into the water${this.recipe.solid() || m.also.length ? '' : ', to the upper line'}.`,
      ...m.also.map((x, i) => {
        const much = x.g === null ? `${figure(x.mL!)} mL` : `${figure(x.g)} g`;
        return `${much} of ${x.product.name}${i === m.also.length - 1 ? ', to the upper line' : ''}.`;
      }),
      m.mixed,
      'Label it before you put it down.',
    ];
  });
  /** How the other way to read the ratio differs; null where there is one way. */
  readonly differs = computed(() => {
    const readings = this.recipe.asked()?.readings ?? [];
    if (readings.length !== 2) return null;
    const share = (i: number): number => 1 / (1 + readings[i]!.partsWater);
    const { reading } = this.recipe.s();
    const by = share(1 - reading) / share(reading) - 1;
    return `${readings[1 - reading]!.form} would be ${figure(Math.abs(by) * 100)} % ${by < 0 ? 'weaker' : 'stronger'}.`;
  });
  readonly facts = computed<[string, string][]>(() => [
    ...(this.recipe.made()!.also.length
      ? this.parts()
      : [['Ratio', `1 + ${figure(this.recipe.answer()!.partsWater)}`] as [string, string]]),
    ...this.contact(),
    [
      'Covers',
      `${figure(this.recipe.s().mL / PUT_ON.spray)} m² sprayed, ${figure(this.recipe.s().mL / PUT_ON.mop)} mopped`,
    ],
    ...this.scale(),
    ...this.cost(),
  ]);
  /** What stands over the first thing in the drawing. */
  readonly layers = computed(() =>
    (this.recipe.made()?.also ?? []).map((a) => ({
      name: a.product.name.replace(/ \d.*$/, ''),
      mL: a.mL ?? 0,
      dry: a.g === null ? null : `${figure(a.g)} g`,
    })),
  );
  /** Of several things each: how strong it is in the whole, and what it still does there. */
  private parts(): [string, string][] {
    return this.recipe.made()!.also.map((a) => [capital(a.product.name), `${figure(a.percent)} %. ${a.does}`]);
  }
  /** What comes with time, from now on: for the line under the bottle. */
  readonly coming = computed<Coming[]>(() => {
    const a = this.recipe.answer();
    const m = this.recipe.made();
    if (!a || !m) return [];
    const t = this.target();
    const out: Coming[] = [
      { at_min: this.wet(a), says: `dry: ${Math.max(1, Math.floor(this.wet(a)))} min`, of: 'mix' },
      { at_min: m.keeps_h * 60, says: `pour away: ${span(m.keeps_h * 60)}`, of: 'mix' },
    ];
    if (t) out.push({ at_min: t.contact_min.max, says: `worked: ${span(t.contact_min.max)}`, of: 'mix' });
    if (a.lasts) {
      const left = (days: number): number => days - this.recipe.age();
      const [enough, more] = [left(a.lasts.enough_days), left(a.lasts.more_days)];
      if (enough > 0 && enough < MOST_DAYS)
        out.push({ at_min: enough * 1440, says: `take more: ${days(enough)}`, of: 'pack' });
      if (more > 0 && more < MOST_DAYS) out.push({ at_min: more * 1440, says: `buy new: ${days(more)}`, of: 'pack' });
    }
    return out;
  });
  /** How old the pack is; and where it is past its use, that. */
  readonly past = computed(() => {
    const age = this.recipe.age();
    const lasts = this.recipe.answer()?.lasts;
    if (!lasts || age <= 0) return null;
    return `pack ${days(age)} old${age >= lasts.more_days ? ': buy new' : age >= lasts.enough_days ? ': take more' : ''}`;
  });
  /** Minutes that a sprayed film stays wet, at the least. */
  private wet(a: DiluteAnswer): number {
    const alcohol = a.stockStrength.basis === 'v/v' ? a.strength.percent / 100 : 0;
    return staysWet(FILM_um.spray, undefined, alcohol).least_min;
  }
  private contact(): [string, string][] {
    const a = this.recipe.answer()!;
    const alcohol = a.stockStrength.basis === 'v/v' ? a.strength.percent / 100 : 0;
    const { least_min, most_min } = staysWet(FILM_um.spray, undefined, alcohol);
    const t = this.target();
    const wet: [string, string] = [
      'Stays wet',
      `${Math.floor(least_min)} to ${Math.round(most_min)} min, sprayed in a room of 22 °C`,
    ];
    if (!t) return [wet];
    const plan = contactPlan(t.contact_min.max, FILM_um.spray, undefined, alcohol);
    const again = plan.soak
      ? 'it dries too soon: soak it, or lay a wet cloth on it'
      : plan.holds
        ? 'once is enough'
        : `wet it again after ${plan.again_min.map((m) => figure(m)).join(' and ')} min`;
    return [
      ['Keep it wet', `${span(t.contact_min.min)} to ${span(t.contact_min.max)}: ${again}`],
      wet,
      ['Rinse', t.rinse],
    ];
  }
  /** What an acid takes up, and what the water of this house leaves. */
  private scale(): [string, string][] {
    const acid = this.recipe.acid();
    const percent = this.recipe.answer()!.strength.percent;
    const ten = acid ? descale(10, acid, this.recipe.s().mL, percent) : null;
    if (!ten) return [];
    const rounds = ten.rounds === 1 ? 'one bath' : `${ten.rounds} baths`;
    const leaves = ten.leaves ? `; pressed further it leaves ${ten.leaves}` : '';
    const hardness = this.settings()?.waterHardness_mgL;
    return [
      ['Ten grams of scale', `${figure(ten.acid_g)} g of acid, ${rounds}${leaves}`],
      ...(hardness
        ? [
            [
              'Your water',
              `a litre boiled leaves ${figure(scaleBoiled_mgPerL(hardness) / 1000)} g of scale at most`,
            ] as [string, string],
          ]
        : []),
    ];
  }
  private cost(): [string, string][] {
    const a = this.recipe.answer()!;
    const pack = this.recipe.pack();
    if (!pack) return [];
    const used = pack.pack.unit === 'g' ? (a.stock_g ?? 0) : a.stock_mL;
    const { bottles } = bottlesFrom(pack.onHand, used);
    const price = pack.price && pack.pack.amount ? (pack.price / pack.pack.amount) * used : null;
    const currency = this.settings()?.currency ?? null;
    return [
      ['What is left makes', bottles === 1 ? 'one such bottle' : `${bottles} such bottles`],
      ...(price === null
        ? []
        : [
            [
              'Costs',
              `${money(price, currency)} a bottle, ${money((price / this.recipe.s().mL) * 1000, currency)} a ready litre`,
            ] as [string, string],
          ]),
    ];
  }
  stockSays(a: DiluteAnswer): string {
    const s = a.stockStrength;
    const pack = this.recipe.pack();
    const where = pack
      ? `${this.kits().find((k) => k.id === pack.kit)?.name}: ${figure(pack.onHand)} ${pack.pack.unit} left. `
      : 'Not on a shelf here. ';
    return this.recipe.age() > 0 && s.low !== s.high
      ? `${where}${this.recipe.age()} days old: likely ${figure(s.percent)} % now (${figure(s.low)} to ${figure(s.high)}).`
      : `${where}${figure(s.percent)} % ${s.basis}.`;
  }
}
