import { type Static, type TSchema, Type } from '@sinclair/typebox';
import { ZONE_IDS } from '../catalogue';

/**
 * One schema for each record that a household keeps. Types, validators, OpenAPI, the published JSON
 * Schema and the export format all come from these. Lengths mm, volumes mL, masses g, instants UTC.
 */
const closed = { additionalProperties: false };
const oneOf = <const T extends readonly (string | number)[]>(values: T) =>
  Type.Unsafe<T[number]>({ enum: [...values] });
const Text = (max = 200) => Type.String({ minLength: 1, maxLength: max });
const Ref = Type.String({ minLength: 1, maxLength: 80 });
const Instant = Type.String({ format: 'date-time' });
const Day = Type.String({ format: 'date' });
const maybe = <T extends TSchema>(t: T) => Type.Optional(Type.Union([t, Type.Null()]));
const num = (minimum: number, maximum: number) => Type.Number({ minimum, maximum });

export const Envelope = {
  id: Type.String({ minLength: 1, maxLength: 64, pattern: '^[A-Za-z0-9][A-Za-z0-9-]*$' }),
  version: Type.Integer({ minimum: 1 }),
  createdAt: Instant,
  updatedAt: Instant,
  deletedAt: Type.Optional(Instant),
  deletedWith: Type.Optional(Type.String()),
};

export const SettingsBody = Type.Object(
  {
    name: Text(80),
    timeZone: Text(60),
    locale: Text(20),
    measureSystem: oneOf(['metric', 'us', 'uk']),
    currency: Text(8),
    theme: oneOf(['system', 'light', 'dark']),
    waterHardness_mgL: num(0, 1000),
    septic: Type.Boolean(),
    stances: Type.Record(Type.String(), Type.String({ maxLength: 40 })),
    emergency: Type.Object(
      { number: Type.String({ maxLength: 40 }), poisonCentre: Type.String({ maxLength: 40 }) },
      closed,
    ),
    measures: Type.Array(
      Type.Object(
        {
          id: Ref,
          name: Text(60),
          kind: Text(20),
          volume_mL: num(0.001, 100000),
          mass_g: maybe(num(0, 100000)),
          calibratedAt: maybe(Instant),
        },
        closed,
      ),
      { maxItems: 60 },
    ),
    colourClasses: Type.Array(
      Type.Object(
        {
          letter: Text(2),
          texture: Text(30),
          colour: Text(30),
          name: Text(60),
          /** Id of the catalogue's classes: toilet, floor, kitchen … */
          class: maybe(Ref),
        },
        closed,
      ),
      { maxItems: 20 },
    ),
    /** Products whose own label the person read: it tells them to use it in a machine with the other. */
    labelled: Type.Optional(Type.Array(Ref, { maxItems: 400 })),
    /** It is the made-up house, to look round in. */
    demo: Type.Optional(Type.Boolean()),
  },
  closed,
);

export const MemberBody = Type.Object(
  {
    name: Text(80),
    colour: Text(30),
    kind: oneOf(['adult', 'child', 'toddler', 'pet']),
    species: maybe(Text(40)),
    limits: Type.Array(Type.Object({ limit: Text(60), until: maybe(Day) }, closed), { maxItems: 20 }),
    hand: maybe(oneOf(['left', 'right'])),
    reach_mm: maybe(num(200, 3000)),
    sight: maybe(Text(40)),
  },
  closed,
);

const Point = Type.Object({ x: num(-50000, 50000), y: num(-50000, 50000) }, closed);
export const RoomBody = Type.Object(
  {
    name: Text(80),
    order: num(0, 1000),
    outline: Type.Array(Point, { minItems: 3, maxItems: 40 }),
    height_mm: num(500, 10000),
    openings: Type.Array(
      Type.Object(
        {
          kind: oneOf(['window', 'door']),
          wall: Type.Integer({ minimum: 0, maximum: 39 }),
          offset: num(0, 50000),
          width: num(100, 10000),
          leadsTo: maybe(Text(60)),
        },
        closed,
      ),
      { maxItems: 20 },
    ),
    fan_Lps: maybe(num(0, 1000)),
    ach: maybe(num(0, 200)),
    fixtures: Type.Array(
      Type.Object(
        {
          id: Ref,
          shape: Text(30),
          x: num(-50000, 50000),
          y: num(-50000, 50000),
          w: num(10, 50000),
          d: num(10, 50000),
          rotation: num(-360, 360),
          resident: Type.Array(Ref, { maxItems: 10 }),
        },
        closed,
      ),
      { maxItems: 60 },
    ),
    drains: Type.Array(Point, { maxItems: 10 }),
    start: Point,
  },
  closed,
);

