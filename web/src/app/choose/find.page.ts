import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Router } from '@angular/router';
import {
  adviseAny,
  type Answers,
  type Candidate,
  candidatesOf,
  type Clue,
  impliedBy,
  narrow,
  nextClue,
  openAnswers,
  profileOf,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectHousehold } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { SourceNote } from '../shared/source-note';
import { capital, percent } from '../shared/words';
import { Ways } from './ways';

type Of = Clue['of'];
const DO_NOT_KNOW = '-';
/** `magnet:sticks,drop:-` as answers. */
const read = (text: string | undefined): Answers =>
  Object.fromEntries(
    (text ?? '')
      .split(',')
      .filter((x) => x.includes(':'))
      .map((x) => {
        const [clue, answer] = x.split(':');
        return [clue!, answer === DO_NOT_KNOW ? null : answer!];
      }),
  );
const write = (a: Answers): string | null =>
  Object.entries(a)
    .map(([clue, answer]) => `${clue}:${answer ?? DO_NOT_KNOW}`)
    .join(',') || null;
const MOST_NAMED = 24;

/** What is it? One question at a time by look, feel, smell, place and harmless tests; meanwhile, what is safe for all that is left. */
@Component({
  selector: 'dt-find',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [SourceNote, Ways],
  template: `
    <div class="page">
      <dt-ways />
      <div class="page-head"><h1>{{ of() === 'soil' ? 'What is on it?' : 'What is it made of?' }}</h1>
        <div class="chips" role="group" aria-label="What to find out">
          <button class="chip" type="button" [attr.aria-pressed]="of() === 'material'" (click)="turn('material')">what it is made of{{ known('material') }}</button>
          <button class="chip" type="button" [attr.aria-pressed]="of() === 'soil'" (click)="turn('soil')">what is on it{{ known('soil') }}</button>
        </div>
      </div>
      @if (knowledge.catalogue()) {
        <div class="two">
          <section class="plate ask" aria-labelledby="clue-name">
            @if (clue(); as c) {
              <p class="quiet kind">{{ KIND[c.kind] }}</p>
              <h2 id="clue-name" tabindex="-1">{{ c.name }}</h2>
              <p class="how">{{ c.how }}</p>
              <div class="answers">
                @for (a of open(); track a.id) { <button class="answer" type="button" (click)="answer(c.id, a.id)">{{ a.text }}</button> }
                <button class="answer dont" type="button" (click)="answer(c.id, null)">I don’t know</button>
              </div>
              <p class="small"><dt-source [of]="c.basis.default" /></p>
            } @else if (left().length > 1) {
              <h2 id="clue-name">No question tells these apart</h2><p>Pick the one that looks right, or work with what is safe for all of them.</p>
            } @else if (left().length === 1) {
              <h2 id="clue-name">It is {{ left()[0]!.name }}</h2><p>All answers fit nothing else that is known here.</p>
              <button class="btn strong" type="button" (click)="take(left()[0]!)">Choose a method for it</button>
            } @else {
              <h2 id="clue-name">Nothing known fits all of that</h2><p>Take an answer back below, or leave the doubtful one out.</p>
            }
            @if (given().length) {
              <div class="given"><h3>You said</h3>
                @for (g of given(); track g.clue) { <button class="chip" type="button" [attr.aria-label]="'take back: ' + g.text" (click)="takeBack(g.clue)">{{ g.text }} <span aria-hidden="true">×</span></button> }
              </div>
            }
          </section>
          <div class="stack">
            <section class="plate zinc" aria-labelledby="left-title">
              <h2 id="left-title"><b class="num">{{ left().length }}</b> {{ left().length === 1 ? 'is' : 'are' }} left of {{ all().length }}</h2><p class="visually-hidden" role="status">{{ left().length }} left</p>
              @if (left().length <= most) {
                <ul class="left">@for (c of left(); track c.id) { <li><button class="link" type="button" (click)="take(c)">{{ c.name }}</button></li> }</ul>
              } @else { <p class="small quiet">They are named here once {{ most }} or fewer are left.</p> }
            </section>
            <section class="plate" aria-labelledby="safe-title">
              <h2 id="safe-title">Meanwhile: safe for all of them</h2>
              @if (safe(); as s) {
                @if (s.ok) {
                  @if (s.value.ladder.length) {
                    <p class="small quiet">On {{ side('material') }}, with {{ side('soil') }}. From the gentlest; stop as soon as it works.</p>
                    <ol class="rungs">@for (r of s.value.ladder; track r.rung) { <li><b>{{ r.name }}</b> <span class="quiet">{{ pc(r.effect) }}, on average</span></li> }</ol>
                    @if (s.value.ladder[0]; as r) { <details><summary>Steps of the gentlest</summary><ol class="steps">@for (st of r.steps; track st.id) { <li>{{ st.text }}</li> }</ol></details> }
                  } @else { <p><b>{{ s.value.because[0]?.text }}</b></p> }
                  <p class="small">No heat, no bleach, no soap until it is known or out. Not gone after that: professional help.</p>
                } @else { <p>{{ s.problems[0]?.message }}</p> }
              }
            </section>
          </div>
        </div>
      } @else if (knowledge.trouble()) { <p class="warn" role="alert">{{ knowledge.trouble() }}</p> } @else { <p class="quiet" role="status">Reading the catalogue …</p> }
    </div>
  `,
  styles: `
    .ask { display: grid; gap: 10px; align-content: start; } .ask h2 { font-size: clamp(24px, 4vw, 32px); } .kind { margin: 0; font-weight: 700; } .how { margin: 0; font-size: 17px; }
    .answers { display: grid; gap: 8px; margin-top: 4px; } .answer { font: 600 17px var(--text); text-align: left; min-height: 52px; padding: 8px 16px; border: 2px solid var(--zinc-4); border-radius: 12px; background: var(--enamel); color: var(--ink); cursor: pointer; }
    .answer:hover { background: var(--blue-wash); border-color: var(--blue); } .dont { border-style: dashed; color: var(--ink-2); }
    .given { display: flex; flex-wrap: wrap; gap: 8px; align-items: center; border-top: 2px solid var(--zinc-1); padding-top: 12px; } .given h3 { font-size: 15px; margin: 0 4px 0 0; } .given .chip { white-space: normal; text-align: left; max-width: 100%; }
    .num { font-size: 32px; color: var(--blue); } .left { list-style: none; display: flex; flex-wrap: wrap; gap: 4px 16px; } .left .link { min-height: 32px; }
    .rungs b { margin-right: 6px; } .rungs, .steps { padding-left: 24px; display: grid; gap: 4px; margin: 0; } summary { cursor: pointer; font-weight: 600; min-height: 28px; }
    section > p { margin: 0; } .stack > section { display: grid; gap: 8px; }
  `,
})
export class FindPage {
  protected readonly knowledge = inject(Knowledge);
  private readonly router = inject(Router);
  private readonly clock = inject(Clock);
  private readonly household = inject(Store).selectSignal(selectHousehold);
  protected readonly most = MOST_NAMED;
  protected readonly pc = percent;
  protected readonly KIND: Record<Clue['kind'], string> = {
    look: 'Look',
    feel: 'Feel',
    smell: 'Smell, with care',
    place: 'Place',
    test: 'A harmless test',
  };

