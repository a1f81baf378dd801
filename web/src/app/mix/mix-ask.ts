import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatExpansionModule } from '@angular/material/expansion';
import { MatTooltip } from '@angular/material/tooltip';
import { Router, RouterLink } from '@angular/router';
import {
  asItem,
  carriedWords,
  type Carrier,
  type Correction,
  MEETING,
  type MeetingId,
  type MixItem,
  whereOf,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { deedsFrom } from '../household/deeds';
import { selectBottles, selectKits, selectStock } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { LabelDraft } from '../label/draft';
import { LabelReader } from '../label/label-reader';
import { InTurn } from '../shared/in-turn';
import { Chooser, type Choice } from '../shared/chooser';
import { capital, figure } from '../shared/words';
import { Meeting } from './meeting';
import { mixEvents } from './mix.state';

/** What is going to meet, and where: products, pasted labels, bottles, and what is there already. */
@Component({
  selector: 'dt-mix-ask',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    InTurn,
    Chooser,
    LabelReader,
    MatButton,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatExpansionModule,
    MatTooltip,
    RouterLink,
  ],
  templateUrl: './mix-ask.html',
  styleUrl: './mix-ask.scss',
})
export class MixAsk {
  protected readonly store = inject(Store);
  protected readonly events = mixEvents;
  protected readonly meeting = inject(Meeting);
  protected readonly draft = inject(LabelDraft);
  private readonly knowledge = inject(Knowledge);
  private readonly router = inject(Router);
  private readonly rinsed = deedsFrom('mix: rinsed');
  private readonly stock = this.store.selectSignal(selectStock);
  private readonly kits = this.store.selectSignal(selectKits);
  private readonly ownBottles = this.store.selectSignal(selectBottles);
  protected readonly trouble = this.rinsed.trouble;
  protected readonly pasting = signal(false);

  constructor() {
    this.rinsed.done.pipe(takeUntilDestroyed()).subscribe(() => this.showRinsed());
  }
  protected asMeeting = (id: string): MeetingId => id as MeetingId;
  protected readonly conditions = computed(() => [...(this.knowledge.catalogue()?.conditions.values() ?? [])]);
  protected readonly meetings = computed(() =>
    [...(this.knowledge.catalogue()?.meetings.values() ?? [])].filter((m) => !m.inner),
  );
  /** How rinsing counts where they meet; null where it does not on the same day. */
  protected readonly rinsing = computed(() => {
    const r = this.meeting.place()?.rinse;
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
  protected readonly things = computed(() =>
    this.meeting.items().map((i, n) => ({
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
    const fill = this.ownBottles().find((b) => b.id === this.meeting.state.items()[n]?.bottle)?.fill;
    const c = this.knowledge.catalogue();
    if (!fill?.result.length || !c) return null;
    const now = fill.result.map(
      (r) => `${(c.substances.get(r.substance)?.name ?? r.substance).toLowerCase()} ${figure(r.percent)} %`,
    );
    return `now ${now.join(', ')} in water; judged by what went in`;
  }
  /** What still carries something in this house, unrinsed first, then what is often there anywhere. */
  protected readonly carriers = computed<Choice[]>(() => [
    ...[...this.meeting.allCarriers()]
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
    const k = this.meeting.allCarriers().find((x) => x.id === id);
    if (!c || !k) return;
    this.add(asItem(k, c));
    const meeting = MEETING[whereOf(k)];
    this.store.dispatch(mixEvents.meetingChosen({ meeting }));
  }
  private carriedOf(n: number): { index: number; words: string; rinsable: boolean; rinsed: boolean } | null {
    const item = this.meeting.state.items()[n];
    const k = item?.holds && this.meeting.carrierNamed(item.holds.name);
    if (!k) return null;
    // a block keeps giving, and a head on a full bottle stands in it: rinsing them says nothing
    const rinsable = k.kind === 'spot' || k.kind === 'tool';
    return { index: n, words: carriedWords(k), rinsable, rinsed: item.holds!.what.every((w) => w.rinsed) };
  }
  /** Written down, so that every other place knows it too; the verdict follows. */
  protected rinse(n: number): void {
    const item = this.meeting.state.items()[n];
    const c = this.knowledge.catalogue();
    const k = item?.holds && this.meeting.carrierNamed(item.holds.name);
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
    const items = this.meeting.state.items().map((x, i) => {
      if (i !== n || !x.holds) return x;
      const what = x.holds.what.map((w) => ({ ...w, rinsed: true, times: 2, rinsedDaysAgo: 0 }));
      return { holds: { ...x.holds, what } };
    });
    this.store.dispatch(mixEvents.thingsBrought({ items }));
  }
  private labelOf(n: number): { text: string; corrections: readonly Correction[] } | null {
    const item = this.meeting.state.items()[n];
    return item?.label ? { text: item.label, corrections: item.corrections ?? [] } : null;
  }
  protected add(item: MixItem): void {
    this.store.dispatch(mixEvents.thingAdded({ item }));
  }
  protected paste(e: Event): void {
    e.preventDefault();
    if (!this.draft.text().trim()) return;
    const corrections = [...this.draft.corrections()];
    this.add({
      label: this.draft.text(),
      ...(corrections.length ? { corrections } : {}),
      ...(this.draft.open() ? { unsure: true } : {}),
    });
    this.draft.clear();
    this.pasting.set(false);
  }
  /** On to Own things, with what was read and put right. */
  protected keepLabel(text: string, corrections: readonly Correction[]): void {
    this.draft.text.set(text);
    this.draft.corrections.set(corrections);
    void this.router.navigate(['/own'], { queryParams: { kind: 'products', from: 'label' } });
  }
}
const unrinsed = (k: Carrier): boolean => k.met.some((m) => !m.rinsed);
