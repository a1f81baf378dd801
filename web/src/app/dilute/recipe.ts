import { computed, inject } from '@angular/core';
import {
  agedStrength,
  type Bottle,
  type Catalogue,
  daysBetween,
  type DiluteAnswer,
  type DiluteQuestion,
  inPercentOf,
  inVessel,
  isSolid,
  keepApart,
  localDay,
  makeBottle,
  type Measure,
  measuresWith,
  type MeasureSystem,
  parseRatio,
  pastItsTime,
  ppmOfStock,
  ppmPerPercent,
  profileOf,
  type RatioAnswer,
  type Stock,
  targetsOf,
  type There,
  underHeadOf,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectBottles, selectHousehold, selectSettings, selectStock } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { figure } from '../shared/words';
import { diluteFeature } from './dilute.state';

/** The bottle that Dilute is making, as this household would: its pack, its spoons, its people. Made within a component. */
export class Recipe {
  private readonly store = inject(Store);
  private readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  private readonly household = this.store.selectSignal(selectHousehold);
  private readonly bottles = this.store.selectSignal(selectBottles);
  private readonly stock = this.store.selectSignal(selectStock);
  private readonly settings = this.store.selectSignal(selectSettings);
  readonly s = this.store.selectSignal(diluteFeature.selectDilutePageState);

  /** `saved`: what is in the bottle now is what is being made. */
  constructor(private readonly saved: () => boolean) {}

