import { MatExpansionModule } from '@angular/material/expansion';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  inject,
  input,
  signal,
} from '@angular/core';
import {
  type Activity,
  type Catalogue,
  contentsOf,
  explainStepwise,
  type MixItem,
  type Portion,
  type Range,
  readLabel,
  type Speciation,
  isSolid,
} from '@dolly-tub/core';
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { Knowledge } from '../knowledge/knowledge';
import { SourceNote } from '../shared/source-note';
import { thought } from '../shared/thought';
import { capital, figure, percent } from '../shared/words';

const LEFT = 44;
const RIGHT = 16;
const TOP = 8;
const H = 250;
const DASH = [null, '9 6', '3 5', '12 4 3 4', '2 7'];

/** "HPO42-" with charge −2 → HPO₄²⁻. */
export function formula(name: string, charge: number): string {
  const size = Math.abs(charge);
  const sign = charge < 0 ? '⁻' : '⁺';
  const tail = charge === 0 ? '' : `${size > 1 ? size : ''}${charge < 0 ? '-' : '+'}`;
  const stem = tail && name.endsWith(tail) ? name.slice(0, -tail.length) : name;
  const low = stem.replace(/\d/g, (d) => '₀₁₂₃₄₅₆₇₈₉'[Number(d)]!);
  return charge === 0 ? low : `${low}${size > 1 ? '⁰¹²³⁴⁵⁶⁷⁸⁹'[size] : ''}${sign}`;
}
/** A thing of the Mix page as so many mL of what is in it; null where its contents are not to be had. */
export function portionOf(item: MixItem, name: string, mL: number, c: Catalogue): Portion | null {
  if (item.product) {
    const p = c.products.get(item.product);
    return p ? { name, mL, density: p.density ?? 1, solid: isSolid(p), contents: p.contents } : null;
  }
  if (item.label)
    return { name, mL, density: 1, solid: false, contents: contentsOf(readLabel(item.label, c, item.corrections)) };
  if (item.substance)
    return {
      name,
      mL,
      density: 1,
      solid: false,
      contents: [{ substance: item.substance, percent: { min: item.percent ?? 0, max: item.percent ?? 100 } }],
    };
  return null;
}
const at = (s: Speciation['forms'][number], pH: number): number =>
  s.points[Math.max(0, Math.min(140, Math.round(pH * 10)))]![1];
const middle = (r: Range): number => (r.min + r.max) / 2;
const said = (r: Range): string =>
  r.max - r.min < 0.15
    ? `about ${figure(Number(middle(r).toFixed(1)))}`
    : `${figure(Number(r.min.toFixed(1)))} to ${figure(Number(r.max.toFixed(1)))}`;

/** Chlorine leaves the water: at the pH of the mix, where the acid runs in, or once acid comes. */
const LEAVES = {
  now: 'The Cl₂ among it leaves the water as chlorine gas, and the rest follows.',
  where: 'Where the acid runs in it is far more acid than the whole: there Cl₂ forms and leaves as chlorine gas.',
  withAcid: 'Acid moves it to the left, where Cl₂ forms and leaves as chlorine gas.',
};

