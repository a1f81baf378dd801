import { NgTemplateOutlet } from '@angular/common';
import { MatExpansionModule } from '@angular/material/expansion';
import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  type Catalogue,
  doseOf,
  type Hygiene,
  inKitchenMeasures,
  keepApart,
  type Kit,
  type Rung,
  type Stock,
  stepsWithHygiene,
} from '@dolly-tub/core';
import { Knowledge } from '../knowledge/knowledge';
import { InTurn } from '../shared/in-turn';
import { SourceNote } from '../shared/source-note';
import { VerdictShape } from '../shared/verdict-shape';
import { capital, figure, money, percent, span } from '../shared/words';

export interface Need {
  item: string;
  name: string;
  where: string | null;
  /** What the house has that does as well, where it has this nowhere. */
  instead: { name: string; where: string } | null;
}

/** So many that do as well are named at once; the others by one tap. */
const AT_ONCE = 5;

/** One rung in full: steps, strength in own spoons, what to wear, what it must not meet, and what is missing. */
@Component({
  selector: 'dt-rung-detail',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [InTurn, NgTemplateOutlet, MatIcon, MatExpansionModule, MatButton, SourceNote, VerdictShape, RouterLink],
  templateUrl: './rung-detail.html',
  styleUrl: './rung-detail.scss',
})
export class RungDetail {
  private readonly knowledge = inject(Knowledge);
  readonly rung = input.required<Rung>();
  /** The rung to start with. */
  readonly start = input<number | null>(null);
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
  /** Tools that do as well as its own. */
  protected readonly all = linkedSignal({ source: this.rung, computation: () => false });
  protected readonly more = computed(() => {
    const { or, orWith } = this.rung();
    return Math.max(0, or.length - AT_ONCE) + Math.max(0, orWith.length - AT_ONCE);
  });
  protected readonly otherProducts = computed(() => this.rung().or.slice(0, this.all() ? undefined : AT_ONCE));
  protected readonly otherTools = computed(() => this.rung().orWith.slice(0, this.all() ? undefined : AT_ONCE));
  /** The chemistry that it stands for, of a rung to climb to. */
  protected readonly remedy = computed(() => (this.rung().rung > (this.start() ?? 0) ? this.rung().remedy : null));
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
          : ` Missing here: ${this.names(this.missing())}.${this.missing()
              .flatMap(({ instead: x }) => (x ? ` ${capital(x.name)} does as well: ${x.where}.` : ''))
              .join('')}`;
    const seen = r.evidence
      ? ` Worked here ${figure(r.evidence.worked)} of ${r.evidence.of} times${r.evidence.worked % 1 ? ' (partly counts half)' : ''}.`
      : '';
    const cost = r.cost ? ` Costs about ${money(r.cost, this.currency())}.` : '';
    return `${capital(span(r.minutes))}${wait}. Likely to clear it in one go: ${percent(r.effect)}.${seen}${cost}${kit}`;
  });
  protected readonly mixing = computed(() => {
    const c = this.knowledge.catalogue();
    const dose = c && doseOf(this.rung(), c);
    if (!dose) return null;
    const inside = dose.window ? `, inside ${figure(dose.window.min)} to ${figure(dose.window.max)}` : '';
    return { text: dose.text, note: `${figure(dose.percent)} %${inside}` };
  });
  /** What it is kept apart from, worst first, as the rules say. */
  protected readonly apart = computed(() => {
    const c = this.knowledge.catalogue();
    const p = this.rung().product ? c?.products.get(this.rung().product!) : undefined;
    return c && p ? keepApart([p], c).filter((x) => x.level >= 4) : [];
  });
  protected readonly steps = computed(() => {
    const c = this.knowledge.catalogue();
    const steps = stepsWithHygiene(this.rung(), { hygiene: this.hygiene() });
    return c ? inKitchenMeasures(steps, this.rung(), c) : steps;
  });
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
  const standsIn = (item: string): string | null => {
    const rows = stock.filter((s) => s.item === item && s.onHand > 0);
    const best = rows.find((s) => kits.find((k) => k.id === s.kit)?.room === room) ?? rows[0];
    return best ? (kits.find((k) => k.id === best.kit)?.name ?? null) : null;
  };
  const asWell = (item: string): Need['instead'] => {
    const others =
      item === rung.tool
        ? rung.orWith.map(({ tool, name }) => ({ item: tool, name }))
        : rung.or.map(({ product, name }) => ({ item: product, name }));
    const here = others.find((o) => standsIn(o.item) !== null);
    return here ? { name: here.name, where: standsIn(here.item)! } : null;
  };
  return ids.map((item) => {
    const where = standsIn(item);
    return {
      item,
      name: (c.products.get(item) ?? c.tools.get(item))!.name,
      where,
      instead: where === null ? asWell(item) : null,
    };
  });
}
