import { type TSchema, Type } from '@sinclair/typebox';
import Router from '@koa/router';
import { GOALS, OUTLINES } from '@dolly-tub/core';
import type { Computing } from '../compute/pool';
import { readJson } from './body';
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
            unsure: opt(Type.Boolean()),
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
          kept: opt(oneOf(['shut', 'opened', 'damp'])),
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
      /** What goes in besides, in place of so much of the water: mL, or g of what is weighed. */
      also: opt(
        Type.Array(Type.Object({ product: Id, amount: Type.Number({ exclusiveMinimum: 0, maximum: 1e6 }) }, closed), {
          maxItems: 5,
        }),
      ),
      /** What the person's own label says of its dose. */
      label: opt(
        Type.Object(
          { max: Type.Number({ exclusiveMinimum: 0, maximum: 1000 }), unit: oneOf(['mL/L', 'g/L', 'neat']) },
          closed,
        ),
      ),
      vessel: opt(oneOf(OUTLINES)),
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
  'kit/smallest': Type.Object(
    {
      jobs: Type.Array(
        Type.Object(
          {
            material: Id,
            finish: opt(orNull(Id)),
            soil: Id,
            severity: opt(Type.Integer({ minimum: 1, maximum: 5 })),
            age: opt(oneOf(['fresh', 'dried', 'set', 'baked'])),
          },
          closed,
        ),
        { minItems: 1, maxItems: 300 },
      ),
      own: opt(Type.Array(Id, { maxItems: 500 })),
      goal: opt(oneOf(GOALS)),
      profile: opt(Profile),
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
export type Asked<K extends keyof typeof requests> = (typeof requests)[K]['static'];

/** The computing doors: each validates once, asks whoever computes, and answers. */
export function computeRoutes(computing: Computing): Router {
  const router = new Router({ prefix: '/api' });
  for (const name of Object.keys(requests) as (keyof typeof requests)[])
    router.post(`/${name}`, async (ctx) => {
      const asked = check<unknown>(requests[name], await readJson(ctx));
      ctx.body = await computing.answer(name, asked);
      ctx.type = 'json';
    });
  return router;
}
