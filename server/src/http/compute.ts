import {
  advise,
  type BottleQuestion,
  type Catalogue,
  makeBottle,
  type Measure,
  type MeasureSystem,
  mix,
  type MixItem,
  parseRatio,
  questionOfSpot,
  readLabel,
  refusalOf,
  type Result,
  roomAir,
  solvePh,
} from '@dolly-tub/core';
import Router from '@koa/router';
import { type TSchema, Type } from '@sinclair/typebox';
import type { Store } from '../store/store';
import { readJson } from './body';
import { HttpProblem, invalid } from './problem';
import { check } from './validate';

const closed = { additionalProperties: false };
const oneOf = (values: readonly (string | number)[]) => Type.Unsafe<string>({ enum: [...values] });
const opt = Type.Optional;
const Id = Type.String({ minLength: 1, maxLength: 80 });
const orNull = <T extends TSchema>(t: T) => Type.Union([t, Type.Null()]);

const Profile = Type.Object(
  {
    stance: opt(oneOf(['pantry', 'conventional', 'steam'])),
    people: opt(Type.Array(oneOf(['toddler', 'asthma', 'pregnant', 'ill']), { maxItems: 10 })),
    pets: opt(Type.Array(oneOf(['bird', 'cat', 'fish']), { maxItems: 10 })),
    septic: opt(Type.Boolean()),
    noChlorine: opt(Type.Boolean()),
    fragranceFree: opt(Type.Boolean()),
    stances: opt(Type.Record(Type.String({ maxLength: 40 }), Type.String({ maxLength: 40 }))),
  },
  closed,
);
const Spilt = {
  product: opt(Id),
  substance: opt(Id),
  percent: opt(Type.Number({ exclusiveMinimum: 0, maximum: 100 })),
};

const Corrections = Type.Array(
  Type.Object({ text: Type.String({ maxLength: 400 }), substance: Type.Union([Id, Type.Null()]) }, closed),
  { maxItems: 200 },
);

/** Request shape of each computing door. */
export const requests = {
  mix: Type.Object(
    {
      items: Type.Array(
        Type.Object(
          {
            product: opt(Id),
            label: opt(Type.String({ maxLength: 20000 })),
            corrections: opt(Corrections),
            substance: opt(Id),
            percent: opt(Type.Number({ exclusiveMinimum: 0, maximum: 100 })),
            bottle: opt(Id),
            rinsed: opt(Type.Boolean()),
            daysAgo: opt(Type.Number({ minimum: 0, maximum: 36500 })),
            state: opt(oneOf(['solid', 'liquid'])),
            labelled: opt(Type.Boolean()),
          },
          closed,
        ),
        { minItems: 1, maxItems: 40 },
      ),
      meeting: oneOf(['container', 'surface', 'shelf', 'drain', 'fixture', 'machine', 'carried']),
      closed: opt(Type.Boolean()),
      rinsed: opt(Type.Boolean()),
      porous: opt(Type.Boolean()),
      conditions: opt(Type.Array(Id, { maxItems: 10 })),
    },
    closed,
  ),
  label: Type.Object({ text: Type.String({ maxLength: 200000 }), corrections: opt(Corrections) }, closed),
  dilute: Type.Object(
    {
      stock: Type.Object(
        {
          percent: opt(Type.Number()),
          ppm: opt(Type.Number()),
          product: opt(Id),
          madeDaysAgo: opt(Type.Number()),
          labelPercent: opt(Type.Number()),
        },
        closed,
      ),
      target: Type.Object(
        { percent: opt(Type.Number()), ppm: opt(Type.Number()), ratio: opt(Type.String({ maxLength: 100 })) },
        closed,
      ),
      final: Type.Object({ mL: Type.Number() }, closed),
      measures: opt(Type.Array(Id, { minItems: 1, maxItems: 30 })),
      /** What the person's own label says of its dose. */
      label: opt(
        Type.Object(
          { max: Type.Number({ exclusiveMinimum: 0, maximum: 1000 }), unit: oneOf(['mL/L', 'g/L', 'neat']) },
          closed,
        ),
      ),
      vessel: opt(oneOf(['sprayer', 'round', 'jug', 'bucket', 'jar'])),
    },
    closed,
  ),
  ratio: Type.Object({ text: Type.String({ maxLength: 200 }) }, closed),
  advise: Type.Object(
    {
      material: opt(Id),
      finish: opt(orNull(Id)),
      soil: opt(Id),
      severity: opt(Type.Integer({ minimum: 1, maximum: 5 })),
      age: opt(oneOf(['fresh', 'dried', 'set', 'baked'])),
      profile: opt(Profile),
      kit: opt(Type.Array(Id, { maxItems: 500 })),
      neighbours: opt(
        Type.Array(Type.Object({ material: Id, finish: opt(orNull(Id)), runoff: Type.Boolean() }, closed), {
          maxItems: 12,
        }),
      ),
      last: opt(
        Type.Array(Type.Object({ product: Id, rinsed: Type.Boolean(), daysAgo: Type.Number({ minimum: 0 }) }, closed), {
          maxItems: 40,
        }),
      ),
      spot: opt(Id),
    },
    closed,
  ),
  air: Type.Object(
    {
      gas: Id,
      released_g: opt(Type.Number()),
      spill: opt(
        Type.Object(
          {
            ...Spilt,
            mL: Type.Number(),
            area_m2: opt(Type.Number({ exclusiveMinimum: 0 })),
            with: opt(Type.Object({ ...Spilt, mL: opt(Type.Number({ exclusiveMinimum: 0 })) }, closed)),
          },
          closed,
        ),
      ),
      room_m3: Type.Number(),
      ach: Type.Number(),
      minutes: Type.Number(),
      mixingFactor: opt(Type.Number()),
    },
    closed,
  ),
  ph: Type.Object(
    {
      solutes: Type.Array(Type.Object({ substance: Id, molPerL: Type.Number() }, closed), {
        minItems: 0,
        maxItems: 40,
      }),
      temperatureC: opt(Type.Number({ minimum: 0, maximum: 60 })),
      activity: opt(oneOf(['ideal', 'davies'])),
    },
    closed,
  ),
} as const;
type Asked<K extends keyof typeof requests> = (typeof requests)[K]['static'];