/** The chemistry under a verdict: pH of each and of the mix on one ruler, the forms over it, and what comes of it at the most. */
@Component({
  selector: 'dt-chemistry',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatExpansionModule, MatButtonToggle, MatButtonToggleGroup, SourceNote],
  templateUrl: './chemistry.html',
  styleUrl: './chemistry.scss',
})
export class Chemistry {
  readonly items = input.required<readonly MixItem[]>();
  readonly names = input.required<readonly string[]>();
  readonly mL = input(100);
  private readonly knowledge = inject(Knowledge);
  /** Drawn in the page's own pixels, so that letters keep their size on a phone. */
  protected readonly W = signal(640);
  protected readonly H = H;
  protected readonly LEFT = LEFT;
  protected readonly RIGHT = RIGHT;
  protected readonly TOP = TOP;
  protected readonly ticks = [0, 2, 4, 6, 8, 10, 12, 14];
  protected readonly formula = formula;
  protected readonly pc = percent;
  protected readonly share = at;
  protected readonly activity = signal<Activity>('ideal');
  protected readonly system = signal<string | null>(null);
  private readonly along = computed(() => scaleLinear([0, 14], [LEFT, this.W() - RIGHT]));
  protected x = (pH: number): number => this.along()(pH);
  protected readonly y = scaleLinear([0, 1], [H - 34, TOP + 6]);

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef);
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      if (typeof ResizeObserver === 'undefined') return;
      const seen = new ResizeObserver(([e]) => {
        const wide = Math.round(e!.contentRect.width);
        if (wide > 0) this.W.set(Math.max(280, Math.min(900, wide)));
      });
      seen.observe(host.nativeElement);
      destroyed.onDestroy(() => seen.disconnect());
    });
  }
  private readonly explained = thought(
    () => {
      const c = this.knowledge.catalogue();
      if (!c) return null;
      const parts = this.items().map((i, n) => portionOf(i, capital(this.names()[n] ?? 'it'), this.mL(), c));
      return parts.length && parts.every((p) => p !== null) ? { parts, c, activity: this.activity() } : null;
    },
    ({ parts, c, activity }) => explainStepwise(parts, c, activity),
    true,
  );
  protected readonly told = computed(() => {
    const e = this.explained();
    // nothing of acid or alkali in any of them: nothing to explain
    return e?.speciation.length ? e : null;
  });
  protected readonly rulers = computed(() => {
    const t = this.told();
    return [...(t?.each ?? []), ...(t?.mix ? [t.mix] : [])].map((p) => ({
      name: p === t?.mix ? 'All together' : p.name,
      mix: p === t?.mix,
      because: p.because,
      words: p.pH ? said(p.pH) : '',
      range: p.pH
        ? { left: (100 * clamp(p.pH.min)) / 14, width: (100 * (clamp(p.pH.max) - clamp(p.pH.min))) / 14 }
        : null,
    }));
  });
  protected readonly shown = computed<Speciation | null>(() => {
    const all = this.told()?.speciation ?? [];
    return all.find((s) => s.system === this.system()) ?? all[0] ?? null;
  });
  /** The mix's place on the curve; of one thing alone, its own. */
  private readonly place = computed<Range | null>(() => {
    const t = this.told();
    return (t?.mix ?? t?.each[0])?.pH ?? null;
  });
  protected readonly band = computed(() => {
    const p = this.place();
    return p ? { x: this.x(clamp(p.min)) - 3, w: this.x(clamp(p.max)) - this.x(clamp(p.min)) + 6 } : null;
  });
  protected readonly curves = computed(() => {
    const draw = line<[number, number]>(
      (d) => this.x(d[0]),
      (d) => this.y(d[1]),
    );
    return (this.shown()?.forms ?? []).map((f, i) => {
      const top = f.points.reduce((a, b) => (b[1] > a[1] ? b : a));
      // a form that rules a whole side is named in the middle of that side
      const ruled = f.points.filter((p) => p[1] > top[1] * 0.97);
      const where = ruled[Math.floor(ruled.length / 2)]!;
      return {
        name: formula(f.name, f.charge),
        d: draw(f.points) ?? '',
        dash: DASH[i % DASH.length]!,
        gas: f.name === 'Cl2',
        x: this.beside(Math.max(LEFT + 24, Math.min(this.W() - RIGHT - 24, this.x(where[0])))),
        y: this.y(where[1]) + 20,
      };
    });
  });
  /** A name keeps off the place of the mix. */
  private beside(x: number): number {
    const p = this.place();
    const mine = p ? this.x(clamp(middle(p))) : -100;
    if (Math.abs(x - mine) > 34) return x;
    return mine + 34 < this.W() - RIGHT - 24 ? mine + 34 : mine - 34;
  }
  protected readonly dots = computed(() => {
    const p = this.place();
    if (!p) return [];
    const pH = clamp(middle(p));
    return (this.shown()?.forms ?? []).map((f) => ({
      name: f.name,
      gas: f.name === 'Cl2',
      x: this.x(pH),
      y: this.y(at(f, pH)),
    }));
  });
  protected readonly describes = computed(() => {
    const s = this.shown();
    const p = this.place();
    if (!s) return '';
    const here = p
      ? ` At pH ${said(p)}: ${s.forms.map((f) => `${formula(f.name, f.charge)} ${percent(at(f, clamp(middle(p))))}`).join(', ')}.`
      : '';
    return `Share of each form of ${s.name.toLowerCase()} over pH 0 to 14.${here}`;
  });
  protected readonly sentences = computed(() => {
    const t = this.told();
    if (!t) return [];
    const out: { text: string; source: string }[] = [];
    const names = this.names();
    const s = this.shown();
    const p = this.place();
    if (s && p) {
      const pH = clamp(middle(p));
      const main = s.forms
        .map((f) => ({ f, v: at(f, pH) }))
        .sort((a, b) => b.v - a.v)
        .slice(0, 2)
        .filter((m) => m.v > 0.005);
      const gas = s.forms.find((f) => f.name === 'Cl2');
      const forms = main.map((m) => `${percent(m.v)} ${formula(m.f.name, m.f.charge)}`).join(' and ');
      const acid = t.each.some((e) => e.pH && e.pH.min < 5);
      const leaves = gas ? ` ${at(gas, pH) > 0.001 ? LEAVES.now : acid ? LEAVES.where : LEAVES.withAcid}` : '';
      out.push({
        text: `At pH ${said(p)} ${s.name.toLowerCase()} stands as ${forms}.${leaves}`,
        source: 'chemistry-textbook',
      });
    }
    const n = t.neutral;
    // less than that nobody would feel
    if (n && n.warmer_K >= 0.3) {
      const amounts = `${figure(n.acid_mmol)} mmol of acid on ${figure(n.alkali_mmol)} mmol of alkali`;
      const other = n.usedUp === 'acid' ? 'alkali' : 'acid';
      const left =
        n.usedUp === 'both' ? 'Both are used up' : `The ${n.usedUp} is used up first and some of the ${other} is left`;
      const warmer = figure(Number(n.warmer_K.toPrecision(2)));
      out.push({
        text: `They cancel: at the most ${amounts}. ${left}; up to ${warmer} °C warmer.`,
        source: 'chemistry-textbook',
      });
    }
    const f = t.fizz;
    if (f) {
      const used = f.usedUp === 'both' ? 'acid and the soda are both used up' : `${f.usedUp} is used up first`;
      const [co2, salt] = [figure(Number(f.co2_L.toPrecision(3))), figure(Number(f.salt_g.toPrecision(2)))];
      const [least, most] = [Math.round(f.closed_bar.min), Math.round(f.closed_bar.max)].map(figure);
      const text = [
        `At the most ${co2} L of carbon dioxide.`,
        `The ${used}; what is left in the water is about ${salt} g of a salt that cleans nothing.`,
        `Shut in a bottle that just holds it, some ${least} to ${most} bar:`,
        'drink bottles burst at about ten, spray bottles far below.',
      ].join(' ');
      out.push({ text, source: 'from-memory' });
    }
    const oxygen = this.reacts() ? t.oxygen_L : 0;
    if (oxygen > 0.05 && names.length > 1)
      out.push({
        text: `The peroxide holds at the most ${figure(Number(oxygen.toPrecision(2)))} L of oxygen. In a closed bottle it has nowhere to go.`,
        source: 'chemistry-textbook',
      });
    return out;
  });
  /** A rule concerns them: what one holds of oxygen may come free. */
  readonly reacts = input(false);
}
const clamp = (pH: number): number => Math.max(0, Math.min(14, pH));
