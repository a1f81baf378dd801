import type { Catalogue, Job, Stage } from '../catalogue';
import { bad, ok, type Result } from '../reason';
import { inOneGo, type Stepwise } from '../stepwise';
import { adviseStepwise } from './advise';
import { strongestRung } from './strongest';
import { choiceOf } from './stances';
import type { Advice, Context, Question, Rung, Step } from './types';

/** Where a role of the job is done: a face, and what the engine should know of that spot. */
export interface Cast {
  material: string;
  finish?: string | null;
  area_m2?: number;
  /** How much worse (or better) than the job supposes: added to its severities. */
  worse?: number;
  context?: Context;
}
export interface PlannedStage {
  stage: Stage;
  /** What the engine was asked, and its answer, for stages that clean. */
  question: Question | null;
  advice: Advice | null;
  rung: Rung | null;
  /** Why there is no rung, or that the strongest may not suffice. */
  note: string | null;
  steps: Step[];
}
export interface JobPlan {
  job: Job;
  stages: PlannedStage[];
  minutes: number;
  waiting_min: number;
  /** Conditions that must hold before the job is closed. */
  closes: string[];
}

/** Stages in an order in which each comes after what it waits for; as written where nothing decides. Throws on a circle (broken data). */
export function stageOrder(stages: readonly Stage[]): Stage[] {
  const done = new Set<string>();
  const out: Stage[] = [];
  const here = new Set(stages.map((s) => s.id));
  while (out.length < stages.length) {
    const next = stages.find((s) => !done.has(s.id) && (s.after ?? []).every((a) => done.has(a) || !here.has(a)));
    if (!next)
      throw new Error(
        `The stages ${stages
          .filter((s) => !done.has(s.id))
          .map((s) => s.id)
          .join(', ')} wait for each other`,
      );
    done.add(next.id);
    out.push(next);
  }
  return out;
}

/**
 * A job on the faces of this house: its stages in order, each cleaning stage filled in by the engine for
 * the face of its role, knowing what earlier stages have put there. Minutes. A role that is not cast is
 * taken at its commonest face.
 */
export const planJob = (
  job: Job,
  cast: Readonly<Record<string, Cast>>,
  context: Context,
  catalogue: Catalogue,
): Result<JobPlan> => inOneGo(planJobStepwise(job, cast, context, catalogue));

/** The same in steps, for who must be heard meanwhile. */
export function* planJobStepwise(
  job: Job,
  cast: Readonly<Record<string, Cast>>,
  context: Context,
  catalogue: Catalogue,
): Stepwise<Result<JobPlan>> {
  // what the job has put somewhere already, by role
  const put = new Map<string, string[]>();
  const stages: PlannedStage[] = [];
  const chosen = job.stages.filter(
    (s) => !s.stance || choiceOf(s.stance.question, context.profile, catalogue) === s.stance.choice,
  );
  const profile = job.ill
    ? { ...context.profile, people: [...(context.profile?.people ?? []), 'ill'] }
    : context.profile;
  for (const stage of stageOrder(chosen)) {
    if (stage.kind !== 'clean') {
      stages.push({ stage, question: null, advice: null, rung: null, note: null, steps: [stepOf(stage)] });
      continue;
    }
    const role = job.roles.find((r) => r.id === stage.on);
    if (!role || !stage.soil)
      return bad(`/stages/${stage.id}`, `The stage "${stage.id}" does not say where, or what is on it.`);
    const [material, finish] = role.faces[0]!.split('/');
    const at: Cast = cast[role.id] ?? { material: material!, finish: finish ?? null };
    const q: Question = {
      material: at.material,
      finish: at.finish ?? null,
      soil: stage.soil,
      severity: Math.max(1, Math.min(5, (stage.severity ?? 3) + (at.worse ?? 0))),
      ...(stage.age ? { age: stage.age } : {}),
      area_m2: at.area_m2 ?? role.area_m2,
      zone: role.zone ?? null,
      ...(role.touched ? { touched: true } : {}),
    };
    const own = at.context ?? {};
    const answer = yield* adviseStepwise(
      q,
      {
        ...context,
        ...own,
        ...(profile ? { profile: { ...own.profile, ...profile } } : {}),
        last: [...(own.last ?? context.last ?? []), ...earlier(role, job.roles, put)],
      },
      catalogue,
    );
    if (!answer.ok) return answer;
    const a = answer.value;
    const rung = takenOf(a);
    const used = [rung?.product, rung && a.hygiene?.disinfect?.product].filter((x): x is string => Boolean(x));
    put.set(role.id, [...(put.get(role.id) ?? []), ...used]);
    stages.push({
      stage,
      question: q,
      advice: a,
      rung,
      note: !rung
        ? `${a.because[0]!.text} This stage is left out.`
        : a.recommended === null
          ? 'The strongest that is safe here; it may take more than one go.'
          : null,
      steps: rung ? stepsWithHygiene(rung, a).map((s) => ({ ...s, id: `${stage.id}.${s.id}` })) : [],
    });
  }
  const waiting = stages.reduce((a, s) => a + (s.stage.wait_min?.min ?? s.rung?.dwell_min ?? 0), 0);
  const minutes = stages.reduce((a, s) => a + (s.rung?.minutes ?? s.stage.active_min), 0);
  return ok({
    job,
    stages,
    minutes: Math.ceil(minutes),
    waiting_min: Math.round(waiting),
    closes: job.closes.filter((c) => chosen.some((s) => s.ends === c)),
  });
}

