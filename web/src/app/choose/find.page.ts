import { MatExpansionModule } from '@angular/material/expansion';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatButton } from '@angular/material/button';
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
  imports: [MatExpansionModule, MatButtonToggle, MatButtonToggleGroup, MatButton, SourceNote, Ways],
  templateUrl: './find.page.html',
  styleUrl: './find.page.scss',
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
