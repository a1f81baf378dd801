import {
  advise,
  type Bottle,
  type BottleQuestion,
  type Catalogue,
  type Household,
  type KitGoal,
  makeBottle,
  type Measure,
  measuresWith,
  type MeasureSystem,
  type MilpSolver,
  mix,
  type MixItem,
  parseRatio,
  type Problem,
  type Profile,
  type Question,
  questionOfSpot,
  type RatioAnswer,
  readLabel,
  refusalOf,
  type Result,
  roomAir,
  smallestKit,
  solvePh,
  type Spot,
} from '@dolly-tub/core';
import type { Asked, requests } from '../http/compute';
import { HttpProblem, invalid } from '../http/problem';

export type DoorName = keyof typeof requests;
/** An answer as JSON text, or why there is none: what can be sent from one thread to another. */
export type Answered = { text: string } | { refused: { status: number; detail: string; errors?: Problem[] } };

/** What of a household is read to answer. */
export interface Reading {
  catalogue(): Catalogue;
  household(): Household;
  bottle(id: string): Bottle | null;
  spot(id: string): Spot | null;
}

function unwrap<T>(r: Result<T>): T {
  if (!r.ok) throw invalid(r.problems);
  return r.value;
}

/** Doors that need a solver: it is loaded before they are asked. */
export const SOLVES: readonly DoorName[] = ['kit/smallest'];

/** Answers of the computing doors for questions that fit their schemas; `solver` is there for those in `SOLVES`. */
export function answering(
  house: Reading,
  solver: () => MilpSolver,
): (name: DoorName, asked: unknown, now: Date) => Answered {
  const settings = () => house.household().settings;
  const system = (): MeasureSystem => (settings()?.measureSystem === 'uk' ? 'uk' : 'us');
  const ownMeasures = (): Measure[] =>
    (settings()?.measures ?? []).map((m) => ({
      id: m.id,
      name: m.name,
      kind: m.kind,
      volume_mL: m.volume_mL,
      basis: { default: 'household' },
    }));
  const inBottle = (id: string): MixItem[] | null => {
    const fill = house.bottle(id)?.fill;
    return fill ? fill.parts.map((p) => (p.contents ? { label: p.contents } : { product: p.item })) : null;
  };

  /** A ratio in the measures of this household; what is wrong with it is told at `path`. */
  const ratioIn = (text: string, path: string): RatioAnswer => {
    const r = parseRatio(text, measuresWith(ownMeasures(), house.catalogue()), system());
    return unwrap(r.ok ? r : { ok: false, problems: r.problems.map((p) => ({ ...p, path })) });
  };

  const doors: { [K in DoorName]: (asked: Asked<K>, now: Date) => unknown } = {
    mix: (q) => unwrap(mix(q as Parameters<typeof mix>[0], house.catalogue(), inBottle)),
    label: (q) => readLabel(q.text, house.catalogue(), q.corrections),
    dilute(q) {
      const { target, ...rest } = q;
      const ratio = target.ratio === undefined ? undefined : ratioIn(target.ratio, '/target/ratio');
      const asked = { ...rest, target: { ...target, ...(ratio ? { ratio } : {}) } } as BottleQuestion;
      const { recipe, gate, keeps_h, water, open, also } = unwrap(makeBottle(asked, house.catalogue(), ownMeasures()));
      // what may not be made is no answer but a fault of the question, with its source
      const refused = refusalOf(gate);
      if (refused) throw invalid(refused.problems);
      return {
        ...recipe,
        warnings: [...recipe.warnings, ...gate.with.map((w) => w.text)],
        may: gate.may,
        with: gate.with,
        keeps_h,
        water,
        open,
        also: also.map(({ product, ...x }) => ({ product: product.id, ...x })),
      };
    },
    ratio: (q) => ratioIn(q.text, '/text'),
    air: (q) => unwrap(roomAir(q, house.catalogue())),
    ph: (q) =>
      unwrap(
        solvePh(q.solutes, house.catalogue().substances, house.catalogue().systems, {
          ...(q.temperatureC !== undefined ? { temperatureC: q.temperatureC } : {}),
          activity: (q.activity ?? 'ideal') as 'ideal' | 'davies',
        }),
      ),
    advise(q, now) {
      const c = house.catalogue();
      let base: ReturnType<typeof questionOfSpot> | null = null;
      if (q.spot !== undefined) {
        const spot = house.spot(q.spot);
        if (!spot) throw invalid([{ path: '/spot', message: 'That spot is not in this household.' }]);
        base = questionOfSpot(spot, house.household(), now, c, q.soil);
      }
      if (!base && !q.material)
        throw invalid([{ path: '/material', message: '"material" is missing: name one, or a spot.' }]);
      if (!base && !q.soil) throw invalid([{ path: '/soil', message: '"soil" is missing: name what is on it.' }]);
      const said = (of: Record<string, unknown>): Record<string, unknown> =>
        Object.fromEntries(Object.entries(of).filter(([, v]) => v !== undefined));
      for (const [i, l] of (q.last ?? []).entries())
        if (!c.products.has(l.product))
          throw invalid([
            { path: `/last/${i}/product`, message: `"${l.product}" is not in the catalogue of products.` },
          ]);
      const clock = { now: now.toISOString(), timeZone: settings()?.timeZone ?? 'UTC' };
      const { material, finish, soil, severity, age, profile, kit, neighbours, last } = q;
      const { considered: _considered, ...answer } = unwrap(
        advise(
          { ...base?.question, ...said({ material, finish, soil, severity, age }) } as Parameters<typeof advise>[0],
          { clock, ...base?.context, ...said({ profile, kit, neighbours, last }) },
          c,
        ),
      );
      return answer;
    },
    'kit/smallest': ({ jobs, own, goal, profile }, now) =>
      unwrap(
        smallestKit(
          {
            jobs: jobs as Question[],
            ...(own ? { own } : {}),
            ...(goal ? { goal: goal as KitGoal } : {}),
            context: {
              clock: { now: now.toISOString(), timeZone: settings()?.timeZone ?? 'UTC' },
              ...(profile ? { profile: profile as Profile } : {}),
            },
          },
          house.catalogue(),
          solver(),
        ),
      ),
  };
  return (name, asked, now) => {
    try {
      return { text: JSON.stringify((doors[name] as (a: unknown, n: Date) => unknown)(asked, now)) };
    } catch (e) {
      if (e instanceof HttpProblem)
        return { refused: { status: e.status, detail: e.detail, ...(e.errors ? { errors: e.errors } : {}) } };
      throw e;
    }
  };
}
