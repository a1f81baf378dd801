import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatExpansionModule } from '@angular/material/expansion';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton } from '@angular/material/button';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
} from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { Router, RouterLink } from '@angular/router';
import {
  asItem,
  carriedWords,
  type Carrier,
  carriersOf,
  choicesOf,
  type Correction,
  type Guard,
  guardsFor,
  judge,
  type JudgedItem,
  MEETING,
  type MeetingId,
  type MixAnswer,
  type MixItem,
  type Product,
  profileOf,
  releasesOf,
  resolveItems,
  whereOf,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { deedsFrom } from '../household/deeds';
import { selectBottles, selectHousehold, selectKits, selectSettings, selectStock } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser, type Choice } from '../shared/chooser';
import { Clock } from '../shared/clock';
import { SourceNote } from '../shared/source-note';
import { VERDICTS, VerdictShape } from '../shared/verdict-shape';
import { capital, figure } from '../shared/words';
import { LabelDraft } from '../label/draft';
import { LabelReader } from '../label/label-reader';
import { Air } from './air';
import { Chemistry } from './chemistry';
import { Emergency } from './emergency';
import { type Allowed, LabelAllows } from './label-allows';
import { MeetingWeb } from './meeting-web';
import { mixEvents, mixFeature } from './mix.state';

/** May these meet? One big verdict, then the web of which meets which, then why and what instead. */
@Component({
  selector: 'dt-mix',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatExpansionModule,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatTooltip,
    MatButton,
    Air,
    Chemistry,
    Chooser,
    LabelAllows,
    LabelReader,
    MeetingWeb,
    SourceNote,
    VerdictShape,
    RouterLink,
  ],
  templateUrl: './mix.page.html',
  styleUrl: './mix.page.scss',
})
export class MixPage {
  protected readonly store = inject(Store);
  private readonly knowledge = inject(Knowledge);
  private readonly dialog = inject(MatDialog);
  protected readonly events = mixEvents;
  protected readonly words = VERDICTS;
  /** A place that can be shut. */
  protected readonly closable = computed(
    () => this.knowledge.catalogue()?.meetings.get(this.state.meeting())?.closable ?? false,
  );
  protected readonly state = {
    items: this.store.selectSignal(mixFeature.selectItems),
    meeting: this.store.selectSignal(mixFeature.selectMeeting),
    closed: this.store.selectSignal(mixFeature.selectClosed),
    rinsed: this.store.selectSignal(mixFeature.selectRinsed),
    conditions: this.store.selectSignal(mixFeature.selectConditions),
  };
  private readonly stock = this.store.selectSignal(selectStock);
  private readonly kits = this.store.selectSignal(selectKits);
  private readonly settings = this.store.selectSignal(selectSettings);
  private readonly ownBottles = this.store.selectSignal(selectBottles);
  protected readonly pasting = signal(false);
  protected readonly draft = inject(LabelDraft);
  private readonly router = inject(Router);
  /** /mix?with=chlorine-bleach,white-vinegar&where=surface */
  readonly with = input<string | undefined>();
  readonly where = input<string | undefined>();

