import { type Static, Type } from '@sinclair/typebox';

/**
 * What rooms, fixtures and kits usually are: templates that propose, and that a person strikes out and corrects. All of
 * it is common practice. Lengths mm, intervals in days.
 */
const closed = { additionalProperties: false };
const Id = Type.String({ minLength: 1, pattern: '^[a-z0-9][a-z0-9-]*$' });
const Named = {
  id: Id,
  name: Type.String({ minLength: 1 }),
  basis: Type.Object({ default: Type.String() }, { additionalProperties: Type.String() }),
};
/** A material, or one of its finishes: `marble/honed`. The first is what it usually is. */
const Faces = Type.Array(Type.String({ pattern: '^[a-z0-9-]+(?:/[a-z0-9-]+)?$' }), { minItems: 1 });
const Shape = Type.String({ minLength: 1, maxLength: 30 });

const FixtureSpot = Type.Object(
  {
    id: Id,
    name: Type.String({ minLength: 1, maxLength: 80 }),
    faces: Faces,
    band: Type.Unsafe<'high' | 'mid' | 'low' | 'floor'>({ enum: ['high', 'mid', 'low', 'floor'] }),
    days: Type.Number({ minimum: 0.5, maximum: 3650 }),
    area_m2: Type.Number({ minimum: 0.001, maximum: 500 }),
    touch: Type.Optional(Type.Integer({ minimum: 0, maximum: 3 })),
    food: Type.Optional(Type.Boolean()),
    skin: Type.Optional(Type.Boolean()),
    kinds: Type.Optional(Type.Array(Type.String())),
    /** Spots of the same fixture that wet work here runs down onto. */
    onto: Type.Optional(Type.Array(Id)),
    /** Spots of the same fixture that it is the joint of. */
    joint: Type.Optional(Type.Array(Id)),
    /** "The taps are", not "is". */
    many: Type.Optional(Type.Boolean()),
    /** A block or cleaner that stays in it is asked after. */
    residents: Type.Optional(Type.Boolean()),
  },
  closed,
);
export const FixtureSchema = Type.Object(
  {
    ...Named,
    /** How it is drawn. */
    shape: Shape,
    width_mm: Type.Integer({ minimum: 50, maximum: 10000 }),
    depth_mm: Type.Integer({ minimum: 50, maximum: 10000 }),
    where: Type.Unsafe<'wall' | 'centre'>({ enum: ['wall', 'centre'] }),
    spots: Type.Array(FixtureSpot, { minItems: 1 }),
    /** What is wetted there runs onto the floor beside it, and it stands with the other wet ones. */
    wet: Type.Optional(Type.Boolean()),
    drain: Type.Optional(Type.Boolean()),
    /** It is a hole in the wall, not a thing on the floor. */
    window: Type.Optional(Type.Boolean()),
    door: Type.Optional(Type.Boolean()),
    fan: Type.Optional(Type.Boolean()),
  },
  closed,
);
export const RoomKindSchema = Type.Object(
  {
    ...Named,
    synonyms: Type.Array(Type.String()),
    width_mm: Type.Integer({ minimum: 500, maximum: 20000 }),
    depth_mm: Type.Integer({ minimum: 500, maximum: 20000 }),
    height_mm: Type.Integer({ minimum: 500, maximum: 10000 }),
    /** What such a room usually has, and what some have besides. */
    fixtures: Type.Array(Id),
    also: Type.Array(Id),
    floor: Type.Object({ faces: Faces, days: Type.Number({ minimum: 0.5, maximum: 3650 }) }, closed),
    /** Of the fan, where it has one; common practice. */
    fan_Lps: Type.Optional(Type.Number({ minimum: 1, maximum: 1000 })),
    kit: Type.Optional(Id),
  },
  closed,
);
const HeightBand = Type.Unsafe<'high' | 'eye' | 'low' | 'hook'>({ enum: ['high', 'eye', 'low', 'hook'] });
/** What the pockets of something worn or carried are for, as hands find them. */
export const ZONE_IDS = ['ready', 'other', 'small', 'clean', 'used', 'waste', 'long'] as const;
export const KitKindSchema = Type.Object(
  {
    ...Named,
    kind: Type.Unsafe<'shelf' | 'caddy' | 'apron' | 'cart' | 'boot' | 'store'>({
      enum: ['shelf', 'caddy', 'apron', 'cart', 'boot', 'store'],
    }),
    places: Type.Array(
      Type.Object(
        // whether it locks nobody can say but the person
        {
          id: Id,
          name: Type.String(),
          row: Type.Integer(),
          heightBand: HeightBand,
          zone: Type.Optional(Type.Unsafe<(typeof ZONE_IDS)[number]>({ enum: [...ZONE_IDS] })),
        },
        closed,
      ),
      { minItems: 1 },
    ),
    things: Type.Array(
      Type.Object(
        {
          item: Id,
          par: Type.Number({ exclusiveMinimum: 0 }),
          unit: Type.Unsafe<'mL' | 'g' | 'piece'>({ enum: ['mL', 'g', 'piece'] }),
          place: Id,
          /** Class of work that its colour stands for. */
          colour: Type.Optional(Id),
          /** Only where the water is so. */
          water: Type.Optional(Type.Unsafe<'hard' | 'soft'>({ enum: ['hard', 'soft'] })),
        },
        closed,
      ),
      { minItems: 1 },
    ),
  },
  closed,
);
export type FixtureKind = Static<typeof FixtureSchema>;
export type RoomKind = Static<typeof RoomKindSchema>;
export type KitKind = Static<typeof KitKindSchema>;