  /** /choose/find?of=soil&ma=cloth:soft&sa=soil-colour:red&material=&finish=&soil= */
  readonly asked = input<string | undefined>(undefined, { alias: 'of' });
  readonly ma = input<string | undefined>();
  readonly sa = input<string | undefined>();
  readonly soil = input<string | undefined>();
  readonly material = input<string | undefined>();
  readonly finish = input<string | undefined>();

  constructor() {
    void this.knowledge.load();
  }
  protected readonly of = computed<Of>(() => (this.asked() === 'material' ? 'material' : 'soil'));
  private readonly answers = computed(() => {
    const c = this.knowledge.catalogue();
    const soil = read(this.sa());
    // a mark on cloth is on something soft: what is said of the one is known of the other
    return { soil, material: { ...(c ? impliedBy(soil, c) : {}), ...read(this.ma()) } };
  });
  private readonly leftOf = computed<Record<Of, Candidate[]>>(() => {
    const c = this.knowledge.catalogue();
    if (!c) return { material: [], soil: [] };
    const face = this.material() ? (this.finish() ? `${this.material()}/${this.finish()}` : this.material()!) : null;
    const named = (of: Of, id: string): Candidate[] => [
      { id, name: (of === 'soil' ? c.soils.get(id)?.name : c.materials.get(id.split('/')[0]!)?.name) ?? id },
    ];
    return {
      material: face ? named('material', face) : narrow('material', this.answers().material, c),
      soil: this.soil() ? named('soil', this.soil()!) : narrow('soil', this.answers().soil, c),
    };
  });
  protected readonly left = computed(() => {
    const c = this.knowledge.catalogue();
    return c ? narrow(this.of(), this.answers()[this.of()], c) : [];
  });
  protected readonly all = computed(() => {
    const c = this.knowledge.catalogue();
    return c ? candidatesOf(this.of(), c) : [];
  });
  protected readonly clue = computed(() => {
    const c = this.knowledge.catalogue();
    return c ? nextClue(this.of(), this.answers()[this.of()], c) : null;
  });
  protected readonly open = computed(() => {
    const c = this.knowledge.catalogue();
    const clue = this.clue();
    return c && clue ? openAnswers(clue, this.answers()[this.of()], c) : [];
  });
  protected readonly given = computed(() => {
    const c = this.knowledge.catalogue();
    return Object.entries(this.answers()[this.of()]).flatMap(([clue, answer]) => {
      const q = c?.clues.get(clue);
      return q
        ? [
            {
              clue,
              text: answer === null ? `${q.name} Don’t know` : (q.answers.find((a) => a.id === answer)?.text ?? answer),
            },
          ]
        : [];
    });
  });
  protected readonly safe = computed(() => {
    const c = this.knowledge.catalogue();
    const { material, soil } = this.leftOf();
    return c
      ? adviseAny(
          material.map((m) => m.id),
          soil.map((s) => s.id),
          { severity: 3 },
          { profile: profileOf(this.household(), this.clock.minute()) },
          c,
        )
      : null;
  });
  protected side(of: Of): string {
    const left = this.leftOf()[of];
    const one = left.length === 1 ? left[0]!.name : null;
    return of === 'soil' ? (one ?? 'any of these marks') : (one ?? 'any of these materials');
  }
  protected known(of: Of): string {
    const fixed = of === 'soil' ? this.soil() : this.material();
    return fixed ? `: ${capital(this.leftOf()[of][0]?.name ?? '')}` : '';
  }
  private go(change: Record<string, string | null>): void {
    void this.router.navigate(['/choose/find'], { queryParams: change, queryParamsHandling: 'merge' });
  }
  private keep(a: Answers): void {
    this.go({
      [this.of() === 'soil' ? 'sa' : 'ma']: write(a),
      ...(this.of() === 'soil' ? { soil: null } : { material: null, finish: null }),
    });
  }
  protected turn(of: Of): void {
    this.go({ of });
  }
  protected answer(clue: string, answer: string | null): void {
    this.keep({ ...this.answers()[this.of()], [clue]: answer });
    setTimeout(() => document.getElementById('clue-name')?.focus());
  }
  protected takeBack(clue: string): void {
    this.keep(Object.fromEntries(Object.entries(this.answers()[this.of()]).filter(([id]) => id !== clue)));
  }
  /** It is this one: on to the method, or to the other half when that is not known. */
  protected take(c: Candidate): void {
    const [material, finish] = c.id.split('/');
    const mine: Record<string, string | null> =
      this.of() === 'soil' ? { soil: c.id } : { material: material!, finish: finish ?? null };
    const other = this.of() === 'soil' ? { material: this.material(), finish: this.finish() } : { soil: this.soil() };
    const both = { ...other, ...mine } as Record<string, string | null | undefined>;
    if (both['soil'] && both['material']) void this.router.navigate(['/choose'], { queryParams: both });
    else this.go({ ...mine, of: this.of() === 'soil' ? 'material' : 'soil' });
  }
}
