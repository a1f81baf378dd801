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
import { HouseholdApi, Refused } from '../household/api';
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
  imports: [Air, Chemistry, Chooser, LabelAllows, LabelReader, MeetingWeb, SourceNote, VerdictShape, RouterLink],
  template: `
    <div class="page">
      <div class="layout">
        <section class="plate ask" aria-labelledby="mix-title">
          <h1 id="mix-title">What is going to meet?</h1>
          @for (t of things(); track $index) {
            <div class="tray thing"><div class="row top"><b>{{ t.name }}</b><button class="link" type="button" [attr.aria-label]="'take away ' + t.name" (click)="store.dispatch(events.thingTakenAway({ index: $index }))">take away</button></div><p class="small quiet">{{ t.inside }}@if (t.unknown) { <span class="unknown">{{ t.unknown }}</span> }@if (t.carried; as k) { <span class="carried">{{ k.words }}</span>@if (k.rinsable) {<button class="chip" type="button" [attr.aria-pressed]="k.rinsed" [disabled]="k.rinsed" (click)="rinse(k.index)">{{ k.rinsed ? 'rinsed now' : 'I have rinsed it' }}</button>} }@if (t.label; as l) { <button class="link" type="button" (click)="keepLabel(l.text, l.corrections)">keep it as a product</button> }</p></div>
          }
          <div class="row"><dt-chooser label="Add a product" look="chip" empty="+ product" [choices]="products()" (chosen)="add({ product: $event })" /><button class="chip" type="button" [attr.aria-expanded]="pasting()" (click)="pasting.set(!pasting())">+ paste a label</button>@if (bottles().length) { <dt-chooser label="Add a mixed bottle" look="chip" empty="+ own bottle" [choices]="bottles()" (chosen)="add({ bottle: $event })" /> }@if (carriers().length) { <dt-chooser label="Add what is there already: a sponge, a head, a place, a block, limescale" look="chip" empty="+ what is there" [choices]="carriers()" (chosen)="addCarrier($event)" /> }</div>
          @if (pasting()) {
            <form class="stack" (submit)="paste($event)">
              <dt-label-reader [(text)]="draft.text" [(corrections)]="draft.corrections" />
              <div class="row"><button class="btn" type="submit" [disabled]="!draft.text().trim()">Judge it</button><button class="link" type="button" [disabled]="!draft.text().trim()" (click)="keepLabel(draft.text(), draft.corrections())">keep it as a product of this house</button></div>
            </form>
          }
          <p class="small"><a routerLink="/mix/shelf">Everything on the shelves at once</a></p>
          @if (trouble(); as t) { <p class="warn small" role="alert">{{ t }}</p> }
          <h2>Where?</h2>
          <div class="chips" role="group" aria-label="Where they meet">@for (m of meetings(); track m.id) { <button class="chip" type="button" [attr.aria-pressed]="state.meeting() === m.id" (click)="store.dispatch(events.meetingChosen({ meeting: asMeeting(m.id) }))">{{ m.name }}</button> }</div>
          <div class="chips">
            @if (closable()) { <button class="chip" type="button" [attr.aria-pressed]="state.closed()" (click)="store.dispatch(events.closedToggled())">closed bottle</button> }
            @if (rinsing(); as r) { <button class="chip" type="button" [attr.aria-pressed]="state.rinsed()" [title]="r.says" (click)="store.dispatch(events.rinsedToggled())">rinsed in between</button> }
          </div>
          <details class="also" [open]="state.conditions().length > 0"><summary>And is it …</summary><div class="chips" role="group" aria-label="How it is used">@for (c of conditions(); track c.id) { <button class="chip" type="button" [attr.aria-pressed]="state.conditions().includes(c.id)" (click)="store.dispatch(events.conditionToggled({ condition: c.id }))">{{ c.name }}</button> }</div></details>
        </section>
        @if (answer(); as a) {
          <section class="plate verdict" [style.border-color]="'var(--v' + a.level + ')'" aria-labelledby="verdict-word">
            <div class="head" [class.whole]="a.level >= 4" [class.deadly]="a.level === 5" [style.--v]="'var(--v' + a.level + ')'" role="status" aria-live="polite">
              <dt-verdict-shape [level]="a.level" [size]="104" />
              <div><p class="of">{{ a.level }} of 5{{ a.level >= 3 ? ': keep apart' : a.findings[0] && a.findings[0].ruleLevel > a.level ? '' : ': ' + words[a.level] }}</p><h2 id="verdict-word">{{ a.headline }}</h2><p class="because">{{ reason(a) }}</p></div>
            </div>
            @if (items().length > 1) { <dt-meeting-web [items]="items()" [findings]="a.findings" /> }
            <div class="pair">
              <div class="tray"><h3>Why</h3>@for (f of reasons(); track f.rule + f.because) { <p class="small"><b>{{ f.rule }}</b> {{ f.between.join(' + ') }}{{ f.forms.length ? ' → ' + f.forms.join(', ') : '' }}@if (f.note) {. {{ f.note }}} <dt-source [of]="f.source" /></p> } @empty { <p class="small">Every ingredient was looked at against every rule.</p> }</div>
              <div class="tray"><h3>{{ a.level >= 2 ? 'What to do' : 'How' }}</h3>@for (t of a.then; track $index) { <p class="small">{{ t }}</p> }@if (own(); as o) { <p class="small quiet">{{ o.question }} You chose “{{ o.choice }}”. {{ o.because }}</p> }</div>
            </div>
            @if (allowed(); as q) { <dt-label-allows [of]="q.of" [asks]="q.asks" [says]="q.says" (changed)="allow($event)" /> }
            <div class="row foot">
              @if (a.emergency) { <button [class]="a.level >= 3 ? 'btn danger' : 'link'" type="button" (click)="happened()">{{ items().length > 1 ? 'I have already mixed it' : 'It has happened already' }}</button> }
              @if (a.level >= 3) { <a class="btn" routerLink="/choose">Find another way</a> }
              <span class="shapes" aria-hidden="true">@for (n of [0, 1, 2, 3, 4, 5]; track n) { <dt-verdict-shape [level]="n" [size]="26" [style.color]="n === a.level ? 'var(--v' + n + ')' : 'var(--zinc-3)'" /> }</span>
            </div>
            @if (guards().length) { <div class="tray guards"><h3>{{ things().length > 1 ? 'When you use either' : 'When you use it' }}</h3><ul>@for (g of guards(); track g.text) { <li class="small" [class.who]="g.who"><b>{{ g.text }}</b><span class="quiet"> {{ g.because }}{{ g.products.length < things().length ? ' (' + g.products.join(', ') + ')' : '' }}</span></li> }</ul></div> }
            @if (releases().length) {
              @if (releases().length > 1) { <div class="chips" role="group" aria-label="Which gas">@for (r of releases(); track r.gas.id) { <button class="chip" type="button" [attr.aria-pressed]="release() === r" (click)="gas.set(r.gas.id)">{{ r.gas.name.toLowerCase() }}</button> }</div> }
              @if (release(); as r) { <dt-air [release]="r" [mL]="mL()" (amount)="mL.set($event)" /> }
            }
            @if (items().length > 1) { @defer (on idle) { <dt-chemistry [items]="state.items()" [names]="names()" [mL]="mL()" [reacts]="a.level > 0" /> } }
          </section>
        } @else if (state.items().length === 1 && release()) {
          <section class="plate zinc"><h2>{{ things()[0]?.name }}, used alone</h2><p>What it gives off into a closed room, at the most. Add what it may meet for a verdict.</p>@if (release(); as r) { <dt-air [release]="r" [mL]="mL()" (amount)="mL.set($event)" /> }</section>
        } @else if (state.items().length > 1) { <section class="plate zinc waiting" role="status"><p class="quiet">Judging …</p></section>
        } @else {
          <section class="plate zinc"><h2>Two things, and where</h2><p>Add what is going to meet: a product, a label that you paste, or a bottle that you mixed.</p><span class="shapes legend">@for (n of [0, 1, 2, 3, 4, 5]; track n) { <span [style.color]="'var(--v' + n + ')'"><dt-verdict-shape [level]="n" [size]="30" /> {{ n }} {{ words[n] }}</span> }</span></section>
        }
      </div>
    </div>
  `,
  styles: `
    .layout { display: grid; grid-template-columns: minmax(320px, 0.72fr) minmax(0, 1fr); gap: 18px; align-items: start; }
    .ask { display: grid; gap: 12px; } .ask h1 { font-size: 24px; } .ask h2 { font-size: 19px; }
    .thing { padding: 10px 14px; } .thing .top { justify-content: space-between; } .thing p { margin: 2px 0 0; }
      .also summary { cursor: pointer; font-weight: 600; min-height: 28px; } .also .chips { margin-top: 8px; } .guards ul { list-style: none; columns: 2; column-gap: 20px; } .guards li { break-inside: avoid; padding: 2px 0; } .guards .who b { color: var(--copper); } @media (max-width: 700px) { .guards ul { columns: 1; } }
    .carried { display: block; } .unknown { color: var(--v3); font-weight: 600; border-bottom: 2px dashed var(--v3); margin-left: 4px; }
    .verdict { padding: 0 22px 18px; overflow: hidden; display: grid; gap: 14px; }
    .head { display: flex; gap: 22px; align-items: center; margin: 0 -22px; padding: 18px 26px 16px; color: var(--v); border-bottom: 2px solid var(--zinc-1); }
    .head.whole { background: var(--v); color: var(--on-v); border: 0; } .head.deadly { background: var(--plate-5); color: var(--on-plate-5); } .head dt-verdict-shape { flex: none; }
    .head h2 { color: inherit; font-size: 40px; font-weight: 800; } .of { margin: 0; font-weight: 700; } .because { margin: 6px 0 0; font-size: 17px; color: var(--ink); } .whole .because { color: inherit; }
    .waiting { min-height: 660px; }
    .pair { display: grid; grid-template-columns: 1.15fr 1fr; gap: 12px; } .tray h3 { margin-bottom: 4px; } .tray p:last-child { margin: 0; }
    .foot { margin-top: 2px; } .shapes { margin-left: auto; display: flex; gap: 8px; } .legend { display: grid; gap: 8px; margin: 10px 0 0; font-weight: 700; } .legend span { display: flex; gap: 10px; align-items: center; }
    @media (max-width: 860px) { .layout { grid-template-columns: minmax(0, 1fr); } .head { gap: 14px; } .head h2 { font-size: 29px; } .pair { grid-template-columns: 1fr; } .verdict { order: -1; } .shapes { margin-left: 0; } }
  `,
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
    void this.knowledge.load();
    afterNextRender(() => (window.requestIdleCallback ?? setTimeout)(() => this.quiet.set(true)));
    effect(() => {
      const ids = this.with()?.split(',').filter(Boolean);
      if (ids?.length) this.store.dispatch(mixEvents.thingsBrought({ items: ids.map((product) => ({ product })) }));
      const where = this.where();
      if (where) this.store.dispatch(mixEvents.meetingChosen({ meeting: where as MeetingId }));
    });
  }
  /** Mixing one's own, where practitioners disagree: shown where it matters, and it opens nothing. */
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
  private keeping: Promise<void> = Promise.resolve();
  /** Kept with the product, so that it is asked once; one answer after the other, each upon what was kept last. */
  protected allow(of: Allowed): void {
    this.keeping = this.keeping.then(async () => {
      const settings = this.settings()!;
      const says = (settings.labelled ?? []).filter((id) => id !== of.id);
      try {
        await this.api.replace('settings', { ...settings, labelled: of.says ? [...says, of.id] : says });
      } catch (x) {
        this.trouble.set(x instanceof Refused ? x.detail : 'That did not work.');
      }
    });
  }
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
  private readonly api = inject(HouseholdApi);
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
  protected async rinse(n: number): Promise<void> {
    const item = this.state.items()[n];
    const c = this.knowledge.catalogue();
    const k = item?.holds && this.carrierNamed(item.holds.name);
    if (!k || !c) return;
    try {
      await this.api.write({
        kind: 'rinse',
        ...(k.kind === 'spot' ? { spot: k.id } : { tools: [k.id] }),
        rinsed: 2,
        text: `${capital(k.name)}, ${k.where}: rinsed.`,
      });
      this.store.dispatch(
        mixEvents.thingsBrought({
          items: this.state.items().map((x, i) =>
            i === n && x.holds
              ? {
                  holds: {
                    ...x.holds,
                    what: x.holds.what.map((w) => ({ ...w, rinsed: true, times: 2, rinsedDaysAgo: 0 })),
                  },
                }
              : x,
          ),
        }),
      );
    } catch (x) {
      this.trouble.set(x instanceof Refused ? x.detail : 'That did not work.');
    }
  }
  protected readonly trouble = signal<string | null>(null);
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