  constructor() {
    this.rinsed.done.pipe(takeUntilDestroyed()).subscribe(() => this.showRinsed());
    void this.knowledge.load();
    afterNextRender(() => (window.requestIdleCallback ?? setTimeout)(() => this.quiet.set(true)));
    effect(() => {
      const ids = this.with()?.split(',').filter(Boolean);
      if (ids?.length) this.store.dispatch(mixEvents.thingsBrought({ items: ids.map((product) => ({ product })) }));
      const where = this.where();
      if (where) this.store.dispatch(mixEvents.meetingChosen({ meeting: where as MeetingId }));
    });
  }
  /** Mixing one's own, where people disagree: shown where it matters, and it opens nothing. */
  protected readonly own = computed(() => {
    const c = this.knowledge.catalogue();
    if (!c || this.state.meeting() !== 'container' || this.state.items().length < 2) return null;
    const stances = this.settings()?.stances ?? {};
    const x = choicesOf({ stances }, c).find((k) => k.stance.where === 'mix');
    return x ? { question: x.stance.question, choice: x.choice.name, because: x.stance.because } : null;
  });
  protected readonly mL = signal(100);
  protected readonly gas = signal<string | null>(null);
  /** Gases whose amount can be bounded, for products of the catalogue. Others stay unknown, and so not safe. */
  protected readonly releases = computed(() => {
    const c = this.knowledge.catalogue();
    if (!c) return [];
    const products = this.state.items().map((i) => (i.product ? c.products.get(i.product) : undefined));
    if (!products.length || products.some((p) => !p)) return [];
    const forms = this.answer()?.findings.flatMap((f) => f.forms) ?? [];
    return releasesOf(products as Product[], forms, this.mL(), c);
  });
  protected readonly release = computed(
    () => this.releases().find((r) => r.gas.id === this.gas()) ?? this.releases()[0] ?? null,
  );
  protected asMeeting = (id: string): MeetingId => id as MeetingId;
  protected readonly conditions = computed(() => [...(this.knowledge.catalogue()?.conditions.values() ?? [])]);
  protected readonly meetings = computed(() =>
    [...(this.knowledge.catalogue()?.meetings.values() ?? [])].filter((m) => !m.inner),
  );
  /** How rinsing counts where they meet; null where it does not on the same day. */
  protected readonly rinsing = computed(() => {
    const r = this.knowledge.catalogue()?.meetings.get(this.state.meeting())?.rinse;
    return r?.sameDay ? r : null;
  });
  protected readonly bottles = computed<Choice[]>(() =>
    this.ownBottles()
      .filter((b) => b.fill)
      .map((b) => ({ id: b.id, name: b.name })),
  );
  protected readonly products = computed<Choice[]>(() => {
    const owned = new Map(this.stock().map((s) => [s.item, this.kits().find((k) => k.id === s.kit)?.name]));
    return [...(this.knowledge.catalogue()?.products.values() ?? [])]
      .map((p) => ({
        id: p.id,
        name: capital(p.name),
        also: p.synonyms,
        ...(owned.has(p.id) ? { note: `you have it: ${owned.get(p.id)}` } : {}),
      }))
      .sort((a, b) => Number(owned.has(b.id)) - Number(owned.has(a.id)) || (a.name < b.name ? -1 : 1));
  });
  private readonly inBottle = (id: string): MixItem[] | null => {
    const fill = this.ownBottles().find((b) => b.id === id)?.fill;
    return fill ? fill.parts.map((p) => (p.contents ? { label: p.contents } : { product: p.item })) : null;
  };
  /** The things, resolved to their ingredients. */
  private readonly resolved = computed(() => {
    const c = this.knowledge.catalogue();
    const says = this.settings()?.labelled ?? [];
    const asked = this.state.items().map((i) => (i.product && says.includes(i.product) ? { ...i, labelled: true } : i));
    if (!c || !asked.length) return null;
    const r = resolveItems(asked, c, this.inBottle);
    return r.ok ? r.value : null;
  });
  /** In a machine, where the verdict turns on what the labels say: asked of every product among the things. */
  protected readonly allowed = computed<{ of: Allowed[]; asks: string; says: string } | null>(() => {
    const column = this.knowledge.catalogue()?.meetings.get(this.state.meeting())?.column;
    const turns = this.knowledge.catalogue()?.columns.get(column ?? '')?.labelled;
    const a = this.answer();
    const ids = this.state.items().flatMap((i) => i.product ?? []);
    if (!turns || !a || ids.length < this.state.items().length) return null;
    const says = this.settings()?.labelled ?? [];
    if (!turns.from.includes(a.level) && !ids.every((id) => says.includes(id))) return null;
    return {
      of: ids.map((id, n) => ({ id, name: capital(this.items()[n]!.name), says: says.includes(id) })),
      asks: turns.asks,
      says: turns.says,
    };
  });
  /** Kept with the product, so that it is asked once. */
  protected allow(of: Allowed): void {
    const settings = this.settings()!;
    this.allowing = (this.allowing ?? settings.labelled ?? []).filter((id) => id !== of.id);
    if (of.says) this.allowing = [...this.allowing, of.id];
    this.kept.ask({ does: 'change', on: 'settings', id: settings.id, fields: { labelled: [...this.allowing] } });
  }
  /** Answers that are under way: the next one goes upon them. */
  private allowing: readonly string[] | null = null;
  protected readonly items = computed<readonly JudgedItem[]>(() => this.resolved() ?? []);
  protected readonly answer = computed(() => {
    const c = this.knowledge.catalogue();
    const items = this.resolved();
    if (!c || !items?.length) return null;
    if (items.length === 1 && !this.state.conditions().length) return null;
    return judge(
      items,
      {
        meeting: this.state.meeting(),
        closed: this.closable() && this.state.closed(),
        rinsed: this.state.rinsed(),
        conditions: this.state.conditions(),
        ...(this.solidPlace() ? { porous: false } : {}),
      },
      c,
    );
  });
  /** The two findings that weigh most, each rule and pair once. */
  protected readonly reasons = computed(() => {
    const seen = new Set<string>();
    return (this.answer()?.findings ?? [])
      .filter((f) => {
        const key = `${f.rule}|${f.between.join('|')}`;
        return !seen.has(key) && seen.add(key);
      })
      .slice(0, 2);
  });
  /** What to wear for each as sold, and whom of this house it concerns. */
  protected readonly guards = computed<Guard[]>(() => {
    const c = this.knowledge.catalogue();
    if (!c) return [];
    const ids = this.state.items().flatMap((i) => [i.product, ...(i.holds?.what.map((w) => w.product) ?? [])]);
    const products = [...new Set(ids)].flatMap((id) => (id && c.products.get(id)) || []);
    return guardsFor(products, profileOf(this.household(), this.clock.minute()), c);
  });
  /** Everything of this house among them is known not to drink: the same question as at the spot itself. */
  private readonly solidPlace = computed(() => {
    const mine = this.state.items().flatMap((i) => (i.holds && this.carrierNamed(i.holds.name)) || []);
    return mine.length > 0 && mine.every((k) => !k.porous);
  });
  protected readonly names = computed(() => this.items().map((i) => i.name));
  /** Level 0 claims no more than was read. */
  /** The reason, large: what harms most; where its place has made it harmless, why there. */
  protected readonly reason = (a: MixAnswer): string => {
    const first = a.findings[0];
    return (a.level === 0 && first?.note) || (first?.because ?? this.nothing());
  };
  private readonly nothing = computed(() =>
    this.items().every((i) => i.disclosed)
      ? 'No rule concerns them, and everything in them is named.'
      : 'No rule concerns anything that their labels name.',
  );
  protected readonly things = computed(() =>
    this.items().map((i, n) => ({
      name: capital(i.name),
      label: this.labelOf(n),
      carried: this.carriedOf(n),
      inside:
        this.nowIn(n) ??
        i.ingredients
          .map((n) => `${n.name.toLowerCase()}${n.percent < 100 ? ` to ${figure(n.percent)} %` : ''}`)
          .join(', '),
      unknown: i.unknownWhat.length
        ? `${i.unknownWhat.length} not recognised: “${i.unknownWhat.join('”, “').slice(0, 80)}”`
        : i.unknown
          ? 'not all of it is named'
          : '',
    })),
  );
  /** What is in a bottle that was mixed here, as strong as it is now; judged by what went in. */
  private nowIn(n: number): string | null {
    const fill = this.ownBottles().find((b) => b.id === this.state.items()[n]?.bottle)?.fill;
    const c = this.knowledge.catalogue();
    if (!fill?.result.length || !c) return null;
    const now = fill.result.map(
      (r) => `${(c.substances.get(r.substance)?.name ?? r.substance).toLowerCase()} ${figure(r.percent)} %`,
    );
    return `now ${now.join(', ')} in water; judged by what went in`;
  }
  private readonly household = this.store.selectSignal(selectHousehold);
  private readonly clock = inject(Clock);
  private readonly kept = deedsFrom('mix: label allows');
  private readonly rinsed = deedsFrom('mix: rinsed');
  /** The verdict is on the screen: what nobody looks at yet may be worked out. */
  private readonly quiet = signal(false);
  /** All that carries something, judged from the log: tools, heads, places, blocks in a fixture. */
  private readonly allCarriers = computed<readonly Carrier[]>(() => {
    const c = this.knowledge.catalogue();
    return c && this.quiet() ? carriersOf(this.household(), this.clock.minute(), c) : [];
  });
  /** What still carries something in this house, unrinsed first, then what is often there anywhere. */
  protected readonly carriers = computed<Choice[]>(() => [
    ...[...this.allCarriers()]
      .sort((a, b) => Number(unrinsed(b)) - Number(unrinsed(a)))
      .map((k) => ({ id: k.id, name: `${capital(k.name)}, ${k.where}`, note: carriedWords(k) })),
    ...[...(this.knowledge.catalogue()?.residents.values() ?? [])].map((r) => ({
      id: r.id,
      name: capital(r.name),
      also: r.synonyms,
      note: 'often there already',
    })),
  ]);
  protected addCarrier(id: string): void {
    const c = this.knowledge.catalogue();
    const there = c?.residents.get(id);
    if (there) {
      this.add({ holds: { name: there.name, what: there.holds } });
      this.store.dispatch(mixEvents.meetingChosen({ meeting: there.meeting as MeetingId }));
      return;
    }
    const k = this.allCarriers().find((x) => x.id === id);
    if (!c || !k) return;
    this.add(asItem(k, c));
    const meeting = MEETING[whereOf(k)];
    this.store.dispatch(mixEvents.meetingChosen({ meeting }));
  }
  private carriedOf(n: number): { index: number; words: string; rinsable: boolean; rinsed: boolean } | null {
    const item = this.state.items()[n];
    const k = item?.holds && this.carrierNamed(item.holds.name);
    if (!k) return null;
    // a block keeps giving, and a head on a full bottle stands in it: rinsing them says nothing
    const rinsable = k.kind === 'spot' || k.kind === 'tool';
    return { index: n, words: carriedWords(k), rinsable, rinsed: item.holds!.what.every((w) => w.rinsed) };
  }
  private carrierNamed = (name: string): Carrier | undefined =>
    this.allCarriers().find((k) => `${k.name}, ${k.where}` === name);
  /** Written down, so that every other place knows it too; the verdict follows. */
  protected rinse(n: number): void {
    const item = this.state.items()[n];
    const c = this.knowledge.catalogue();
    const k = item?.holds && this.carrierNamed(item.holds.name);
    if (!k || !c) return;
    const text = `${capital(k.name)}, ${k.where}: rinsed.`;
    const what = k.kind === 'spot' ? { spot: k.id } : { tools: [k.id] };
    this.rinsedOne.set(n);
    this.rinsed.ask({ does: 'write', entry: { kind: 'rinse', ...what, rinsed: 2, text } }, text);
  }
  /** Which of the things was said to be rinsed. */
  private readonly rinsedOne = signal(-1);
  private showRinsed(): void {
    const n = this.rinsedOne();
    const items = this.state.items().map((x, i) => {
      if (i !== n || !x.holds) return x;
      const what = x.holds.what.map((w) => ({ ...w, rinsed: true, times: 2, rinsedDaysAgo: 0 }));
      return { holds: { ...x.holds, what } };
    });
    this.store.dispatch(mixEvents.thingsBrought({ items }));
  }
  protected readonly trouble = computed(() => this.kept.trouble() ?? this.rinsed.trouble());
  private labelOf(n: number): { text: string; corrections: readonly Correction[] } | null {
    const item = this.state.items()[n];
    return item?.label ? { text: item.label, corrections: item.corrections ?? [] } : null;
  }
  protected add(item: MixItem): void {
    this.store.dispatch(mixEvents.thingAdded({ item }));
  }
  protected paste(e: Event): void {
    e.preventDefault();
    if (!this.draft.text().trim()) return;
    const corrections = [...this.draft.corrections()];
    this.add({ label: this.draft.text(), ...(corrections.length ? { corrections } : {}) });
    this.draft.clear();
    this.pasting.set(false);
  }
  /** On to Own things, with what was read and put right. */
  protected keepLabel(text: string, corrections: readonly Correction[]): void {
    this.draft.text.set(text);
    this.draft.corrections.set(corrections);
    void this.router.navigate(['/own'], { queryParams: { kind: 'products', from: 'label' } });
  }
  protected happened(): void {
    this.dialog.open(Emergency, {
      ariaLabelledBy: 'emergency-title',
      disableClose: true,
      width: '720px',
      maxWidth: '96vw',
      data: {
        what: this.items()
          .map((i) => i.name)
          .join(' and '),
      },
    });
  }
}
const unrinsed = (k: Carrier): boolean => k.met.some((m) => !m.rinsed);