export const SoilHere = Type.Object(
  {
    soil: Ref,
    severity: Type.Integer({ minimum: 0, maximum: 5 }),
    age: oneOf(['fresh', 'dried', 'set', 'baked']),
    seenAt: Instant,
  },
  closed,
);
export const SpotBody = Type.Object(
  {
    room: Ref,
    fixture: maybe(Ref),
    name: Text(80),
    x: num(-50000, 50000),
    y: num(-50000, 50000),
    routeOrder: num(0, 1000),
    centre: Type.Boolean(),
    band: oneOf(['high', 'mid', 'low', 'floor']),
    area_m2: num(0.001, 500),
    material: Ref,
    finish: maybe(Ref),
    porous: maybe(Type.Boolean()),
    soils: Type.Array(SoilHere, { maxItems: 12 }),
    neighbours: Type.Array(
      Type.Object(
        {
          spot: maybe(Ref),
          material: maybe(Ref),
          finish: maybe(Ref),
          relation: oneOf(['below', 'beside', 'joint']),
          runoff: Type.Boolean(),
        },
        closed,
      ),
      { maxItems: 12 },
    ),
    touch: Type.Integer({ minimum: 0, maximum: 3 }),
    food: Type.Boolean(),
    skin: Type.Boolean(),
    interval_days: maybe(num(0.5, 3650)),
    kinds: Type.Array(Text(40), { maxItems: 20 }),
  },
  closed,
);

export const KitBody = Type.Object(
  {
    name: Text(80),
    kind: oneOf(['shelf', 'caddy', 'apron', 'cart', 'boot', 'store']),
    room: maybe(Ref),
    limits: Type.Object({ mass_g: maybe(num(0, 1e6)), volume_mL: maybe(num(0, 1e6)) }, closed),
    places: Type.Array(
      Type.Object(
        {
          id: Ref,
          name: Text(60),
          row: Type.Integer({ minimum: 0, maximum: 20 }),
          heightBand: oneOf(['high', 'eye', 'low', 'hook']),
          locked: Type.Boolean(),
          capacity: maybe(num(0, 1000)),
          /** Of something that is worn or carried: what that pocket is for. */
          zone: maybe(oneOf(ZONE_IDS)),
        },
        closed,
      ),
      { maxItems: 30 },
    ),
    par: Type.Array(Type.Object({ item: Ref, level: num(0, 1e6), unit: oneOf(['mL', 'g', 'piece']) }, closed), {
      maxItems: 200,
    }),
    mirrored: Type.Boolean(),
  },
  closed,
);

export const StockBody = Type.Object(
  {
    kit: Ref,
    place: maybe(Ref),
    position: num(0, 1000),
    item: Ref,
    pack: Type.Object({ amount: num(0.001, 1e6), unit: oneOf(['mL', 'g', 'piece']) }, closed),
    onHand: num(0, 1e7),
    openedOn: maybe(Day),
    expiresOn: maybe(Day),
    madeOn: maybe(Day),
    labelStrength: maybe(Type.Object({ percent: num(0, 100), basis: oneOf(['w/w', 'v/v', 'w/v']) }, closed)),
    price: maybe(num(0, 1e6)),
    barcode: maybe(Text(40)),
    colourClass: maybe(Text(4)),
    feel: maybe(Type.Object({ shape: Text(40), size: Text(40), cap: Text(40) }, closed)),
    uses: maybe(num(0, 1e6)),
  },
  closed,
);

