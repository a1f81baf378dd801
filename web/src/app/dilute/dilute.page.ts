import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  type Bottle,
  daysBetween,
  type DiluteAnswer,
  inVessel,
  isSolid,
  keepApart,
  localDay,
  makeBottle,
  type Measure,
  type MeasureSystem,
  movesFor,
  pastItsTime,
  profileOf,
  type Stock,
  inPercentOf,
  ppmPerPercent,
  targetsOf,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { deedsFrom } from '../household/deeds';
import { selectBottles, selectHousehold, selectKits, selectSettings, selectStock } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser, type Choice } from '../shared/chooser';
import { Clock } from '../shared/clock';
import { SourceNote } from '../shared/source-note';
import { between, numberIn, said } from '../shared/valid';
import { VerdictShape } from '../shared/verdict-shape';
import { capital, figure, span, when } from '../shared/words';
import { BottleDrawing } from './bottle';
import { diluteEvents, diluteFeature } from './dilute.state';

/** Make a bottle: the person's own container to scale, in the person's own spoons, and the strength really got. */
@Component({
  selector: 'dt-dilute',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatFormFieldModule,
    MatInputModule,
    ReactiveFormsModule,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatButton,
    BottleDrawing,
    Chooser,
    RouterLink,
    SourceNote,
    VerdictShape,
  ],
  templateUrl: './dilute.page.html',
  styleUrl: './dilute.page.scss',
})
export class DilutePage {
  private readonly store = inject(Store);
  protected readonly saving = deedsFrom('dilute: save');
  private readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  protected readonly s = this.store.selectSignal(diluteFeature.selectDilutePageState);
  private readonly bottles = this.store.selectSignal(selectBottles);
  private readonly household = this.store.selectSignal(selectHousehold);
  private readonly stock = this.store.selectSignal(selectStock);
  private readonly kits = this.store.selectSignal(selectKits);
  private readonly settings = this.store.selectSignal(selectSettings);
  protected readonly figure = figure;
  protected readonly worstLevel = computed(() => Math.max(0, ...(this.refused() ?? []).map((b) => b.level ?? 3)));
  protected whenMay = (from: string): string => when(from, ...this.zone());
  protected names = (all: readonly { name: string }[]): string => all.map((x) => x.name).join(', ');
  protected readonly saved = signal(false);
  /** /dilute?product=&percent=&ppm=&mL=&spot= */
  readonly product = input<string | undefined>();
  readonly percent = input<string | undefined>();
  readonly ppm = input<string | undefined>();
  readonly mL = input<string | undefined>();
  readonly spot = input<string | undefined>();
  /** What may be typed; what was typed and is no number stays, and is marked. */
  protected readonly form = new FormGroup({
    mL: new FormControl('', { nonNullable: true, validators: [said, between(1, 1e6)] }),
    strength: new FormControl('', { nonNullable: true, validators: [said, between(1e-6, 1e6)] }),
    label: new FormControl('', { nonNullable: true, validators: [between(0.001, 100)] }),
    dose: new FormControl('', { nonNullable: true, validators: [between(0.01, 1000)] }),
  });

