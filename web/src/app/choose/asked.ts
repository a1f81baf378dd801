import { computed, inject } from '@angular/core';
import {
  waterOf,
  weakHands,
  type Advice,
  adviseSeveralStepwise,
  adviseStepwise,
  careOf,
  barredOf,
  choicesOf,
  type Context,
  drinks,
  evidenceOfTallies,
  finishesMatter,
  inTurns,
  judgeThere,
  laundryOf,
  ledgerOfSpot,
  ownedBy,
  preventionsOf,
  pricesOf,
  profileOf,
  type Question,
  questionOfSpot,
  ruledOut,
  type Rung,
  type Spot,
  takenOf,
  takePiece,
  thereOfLast,
  thereWords,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectHousehold, selectLoaded } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { thought } from '../shared/thought';
import { capital, limitWords } from '../shared/words';
import { chooseFeature } from './choose.state';
import { needsOf } from './rung-detail';

/** What the address of Choose asks: /choose?spot=&soil=&material=&finish=&severity=&shelf=&ways= */
export interface ChooseAddress {
  spot?: string | undefined;
  soil?: string | undefined;
  material?: string | undefined;
  finish?: string | undefined;
  severity?: string | undefined;
  /** `1`: only what the house has. */
  shelf?: string | undefined;
  /** Choices for this question alone: `bleach:never,gloves:always`. */
  ways?: string | undefined;
  care?: string | undefined;
}

interface Asking {
  question: Question;
  context: Context;
}
/** The question that an address asks of this household, and all that is answered to it. Made within a component. */
export class Asked {
  private readonly store = inject(Store);
  private readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  private readonly household = this.store.selectSignal(selectHousehold);
  private readonly loaded = this.store.selectSignal(selectLoaded);
  private readonly pickedRung = this.store.selectSignal(chooseFeature.selectRung);

  constructor(private readonly address: () => ChooseAddress) {}