  readonly system = computed<MeasureSystem>(() => this.settings()?.measureSystem ?? 'metric');
  readonly record = computed(() => this.knowledge.catalogue()?.products.get(this.s().product));
  readonly solid = computed(() => {
    const p = this.record();
    return p ? isSolid(p) : false;
  });
  readonly chlorine = computed(() =>
    Boolean(this.knowledge.catalogue()?.substances.get(this.record()?.strength.substance ?? '')?.availableChlorine),
  );
  /** Its acid, where it is one for scale. */
  readonly acid = computed(() => {
    const s = this.knowledge.catalogue()?.substances.get(this.record()?.strength.substance ?? '');
    return s?.dissolvesLime ? s : null;
  });
  readonly unit = computed(() => (this.chlorine() ? 'ppm' : '%'));
  /** The opened pack of this product, whose age counts. */
  readonly pack = computed<Stock | undefined>(
    () =>
      this.stock()
        .filter((x) => x.item === this.s().product && x.onHand > 0)
        .sort((a, b) => Number(Boolean(b.openedOn)) - Number(Boolean(a.openedOn)))[0],
  );
  /** Percent that the label of the pack on the shelf says, entered with it. */
  readonly packSays = computed(() => this.pack()?.labelStrength?.percent ?? null);
  readonly tooOld = computed(() => {
    const [c, pack] = [this.knowledge.catalogue(), this.pack()];
    return c && pack ? pastItsTime(pack, localDay(this.clock.minute(), this.settings()?.timeZone ?? 'UTC'), c) : null;
  });
  /** How fast it is lost as it is sold is known: its age counts. */
  readonly ages = computed(() => {
    const [c, p] = [this.knowledge.catalogue(), this.record()];
    return Boolean(c && p && agedStrength(p, p.strength.percent, 1, null, c));
  });
  /** Ways of keeping a pack that make a difference to this product. */
  readonly keepings = computed(() => {
    const substance = this.record()?.strength.substance ?? '';
    return [...(this.knowledge.catalogue()?.ageing.values() ?? [])]
      .filter((a) => a.substances.includes(substance))
      .map((a) => a.kept);
  });
  /** How the pack was kept: as somebody said, else opened where the shelf says so. */
  readonly kept = computed(() => this.s().kept ?? (this.pack()?.openedOn ? 'opened' : null));
  readonly age = computed(() => {
    const made = this.pack()?.madeOn ?? this.pack()?.openedOn;
    return (
      this.s().madeDaysAgo ??
      (this.ages() && made
        ? daysBetween(`${made}T12:00:00Z`, this.clock.minute(), this.settings()?.timeZone ?? 'UTC')
        : 0)
    );
  });
  readonly drawer = computed<Measure[]>(() => {
    const c = this.knowledge.catalogue();
    const ids = {
      metric: ['metric-tsp', 'metric-tbsp', 'metric-cup'],
      us: ['us-tsp', 'us-tbsp', 'us-floz', 'us-cup'],
      uk: ['metric-tsp', 'metric-tbsp', 'uk-floz', 'uk-pint'],
    }[this.system()];
    return [
      ...(c ? ids.map((i) => c.measures.get(i)!) : []),
      ...(this.settings()?.measures ?? []).map((m) => ({
        id: m.id,
        name: `${m.name}, ${figure(m.volume_mL)} mL`,
        kind: m.kind,
        volume_mL: m.volume_mL,
        basis: { default: 'household' },
      })),
    ];
  });
  readonly spoons = computed(() => {
    const known = this.drawer().map((m) => m.id);
    return (this.s().measures ?? known.slice(0, 3)).filter((m) => known.includes(m));
  });
  /** Named strengths of this product, in what the page counts: ppm for chlorine, else percent. */
  readonly targets = computed(() => {
    const c = this.knowledge.catalogue();
    const p = this.record();
    if (!c || !p) return [];
    const k = this.chlorine() ? ppmPerPercent(p, c) : 1;
    const neat = isSolid(p) ? 100 : p.strength.percent * (p.strength.basis === 'v/v' ? 1 : (p.density ?? 1));
    return targetsOf(p, c).map((t) => {
      const { aim } = inPercentOf(t, p, c);
      return { id: t.id, name: t.name, aim: aim * k, reached: aim <= neat };
    });
  });
  /** What was typed as a ratio, read in the measures of this household. */
  readonly asked = computed<RatioAnswer | null>(() => {
    const c = this.knowledge.catalogue();
    const text = this.s().said;
    const r = c && text ? parseRatio(text, measuresWith(this.drawer(), c), this.system()) : null;
    return r?.ok ? r.value : null;
  });
  /** Why a text is no ratio, in a sentence; null where it is one. */
  wrongWith(text: string): string | null {
    const c = this.knowledge.catalogue();
    const r = c && parseRatio(text, measuresWith(this.drawer(), c), this.system());
    return r && !r.ok ? r.problems[0]!.message : null;
  }
  readonly wanted = computed<DiluteQuestion['target']>(() => {
    const s = this.s();
    const asked = this.asked();
    // the other way to read it: as if it were the only one
    if (asked) return { ratio: s.reading ? { readings: asked.readings.slice(1) } : asked };
    if (s.ppm !== null) return { ppm: s.ppm };
    if (s.percent !== null) return { percent: s.percent };
    // the second of those that it is strong enough for: the first is the mildest use
    const can = this.targets().filter((x) => x.reached);
    const t = can[1] ?? can[0];
    if (t) return this.chlorine() ? { ppm: t.aim } : { percent: t.aim };
    const p = this.record();
    const u = p?.use;
    if (p && u?.min && u.max)
      return {
        percent:
          (p.strength.percent / 100) * (Math.sqrt(u.min * u.max) / 10) * (u.unit === 'mL/L' ? (p.density ?? 1) : 1),
      };
    return { percent: (p?.strength.percent ?? 1) / 2 };
  });
  readonly strength = computed(() => {
    const { said } = this.s();
    if (said) return said;
    const [a, wanted] = [this.answer(), this.wanted()];
    if (a) return figure(this.chlorine() ? a.strength.ppm : a.strength.percent);
    return figure(wanted.ppm ?? wanted.percent ?? 0);
  });
  readonly result = computed(() => {
    const c = this.knowledge.catalogue();
    if (!c || !this.record()) return null;
    const s = this.s();
    const bottle = this.bottle();
    const now = this.clock.minute();
    const clock = { now: now.toISOString(), timeZone: this.settings()?.timeZone ?? 'UTC' };
    return makeBottle(
      {
        stock: {
          product: s.product,
          ...(this.age() > 0 ? { madeDaysAgo: this.age() } : {}),
          ...(this.kept() ? { kept: this.kept()! } : {}),
          ...((s.label ?? this.packSays()) ? { labelPercent: s.label ?? this.packSays()! } : {}),
        },
        target: this.wanted(),
        final: { mL: s.mL },
        ...(this.spoons().length ? { measures: this.spoons() } : {}),
        ...(s.dose ? { label: { max: s.dose, unit: this.solid() ? ('g/L' as const) : ('mL/L' as const) } } : {}),
        vessel: bottle?.outline ?? null,
        ...(bottle ? { opaque: bottle.opaque, capacity_mL: bottle.capacity_mL } : {}),
        there: bottle && !this.saved() ? this.thereIn(bottle, now, c) : [],
        ...(s.also.length ? { also: s.also } : {}),
        profile: profileOf(this.household(), now),
        clock,
      },
      c,
      this.drawer(),
    );
  });
  /** What the bottle held and its head has met: its own head, or one that comes from another. */
  private thereIn(bottle: Bottle, now: Date, c: Catalogue): There[] {
    const other = this.headFrom();
    return other ? underHeadOf(other, bottle, this.household(), now, c) : inVessel(bottle, this.household(), now, c);
  }
  /** The bottle whose head goes onto this one; null for its own. */
  readonly headFrom = computed(() => {
    const id = this.s().headFrom;
    return id && id !== this.s().bottle ? (this.bottles().find((b) => b.id === id && b.head) ?? null) : null;
  });
  /** mg/L of what the stock likely holds. */
  readonly likely_ppm = computed(() => {
    const [c, p] = [this.knowledge.catalogue(), this.record()];
    const percent = this.answer()?.stockStrength.percent ?? p?.strength.percent;
    return c && p && percent ? ppmOfStock(p, percent, c) : 0;
  });
  /** Measures that nobody has weighed or that are no standard ones: they hold what somebody said. */
  readonly supposed = computed(
    () => new Set((this.settings()?.measures ?? []).filter((m) => !m.mass_g).map((m) => m.id)),
  );
  readonly made = computed(() => {
    const r = this.result();
    return r?.ok ? r.value : null;
  });
  /** What may not be made: the gate's reasons, worst first. */
  readonly refused = computed(() => {
    const g = this.made()?.gate;
    return g && (g.may === 'no' || g.may === 'from') ? g.because : null;
  });
  readonly gate = computed(() => this.made()?.gate ?? null);
  readonly answer = computed<DiluteAnswer | null>(() => {
    const m = this.made();
    return m && !this.refused() ? m.recipe : null;
  });
  readonly problem = computed(() => {
    const r = this.result();
    return r && !r.ok ? r.problems[0]!.message : null;
  });
  readonly bottle = computed<Bottle | null>(() => this.bottles().find((b) => b.id === this.s().bottle) ?? null);
  readonly inside = computed(() => {
    const a = this.answer();
    return a
      ? a.kitchen
        ? a.kitchen.percent >= a.window.min && a.kitchen.percent <= a.window.max
        : a.window.inside
      : false;
  });
  /** Water of the other way to read the ratio, mL; null where there is one way. */
  readonly otherWater = computed(() => {
    const a = this.answer();
    const readings = this.asked()?.readings ?? [];
    const other = readings[1 - this.s().reading];
    return a && readings.length === 2 && other
      ? (this.s().mL * other.partsWater) / (other.partsStock + other.partsWater)
      : null;
  });
  readonly life_h = computed(() => this.made()?.keeps_h ?? 24);
  readonly discard = computed(() => new Date(this.clock.minute().getTime() + this.life_h() * 3_600_000).toISOString());
  /** What it is kept apart from, as the rules say, worst first; nothing is left out. */
  readonly apart = computed(() => {
    const c = this.knowledge.catalogue();
    const p = this.record();
    const also = (this.made()?.also ?? []).map((a) => a.product);
    const all = c && p ? keepApart([p, ...also], c) : [];
    return { never: all.filter((x) => x.level >= 4), unknown: all.filter((x) => x.level === 3) };
  });
}
