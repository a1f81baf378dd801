import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  type Catalogue,
  type Hygiene,
  keepApart,
  type Kit,
  makeBottle,
  type Rung,
  type Stock,
  stepsWithHygiene,
} from '@dolly-tub/core';
import { Knowledge } from '../knowledge/knowledge';
import { SourceNote } from '../shared/source-note';
import { VerdictShape } from '../shared/verdict-shape';
import { capital, figure, money, percent, span } from '../shared/words';

export interface Need {
  item: string;
  name: string;
  where: string | null;
}

/** One rung in full: steps, strength in own spoons, what to wear, what it must not meet, and what is missing. */
@Component({
  selector: 'dt-rung-detail',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [SourceNote, VerdictShape, RouterLink],
  template: `
    <section class="plate fade" aria-labelledby="rung-title">
      <h2 id="rung-title"><span class="n num">Rung {{ rung().rung }}</span> {{ rung().name }}</h2>
      <p class="quiet">{{ summary() }}</p>
      <div class="row">
        @if (from(); as f) { <p class="notyet" role="status"><b>Not today.</b> From {{ f }}. {{ why() }}</p> } @else { <button class="btn strong" type="button" (click)="begin.emit()">Do it now</button> }
        @if (rung().dose || rung().strength) { <button class="btn" type="button" (click)="bottle.emit()">Mix a bottle</button> }
        @if (missing().length) { <button class="btn" type="button" (click)="shop.emit()">Put it on the list</button> } @else if (kit()) { <a class="btn" [routerLink]="['/kits', kit()]" [queryParams]="{ needs: needIds() }">The shelf</a> }
      </div>
      <dl class="tray facts">
        @if (mixing(); as m) { <dt>Mix</dt><dd>{{ m.text }} <span class="quiet">({{ m.note }})</span></dd> }
        <dt>Wear</dt><dd>@for (p of rung().protection; track p.text) { <span class="line">{{ p.text }}</span> } @empty { nothing special }</dd>
        @for (m of rung().meets; track m.text) { <dt>Has been here</dt><dd class="meet"><dt-verdict-shape [level]="m.level" [size]="22" [style.color]="'var(--v' + m.level + ')'" /><span>{{ m.text }} @if (m.level >= 4) { <a routerLink="/emergency">They have already met</a> }</span></dd> }
        @for (m of rung().minds; track m.text) { <dt>Mind</dt><dd>{{ m.text }} <dt-source [of]="m.source" /></dd> }
        @if (neverOn(); as n) { <dt>Never on</dt><dd>{{ n.text }} <span class="quiet">({{ n.tool }})</span> <dt-source [of]="n.source" /></dd> }
        @if (onTool(); as m) { <dt>On the tool</dt><dd class="meet"><dt-verdict-shape [level]="m.level" [size]="22" [style.color]="'var(--v' + m.level + ')'" /><span>{{ m.text }} @if (m.level >= 4) { <a routerLink="/emergency">They have already met</a> }</span></dd> }
        @if (apart().length) { <dt>Keep away from</dt><dd>@for (x of apart(); track x.name; let last = $last) { <span [class.deadly]="x.level === 5">{{ x.name }}{{ last ? '' : ', ' }}</span> }</dd> }
        @if (missing().length) { <dt>Not on the shelf</dt><dd class="warn">{{ names(missing()) }}</dd> }
      </dl>
      <ol class="steps">@for (s of steps(); track s.id) { <li>{{ s.text }}@if (s.wait_s) { <b class="wait">wait {{ spanOf(s.wait_s.min) }}</b> }</li> }</ol>
      <details class="sum">
        <summary>The sum behind it, and {{ rung().basis.length }} sources</summary>
        <p class="small">Shifts it: 1 − e<sup>−dose ÷ need</sup> = <b>{{ pc(rung().modelEffect) }}</b>@if (rung().evidence; as e) {; with what worked here ({{ e.worked }} of {{ e.of }}): <b>{{ pc(rung().effect) }}</b>}. Wears it: 1 − the product of what each limit leaves = <b>{{ pc(rung().harm) }}</b>.</p>
        <table class="small"><caption class="visually-hidden">Doses and harms</caption><tbody>
          @for (d of rung().doses; track d.mechanism) { <tr><th scope="row">{{ d.name }}</th><td>lifts {{ d.lifts }} × supply {{ fig(d.supply) }}, over its time</td><td class="r">{{ fig(d.dose) }}</td></tr> }
          @for (h of rung().harms; track h.name) { <tr class="harm"><th scope="row">{{ h.name }}</th><td>near its limit</td><td class="r">{{ pc(h.h) }}</td></tr> }
        </tbody></table>
        <ul class="basis">@for (b of rung().basis; track b.claim) { <li><b>{{ b.claim }}</b> <dt-source [of]="b.source" /></li> }</ul>
      </details>
    </section>
  `,
  styles: `
    section { display: grid; gap: 10px; }
    h2 { font-size: 20px; } .n { color: var(--blue); font-size: 25px; font-weight: 700; margin-right: 8px; }
    p { margin: 0; } .notyet { border: 3px dashed var(--copper); border-radius: 12px; padding: 10px 14px; } .deadly { color: var(--v5); font-weight: 700; }
    .steps { padding-left: 26px; display: grid; gap: 3px; line-height: 1.34; font-size: 15px; } .steps li::marker { font-weight: 700; color: var(--blue); }
    .wait { margin-left: 8px; white-space: nowrap; color: var(--copper); }
    .facts { gap: 6px 16px; } .line { display: block; } .meet { display: flex; gap: 8px; align-items: flex-start; }
    summary { cursor: pointer; font-weight: 600; color: var(--ink-2); min-height: 28px; } .sum p { margin: 8px 0; }
    th { text-align: left; font-weight: 600; padding: 2px 8px 2px 0; } td { color: var(--ink-2); } .r { text-align: right; color: var(--ink); font-weight: 600; } .harm th { color: var(--copper); }
    .basis { list-style: none; margin-top: 8px; display: grid; gap: 2px; }
  `,
})
export class RungDetail {
  private readonly knowledge = inject(Knowledge);
  readonly rung = input.required<Rung>();
  readonly needs = input<readonly Need[]>([]);
  /** Kit of the room, to look at. */
  readonly kit = input<string | null>(null);
  /** ISO 4217 code of the household's money. */
  readonly currency = input<string | null>(null);
  /** What the gate says of the piece at hand: its class, or what it still carries. */
  readonly onTool = input<{ level: number; text: string } | null>(null);
  /** What hygiene asks beside it: its steps belong to the card. */
  readonly hygiene = input<Hygiene | null>(null);
  /** From when it may be done, in words; null: now. */
  readonly from = input<string | null>(null);
  protected readonly why = computed(() => this.rung().meets.find((m) => m.level >= 2)?.text ?? '');
  readonly begin = output<void>();
  readonly bottle = output<void>();
  readonly shop = output<void>();
  protected readonly pc = percent;
  protected readonly fig = figure;
  protected readonly spanOf = (s: number): string => span(s / 60);
  protected readonly needIds = computed(() =>
    this.needs()
      .map((n) => n.item)
      .join(','),
  );
  protected readonly missing = computed(() => this.needs().filter((n) => n.where === null));
  protected names = (n: readonly Need[]): string => n.map((x) => x.name).join(', ');
  /** What its tool never goes on, in the words of its record. */
  protected readonly neverOn = computed(() => {
    const t = this.knowledge.catalogue()?.tools.get(this.rung().tool);
    return t?.neverOn ? { tool: t.name, text: t.neverOn, source: t.basis['neverOn'] ?? t.basis.default } : null;
  });
  protected readonly summary = computed(() => {
    const r = this.rung();
    const wait = r.dwell_min > 2 ? `, ${span(r.dwell_min)} of them waiting` : '';
    const shelves = [
      ...new Set(
        this.needs()
          .map((n) => n.where)
          .filter((w): w is string => w !== null),
      ),
    ];
    const kit =
      this.needs().length === 0
        ? ''
        : this.missing().length === 0
          ? ` All of it is at hand: ${shelves.join(', ')}.`
          : ` Missing here: ${this.names(this.missing())}.`;
    const seen = r.evidence
      ? ` Worked here ${figure(r.evidence.worked)} of ${r.evidence.of} times${r.evidence.worked % 1 ? ' (partly counts half)' : ''}.`
      : '';
    const cost = r.cost ? ` Costs about ${money(r.cost, this.currency())}.` : '';
    return `${capital(span(r.minutes))}${wait}. Likely to clear it in one go: ${percent(r.effect)}.${seen}${cost}${kit}`;
  });
  protected readonly mixing = computed(() => {
    const r = this.rung();
    const c = this.knowledge.catalogue();
    if (!c || !r.product || !r.dose || !r.strength) return null;
    const p = c.products.get(r.product)!;
    const d = makeBottle(
      {
        stock: { product: r.product },
        target: {
          percent:
            (p.strength.percent / 100) *
            (r.dose.unit === 'g/L' ? r.dose.amount / 10 : (r.dose.amount * (p.density ?? 1)) / 10),
        },
        final: { mL: 500 },
      },
      c,
    );
    if (!d.ok) return null;
    const k = d.value.recipe.kitchen;
    return {
      text: `${k ? k.text : `${figure(d.value.recipe.stock_mL)} mL`} in 500 mL ${r.temperature_C > 25 ? 'hand-warm' : 'cool'} water`,
      note: `${figure(k?.percent ?? d.value.recipe.strength.percent)} %${d.value.recipe.window.name ? `, inside ${figure(d.value.recipe.window.min)} to ${figure(d.value.recipe.window.max)}` : ''}`,
    };
  });
  /** What it is kept apart from, worst first, as the rules say. */
  protected readonly apart = computed(() => {
    const c = this.knowledge.catalogue();
    const p = this.rung().product ? c?.products.get(this.rung().product!) : undefined;
    return c && p ? keepApart([p], c).filter((x) => x.level >= 4) : [];
  });
  protected readonly steps = computed(() => stepsWithHygiene(this.rung(), { hygiene: this.hygiene() }));
}

/** Where each thing a rung needs stands, the room's own kits first. Water is always there. */
export function needsOf(
  rung: Rung,
  c: Catalogue,
  kits: readonly Kit[],
  stock: readonly Stock[],
  room: string | null,
): Need[] {
  const ids = [
    ...(rung.product &&
    c.products.get(rung.product)!.contents.some((x) => !c.substances.get(x.substance)?.classes.includes('water'))
      ? [rung.product]
      : []),
    rung.tool,
  ];
  return ids.map((item) => {
    const rows = stock.filter((s) => s.item === item && s.onHand > 0);
    const best = rows.find((s) => kits.find((k) => k.id === s.kit)?.room === room) ?? rows[0];
    return {
      item,
      name: (c.products.get(item) ?? c.tools.get(item))!.name,
      where: best ? (kits.find((k) => k.id === best.kit)?.name ?? null) : null,
    };
  });
}