export const FillBody = Type.Object(
  {
    parts: Type.Array(
      Type.Object(
        {
          item: Ref,
          stock: maybe(Ref),
          amount: num(0.001, 1e6),
          unit: oneOf(['mL', 'g']),
          strength: maybe(num(0, 100)),
          contents: maybe(Text(2000)),
        },
        closed,
      ),
      { minItems: 1, maxItems: 12 },
    ),
    water_mL: num(0, 1e6),
    result: Type.Array(
      Type.Object({ substance: Ref, percent: num(0, 100), basis: oneOf(['w/w', 'v/v', 'w/v']) }, closed),
      { maxItems: 12 },
    ),
    target: maybe(Ref),
    mixedAt: Instant,
    by: maybe(Ref),
    discardAt: Instant,
    left_mL: num(0, 1e6),
    labelPrintedAt: maybe(Instant),
  },
  closed,
);
/** Ids of `vessels`. */
export const OUTLINES = ['sprayer', 'round', 'jug', 'bucket', 'basin', 'jar'] as const;
export const BottleBody = Type.Object(
  {
    name: Text(80),
    capacity_mL: num(10, 100000),
    outline: oneOf(OUTLINES),
    head: maybe(Type.Object({ id: Ref, kind: Text(30) }, closed)),
    material: Text(40),
    opaque: Type.Boolean(),
    kit: maybe(Ref),
    place: maybe(Ref),
    fill: maybe(FillBody),
  },
  closed,
);

/** A record of the household's own: what it is based on, and only what differs. */
const OwnBody = Type.Object(
  {
    name: Text(120),
    basedOn: maybe(Ref),
    changes: Type.Record(Type.String({ maxLength: 60 }), Type.Unknown()),
    label: maybe(
      Type.Object(
        {
          text: Type.String({ maxLength: 20000 }),
          photo: maybe(Ref),
          corrections: Type.Optional(
            Type.Array(Type.Object({ text: Text(400), substance: maybe(Ref) }, closed), { maxItems: 200 }),
          ),
        },
        closed,
      ),
    ),
  },
  closed,
);

export const ShoppingBody = Type.Object(
  {
    item: maybe(Ref),
    /** What no catalogue knows, in one’s own words: "light bulbs". It reaches no engine. */
    words: maybe(Text(120)),
    amount: num(0.001, 1e6),
    unit: oneOf(['mL', 'g', 'piece']),
    kit: maybe(Ref),
    reason: Text(200),
    section: Text(60),
    /** Where it is bought; none is any. */
    shop: maybe(Text(60)),
    state: oneOf(['open', 'bought', 'dropped']),
  },
  closed,
);

const StepBody = Type.Object(
  {
    id: Text(60),
    /** What it is for: a template of the catalogue. */
    kind: Type.Optional(Text(60)),
    text: Text(600),
    because: Type.String({ maxLength: 400 }),
    active_s: num(0, 86400),
    wait_s: Type.Optional(Type.Object({ min: num(0, 1e6), max: num(0, 1e6) }, closed)),
  },
  closed,
);
export const QuestionBody = Type.Object(
  { material: Ref, finish: maybe(Ref), soil: Ref, severity: Type.Optional(Type.Integer({ minimum: 0, maximum: 5 })) },
  closed,
);
export const MethodBody = Type.Object(
  {
    name: Text(200),
    product: maybe(Ref),
    tool: maybe(Ref),
    apply: maybe(Text(20)),
    strength: maybe(Type.Object({ percent: num(0, 100), basis: oneOf(['w/w', 'v/v', 'w/v']) }, closed)),
    mechanism: maybe(Text(40)),
    dwell_min: maybe(num(0, 100000)),
    rung: maybe(num(0, 20)),
    effect: maybe(num(0, 1)),
  },
  closed,
);
export const UseBody = Type.Object({ item: Ref, amount: num(0, 1e6), unit: oneOf(['mL', 'g', 'piece']) }, closed);
export const RunBody = Type.Object(
  {
    question: maybe(QuestionBody),
    job: maybe(Ref),
    spot: maybe(Ref),
    method: maybe(MethodBody),
    steps: Type.Array(StepBody, { maxItems: 200 }),
    uses: Type.Array(UseBody, { maxItems: 40 }),
    bottle: maybe(Ref),
    index: Type.Integer({ minimum: 0, maximum: 200 }),
    timers: Type.Array(
      Type.Object(
        {
          id: Text(60),
          label: Text(120),
          startedAt: Instant,
          min_s: num(0, 1e6),
          max_s: num(0, 1e6),
          paused_s: num(0, 1e7),
        },
        closed,
      ),
      { maxItems: 40 },
    ),
    state: oneOf(['running', 'done', 'dropped']),
    startedAt: Instant,
    /** Of a job: what each cleaning stage asked and how it was done, for the log. */
    parts: Type.Optional(
      Type.Array(
        Type.Object(
          {
            stage: Ref,
            spot: maybe(Ref),
            question: QuestionBody,
            method: MethodBody,
            uses: Type.Array(UseBody, { maxItems: 40 }),
          },
          closed,
        ),
        { maxItems: 40 },
      ),
    ),
    /** Of a job: conditions that must hold before it is closed. */
    closes: Type.Optional(Type.Array(Text(120), { maxItems: 10 })),
  },
  closed,
);

