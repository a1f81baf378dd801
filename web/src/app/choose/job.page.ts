import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import {
  castOf,
  type Chosen,
  choicesOf,
  type Job,
  planJobStepwise,
  pricesOf,
  profileOf,
  runOfPlan,
  spotForRole,
  type Spot,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { deedsFrom } from '../household/deeds';
import { selectHousehold, selectLoaded } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser, type Choice } from '../shared/chooser';
import { Clock } from '../shared/clock';
import { Print } from '../shared/print';
import { thought } from '../shared/thought';
import { Residents } from '../shared/residents';
import { capital, limitWords, span } from '../shared/words';
import { JobFind } from './job-find';
import { JobStages } from './job-stages';
import { Ways } from './ways';
import { InTurn } from '../shared/in-turn';

/** A whole job: its stages in order, each cleaning stage answered by the engine for the faces of this house. */
@Component({
  selector: 'dt-job',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [InTurn, MatIcon, Print, MatButton, Chooser, JobFind, JobStages, Residents, RouterLink, Ways],
  templateUrl: './job.page.html',
  styleUrl: './job.page.scss',
})
export class JobPage {
  protected readonly knowledge = inject(Knowledge);
  private readonly router = inject(Router);
  private readonly beginning = deedsFrom('job: begin');
  private readonly noting = deedsFrom('job: what is there');
  private readonly clock = inject(Clock);
  private readonly store = inject(Store);
  private readonly household = this.store.selectSignal(selectHousehold);
  protected readonly loaded = this.store.selectSignal(selectLoaded);
  protected readonly capital = capital;
  protected readonly spanOf = span;
  protected readonly worse: Choice[] = [
    { id: '-1', name: 'lightly used' },
    { id: '0', name: 'as usual' },
    { id: '1', name: 'worse than usual' },
    { id: '2', name: 'very bad' },
  ];
  protected readonly bad = signal(0);
  protected readonly busy = this.beginning.busy;
  protected readonly trouble = computed(() => this.beginning.trouble() ?? this.noting.trouble());
  private readonly casting = signal<Record<string, string>>({});
  /** /choose/job/:job */
  readonly jobId = input<string | undefined>(undefined, { alias: 'job' });