  constructor() {
    void this.knowledge.load();
    this.saving.done.pipe(takeUntilDestroyed()).subscribe(() => this.saved.set(true));
    effect(() => {
      const s = this.s();
      this.form.setValue({
        mL: String(s.mL),
        strength: this.strength(),
        label: String(s.label ?? this.packSays() ?? ''),
        dose: String(s.dose ?? ''),
      });
    });
    effect(() => {
      const product = this.product();
      const n = (t: string | undefined): number | null => (t && Number(t) > 0 ? Number(t) : null);
      const change = {
        ...(product
          ? {
              product,
              percent: n(this.percent()),
              ppm: n(this.ppm()),
              label: null,
              dose: null,
              madeDaysAgo: null,
              bottle: null,
            }
          : {}),
        ...(n(this.mL()) ? { mL: n(this.mL())! } : {}),
      };
      untracked(() => {
        if (Object.keys(change).length) this.change(change);
      });
    });
  }
  protected change(change: Partial<ReturnType<typeof this.s>>): void {
    this.saved.set(false);
    this.store.dispatch(diluteEvents.recipeChanged({ change }));
  }
  protected readonly system = computed<MeasureSystem>(() => this.settings()?.measureSystem ?? 'metric');
  protected readonly record = computed(() => this.knowledge.catalogue()?.products.get(this.s().product));
  protected readonly solid = computed(() => {
    const p = this.record();
    return p ? isSolid(p) : false;
  });
  private readonly chlorine = computed(() =>
    Boolean(this.knowledge.catalogue()?.substances.get(this.record()?.strength.substance ?? '')?.availableChlorine),
  );
  protected readonly unit = computed(() => (this.chlorine() ? 'ppm' : '%'));
  protected readonly nominal = computed(() => String(this.record()?.strength.percent ?? ''));
  protected readonly shortName = computed(() =>
    (this.record()?.name ?? '').replace(/ \d.*$/, '').replace(/^household |^chlorine /, ''),
  );
  protected readonly title = computed(() => this.targetName() ?? capital(this.shortName()));
  private readonly targetName = computed(() => {
    const t = this.answer()?.window.target;
    return t ? this.knowledge.catalogue()?.targets.get(t)?.for : null;
  });
  /** The opened pack of this product, whose age counts. */
  private readonly pack = computed<Stock | undefined>(
    () =>
      this.stock()
        .filter((x) => x.item === this.s().product && x.onHand > 0)
        .sort((a, b) => Number(Boolean(b.openedOn)) - Number(Boolean(a.openedOn)))[0],
  );
  /** Percent that the label of the pack on the shelf says, entered with it. */
  protected readonly packSays = computed(() => this.pack()?.labelStrength?.percent ?? null);
  protected readonly tooOld = computed(() => {
    const [c, pack] = [this.knowledge.catalogue(), this.pack()];
    return c && pack ? pastItsTime(pack, localDay(this.clock.minute(), this.settings()?.timeZone ?? 'UTC'), c) : null;
  });
  private readonly age = computed(() => {
    const made = this.pack()?.madeOn ?? this.pack()?.openedOn;
    return (
      this.s().madeDaysAgo ??
      (this.chlorine() && made
        ? daysBetween(`${made}T12:00:00Z`, this.clock.minute(), this.settings()?.timeZone ?? 'UTC')
        : 0)
    );
  });
  protected readonly products = computed<Choice[]>(() => {
    const owned = new Map(
      this.stock()
        .filter((x) => x.onHand > 0)
        .map((x) => [x.item, this.kits().find((k) => k.id === x.kit)?.name]),
    );
    return (
      [...(this.knowledge.catalogue()?.products.values() ?? [])]
        // what the gate never lets be thinned is not offered; why not is told when it is asked for by name
        .filter((p) => (p.advised && !p.use.neatOnly) || p.id === this.s().product)
        .map((p) => ({
          id: p.id,
          name: p.name,
          also: p.synonyms,
          ...(owned.has(p.id) ? { note: `on the shelf: ${owned.get(p.id)}` } : {}),
        }))
        .sort((a, b) => Number(owned.has(b.id)) - Number(owned.has(a.id)))
    );
  });
  protected readonly drawer = computed<Measure[]>(() => {
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
  protected readonly spoons = computed(() => {
    const known = this.drawer().map((m) => m.id);
    return (this.s().measures ?? known.slice(0, 3)).filter((m) => known.includes(m));
  });
  protected toggle(id: string): void {
    const now = this.spoons();
    this.change({ measures: now.includes(id) ? now.filter((m) => m !== id) : [...now, id] });
  }
  /** Named strengths of this product, in what the page counts: ppm for chlorine, else percent. */
  protected readonly targets = computed(() => {
    const c = this.knowledge.catalogue();
    const p = this.record();
    if (!c || !p) return [];
    const k = this.chlorine() ? ppmPerPercent(p, c) : 1;
    return targetsOf(p, c).map((t) => ({ id: t.id, name: t.name, aim: inPercentOf(t, p, c).aim * k }));
  });
  private readonly wanted = computed(() => {
    const s = this.s();
    if (s.ppm !== null) return { ppm: s.ppm };
    if (s.percent !== null) return { percent: s.percent };
    const t = this.targets().find((x) => x.id !== this.targets()[0]?.id) ?? this.targets()[0];
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
  protected readonly strength = computed(() =>
    figure(
      this.answer()
        ? this.chlorine()
          ? this.answer()!.strength.ppm
          : this.answer()!.strength.percent
        : 'ppm' in this.wanted()
          ? (this.wanted().ppm ?? 0)
          : (this.wanted().percent ?? 0),
    ),
  );
  private readonly result = computed(() => {
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
          ...((s.label ?? this.packSays()) ? { labelPercent: s.label ?? this.packSays()! } : {}),
        },
        target: this.wanted(),
        final: { mL: s.mL },
        ...(this.spoons().length ? { measures: this.spoons() } : {}),
        ...(s.dose ? { label: { max: s.dose, unit: this.solid() ? ('g/L' as const) : ('mL/L' as const) } } : {}),
        vessel: bottle?.outline ?? null,
        ...(bottle ? { opaque: bottle.opaque, capacity_mL: bottle.capacity_mL } : {}),
        there: bottle && !this.saved() ? inVessel(bottle, this.household(), now, c) : [],
        profile: profileOf(this.household(), now),
        clock,
      },
      c,
      this.drawer(),
      this.system(),
    );
  });
  protected readonly made = computed(() => {
    const r = this.result();
    return r?.ok ? r.value : null;
  });
  /** What may not be made: the gate's reasons, worst first. */
  protected readonly refused = computed(() => {
    const g = this.made()?.gate;
    return g && (g.may === 'no' || g.may === 'from') ? g.because : null;
  });
  protected readonly gate = computed(() => this.made()?.gate ?? null);
  protected readonly answer = computed<DiluteAnswer | null>(() => {
    const m = this.made();
    return m && !this.refused() ? m.recipe : null;
  });
  protected readonly problem = computed(() => {
    const r = this.result();
    return r && !r.ok ? r.problems[0]!.message : null;
  });
  protected readonly bottle = computed<Bottle | null>(
    () => this.bottles().find((b) => b.id === this.s().bottle) ?? null,
  );
  protected readonly bottleChoices = computed<Choice[]>(() =>
    this.bottles().map((b) => ({
      id: b.id,
      name: `${b.name}, ${b.capacity_mL >= 1000 ? `${b.capacity_mL / 1000} L` : `${b.capacity_mL} mL`}`,
      note: b.fill ? `holds ${b.fill.left_mL} mL of a mix` : 'empty',
    })),
  );
  protected readonly capacity = computed(() => this.bottle()?.capacity_mL ?? this.s().mL / 0.9);
  protected readonly inside = computed(() => {
    const a = this.answer();
    return a
      ? a.kitchen
        ? a.kitchen.percent >= a.window.min && a.kitchen.percent <= a.window.max
        : a.window.inside
      : false;
  });
  /** What she really gets, in her spoons. */
  protected got(short = false): string {
    const a = this.answer();
    if (!a) return '';
    const k = a.kitchen;
    const amount = this.chlorine()
      ? `${Math.round(k?.ppm ?? a.strength.ppm)} ppm`
      : `${figure(k?.percent ?? a.strength.percent)} %`;
    if (short) return amount;
    const off = k ? Math.round(k.error * 100) : 0;
    const err = k && off !== 0 ? `, ${Math.abs(off)} % ${off > 0 ? 'over' : 'under'}` : '';
    const scale = this.chlorine() ? a.strength.ppm / a.strength.percent : 1;
    if (!a.window.target) return `${amount}${err}`;
    const window = `${figure(a.window.min * scale)} to ${figure(a.window.max * scale)}`;
    return `${amount}${err}: ${this.inside() ? 'inside' : 'outside'} ${window}`;
  }
  protected readonly then = computed(() => {
    const a = this.answer()!;
    const m = this.made()!;
    const k = a.kitchen?.text ?? (this.solid() ? `${figure(a.stock_g ?? 0)} g` : `${figure(a.stock_mL)} mL`);
    return [
      `${capital(m.water)} water to the lower line.`,
      `${capital(k)} of ${this.shortName()} into the water${this.solid() ? '' : ', to the upper line'}.`,
      m.mixed,
      'Label it before you put it down.',
    ];
  });
  protected readonly facts = computed<[string, string][]>(() => {
    const a = this.answer()!;
    const t = a.window.target ? this.knowledge.catalogue()?.targets.get(a.window.target) : null;
    const price = this.pack()?.price;
    const pack = this.pack()?.pack.amount;
    const used = this.pack()?.pack.unit === 'g' ? (a.stock_g ?? 0) : a.stock_mL;
    return [
      ['Ratio', `1 + ${figure(a.partsWater)}`],
      ...(t
        ? [
            ['Keep it wet', span(t.contact_min.min) + ' to ' + span(t.contact_min.max)] as [string, string],
            ['Rinse', t.rinse] as [string, string],
          ]
        : []),
      ['Covers, sprayed', `${figure(this.s().mL / 30)} m²`],
      ...(price && pack
        ? [
            ['Cost of the bottle', `${((price / pack) * used).toFixed(2)} ${this.settings()?.currency ?? ''}`] as [
              string,
              string,
            ],
          ]
        : []),
    ];
  });
  protected stockSays(a: DiluteAnswer): string {
    const s = a.stockStrength;
    const pack = this.pack();
    const where = pack
      ? `${this.kits().find((k) => k.id === pack.kit)?.name}: ${figure(pack.onHand)} ${pack.pack.unit} left. `
      : 'Not on a shelf here. ';
    return this.age() > 0 && s.low !== s.high
      ? `${where}${this.age()} days old: likely ${figure(s.percent)} % now (${figure(s.low)} to ${figure(s.high)}).`
      : `${where}${figure(s.percent)} % ${s.basis}.`;
  }
  private readonly life_h = computed(() => this.made()?.keeps_h ?? 24);
  private readonly zone = computed(() => [this.settings()?.timeZone, this.settings()?.locale] as const);
  protected readonly mixedAt = computed(() => when(this.clock.minute().toISOString(), ...this.zone()));
  private readonly discard = computed(() =>
    new Date(this.clock.minute().getTime() + this.life_h() * 3_600_000).toISOString(),
  );
  protected readonly discardAt = computed(() => when(this.discard(), ...this.zone()));
  /** What it is kept apart from, as the rules say, worst first; nothing is left out. */
  protected readonly apart = computed(() => {
    const c = this.knowledge.catalogue();
    const p = this.record();
    const all = c && p ? keepApart([p], c) : [];
    return { never: all.filter((x) => x.level >= 4), unknown: all.filter((x) => x.level === 3) };
  });
  /** A field that was left or entered counts, if it is a number. */
  protected typed(key: 'mL' | 'strength' | 'label' | 'dose'): void {
    const field = this.form.controls[key];
    field.markAsTouched();
    if (field.invalid) return;
    const n = numberIn(field);
    if (key === 'strength') this.take(n!);
    else if (key === 'mL') this.change({ mL: n! });
    else this.change({ [key]: n });
  }
  protected take(n: number): void {
    this.change(this.chlorine() ? { ppm: n, percent: null } : { percent: n, ppm: null });
  }
  protected into(id: string): void {
    const b = this.bottles().find((x) => x.id === id)!;
    this.change({
      bottle: id,
      mL: Math.round(b.capacity_mL * (this.knowledge.catalogue()?.vessels.get(b.outline)?.fill ?? 0.9)),
    });
  }
  protected save(a: DiluteAnswer): void {
    const b = this.bottle()!;
    const p = this.record()!;
    const k = a.kitchen;
    const unit = this.solid() ? ('g' as const) : ('mL' as const);
    const volume = k?.stock_mL ?? a.stock_mL;
    const amount = Math.round((this.solid() ? volume * (p.density ?? 1) : volume) * 100) / 100;
    const { moves, short } = movesFor([{ item: p.id, amount, unit }], this.stock(), [b.kit ?? '']);
    const came = short.length
      ? 'Its shelf was short of it: count it in Kits.'
      : `${figure(amount)} ${unit} came off the shelf.`;
    this.saving.ask(
      {
        does: 'write',
        entry: {
          kind: 'mix',
          bottle: b.id,
          names: { bottle: b.name, product: p.name },
          moves,
          fill: {
            parts: [
              {
                item: p.id,
                stock: moves[0]?.stock ?? null,
                amount,
                unit,
                strength: a.stockStrength.percent,
                contents: null,
              },
            ],
            water_mL: Math.round(this.solid() ? this.s().mL : this.s().mL - volume),
            result: [
              {
                substance: p.strength.substance,
                percent: Number((k?.percent ?? a.strength.percent).toPrecision(6)),
                basis: a.stockStrength.basis === 'v/v' ? 'v/v' : 'w/v',
              },
            ],
            target: a.window.target,
            mixedAt: this.clock.now().toISOString(),
            by: null,
            discardAt: this.discard(),
            left_mL: this.s().mL,
            labelPrintedAt: null,
          },
        },
      },
      `Saved: ${b.name} holds ${this.s().mL} mL. ${came}`,
    );
  }
  protected print(): void {
    window.print();
  }
}