export const FileBody = Type.Object(
  {
    name: maybe(Text(200)),
    type: oneOf(['image/png', 'image/jpeg', 'image/webp']),
    sha256: Type.Optional(Text(64)),
    bytes: Type.String({ maxLength: 8_000_000, pattern: '^[A-Za-z0-9+/]*={0,2}$' }),
  },
  closed,
);

export const MoveBody = Type.Object(
  { stock: Ref, delta: num(-1e7, 1e7), unit: oneOf(['mL', 'g', 'piece']), after: Type.Optional(num(0, 1e7)) },
  closed,
);
/** Kinds of records that deeds make, change and put away; the settings are one record, and only changed. */
export const EDITED = [
  'rooms',
  'spots',
  'kits',
  'stock',
  'bottles',
  'products',
  'materials',
  'soils',
  'tools',
  'members',
  'shopping',
  'runs',
  'settings',
] as const;
/** One change of the household: an amount more or less, or a value in the place of another. */
export const EffectBody = Type.Object(
  {
    on: oneOf(EDITED),
    id: Ref,
    /**
     * A field, a field of it, a soil of a spot, or all of the record: `onHand`, `fill/left_mL`, `soils/rust`, `.`; of a
     * whole record that is not there the value is null.
     */
    path: Text(120),
    add: Type.Optional(Type.Number()),
    /** Of what is in a bottle: when that was mixed. */
    of: Type.Optional(Instant),
    was: Type.Optional(Type.Unknown()),
    is: Type.Optional(Type.Unknown()),
  },
  closed,
);
/** A record made, changed (moving is a change of where it is) or put away, by hand. */
export const EditBody = Type.Object(
  {
    does: oneOf(['make', 'change', 'put-away']),
    on: oneOf(EDITED),
    id: Ref,
    /** The version that was read, of what is changed or put away. */
    version: Type.Optional(Type.Integer({ minimum: 1 })),
    /** Of what is made, all of it; of what is changed, the fields that are another. */
    fields: Type.Optional(Type.Record(Type.String({ maxLength: 80 }), Type.Unknown())),
  },
  closed,
);
export const LOG_KINDS = [
  'note',
  'clean',
  'rinse',
  'mix',
  'pour-out',
  'stock',
  'head-moved',
  'test-spot',
  'damage',
  'incident',
  'calibrate',
  'inspect',
  'edit',
  'undo',
] as const;
export const LogBody = Type.Object(
  {
    kind: oneOf(LOG_KINDS),
    at: Type.Optional(Instant),
    by: maybe(Ref),
    text: maybe(Type.String({ minLength: 1, maxLength: 4000 })),
    corrects: maybe(Ref),
    /** Names as they were, so that the log reads after a record is gone. */
    names: Type.Optional(Type.Record(Type.String({ maxLength: 80 }), Type.String({ maxLength: 200 }))),
    spot: maybe(Ref),
    run: maybe(Ref),
    question: maybe(QuestionBody),
    method: maybe(MethodBody),
    outcome: maybe(oneOf(['worked', 'partly', 'not', 'damaged'])),
    rinsed: maybe(oneOf([0, 1, 2])),
    aired: maybe(Type.Boolean()),
    minutes: maybe(num(0, 100000)),
    /** Pieces of stock or sprayer heads that took part. */
    tools: Type.Optional(Type.Array(Ref, { maxItems: 40 })),
    /** They were rinsed afterwards: twice is 2. */
    toolsRinsed: maybe(oneOf([0, 1, 2])),
    /** Of a note on tools: what of their upkeep was done, an id of the catalogue. */
    upkeep: maybe(Ref),
    /** Of a rinse: it went through the wash, and is nobody's cloth any more. */
    washed: maybe(Type.Boolean()),
    /** Of a head: the bottle that it left; `bottle` is the one it went to, `fill` what it came out of. */
    from: maybe(Ref),
    moves: Type.Optional(Type.Array(MoveBody, { maxItems: 100 })),
    reason: maybe(oneOf(['buy', 'use', 'count', 'adjust', 'move', 'discard'])),
    bottle: maybe(Ref),
    used_mL: maybe(num(0, 1e6)),
    fill: maybe(FillBody),
    /** Records made, changed and put away: all of them or none. */
    edits: Type.Optional(Type.Array(EditBody, { minItems: 1, maxItems: 200 })),
    /** The run ends with it. */
    ends: Type.Optional(Type.Boolean()),
    /** What it did to the household; written by the server, never sent. */
    did: Type.Optional(Type.Array(EffectBody, { maxItems: 4000 })),
  },
  closed,
);

