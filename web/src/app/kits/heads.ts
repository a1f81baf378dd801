import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { type Bottle, carriedWords, type Carrier, carriersOf, meetsOn } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { HouseholdApi, Refused } from '../household/api';
import { selectHousehold } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser, type Choice } from '../shared/chooser';
import { Clock } from '../shared/clock';
import { VERDICTS, VerdictShape } from '../shared/verdict-shape';
import { capital } from '../shared/words';

/** Sprayer heads: what each has met, and what happens when it goes onto another bottle, judged before it is done. */
@Component({
  selector: 'dt-heads',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Chooser, RouterLink, VerdictShape],
  template: `
    @if (bottles().length) {
      <section class="plate zinc" aria-labelledby="heads-title"><h2 class="minor" id="heads-title">Sprayer heads</h2>
        <ul>@for (b of bottles(); track b.id) {
          <li><span><b>{{ b.name }}</b> <span class="small quiet">{{ carried(b) }}</span></span>@if (others(b).length) { <dt-chooser [label]="'put the head of ' + b.name + ' on'" look="chip" empty="move it to" [choices]="others(b)" (chosen)="ask(b, $event)" /> }</li>
        }</ul>
        @if (pending(); as p) {
          <div class="asked" [style.border-color]="'var(--v' + p.level + ')'" role="status" aria-live="polite">
            <div class="row nowrap"><dt-verdict-shape [level]="p.level" [size]="40" [style.color]="'var(--v' + p.level + ')'" /><div><b>{{ p.level }} of 5: {{ words[p.level] }}</b><p class="small">{{ p.because }}</p></div></div>
            @if (p.now) { <p><b>{{ p.now }}</b></p> }
            @if (p.level >= 4) { <a class="small" routerLink="/emergency">They have already met</a> }
            <div class="row">@if (p.level < 3) { <button class="btn" type="button" [disabled]="busy()" (click)="move(0)">Moved as it is</button> }<button class="btn" type="button" [disabled]="busy()" (click)="move(2)">Rinsed twice, and moved</button><button class="link" type="button" (click)="pending.set(null)">leave it where it is</button></div>
          </div>
        }
        @if (said(); as s) { <p class="small" [class.warn]="wrong()" [attr.role]="wrong() ? 'alert' : 'status'">{{ s }}</p> }
      </section>
    }
  `,
  styles: `
    section { display: grid; gap: 10px; } .minor { font-size: 18px; } p { margin: 0; } ul { list-style: none; display: grid; gap: 6px; } li { display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 10px; align-items: center; } li > span:first-child { display: grid; }
    .asked { border: 3px solid; border-radius: 12px; padding: 12px 14px; display: grid; gap: 8px; } .nowrap { flex-wrap: nowrap; align-items: flex-start; }
  `,
})
export class Heads {
  /** Kit whose bottles are shown. */
  readonly kit = input.required<string>();
  private readonly api = inject(HouseholdApi);
  private readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  private readonly household = inject(Store).selectSignal(selectHousehold);
  protected readonly words = VERDICTS;
  protected readonly said = signal<string | null>(null);
  protected readonly wrong = signal(false);
  protected readonly busy = signal(false);
  protected readonly pending = signal<{ from: Bottle; to: Bottle; level: number; because: string; now: string } | null>(
    null,
  );

  protected readonly bottles = computed(() => this.household().bottles.filter((b) => b.kit === this.kit() && b.head));
  private readonly heads = computed<ReadonlyMap<string, Carrier>>(() => {
    const c = this.knowledge.catalogue();
    return new Map(
      c
        ? carriersOf({ ...this.household(), stock: [], spots: [], rooms: [] }, this.clock.minute(), c).map((x) => [
            x.id,
            x,
          ])
        : [],
    );
  });
  protected carried(b: Bottle): string {
    const head = this.heads().get(b.head!.id);
    return head ? `has met ${carriedWords(head)}` : 'has met nothing';
  }
  protected others = (b: Bottle): Choice[] =>
    this.household()
      .bottles.filter((x) => x.id !== b.id && x.head)
      .map((x) => ({ id: x.id, name: x.name, note: x.fill ? this.inside(x).join(', ') : 'empty' }));
  private inside = (b: Bottle): string[] =>
    b.fill?.parts.map((p) => this.knowledge.catalogue()?.products.get(p.item)?.name ?? p.item) ?? [];

  /** Both heads change places: each is judged against what it comes into, and the worse counts. */
  protected ask(from: Bottle, id: string): void {
    const c = this.knowledge.catalogue();
    const to = this.household().bottles.find((b) => b.id === id);
    if (!c || !to) return;
    this.said.set(null);
    const verdicts = [
      [from, to],
      [to, from],
    ].flatMap(([a, b]) => {
      const head = this.heads().get(a!.head?.id ?? '');
      return head ? (b!.fill?.parts ?? []).map((p) => meetsOn(head, p.item, c)) : [];
    });
    const worst = verdicts.filter((v) => v !== null).sort((x, y) => y.level - x.level)[0];
    this.pending.set({
      from,
      to,
      level: worst?.level ?? 0,
      because: worst?.because ?? 'Nothing that they carry concerns what is in the bottles.',
      now: worst?.now ?? '',
    });
  }
  protected async move(rinsed: 0 | 2): Promise<void> {
    const p = this.pending();
    if (!p) return;
    const { from, to } = p;
    this.busy.set(true);
    try {
      // one deed: the server moves both heads, and writes down the other one with it
      await this.api.write({
        kind: 'head-moved',
        tools: [from.head!.id],
        from: from.id,
        bottle: to.id,
        fill: from.fill ?? null,
        toolsRinsed: rinsed,
        names: { from: from.name, bottle: to.name },
        text: `The ${from.head!.kind} head of ${from.name} now sits on ${to.name}${rinsed ? ', rinsed twice' : ', as it was'}.`,
      });
      this.pending.set(null);
      this.say(`${capital(from.name)} and ${to.name} have changed heads. What each head met goes with it.`);
    } catch (x) {
      this.say(x instanceof Refused ? x.detail : 'That did not work.', true);
    } finally {
      this.busy.set(false);
    }
  }
  private say(text: string, wrong = false): void {
    this.said.set(text);
    this.wrong.set(wrong);
  }
}