/**
 * What earlier stages have put on this role, rinsed off once; and on the others, as they stand: those of the same
 * toilet on the fixture itself, the rest in the air of a room that may be small. All of it today.
 */
function earlier(
  role: Job['roles'][number],
  roles: Job['roles'],
  put: ReadonlyMap<string, readonly string[]>,
): NonNullable<Context['last']>[number][] {
  const shares = (r: Job['roles'][number]): boolean => Boolean(r.fixtures?.some((f) => role.fixtures?.includes(f)));
  return roles.flatMap((r) =>
    (put.get(r.id) ?? []).map((product) =>
      r === role
        ? { product, rinsed: true, times: 1, daysAgo: 0 }
        : {
            product,
            where: shares(r) ? ('fixture' as const) : ('room' as const),
            place: `on the ${r.name}, in this job`,
            rinsed: false,
            daysAgo: 0,
          },
    ),
  );
}

/** The rung that a plan takes: the recommended one, else the strongest that may be done today; null when none may. */
export const takenOf = (a: Advice): Rung | null =>
  a.ladder.find((r) => r.rung === a.recommended) ?? strongestRung(a.ladder.filter((r) => r.may !== 'from'));

/** Steps of a rung with those that hygiene asks for beside it, in its order. */
export function stepsWithHygiene(rung: Rung, a: Pick<Advice, 'hygiene'>): Step[] {
  const more = a.hygiene?.disinfect?.steps ?? [];
  if (!more.length) return rung.steps;
  if (a.hygiene!.first === 'disinfect') {
    // wetted before anything moves: in front of everything but what is worn and opened
    const at = rung.steps.findIndex((s) => !['hazard', 'air', 'wear', 'rinse-last'].includes(s.kind));
    const [before, after] = [more.filter((s) => s.kind !== 'hands'), more.filter((s) => s.kind === 'hands')];
    return [...rung.steps.slice(0, at), ...before, ...rung.steps.slice(at), ...after];
  }
  // after it was looked at, before what is left out and what comes next is said
  const end = rung.steps.findIndex((s) => s.kind === 'scope');
  const at = end < 0 ? rung.steps.length : end;
  return [...rung.steps.slice(0, at), ...more, ...rung.steps.slice(at)];
}

const stepOf = (s: Stage): Step => ({
  id: s.id,
  kind: s.kind,
  text: s.text,
  because: s.because,
  active_s: Math.round(s.active_min * 60),
  ...(s.wait_min ? { wait_s: { min: s.wait_min.min * 60, max: s.wait_min.max * 60 } } : {}),
});

/** Conditions of the plan that do not hold yet, given the ids of the stages done. */
export const stillOpen = (plan: Pick<JobPlan, 'stages' | 'closes'>, done: ReadonlySet<string>): string[] =>
  plan.closes.filter((c) => !plan.stages.some((s) => s.stage.ends === c && done.has(s.stage.id)));