export const recordBodies = {
  rooms: RoomBody,
  spots: SpotBody,
  kits: KitBody,
  stock: StockBody,
  bottles: BottleBody,
  products: OwnBody,
  materials: OwnBody,
  soils: OwnBody,
  tools: OwnBody,
  members: MemberBody,
  shopping: ShoppingBody,
  runs: RunBody,
  files: FileBody,
  settings: SettingsBody,
} as const;
export type Door = keyof typeof recordBodies;
export const DOORS = Object.keys(recordBodies) as Door[];

export interface EnvelopeFields {
  id: string;
  version: number;
  createdAt: string;
  updatedAt: string;
  deletedAt?: string;
  deletedWith?: string;
}
export type RecordOf<D extends Door> = Static<(typeof recordBodies)[D]> & EnvelopeFields;
export type Room = RecordOf<'rooms'>;
export type Spot = RecordOf<'spots'>;
export type Kit = RecordOf<'kits'>;
export type Stock = RecordOf<'stock'>;
export type Bottle = RecordOf<'bottles'>;
export type OwnItem = RecordOf<'products'>;
export type Member = RecordOf<'members'>;
export type Shopping = RecordOf<'shopping'>;
export type Run = RecordOf<'runs'>;
export type Settings = RecordOf<'settings'>;
export type Fill = Static<typeof FillBody>;
export type Move = Static<typeof MoveBody>;
export type Effect = Static<typeof EffectBody>;
export type Edit = Static<typeof EditBody>;
export type Edited = (typeof EDITED)[number];
/**
 * Whether what is made, changed or put away there is a deed of the log. Files are kept beside the log, and the steps of a
 * run are noted as they go: neither is one.
 */
export const isDeed = (door: Door): door is Edited => door !== 'runs' && (EDITED as readonly string[]).includes(door);
/** What people call a record, where it has a name. */
export function nameOfRecord(record: object): string | undefined {
  const { name, item } = record as { name?: unknown; item?: unknown };
  return [name, item].find((x): x is string => typeof x === 'string' && x !== '')?.slice(0, 200);
}
export type LogFields = Static<typeof LogBody>;
export type LogEntry = LogFields & { id: string; seq: number; at: string; recordedAt: string };

/** Schema of a whole record as answered: envelope and body. */
export const recordSchema = (body: TSchema): TSchema =>
  Type.Object(
    { ...Envelope, ...(body as unknown as { properties: Record<string, TSchema> }).properties },
    { additionalProperties: false },
  );
export const logEntrySchema = Type.Object(
  { id: Envelope.id, seq: Type.Integer(), recordedAt: Instant, ...LogBody.properties },
  { additionalProperties: false },
);

export const FORMAT_VERSION = 1;