function unwrap<T>(r: Result<T>): T {
  if (!r.ok) throw invalid(r.problems);
  return r.value;
}

/** The computing doors: each validates once, calls the core, and answers. */
export function computeRoutes(store: Store, catalogue: () => Catalogue, now: () => Date): Router {
  const router = new Router({ prefix: '/api' });
  const settings = () => store.repos.settings.get('household');
  const system = (): MeasureSystem => {
    const s = settings()?.measureSystem;
    return s === 'uk' ? 'uk' : 'us';
  };
  const ownMeasures = (): Measure[] =>
    (settings()?.measures ?? []).map((m) => ({
      id: m.id,
      name: m.name,
      kind: m.kind,
      volume_mL: m.volume_mL,
      basis: { default: 'household' },
    }));
  const door = <K extends keyof typeof requests>(name: K, answer: (asked: Asked<K>) => unknown): void => {
    router.post(`/${name}`, async (ctx) => {
      ctx.body = answer(check<Asked<K>>(requests[name], await readJson(ctx)));
    });
  };
  const bottleItems = (id: string): MixItem[] | null => {
    const fill = store.repos.bottles.get(id)?.fill;
    return fill ? fill.parts.map((p) => (p.contents ? { label: p.contents } : { product: p.item })) : null;
  };
  door('mix', (q) => unwrap(mix(q as Parameters<typeof mix>[0], catalogue(), bottleItems)));
  door('label', (q) => readLabel(q.text, catalogue(), q.corrections));
  door('dilute', (q) => {
    const { recipe, gate, keeps_h, water, open } = unwrap(
      makeBottle(q as BottleQuestion, catalogue(), ownMeasures(), system()),
    );
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
    };
  });
  door('ratio', (q) => unwrap(parseRatio(q.text, catalogue().measures, system())));
  door('air', (q) => unwrap(roomAir(q, catalogue())));
  door('ph', (q) =>
    unwrap(
      solvePh(q.solutes, catalogue().substances, catalogue().systems, {
        ...(q.temperatureC !== undefined ? { temperatureC: q.temperatureC } : {}),
        activity: (q.activity ?? 'ideal') as 'ideal' | 'davies',
      }),
    ),
  );
  door('advise', (q) => {
    const c = catalogue();
    let base: ReturnType<typeof questionOfSpot> | null = null;
    if (q.spot !== undefined) {
      const spot = store.repos.spots.get(q.spot);
      if (!spot)
        throw new HttpProblem(422, 'That spot is not in this household.', [
          { path: '/spot', message: 'That spot is not in this household.' },
        ]);
      const h = {
        settings: settings(),
        members: store.repos.members.all(),
        rooms: store.repos.rooms.all(),
        spots: store.repos.spots.all(),
        kits: store.repos.kits.all(),
        stock: store.repos.stock.all(),
        log: store.log.all(),
        runs: store.repos.runs.all(),
      };
      base = questionOfSpot(spot, h, now(), c, q.soil);
    }
    if (!base && !q.material)
      throw invalid([{ path: '/material', message: '"material" is missing: name one, or a spot.' }]);
    if (!base && !q.soil) throw invalid([{ path: '/soil', message: '"soil" is missing: name what is on it.' }]);
    const given = Object.fromEntries(
      Object.entries({ material: q.material, finish: q.finish, soil: q.soil, severity: q.severity, age: q.age }).filter(
        ([, v]) => v !== undefined,
      ),
    );
    const context = Object.fromEntries(
      Object.entries({ profile: q.profile, kit: q.kit, neighbours: q.neighbours, last: q.last }).filter(
        ([, v]) => v !== undefined,
      ),
    );
    for (const [i, l] of (q.last ?? []).entries())
      if (!c.products.has(l.product))
        throw invalid([{ path: `/last/${i}/product`, message: `"${l.product}" is not in the catalogue of products.` }]);
    const clock = { now: now().toISOString(), timeZone: settings()?.timeZone ?? 'UTC' };
    const advice = unwrap(
      advise(
        { ...base?.question, ...given } as Parameters<typeof advise>[0],
        { clock, ...base?.context, ...context },
        c,
      ),
    );
    const { considered: _considered, ...answer } = advice;
    return answer;
  });
  return router;
}