  readonly spot = computed<Spot | undefined>(() => this.household().spots.find((s) => s.id === this.address().spot));
  private readonly fromSpot = computed(() => {
    const c = this.knowledge.catalogue();
    const spot = this.spot();
    return c && spot ? questionOfSpot(spot, this.household(), this.clock.minute(), c, this.address().soil) : null;
  });
  readonly question = computed<Asking | null>(() => {
    const c = this.knowledge.catalogue();
    if (!c || (this.address().spot && !this.loaded())) return null;
    const from = this.fromSpot();
    const severity = this.address().severity ? { severity: Number(this.address().severity) } : {};
    const here = (context: Context): Context => ({
      ...context,
      profile: { ...context.profile, stances: { ...context.profile?.stances, ...this.overrides() } },
      ...(this.shelfOnly() ? { kit: this.owned() } : {}),
    });
    if (from) return { question: { ...from.question, ...severity }, context: here(from.context) };
    if (!this.address().soil || !this.address().material) return null;
    return {
      question: {
        material: this.address().material!,
        finish: this.address().finish ?? null,
        soil: this.address().soil!,
        severity: 3,
        weakHands: weakHands(this.household(), this.clock.minute()),
        ...severity,
      },
      context: here({
        profile: profileOf(this.household(), this.clock.minute()),
        evidence: evidenceOfTallies(this.household().tallies),
        barred: barredOf(this.household().log),
        prices: pricesOf(this.household().stock),
        owned: this.owned(),
        ...waterOf(this.household()),
      }),
    };
  });
  readonly overrides = computed<Record<string, string>>(() =>
    Object.fromEntries(
      (this.address().ways ?? '')
        .split(',')
        .filter((x) => x.includes(':'))
        .map((x) => x.split(':') as [string, string]),
    ),
  );
  readonly owned = computed(() => ownedBy(this.household()));
  readonly shelfOnly = computed(() => this.address().shelf === '1');
  private readonly advised = ({ question, context }: Asking) =>
    adviseStepwise(question, context, this.knowledge.catalogue()!);
  readonly answer = thought(this.question, this.advised);
  readonly advice = computed<Advice | null>(() => {
    const a = this.answer();
    return a?.ok ? a.value : null;
  });
  /** What its label says, as far as somebody read it. */
  readonly care = computed(() => careOf(this.address().care));
  /** What a machine does about it; null where none washes it. */
  readonly laundry = computed(() => {
    const q = this.question();
    return q && this.answer()?.ok ? laundryOf(q.question, q.context, this.knowledge.catalogue()!, this.care()) : null;
  });
  readonly preventions = computed(() => {
    const c = this.knowledge.catalogue();
    const material = c?.materials.get(this.face()?.split('/')[0] ?? '');
    const soil = c?.soils.get(this.soil() ?? '');
    return c && material && soil && this.answer()?.ok ? preventionsOf(material, soil, c) : [];
  });
  readonly rung = computed<Rung | null>(() => {
    const a = this.advice();
    if (!a?.ladder.length) return null;
    return a.ladder.find((r) => r.rung === this.pickedRung()) ?? takenOf(a) ?? a.ladder[a.ladder.length - 1]!;
  });
  readonly soil = computed(() => this.question()?.question.soil ?? this.address().soil ?? null);
  readonly severity = computed(() => this.question()?.question.severity ?? 3);
  readonly face = computed(() => {
    const q = this.question()?.question ?? { material: this.address().material, finish: this.address().finish };
    return q.material ? (q.finish ? `${q.material}/${q.finish}` : q.material) : null;
  });
  /** Where people disagree and it matters here, with what holds for this question. */
  readonly stances = computed(() => {
    const c = this.knowledge.catalogue();
    const profile = this.question()?.context.profile;
    return c
      ? choicesOf(profile, c)
          .filter(
            (x) =>
              x.stance.where === 'choose' &&
              x.stance.choices.some((k) => k.refuses || k.onlyCloth || k.factor || k.wear || k.harm),
          )
          .map(({ stance, choice }) => ({
            id: stance.id,
            name: stance.name,
            question: stance.question,
            because: stance.because,
            source: stance.basis.default,
            value: choice.id,
            choices: stance.choices.map((k) => ({ id: k.id, name: k.name, note: k.school })),
          }))
      : [];
  });
  /** The soils of a spot that has several. */
  private readonly several = computed(() => {
    const soils = this.spot()?.soils ?? [];
    if (soils.length < 2) return null;
    return soils.map((s) => ({ soil: s.soil, severity: Math.max(1, s.severity), age: s.age }));
  });
  private readonly ordered = thought(
    () => {
      const [q, soils] = [this.question(), this.several()];
      return q && soils && this.answer() ? { ...q, soils } : null;
    },
    ({ question, soils, context }) => adviseSeveralStepwise(question, soils, context, this.knowledge.catalogue()!),
  );
  /** Several soils on this spot: in which order, why, and what is rinsed between. */
  readonly turns = computed(() => {
    const t = this.ordered();
    return t?.ok ? t.value : null;
  });
  /** A mark that is several in one: its parts, one after the other. */
  readonly parts = computed(() => {
    const c = this.knowledge.catalogue();
    const q = this.question();
    return c && q && this.answer()?.ok ? inTurns(q.question, q.context, c) : null;
  });
  /** The surface of the question, as an address has it. */
  readonly surface = computed(() => {
    const q = this.question()?.question;
    return { material: q?.material ?? '', finish: q?.finish ?? null };
  });
  readonly surfacePage = computed(() => ['/choose/surface', ...(this.face() ?? '').split('/')]);
  readonly depends = computed(() => {
    const c = this.knowledge.catalogue();
    const q = this.question();
    return c && q ? finishesMatter(q.question, q.context, c) : [];
  });
  /** When something is missing for the recommended rung: the best way with what the house has. */
  readonly fromShelf = computed<Rung | null>(() => {
    const a = this.advisedOfShelf();
    return a?.ok ? takenOf(a.value) : null;
  });
  private readonly advisedOfShelf = thought(() => {
    const q = this.question();
    if (!q || !this.loaded() || this.shelfOnly() || !this.needs().some((n) => n.where === null)) return null;
    return { ...q, context: { ...q.context, kit: this.owned() } };
  }, this.advised);
  /** What was put on this spot and still bars something or makes it wait. */
  readonly stillCounts = computed<string[]>(() => {
    const [a, c, spot] = [this.advice(), this.knowledge.catalogue(), this.spot()];
    if (!a || !c || !spot) return [];
    const barred = [
      ...a.refused.flatMap((r) => (r.kind === 'meets' && r.product ? [r.product] : [])),
      ...a.ladder.flatMap((r) => (r.may === 'from' && r.product ? [r.product] : [])),
    ];
    const zone = this.household().settings?.timeZone ?? 'UTC';
    return ledgerOfSpot(this.household().log, spot.id, this.clock.minute(), zone).flatMap((m) => {
      const there = thereOfLast(m, 'here', drinks(spot, c), c);
      const bars = barred.some((product) => judgeThere({ product }, [there], undefined, c).bars.length > 0);
      return bars && there.what[0] ? [thereWords(there, there.what[0])] : [];
    });
  });
  readonly needs = computed(() => {
    const c = this.knowledge.catalogue();
    const r = this.rung();
    return c && r && this.loaded()
      ? needsOf(r, c, this.household().kits, this.household().stock, this.spot()?.room ?? null)
      : [];
  });
  /** The piece that a hand here would take, where the gate has something to say of it. */
  readonly onTool = computed(() => {
    const c = this.knowledge.catalogue();
    const r = this.rung();
    if (!c || !r || !this.loaded()) return null;
    const taken = takePiece(r.tool, this.spot() ?? null, r.product, this.household(), this.clock.minute(), c);
    const first = taken && (taken.gate.because[0] ?? taken.gate.with[0]);
    return first ? { level: first.level ?? 2, text: first.text, bars: taken.gate.may === 'no' } : null;
  });
  /** Four that people would reach for: refused, and with the most that would have worked. */
  readonly ruled = computed(() => {
    const c = this.knowledge.catalogue();
    const a = this.advice();
    if (!c || !a) return [];
    const owned = new Set(this.household().stock.map((s) => s.item));
    return ruledOut(a, this.soil()!, owned, c).map((r) => ({
      name: capital(r.name),
      why: r.why.replace(/\.$/, ''),
    }));
  });
  /** Why nothing runs: the first that would have run onto a neighbour. */
  readonly sprayed = computed(() => this.advice()?.limited.find((l) => l.kind === 'runs')?.because ?? null);
  readonly limits = computed(() => limitWords(profileOf(this.household(), this.clock.minute())));
}