  constructor() {
    void this.knowledge.load();
    this.beginning.done
      .pipe(takeUntilDestroyed())
      .subscribe(({ outcomes }) => void this.router.navigate(['/do', outcomes[0]!.id]));
  }
  private readonly all = computed<Job[]>(() => [...(this.knowledge.catalogue()?.jobs.values() ?? [])]);
  protected readonly job = computed(() => this.knowledge.catalogue()?.jobs.get(this.jobId() ?? '') ?? null);
  protected readonly jobs = computed<Choice[]>(() =>
    this.all().map((j) => ({ id: j.id, name: j.name.toLowerCase(), also: j.synonyms })),
  );
  protected readonly limits = computed(() => limitWords(profileOf(this.household(), this.clock.minute())));
  /** Roles of the job with what each may be: its usual faces, then the spots of the house. */
  protected readonly roles = computed(() => {
    const c = this.knowledge.catalogue();
    const h = this.household();
    return (this.job()?.roles ?? []).map((r) => ({
      id: r.id,
      name: r.name,
      value: this.casting()[r.id] ?? this.own(r.id) ?? r.faces[0]!,
      choices: [
        ...r.faces.map((f) => ({ id: f, name: this.faceName(f), note: 'usual' })),
        ...h.spots.map((s) => ({
          id: `spot:${s.id}`,
          name: `${s.name.toLowerCase()} (${this.faceName(s.finish ? `${s.material}/${s.finish}` : s.material)})`,
          note: h.rooms.find((x) => x.id === s.room)?.name ?? '',
        })),
        ...[...(c?.materials.values() ?? [])]
          .filter((m) => !r.faces.includes(m.id))
          .flatMap((m): Choice[] =>
            m.finishes.length
              ? m.finishes.map((f) => ({ id: `${m.id}/${f.id}`, name: f.name, also: f.synonyms, note: m.family }))
              : [{ id: m.id, name: m.name, also: m.synonyms, note: m.family }],
          )
          .filter((x) => !r.faces.includes(x.id)),
      ] as Choice[],
    }));
  });
  private faceName(id: string): string {
    const [material, finish] = id.split('/');
    const m = this.knowledge.catalogue()?.materials.get(material!);
    return (finish ? m?.finishes.find((f) => f.id === finish)?.name : undefined) ?? m?.name ?? id;
  }
  /** The house's own place for a role, until another is chosen. */
  private own(role: string): string | null {
    const r = this.job()?.roles.find((x) => x.id === role);
    const spot = r && this.loaded() ? spotForRole(r, this.household()) : null;
    return spot ? `spot:${spot.id}` : null;
  }
  private spotOf(role: string): Spot | null {
    return this.castNow()?.[role]?.spot ?? null;
  }
  /** What the person says hangs or stands there, by role. */
  private readonly says = signal<Record<string, string[]>>({});
  /** Roles at a fixture, where something may hang or stand: asked for, and filled with what is written down. */
  protected readonly residents = computed(() =>
    (this.job()?.roles ?? [])
      .filter((r) => r.zone === 'bowl')
      .map((r) => ({
        id: r.id,
        label: `What hangs or stands in the ${r.name}?`,
        value: this.says()[r.id] ?? [...(this.castNow()?.[r.id]?.context?.resident ?? [])],
      })),
  );
  /** Written down in the room where the house has the fixture; else it counts for this plan. */
  protected resident(role: string, ids: string[]): void {
    this.says.update((s) => ({ ...s, [role]: ids }));
    const spot = this.spotOf(role);
    const room = this.household().rooms.find((r) => r.id === spot?.room);
    if (!spot || !room) return;
    const fixtures = room.fixtures.map((f) => (f.id === spot.fixture ? { ...f, resident: ids } : f));
    this.noting.ask({ does: 'change', on: 'rooms', id: room.id, fields: { fixtures } });
  }
  protected readonly castNow = computed(() => {
    const c = this.knowledge.catalogue();
    const job = this.job();
    if (!c || !job || !this.loaded()) return null;
    const chosen = Object.fromEntries(
      Object.entries(this.casting()).map(([role, v]): [string, Chosen] => [
        role,
        v.startsWith('spot:') ? { spot: v.slice(5) } : { face: v },
      ]),
    );
    return castOf(job, chosen, this.says(), this.bad(), this.household(), this.clock.minute(), c);
  });
  protected readonly plan = thought(
    () => {
      const c = this.knowledge.catalogue();
      const job = this.job();
      const cast = this.castNow();
      if (!c || !job || !cast) return null;
      const h = this.household();
      const context = {
        profile: profileOf(h, this.clock.minute()),
        prices: pricesOf(h.stock),
        clock: { now: this.clock.minute().toISOString(), timeZone: h.settings?.timeZone ?? 'UTC' },
      };
      return { job, cast, context, c };
    },
    ({ job, cast, context, c }) => planJobStepwise(job, cast, context, c),
  );
  /** Where people disagree about this job, with what the house chose. */
  protected readonly ways = computed(() => {
    const c = this.knowledge.catalogue();
    const here = new Set(this.job()?.stages.flatMap((s) => (s.stance ? [s.stance.question] : [])));
    return c
      ? choicesOf(profileOf(this.household(), this.clock.minute()), c)
          .filter((x) => here.has(x.stance.id))
          .map(({ stance, choice }) => ({
            id: stance.id,
            question: stance.question,
            choice: choice.name,
            because: stance.because,
          }))
      : [];
  });
  /** Everything the stages take, once each. */
  protected readonly needs = computed(() => {
    const c = this.knowledge.catalogue();
    const p = this.plan();
    if (!c || !p?.ok) return [];
    const ids = p.value.stages.flatMap((s) =>
      s.rung ? [s.rung.product, s.rung.tool, s.advice?.hygiene?.disinfect?.product ?? null] : [],
    );
    return [...new Set(ids)].flatMap((id) => {
      const x = id ? (c.products.get(id) ?? c.tools.get(id)) : undefined;
      return x ? [capital(x.name)] : [];
    });
  });
  protected everyOf = (days: number): string =>
    days === 1 ? 'day' : days < 60 ? `${days} days` : `${Math.round(days / 30)} months`;
  protected open(id: string): void {
    this.casting.set({});
    this.says.set({});
    void this.router.navigate(['/choose/job', id]);
  }
  protected cast(role: string, id: string): void {
    this.casting.update((c) => ({ ...c, [role]: id }));
  }
  protected begin(): void {
    const p = this.plan();
    if (!p?.ok || this.busy()) return;
    const body = runOfPlan(p.value, this.castNow()!, this.clock.now().toISOString(), this.knowledge.catalogue()!);
    this.beginning.ask({ does: 'make', on: 'runs', body });
  }
}
