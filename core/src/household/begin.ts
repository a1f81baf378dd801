import type { Catalogue } from '../catalogue';
import {
  type Advice,
  type JobPlan,
  type Laundry,
  type Question,
  type Rung,
  type Step,
  stepsWithHygiene,
} from '../method';
import { inKitchenMeasures } from './dose';
import type { Run, Spot } from './records';

/** What a run keeps of the rung it follows. */
export const methodOf = (r: Rung): NonNullable<Run['method']> => ({
  name: r.name,
  product: r.product,
  tool: r.tool,
  apply: r.apply,
  strength: r.strength,
  mechanism: r.mechanism,
  dwell_min: r.dwell_min,
  rung: r.rung,
  effect: r.effect,
});
type Part = NonNullable<Run['parts']>[number];
type NewRun = Omit<Run, 'id' | 'version' | 'createdAt' | 'updatedAt'>;

/** Steps as a run keeps them: a wait only where there is one. */
export const keptSteps = (steps: readonly Step[], stage?: string): Run['steps'] =>
  steps.map(({ id, kind, text, because, active_s, wait_s }) => ({
    id: stage ? `${stage}.${id}` : id,
    kind,
    text,
    because,
    active_s,
    ...(wait_s ? { wait_s } : {}),
  }));

/**
 * What one cleaning stage of a run does, for the log: the rung, and what disinfects beside it, each as a part of its own,
 * so that the ledger knows of both.
 */
export function partsOfStage(
  stage: string,
  rung: Rung,
  advice: Pick<Advice, 'hygiene'>,
  spot: string | null,
  question: Question,
): Part[] {
  const asked = {
    material: question.material,
    ...(question.finish ? { finish: question.finish } : {}),
    soil: question.soil,
    severity: question.severity ?? 3,
  };
  const d = advice.hygiene?.disinfect;
  const clean: Part = { stage, spot, question: asked, method: methodOf(rung), uses: rung.uses };
  if (!d) return [clean];
  const after: Part = {
    stage,
    spot,
    question: asked,
    method: { name: d.name, product: d.product, tool: null, strength: d.strength, dwell_min: d.contact_min },
    uses: d.uses,
  };
  return [clean, after];
}

/** A run of one rung on one spot (or nowhere in particular): its steps, what it uses, and its parts where it has several. */
export function runOfRung(
  rung: Rung,
  advice: Pick<Advice, 'hygiene'>,
  spot: string | null,
  question: Question,
  startedAt: string,
  catalogue: Catalogue,
): NewRun {
  const parts = partsOfStage(ONE, rung, advice, spot, question);
  const several = parts.length > 1;
  return {
    question: parts[0]!.question,
    spot,
    job: null,
    bottle: null,
    method: methodOf(rung),
    steps: keptSteps(inKitchenMeasures(stepsWithHygiene(rung, advice), rung, catalogue), several ? ONE : undefined),
    uses: parts.flatMap((p) => p.uses),
    index: 0,
    timers: [],
    state: 'running',
    startedAt,
    ...(several ? { parts } : {}),
  };
}
const ONE = 'one';

/** Seconds at the hands of each step of a wash, and of the wait of its programme at the least (common practice). */
const AT_HAND_s = 60;
const PROGRAMME_min = 40;
/** A wash as a run: its steps, what goes into the drum, and the wait of the programme. */
export function runOfWash(
  wash: Extract<Laundry, { may: 'yes' }>,
  spot: string | null,
  question: Question,
  startedAt: string,
): NewRun {
  const drum = [wash.detergent, ...(wash.booster ? [wash.booster] : [])];
  return {
    question: {
      material: question.material,
      ...(question.finish ? { finish: question.finish } : {}),
      soil: question.soil,
      severity: question.severity ?? 3,
    },
    spot,
    job: null,
    bottle: null,
    method: {
      name: `Washed at ${wash.temperature_C} °C, ${wash.process} process, with ${wash.detergent.name}`,
      product: wash.detergent.product,
      tool: null,
      strength: null,
      dwell_min: PROGRAMME_min,
    },
    steps: wash.steps.map(({ text, because }, i) => ({
      id: `wash-${i + 1}`,
      kind: 'wash',
      text,
      because: because || 'as the cloth bears it',
      active_s: AT_HAND_s,
      ...(text.startsWith('Wash at') ? { wait_s: { min: PROGRAMME_min * 60, max: 3 * PROGRAMME_min * 60 } } : {}),
    })),
    uses: drum.map(({ product, amount, unit }) => ({ item: product, amount, unit })),
    index: 0,
    timers: [],
    state: 'running',
    startedAt,
  };
}
/** Uses that a run keeps at the most. */
const MOST_USES = 40;

/** A planned job as a run: all steps of all stages, what each cleaning stage asked and took, what must hold at the end. */
export function runOfPlan(
  { job, stages, closes }: JobPlan,
  cast: Readonly<Record<string, { spot: Spot | null }>>,
  startedAt: string,
  catalogue: Catalogue,
): NewRun {
  const shown = stages.filter((s) => s.steps.length);
  const parts = shown.flatMap(({ stage, rung, advice, question }) =>
    rung && advice && question ? partsOfStage(stage.id, rung, advice, cast[stage.on!]?.spot?.id ?? null, question) : [],
  );
  return {
    question: null,
    job: job.id,
    spot: parts.find((x) => x.spot)?.spot ?? null,
    bottle: null,
    method: null,
    steps: shown.flatMap(({ stage, rung, steps }) =>
      keptSteps(rung ? inKitchenMeasures(steps, rung, catalogue) : steps).map((st, i) => ({
        ...st,
        text: rung && i === 0 ? `${stage.text}: ${st.text}` : st.text,
      })),
    ),
    uses: parts.flatMap((x) => x.uses).slice(0, MOST_USES),
    index: 0,
    timers: [],
    state: 'running',
    startedAt,
    parts,
    closes,
  };
}
