import { type Static, Type } from '@sinclair/typebox';
import { FixtureSchema, KitKindSchema, RoomKindSchema } from './house';

/**
 * One schema for each kind of catalogue record. The JSON files in core/catalogue are checked against
 * these in the tests; the types come from them.
 */
const Id = Type.String({ pattern: '^[A-Za-z0-9]+([-_][a-z0-9]+)*$' });
/** A class, a group, `substance:id` or `place:id`. */
const Operand = Type.String();
const Basis = Type.Intersect([Type.Object({ default: Id }), Type.Record(Type.String(), Id)]);
const Named = { id: Id, name: Type.String({ minLength: 1 }), basis: Basis };
const Words = Type.Array(Type.String());
const Range = Type.Object({ min: Type.Number(), max: Type.Number() });
const Mechanisms = Type.Record(Type.String(), Type.Number({ minimum: 0, maximum: 1 }));
const oneOf = <const T extends readonly string[]>(values: T) =>
  Type.Unsafe<T[number]>({ type: 'string', enum: [...values] });

export const SourceSchema = Type.Object({
  id: Id,
  name: Type.String(),
  citation: Type.String(),
  kind: oneOf(['published', 'common-practice', 'from-memory', 'household']),
});

export const SubstanceSchema = Type.Object({
  ...Named,
  synonyms: Words,
  cas: Type.Union([Type.String({ pattern: '^\\d{2,7}-\\d{2}-\\d$' }), Type.Null()]),
  classes: Type.Array(Id, { minItems: 1 }),
  molarMass: Type.Union([Type.Number({ exclusiveMinimum: 1 }), Type.Null()]),
  /** Which acid–base systems one formula unit brings, and its strong counter-ions in charges. */
  acidBase: Type.Optional(
    Type.Object({
      parts: Type.Array(Type.Object({ system: Id, perFormula: Type.Number(), protonsHeld: Type.Number() })),
      strongCations: Type.Number(),
      strongAnions: Type.Number(),
    }),
  ),
  /**
   * An acid for limescale: protons that a formula unit gives to it; grams of calcite a gram that stay in clear solution,
   * where a salt of its own falls out before all is used; what that salt is.
   */
  dissolvesLime: Type.Optional(
    Type.Object(
      {
        protons: Type.Integer({ minimum: 1, maximum: 4 }),
        clear: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 2 })),
        leaves: Type.Optional(Type.String()),
      },
      { additionalProperties: false },
    ),
  ),
  /** Mohs. */
  hardness: Type.Optional(Type.Number({ minimum: 0.5, maximum: 10 })),
  /** Of the pure liquid or solid at 25 °C; what stands over a solution in water is in `solutions`. */
  vapourPressure_kPa: Type.Optional(Type.Number({ minimum: 0 })),
  /** Closed cup, °C; `none` does not burn, `gas` burns as a gas. Absent: unknown, and for an organic liquid taken as low. */
  flash_C: Type.Optional(Type.Union([Type.Number(), Type.Literal('none'), Type.Literal('gas')])),
  /** In air, v/v. */
  lowerExplosive_percent: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 100 })),
  /** Of the pure liquid at 20 °C. */
  density_gPerMl: Type.Optional(Type.Number({ minimum: 0.3, maximum: 6 })),
  /** Groups of IARC and NTP that hold for the vapour or the skin; absent where none is told. */
  carcinogen: Type.Optional(
    Type.Object(
      { iarc: Type.Optional(oneOf(['1', '2A', '2B'])), ntp: Type.Optional(oneOf(['known', 'reasonably anticipated'])) },
      { additionalProperties: false },
    ),
  ),
  /** Grams of available chlorine (as Cl2) in a gram. */
  availableChlorine: Type.Optional(Type.Number({ minimum: 0, maximum: 1.4 })),
  /** Grams that dissolve in a litre of water at 20 °C. */
  solubility_gPerL: Type.Optional(Type.Number({ exclusiveMinimum: 0 })),
  /** Heat of solution, kJ/mol; below 0 it warms. */
  solution_kJPerMol: Type.Optional(Type.Number()),
  /** A gas of which no more comes free than there is available chlorine. */
  boundByAvailableChlorine: Type.Optional(Type.Boolean()),
});

export const SystemSchema = Type.Object({
  ...Named,
  pKa: Type.Array(Type.Number(), { minItems: 1 }),
  fullCharge: Type.Integer(),
  /** Its constant follows Morris 1966 over temperature (hypochlorous acid only). */
  followsTemperature: Type.Optional(Type.Boolean()),
  /** Its acid form leaves water as carbon dioxide. */
  fizzes: Type.Optional(Type.Boolean()),
  /** mol O2 that a mole of it sets free when it falls apart. */
  oxygenPerMol: Type.Optional(Type.Number({ minimum: 0, maximum: 1 })),
  species: Type.Array(Type.String(), { minItems: 2 }),
  /** Forms that sodium holds on to in solution: log10 of the constant of Na+ + form, mol/L. */
  pairs: Type.Optional(
    Type.Array(Type.Object({ species: Type.String(), logK: Type.Number() }, { additionalProperties: false })),
  ),
  /** What several of its fully protonated form make together, with one proton let go: log10 of that constant, mol/L. */
  polymers: Type.Optional(
    Type.Array(
      Type.Object(
        {
          of: Type.Integer({ minimum: 2 }),
          logK: Type.Number(),
          charge: Type.Integer(),
          name: Type.String(),
        },
        { additionalProperties: false },
      ),
    ),
  ),
});

/** What stands over a solution of a substance in water at 25 °C, and its flash point (closed cup, °C). */
export const SolutionSchema = Type.Object(
  {
    ...Named,
    substance: Id,
    rows: Type.Array(
      Type.Object({
        /** w/w. */
        percent: Type.Number({ exclusiveMinimum: 0, maximum: 100 }),
        moleFraction: Type.Number({ exclusiveMinimum: 0, maximum: 1 }),
        kPa: Type.Number({ minimum: 0 }),
        flash_C: Type.Union([Type.Number(), Type.Literal('none'), Type.Null()]),
      }),
      { minItems: 1 },
    ),
    /** Between rows the logarithm of the pressure is interpolated, not the pressure. */
    logarithmic: Type.Optional(Type.Boolean()),
  },
  { additionalProperties: false },
);
/** A gas that one thing lets go when it meets another: moles of gas a mole of each giver, and what a mole of gas needs. */
export const FreedSchema = Type.Object(
  {
    ...Named,
    gas: Id,
    from: Type.Array(
      Type.Object({ substance: Id, mol: Type.Number({ exclusiveMinimum: 0 }) }, { additionalProperties: false }),
      { minItems: 1 },
    ),
    by: Operand,
    /** Moles of H+ and of available chlorine (as Cl2) for a mole of gas; absent where nothing bounds it. */
    protons: Type.Optional(Type.Number({ exclusiveMinimum: 0 })),
    chlorine: Type.Optional(Type.Number({ exclusiveMinimum: 0 })),
  },
  { additionalProperties: false },
);
export const ProductSchema = Type.Object({
  ...Named,
  synonyms: Words,
  state: oneOf(['liquid', 'powder', 'spray', 'tablet', 'gel', 'cream', 'aerosol', 'solid', 'paste', 'block', 'wipe']),
  /** Its head or can makes foam of it: it clings to what stands upright. */
  foams: Type.Optional(Type.Boolean()),
  contents: Type.Array(Type.Object({ substance: Id, percent: Range }), { minItems: 1 }),
  disclosed: oneOf(['yes', 'partly', 'no']),
  pH: Type.Union([Type.Object({ min: Type.Number(), max: Type.Number(), of: oneOf(['neat', 'use']) }), Type.Null()]),
  /** g/mL; bulk density for solids. */
  density: Type.Union([Type.Number({ minimum: 0.3, maximum: 3 }), Type.Null()]),
  strength: Type.Object({
    substance: Id,
    percent: Type.Number({ minimum: 0, maximum: 100 }),
    basis: oneOf(['w/w', 'v/v']),
  }),
  mechanisms: Mechanisms,
  use: Type.Object({
    unit: oneOf(['neat', 'g/L', 'mL/L']),
    min: Type.Optional(Type.Number()),
    max: Type.Optional(Type.Number()),
    /** It must not be thinned; `neat` without it only says that no label thins it. */
    neatOnly: Type.Optional(Type.Boolean()),
  }),
  /** What it may be measured for beside what its use says: `descale`; hygiene stands in `disinfects`. */
  purposes: Type.Optional(Words),
  /** Grams of one tablet. */
  tablet_g: Type.Optional(Type.Number({ exclusiveMinimum: 0 })),
  dwell_min: Type.Union([Range, Type.Null()]),
  rinse: Type.Union([oneOf(['none', 'wipe', 'rinse']), Type.Null()]),
  /** What half a litre or half a kilogram usually costs, in euros: a level to compare by, no offer. */
  price: Type.Number({ minimum: 0 }),
  shelfLife_months: Type.Union([Type.Object({ closed: Type.Number(), opened: Type.Number() }), Type.Null()]),
  septic: oneOf(['ok', 'limit', 'no']),
  fragrance: oneOf(['no', 'varies', 'yes']),
  /** How much vapour it puts into a room in use, 0 none to 1 overwhelming. */
  fume: Type.Number({ minimum: 0, maximum: 1 }),
  hazards: Type.Object({
    pictograms: Words,
    signal: Type.Union([oneOf(['Danger', 'Warning']), Type.Null()]),
  }),
  disinfects: oneOf(['yes', 'no', 'label']),
  /** False: known so that mixing can be judged, never offered as a method. */
  advised: Type.Boolean(),
  /** Kind of face its label is made for; `none` = a machine, a drain or another use. */
  suits: oneOf(['hard', 'soft', 'both', 'none']),
  families: Type.Optional(Words),
  /** Surfaces (`material/finish`) that its label names: there its own limits give way, for the time of the label. */
  madeOn: Type.Optional(Words),
  /** Natures of soil that it is made for; absent = any. */
  forNatures: Type.Optional(Words),
  /** Made for floors, hard or pile. */
  floor: Type.Optional(Type.Boolean()),
  pantry: Type.Optional(Type.Boolean()),
  /** Its powder is a polish, under about 5 µm: a rung on solid metal whatever the hardness, nowhere else. */
  finePolish: Type.Optional(Type.Boolean()),
  /** A poultice on stone may be made with it. */
  poultice: Type.Optional(Type.Boolean()),
  /** People reach for it first, so its refusal is shown first. */
  asked: Type.Optional(Type.Boolean()),
  /** Machines and other places that its label is made for. */
  goesIn: Type.Optional(Words),
  /** Parts of one kit as sold are mixed by their label, and not judged against each other. */
  kit: Type.Optional(Id),
});

const Tolerance = oneOf(['no', 'brief', 'dilute', 'dilute-brief', 'ok']);
const Limits = {
  hardness: Type.Union([Type.Number({ minimum: 0.5, maximum: 10 }), Type.Null()]),
  gloss: Type.Union([oneOf(['matt', 'satin', 'gloss']), Type.Null()]),
  face: oneOf(['solid', 'plated', 'coated', 'printed', 'plastic']),
  pH: Type.Object({
    min: Type.Number({ minimum: 0, maximum: 14 }),
    max: Type.Number({ minimum: 0, maximum: 14 }),
    outside: Type.Array(Type.Object({ min: Type.Number(), max: Type.Number(), minutes: Type.Number() })),
  }),
  acidSoluble: Type.Boolean(),
  attackedByAlkali: Type.Boolean(),
  tolerates: Type.Object({
    chlorine: Tolerance,
    peroxide: Tolerance,
    reducer: Tolerance,
    alcohol: Tolerance,
    ketone: Tolerance,
    hydrocarbon: Tolerance,
    terpene: Tolerance,
    protease: Tolerance,
  }),
  wetness: oneOf(['dry', 'damp', 'wet', 'flood']),
  maxTemp_C: Type.Union([Type.Number({ minimum: 20, maximum: 600 }), Type.Null()]),
  /** How a machine washes it where no care label says otherwise; without it no machine does. Terms of ISO 3758. */
  laundry: Type.Optional(
    Type.Object(
      {
        max_C: Type.Number({ minimum: 20, maximum: 95 }),
        process: oneOf(['normal', 'mild', 'very mild']),
        dry: oneOf(['tumble', 'tumble low', 'line', 'flat']),
        /** It goes with white things. */
        white: Type.Optional(Type.Boolean()),
        /** What it may not be washed with, or without. */
        minds: Type.Optional(Words),
      },
      { additionalProperties: false },
    ),
  ),
  steam: Type.Boolean(),
  porous: Type.Boolean(),
  scrub: oneOf(['none', 'soft-cloth', 'soft-brush', 'white-pad', 'stiff']),
  clothOnly: Type.Boolean(),
  touch: Type.Union([oneOf(['skin', 'food']), Type.Null()]),
  testSpot: Type.Object({ place: Type.String(), lookFor: Type.String() }),
  note: Type.String(),
};
export const MaterialSchema = Type.Object({
  ...Named,
  synonyms: Words,
  family: Type.String(),
  ...Limits,
  finishes: Type.Array(
    Type.Object({
      id: Id,
      name: Type.String(),
      synonyms: Words,
      changes: Type.Partial(Type.Object(Limits)),
      basis: Type.Optional(Basis),
    }),
  ),
  soft: Type.Boolean(),
  floor: Type.Boolean(),
  /** Laid as a floor and as nothing else. */
  floorOnly: Type.Optional(Type.Boolean()),
  blade: Type.Boolean(),
  ironFree: Type.Boolean(),
  /** A sticky roller pulls its pile, print or skin off. */
  noSticky: Type.Optional(Type.Boolean()),
  /** It stands for what nobody knows yet. */
  unknown: Type.Optional(Type.Boolean()),
});

/** Surfaces and ages of dirt that something holds for: any of what is named of each kind. */
const FaceWhen = Type.Object(
  {
    materials: Type.Optional(Type.Array(Id)),
    families: Type.Optional(Words),
    faces: Type.Optional(Words),
    gloss: Type.Optional(Words),
    soft: Type.Optional(Type.Boolean()),
    /** All of what is named has to drink, or to dissolve in acid. */
    porous: Type.Optional(Type.Boolean()),
    acidSoluble: Type.Optional(Type.Boolean()),
    ages: Type.Optional(Words),
  },
  { additionalProperties: false },
);
export type FaceWhen = Static<typeof FaceWhen>;
export const SoilSchema = Type.Object({
  ...Named,
  synonyms: Words,
  nature: Type.String(),
  lifts: Mechanisms,
  /** What makes it worse: a ban always, a condition where it holds; one without `when` is told, since only the person can see it. */
  sets: Type.Array(
    Type.Object(
      {
        mechanism: Type.String(),
        kind: oneOf(['ban', 'condition']),
        because: Type.String(),
        when: Type.Optional(FaceWhen),
        /** A ban on wetting that holds for a damp cloth too. */
        damp: Type.Optional(Type.Boolean()),
        /** Percent of a class from which a ban on it holds. */
        fromPercent: Type.Optional(Type.Number()),
      },
      { additionalProperties: false },
    ),
  ),
  /** Beside looks: it is disinfected after (or before) it is cleaned, or cleaned and kept dry. */
  hygiene: Type.Optional(
    Type.Object(
      {
        asks: oneOf(['disinfect', 'dry']),
        first: oneOf(['clean', 'disinfect']),
        /** The named target, where the face bears chlorine. */
        target: Type.Optional(Id),
        because: Type.String(),
        keep: Type.String(),
      },
      { additionalProperties: false },
    ),
  ),
  /** A danger of its own: what is done before anything else, what is worn, and whether nothing is taken off dry. */
  hazard: Type.Optional(
    Type.Object(
      {
        text: Type.String({ minLength: 3 }),
        because: Type.String({ minLength: 3 }),
        wear: Type.Array(
          Type.Object(
            { kind: oneOf(['gloves', 'goggles', 'mask']), text: Type.String(), because: Type.String() },
            { additionalProperties: false },
          ),
        ),
        noDry: Type.Boolean(),
        /** Wetted before anything moves: no dry method but a vacuum cleaner, where that is not banned. */
        wetFirst: Type.Optional(Type.Boolean()),
      },
      { additionalProperties: false },
    ),
  ),
  /** What is in it, as far as a product put on it could meet something dangerous. */
  holds: Type.Optional(
    Type.Array(
      Type.Object(
        { substance: Type.Optional(Id), product: Type.Optional(Id), percent: Type.Optional(Type.Number()) },
        { additionalProperties: false },
      ),
    ),
  ),
  ageFactor: Type.Object({ fresh: Type.Number(), dried: Type.Number(), set: Type.Number(), baked: Type.Number() }),
  firstAid: Type.String(),
  order: oneOf(['solids', 'dust', 'bio', 'grease', 'dye', 'mineral']),
  inspect: Type.String(),
  /** Named first where nothing is asked yet: what people ask about most, or what is spilled and cannot wait. */
  asked: Type.Optional(oneOf(['often', 'spilled'])),
  damage: Type.Optional(Type.Boolean()),
  /** Damage that can be made better: its ladder is one of restoring. */
  restores: Type.Optional(Type.Boolean()),
  /** Mohs, where scouring has to be harder than the soil. */
  hardness: Type.Optional(Type.Number({ minimum: 0.5, maximum: 10 })),
  /** Why nothing with it on goes into a washing machine or a dryer. */
  notInMachine: Type.Optional(Type.String()),
  /** So fine that only a HEPA filter keeps it in. */
  fine: Type.Optional(Type.Boolean()),
  /** Two or three marks in one, that it can be taken as one after the other. */
  parts: Type.Optional(Type.Array(Id, { minItems: 2, maxItems: 3 })),
  zone: Type.Optional(Type.String()),
});

export const ToolSchema = Type.Object({
  ...Named,
  synonyms: Words,
  role: oneOf(['cleaning', 'equipment']),
  /** What one usually costs, in euros: a level to compare by, no offer. */
  price: Type.Number({ minimum: 0 }),
  weight_g: Type.Number({ exclusiveMinimum: 0 }),
  hardness_mohs: Type.Union([Type.Number({ minimum: 0.5, maximum: 10 }), Type.Null()]),
  abrasive: oneOf(['none', 'very fine', 'fine', 'medium', 'coarse']),
  scrub: Type.Number({ minimum: 0, maximum: 1 }),
  absorb: Type.Number({ minimum: 0, maximum: 1 }),
  lint: oneOf(['none', 'low', 'high']),
  reach: Type.Union([oneOf(['hand', 'long']), Type.Null()]),
  wet: oneOf(['dry', 'damp', 'wet', 'any']),
  faces: Type.Union([Type.Number(), Type.Null()]),
  class: oneOf(['any', 'floor', 'dust', 'kitchen', 'toilet', 'glass', 'basin']),
  suits: oneOf(['hard', 'soft', 'both']),
  /** Surfaces (`material/finish`) that it is made for: there it is not too rough. */
  madeOn: Type.Optional(Words),
  mechanisms: Mechanisms,
  lifetime: Type.Union([Type.Number(), Type.Null()]),
  wash: Type.String(),
  /** It goes into the machine: at so many degrees, in which load, and so long until it is dry. */
  launders: Type.Optional(
    Type.Object(
      { max_C: Type.Number(), load: oneOf(['microfibre', 'woven']), dry_h: Type.Number() },
      { additionalProperties: false },
    ),
  ),
  neverOn: Type.String(),
  dullsGloss: Type.Optional(Type.Boolean()),
  asked: Type.Optional(Type.Boolean()),
  blade: Type.Optional(Type.Boolean()),
  iron: Type.Optional(Type.Boolean()),
  /** A plain cloth, by its kind: it goes without saying in the name of a method. */
  cloth: Type.Optional(oneOf(['microfibre', 'woven', 'paper', 'any'])),
  /** The one that a household has and takes first, of its kind. */
  usual: Type.Optional(Type.Boolean()),
  /** Minutes of work a square metre; without it two (common practice). */
  min_per_m2: Type.Optional(Type.Number()),
  /** Minutes that it is held there, where it works by staying. */
  contact_min: Type.Optional(Type.Number()),
  /** It keeps what it was last wet with until it is rinsed. */
  carries: Type.Optional(Type.Boolean()),
  /** It washes clothes and linen. */
  forLaundry: Type.Optional(Type.Boolean()),
  /** A motor does the rubbing. */
  powered: Type.Optional(Type.Boolean()),
  /** It lifts by glue. */
  adhesive: Type.Optional(Type.Boolean()),
  /** Its filter keeps fine dust in. */
  fineFilter: Type.Optional(Type.Boolean()),
  /** It works by itself: no product but water goes with it. */
  alone: Type.Optional(Type.Boolean()),
  /** Polishing powder under about 5 µm: a rung on solid metal whatever the hardness, nowhere else. */
  finePolish: Type.Optional(Type.Boolean()),
  /** It needs something thick enough to get under. */
  needsBody: Type.Optional(Type.Boolean()),
  /** Orders of soil that it is made for, e.g. dust only. */
  forOrders: Type.Optional(Words),
  /** Natures of soil that it is made for. */
  forNatures: Type.Optional(Words),
  /** Where it never goes, as the limits of a surface do not say it: any of what is named of each kind. */
  bans: Type.Optional(
    Type.Array(
      Type.Object(
        {
          materials: Type.Optional(Type.Array(Id)),
          exceptMaterials: Type.Optional(Type.Array(Id)),
          families: Type.Optional(Words),
          faces: Type.Optional(Words),
          soils: Type.Optional(Type.Array(Id)),
          natures: Type.Optional(Words),
          minSeverity: Type.Optional(Type.Number()),
          because: Type.String(),
        },
        { additionalProperties: false },
      ),
    ),
  ),
  /** It cannot be wrung drier than this. */
  leaves: Type.Optional(oneOf(['damp', 'wet'])),
  /** What the most fragile surface bears: a soft brush, a puff of air. */
  gentlest: Type.Optional(Type.Boolean()),
});

export const MechanismSchema = Type.Object({
  ...Named,
  factor: oneOf(['chemistry', 'action', 'temperature']),
  tau_min: Type.Number({ exclusiveMinimum: 0 }),
  q10: Type.Number({ minimum: 0.5, maximum: 4 }),
  harm: Type.Number({ minimum: 0, maximum: 1 }),
  /** It acts only dry, only wet, or only with cool or warm water. */
  when: Type.Optional(oneOf(['cool', 'warm', 'dry', 'wet'])),
  /** The handling that a soil may ban: on cloth it then does not count. */
  spreads: Type.Optional(Type.String()),
  /** It stands in for this mechanism on cloth where the handling `bannedAs` is banned; dry, only on what is fresh. */
  insteadOf: Type.Optional(Id),
  /** How much of what the other lifts it takes up, of a soil that has dried. */
  insteadShare: Type.Optional(Type.Number({ minimum: 0, maximum: 1 })),
  bannedAs: Type.Optional(Type.String()),
  /** It draws out of a face that drinks, and does nothing on one that does not. */
  porousOnly: Type.Optional(Type.Boolean()),
  /** It cuts only what is no harder than the grit (Mohs). */
  cuts: Type.Optional(Type.Boolean()),
  /** It works on cloth and pile only. */
  softOnly: Type.Optional(Type.Boolean()),
  /** Mechanisms of one kind of action, by the first of them: in one product they are counted once. */
  like: Type.Optional(Id),
  /** It takes germs along with dirt: the least where food, hands or the toilet are. */
  washes: Type.Optional(Type.Boolean()),
});

/** Operand: a class, a group, `substance:id`, or `place:condition`. */
const State = oneOf(['solid', 'liquid']);
/** What two operands must be beside what they are named; percents as sold. `…Class` takes a class, a group or `substance:id`. */
const When = {
  minA: Type.Optional(Type.Number()),
  minB: Type.Optional(Type.Number()),
  stateA: Type.Optional(State),
  stateB: Type.Optional(State),
  concentratedA: Type.Optional(Type.Boolean()),
  concentratedB: Type.Optional(Type.Boolean()),
  aNotClass: Type.Optional(Operand),
  bNotClass: Type.Optional(Operand),
  aHasClass: Type.Optional(Operand),
  bHasClass: Type.Optional(Operand),
};
export const ClauseSchema = Type.Object({
  a: Operand,
  b: Operand,
  c: Type.Optional(Operand),
  when: Type.Optional(
    Type.Object(
      {
        ...When,
        /** All of that operand in the thing that holds `b` is together more than so many percent. */
        sumB: Type.Optional(Type.Object({ of: Operand, over: Type.Number() }, { additionalProperties: false })),
        partnerDisclosed: Type.Optional(Type.Boolean()),
        /** The thing that holds `b` goes there by its label (`goesIn` of the product). */
        partnerGoesIn: Type.Optional(Id),
        exceptSameHalogen: Type.Optional(Type.Boolean()),
        /** The thing that holds `a` holds nothing of this class or group. */
        aFreeOf: Type.Optional(Type.String()),
        sameItemBC: Type.Optional(Type.Boolean()),
        /** Where it is used alone matters: its flash point is below so many °C. */
        flashBelow_C: Type.Optional(Type.Number()),
        /** A trace counts too. */
        trace: Type.Optional(Type.Boolean()),
      },
      { additionalProperties: false },
    ),
  ),
  level: Type.Integer({ minimum: 0, maximum: 5 }),
  forms: Words,
  because: Type.String(),
  kind: oneOf([
    'gas',
    'explode',
    'heat',
    'burst',
    'fire',
    'corrosive',
    'breathed',
    'unknown',
    'pointless',
    'fresh',
    'fine',
  ]),
  /** It makes gas: said where a column makes another level of it for that (shut up, 2 becomes 4). */
  gas: Type.Optional(Type.Boolean()),
  /** Level in a closed bottle, in place of what its column says. */
  closed: Type.Optional(Type.Integer({ minimum: 0, maximum: 5 })),
  /** Only where these meet, or anywhere but there. */
  in: Type.Optional(Words),
  notIn: Type.Optional(Words),
  /** Lowered by no column but the shelf: residue of it is never rinsed. */
  firm: Type.Optional(Type.Boolean()),
  /** In which order they come together, where that matters. */
  order: Type.Optional(Type.String()),
  source: Id,
});
export const RuleSchema = Type.Object({
  id: Id,
  name: Type.String(),
  level: Type.Integer({ minimum: 0, maximum: 5 }),
  source: Id,
  clauses: Type.Array(ClauseSchema),
});
export const GroupSchema = Type.Object({ ...Named, members: Words });
/** What an operand of the rules is called on a label: every class, group and substance that a clause names. */
export const PartnerSchema = Type.Object({ ...Named, id: Operand }, { additionalProperties: false });
/** A class of cloths and brushes that are kept for one kind of place, and the kinds of places where they go. */
export const ClassSchema = Type.Object(
  {
    ...Named,
    /** How a household may call its colour. */
    words: Words,
    goes: Type.Array(oneOf(['toilet', 'floor', 'kitchen', 'rest']), { minItems: 1 }),
  },
  { additionalProperties: false },
);
export const LineSchema = Type.Object({
  ...Named,
  operand: Operand,
  percent: Type.Number(),
  /** Only where it is so. */
  state: Type.Optional(State),
});
/**
 * What becomes of each rule level (0 to 5) where things meet so. `gas`: the level where the finding makes gas;
 * `note` and `then` are the words; `day`: today is not the day.
 */
export const ColumnSchema = Type.Object(
  {
    ...Named,
    cells: Type.Array(
      Type.Object(
        {
          to: Type.Integer({ minimum: 0, maximum: 5 }),
          gas: Type.Optional(Type.Integer({ minimum: 0, maximum: 5 })),
          note: Type.Optional(Type.String()),
          then: Type.Optional(Type.String()),
          day: Type.Optional(Type.Boolean()),
          /** What some findings become instead: the first that fits counts. */
          cases: Type.Optional(
            Type.Array(
              Type.Object(
                {
                  ...When,
                  a: Type.Optional(Operand),
                  b: Type.Optional(Operand),
                  /** Less than so many percent of `a`; not more than so many of `b`. */
                  belowA: Type.Optional(Type.Number()),
                  maxB: Type.Optional(Type.Number()),
                  kinds: Type.Optional(Words),
                  /** A label that does not say everything, beside a thing that holds one of these. */
                  unknownBeside: Type.Optional(
                    Type.Array(
                      Type.Object(
                        {
                          operand: Operand,
                          min: Type.Optional(Type.Number()),
                          state: Type.Optional(State),
                          concentrated: Type.Optional(Type.Boolean()),
                        },
                        { additionalProperties: false },
                      ),
                    ),
                  ),
                  /** A label that does not say everything, beside anything. */
                  unknownLabel: Type.Optional(Type.Boolean()),
                  /** Everything that meets is made for the same machine. */
                  sameMachine: Type.Optional(Type.Boolean()),
                  to: Type.Integer({ minimum: 0, maximum: 5 }),
                  note: Type.Optional(Type.String()),
                  then: Type.Optional(Type.String()),
                  basis: Id,
                },
                { additionalProperties: false },
              ),
            ),
          ),
        },
        { additionalProperties: false },
      ),
      { minItems: 6, maxItems: 6 },
    ),
    /** What is seen first where this column has lowered a finding, by the level that it ends at. */
    headlines: Type.Optional(Type.Record(Type.String({ pattern: '^[0-5]$' }), Type.String())),
    /** What the person's own label allows: from which levels, and what they become. */
    labelled: Type.Optional(
      Type.Object(
        {
          from: Type.Array(Type.Integer({ minimum: 0, maximum: 3 })),
          to: Type.Integer({ minimum: 0, maximum: 3 }),
          /** What is asked of each thing, and what the answer counts for. */
          asks: Type.String(),
          says: Type.String(),
          note: Type.String(),
          then: Type.String(),
        },
        { additionalProperties: false },
      ),
    ),
    /** In a closed bottle a finding of kind gas never falls below this. */
    closedGas: Type.Optional(Type.Integer({ minimum: 0, maximum: 5 })),
    /** What a rule that no column lowers becomes here. */
    firm: Type.Optional(Type.Array(Type.Integer({ minimum: 0, maximum: 5 }), { minItems: 6, maxItems: 6 })),
  },
  { additionalProperties: false },
);
/** How rinsing counts somewhere: how often, from when, and when it is over. Nights are counted from the last rinse. */
export const RinseSchema = Type.Object(
  {
    says: Type.String({ minLength: 3 }),
    /** Rinses, flushes or loads of water from which it counts. */
    times: Type.Integer({ minimum: 1 }),
    /** It counts on the same day. */
    sameDay: Type.Boolean(),
    /** Nights after which it is over, on what does not drink. */
    nights: Type.Number({ minimum: 1 }),
    /** What drinks keeps residue longer; absent where nothing there drinks. */
    porous: Type.Optional(
      Type.Object(
        {
          times: Type.Integer({ minimum: 1 }),
          nights: Type.Number({ minimum: 1 }),
          /** Residue that stays for good: classes, groups or `substance:id`; powders too. */
          never: Words,
          solid: Type.Boolean(),
          /** Pairs of operands that need the person's own word. */
          word: Type.Array(Type.Object({ a: Operand, b: Operand }), { minItems: 0 }),
        },
        { additionalProperties: false },
      ),
    ),
    /** What goes by airing alone, never rinsed, on what does not drink. */
    airs: Type.Optional(
      Type.Object({ classes: Words, nights: Type.Number({ minimum: 1 }) }, { additionalProperties: false }),
    ),
  },
  { additionalProperties: false },
);
export const MeetingSchema = Type.Object(
  {
    ...Named,
    column: Id,
    /** It can be shut. */
    closable: Type.Optional(Type.Boolean()),
    rinse: Type.Optional(RinseSchema),
    /** Only findings of these kinds reach so far. */
    only: Type.Optional(Words),
    /** No place that a person would name: it stands for what the engine asks by itself. */
    inner: Type.Optional(Type.Boolean()),
  },
  { additionalProperties: false },
);
export const VerdictSchema = Type.Object({
  ...Named,
  level: Type.Integer({ minimum: 0, maximum: 5 }),
  headlines: Type.Record(Type.String(), Type.String()),
});
/** What is said when two things have met: the sentences that hold stand one after the other, in the order of the file. */
export const EmergencySchema = Type.Object({
  ...Named,
  /** All that is set must be so: a gas is made; something at that level or more; it burns or bursts; that is in one of them, in that form. */
  when: Type.Object(
    {
      gas: Type.Optional(Type.Boolean()),
      from: Type.Optional(Type.Integer({ minimum: 0, maximum: 5 })),
      kinds: Type.Optional(Type.Array(Id)),
      holds: Type.Optional(Operand),
      dry: Type.Optional(Type.Boolean()),
    },
    { additionalProperties: false },
  ),
  says: Type.String(),
});
export const LimitSchema = Type.Object({
  ...Named,
  gas: Id,
  ppm: Type.Number({ exclusiveMinimum: 0 }),
  severity: Type.Integer({ minimum: 1, maximum: 5 }),
});
export const MeasureSchema = Type.Object({
  ...Named,
  kind: Type.String(),
  volume_mL: Type.Number({ exclusiveMinimum: 0 }),
  /** The head of a bottle that gives it. */
  head: Type.Optional(Type.String()),
});
export const TargetSchema = Type.Object({
  ...Named,
  for: Type.String(),
  kind: oneOf(['chlorine', 'peroxide', 'alcohol', 'acid']),
  /** The substances that this window speaks of: not every acid is a descaler. */
  substances: Type.Array(Id, { minItems: 1 }),
  /** What the product must be for: by its label a disinfectant, or a descaler. */
  purpose: oneOf(['disinfect', 'descale']),
  percent: Type.Object({ min: Type.Number(), max: Type.Number(), aim: Type.Number() }),
  window: Type.String(),
  contact_min: Range,
  rinse: Type.String(),
});
/** How fast a substance is lost from a product as it is sold, by how the pack is kept: half of it in so many days. */
export const AgeingSchema = Type.Object(
  {
    ...Named,
    substances: Type.Array(Id, { minItems: 1 }),
    kept: oneOf(['shut', 'opened', 'damp']),
    halfLife_days: Type.Object({ low: Type.Number(), likely: Type.Number(), high: Type.Number() }),
    says: Type.String({ minLength: 3 }),
  },
  { additionalProperties: false },
);
/** A test strip: its printed pads, how long its tin keeps after opening, and what share of its colour is lost a month after that. */
export const StripSchema = Type.Object(
  {
    ...Named,
    pads: Type.Array(
      Type.Object({ ppm: Type.Number({ minimum: 0 }), colour: Type.String({ pattern: '^#[0-9a-f]{6}$' }) }),
      {
        minItems: 3,
      },
    ),
    keeps_months: Type.Number({ exclusiveMinimum: 0 }),
    fades: Type.Number({ exclusiveMinimum: 0, maximum: 1 }),
  },
  { additionalProperties: false },
);
/** Density of a solution in water at 20 °C, by per cent of weight; the id is the substance's. */
export const DensitySchema = Type.Object(
  {
    ...Named,
    rows: Type.Array(Type.Object({ percent: Type.Number(), gPerMl: Type.Number() }), { minItems: 1 }),
  },
  { additionalProperties: false },
);
/** How a product in water is made and kept, by what is in it; the shortest time and the strictest of all that hold counts. */
export const KeepingSchema = Type.Object(
  {
    ...Named,
    /** What it holds in the mix; nothing named holds always. `fizzes`: acid and carbonate in one dry product. */
    when: Type.Object(
      {
        classes: Type.Optional(Words),
        substances: Type.Optional(Type.Array(Id)),
        minPercent: Type.Optional(Type.Number()),
        fizzes: Type.Optional(Type.Boolean()),
      },
      { additionalProperties: false },
    ),
    hours: Type.Number({ exclusiveMinimum: 0 }),
    water: oneOf(['cold', 'cool', 'lukewarm', 'warm']),
    says: Type.String({ minLength: 3 }),
    because: Type.String({ minLength: 3 }),
    order: Type.Optional(Type.String()),
    /** It needs a cap that can breathe, or none. */
    vent: Type.Optional(Type.Boolean()),
    /** It needs a vessel that keeps light out. */
    dark: Type.Optional(Type.Boolean()),
  },
  { additionalProperties: false },
);
/** What keeps a mark from coming back, by surface and mark; what is named of each kind must hold, any of it. */
export const PreventionSchema = Type.Object(
  {
    ...Named,
    when: Type.Object(
      {
        materials: Type.Optional(Type.Array(Id)),
        families: Type.Optional(Words),
        soils: Type.Optional(Type.Array(Id)),
        natures: Type.Optional(Words),
      },
      { additionalProperties: false },
    ),
    says: Type.String({ minLength: 3 }),
    because: Type.String({ minLength: 3 }),
    /** A treatment: how it is tried first, and how many hours the surface is dry before. */
    test: Type.Optional(Type.String({ minLength: 3 })),
    after_h: Type.Optional(Type.Number({ minimum: 1 })),
    /** When it is looked at again. */
    look_days: Type.Number({ minimum: 1, maximum: 730 }),
  },
  { additionalProperties: false },
);
/** Where what is left of a product goes, by what it is; the first of the list that holds decides, the strictest stand first. */
export const DiscardSchema = Type.Object(
  {
    ...Named,
    /** All that is named must hold; nothing named holds always. */
    when: Type.Object(
      {
        states: Type.Optional(Words),
        pictograms: Type.Optional(Words),
        /** Any of them, together at least `minPercent`. */
        classes: Type.Optional(Words),
        minPercent: Type.Optional(Type.Number()),
        septic: Type.Optional(Words),
        disclosed: Type.Optional(Words),
        /** The house has a tank of its own. */
        tank: Type.Optional(Type.Boolean()),
      },
      { additionalProperties: false },
    ),
    way: oneOf(['collection', 'bin', 'drain']),
    says: Type.String({ minLength: 3 }),
    because: Type.String({ minLength: 3 }),
  },
  { additionalProperties: false },
);
/** What a mix may be made in, by its outline: whether it is shut, and how full it may be. */
/** A hazard pictogram: its symbol as a path (even-odd) on a field of 100 by 100, the frame being a square on its corner. */
export const PictogramSchema = Type.Object({ ...Named, path: Type.String({ minLength: 20 }) });
export const VesselSchema = Type.Object(
  {
    ...Named,
    closed: Type.Boolean(),
    fill: Type.Number({ exclusiveMinimum: 0, maximum: 1 }),
    /** How a liquid and a powder are made even in it. */
    mixed: Type.Object({ liquid: Type.String(), powder: Type.String() }, { additionalProperties: false }),
    /** How large such a thing usually is. */
    usual_mL: Type.Number({ minimum: 10, maximum: 100000 }),
    /** The head that it comes with; what that has met is kept with the head. */
    head: Type.Optional(Type.String()),
  },
  { additionalProperties: false },
);
export const ProtectionSchema = Type.Object({
  ...Named,
  when: Type.Object({
    signal: Type.Optional(Words),
    pictograms: Type.Optional(Words),
    classes: Type.Optional(Words),
    minPercent: Type.Optional(Type.Number()),
    fume: Type.Optional(Type.Number()),
    apply: Type.Optional(Words),
    state: Type.Optional(Words),
    people: Type.Optional(Type.String()),
    pets: Type.Optional(Type.String()),
    septic: Type.Optional(Words),
    mild: Type.Optional(Type.Boolean()),
  }),
  action: oneOf(['wear', 'refuse']),
  /** What it asks for: steps and cards go by it, never by the words. */
  kind: oneOf(['gloves', 'goggles', 'air', 'flame', 'bare', 'people', 'pets', 'tank']),
  says: Type.String(),
  because: Type.String(),
});
/** What people say of cleaning, answered by name: what it does, what it does not, what to do instead. */
export const ClaimSchema = Type.Object({
  ...Named,
  /** It is meant where of each of these lists a word is there, or begins one. */
  words: Type.Array(Words, { minItems: 1 }),
  does: Type.String(),
  doesNot: Type.String(),
  instead: Type.String(),
});
export type Claim = Static<typeof ClaimSchema>;
/** Where people disagree: the schools, the default and its reason, and what a choice does in the engine. */
export const StanceSchema = Type.Object({
  ...Named,
  question: Type.String(),
  /** Where it matters, and so where it is shown: `choose`, `mix`, `jobs`. */
  where: oneOf(['choose', 'mix', 'jobs']),
  choices: Type.Array(
    Type.Object({
      id: Id,
      name: Type.String(),
      school: Type.String(),
      refuses: Type.Optional(
        Type.Object(
          {
            abrasive: Type.Optional(Type.Boolean()),
            sprayed: Type.Optional(Type.Boolean()),
            /** Mechanisms refused wherever a neighbour dissolves in acid, however put on. */
            nearAcidSoluble: Type.Optional(Words),
            longFloorTool: Type.Optional(Type.Boolean()),
            classes: Type.Optional(Words),
          },
          { additionalProperties: false },
        ),
      ),
      /** Only cloths of this kind. */
      onlyCloth: Type.Optional(Type.String()),
      /** Minutes and amounts are multiplied by it. */
      factor: Type.Optional(Type.Number({ minimum: 1 })),
      wear: Type.Optional(Type.String()),
      /** Added to the harm of products of these classes. */
      harm: Type.Optional(
        Type.Object({ classes: Words, h: Type.Number({ minimum: 0, maximum: 1 }), says: Type.String() }),
      ),
    }),
    { minItems: 2 },
  ),
  default: Id,
  because: Type.String(),
});
/** In which order several soils on one spot go, with the reason of each place. */
export const OrderSchema = Type.Object({
  ...Named,
  soft: Type.Boolean(),
  groups: Type.Array(Type.Object({ order: Type.String(), because: Type.String() })),
});

/**
 * A job of the house: ordered stages that state a question and constraints, never a method; the engine
 * fills the method in. `opens` and `ends` are conditions: a job cannot close before all of `closes` hold.
 */
export const StageSchema = Type.Object(
  {
    id: Id,
    kind: oneOf(['look', 'do', 'clean', 'wait']),
    /** Role of a spot that it is done on. */
    on: Type.Optional(Id),
    text: Type.String({ minLength: 3 }),
    because: Type.String({ minLength: 3 }),
    active_min: Type.Number({ minimum: 0 }),
    soil: Type.Optional(Id),
    severity: Type.Optional(Type.Integer({ minimum: 1, maximum: 5 })),
    age: Type.Optional(oneOf(['fresh', 'dried', 'set', 'baked'])),
    optional: Type.Optional(Type.Boolean()),
    after: Type.Optional(Type.Array(Id)),
    wait_min: Type.Optional(Range),
    keepWet: Type.Optional(Type.Boolean()),
    opens: Type.Optional(Type.String()),
    ends: Type.Optional(Type.String()),
    /** Only where the household chose so. */
    stance: Type.Optional(Type.Object({ question: Id, choice: Id })),
  },
  { additionalProperties: false },
);
export const JobSchema = Type.Object({
  ...Named,
  synonyms: Words,
  roles: Type.Array(
    Type.Object({
      id: Id,
      name: Type.String(),
      /** Usual faces, `material` or `material/finish`, the commonest first. */
      faces: Type.Array(Type.String(), { minItems: 2 }),
      area_m2: Type.Number({ exclusiveMinimum: 0 }),
      zone: Type.Optional(Type.String()),
      /** Fixtures of a house that it is done on, by their shape. */
      fixtures: Type.Optional(Words),
      /** Many hands touch it. */
      touched: Type.Optional(Type.Boolean()),
    }),
    { minItems: 1 },
  ),
  stages: Type.Array(StageSchema, { minItems: 2 }),
  traps: Words,
  outOfScope: Words,
  closes: Words,
  every_days: Type.Optional(Type.Number({ exclusiveMinimum: 0 })),
  /** It follows an illness: what is touched is disinfected. */
  ill: Type.Optional(Type.Boolean()),
});

/** All that is named holds of the record: a condition of an answer. Ids of faces are `material` or `material/finish`. */
const ClueWhen = Type.Object(
  {
    id: Type.Optional(Words),
    family: Type.Optional(Words),
    nature: Type.Optional(Words),
    gloss: Type.Optional(Words),
    soft: Type.Optional(Type.Boolean()),
    porous: Type.Optional(Type.Boolean()),
    floor: Type.Optional(Type.Boolean()),
  },
  { additionalProperties: false },
);
/**
 * A question that tells unknown materials or soils apart by look, feel, smell, place or a harmless test.
 * A record that no answer speaks of stays a candidate whatever is answered: unknown excludes nothing.
 */
export const ClueSchema = Type.Object({
  ...Named,
  of: oneOf(['material', 'soil']),
  kind: oneOf(['look', 'feel', 'smell', 'place', 'test']),
  how: Type.String(),
  answers: Type.Array(
    Type.Object({
      id: Id,
      text: Type.String(),
      when: Type.Array(ClueWhen, { minItems: 1 }),
      /** What the answer says of the other unknown: a mark on cloth is on something soft. */
      implies: Type.Optional(Type.Object({ clue: Id, answer: Id })),
    }),
    {
      minItems: 2,
    },
  ),
});
export const ApplicationSchema = Type.Object({
  ...Named,
  wetness: oneOf(['dry', 'damp', 'wet', 'flood']),
  reaches: Type.Boolean(),
  held: Type.Boolean(),
  /** The same way of working as that one, only more of it. */
  degreeOf: Type.Optional(Type.String()),
  forStates: Words,
  /** Only there. */
  zone: Type.Optional(Type.String()),
  /** A powder is put on as it is, not dissolved. */
  undissolved: Type.Optional(Type.Boolean()),
  notZone: Type.Optional(Type.String()),
  /** The only mechanisms that work this way. */
  only: Type.Optional(Words),
  /** Mechanisms that this way of putting on brings by itself. */
  adds: Type.Optional(Mechanisms),
  /** On cloth, only on what cannot be washed. */
  unwashable: Type.Optional(Type.Boolean()),
  /** Natures of soil that it is for. */
  forNatures: Type.Optional(Words),
  /** Only for products that a poultice may be made with, on faces of these families that drink. */
  poultice: Type.Optional(Type.Boolean()),
  families: Type.Optional(Words),
  /** It has a wait of its own, longer than the product's. */
  dwell_min: Type.Optional(Range),
  says: Type.String(),
  /** Minutes that it can be kept wet, put on this way. */
  stays_min: Type.Optional(Type.Number()),
  setup_min: Type.Number(),
  mL_per_m2: Type.Number(),
});
export const AttackSchema = Type.Object({
  ...Named,
  tolerance: oneOf(['chlorine', 'peroxide', 'reducer', 'alcohol', 'ketone', 'hydrocarbon', 'terpene', 'protease']),
  classes: Words,
  /** Percent in use from which it counts. */
  fromPercent: Type.Number(),
  /** Minutes that "brief" stands for. */
  brief_min: Type.Number(),
  /** Percent in use that "dilute" stands for. */
  dilutePercent: Type.Union([Type.Number(), Type.Null()]),
});
const numbers = <const K extends readonly string[]>(...keys: K) =>
  Type.Object(
    Object.fromEntries(keys.map((k) => [k, Type.Number()])) as Record<K[number], ReturnType<typeof Type.Number>>,
  );
export const TuningSchema = Type.Object({
  ...Named,
  /** Dose at which the chance of one go falls to 1 − 1/e, by severity 1–5. */
  needBySeverity: Type.Array(Type.Number(), { minItems: 5, maxItems: 5 }),
  leastEffect: Type.Number(),
  /** Share of the most that can be had, below which a rung is not worth showing. */
  leastShare: Type.Number(),
  bodyFromSeverity: Type.Number(),
  bodyFromLift: Type.Number(),
  suffices: Type.Number(),
  mergeWithin: Type.Number(),
  /** What does as well costs the surface and the hands at most so much more. */
  asWellWithin: Type.Number(),
  /** Share of what a soil’s best chemistry lifts from which another is a remedy of it too. */
  remedyFrom: Type.Number(),
  mostRungs: Type.Integer(),
  priorWeight: Type.Number(),
  reserve_molPerL: Type.Number(),
  work_min: Type.Number(),
  scrubLimit: Type.Record(Type.String(), Type.Number()),
  warm_C: Type.Number(),
  cool_C: Type.Number(),
  tooWeak: Type.Number(),
  /** How near a limit counts as harm: what is told at all, the most of one, and the weights of each limit. */
  near: numbers(
    'tell',
    'most',
    'pH',
    'zone',
    'attackOk',
    'attackDilute',
    'attackBrief',
    'polish',
    'grit',
    'gritUnknown',
  ),
  /** "Dilute" is borne up to so many times the percent that stands for it. */
  diluteSlack: Type.Number(),
  /** Percent of grit from which a product scours, and of salt from which it counts as salt. */
  abrasiveFrom_percent: Type.Number(),
  saltFrom_percent: Type.Number(),
  /** Percent of a chemistry that a product does not work by, from which a soil’s ban on it holds. */
  banFrom_percent: Type.Number(),
  /** Supply from which a product or tool counts as having a mechanism. */
  mechanismFrom: Type.Number(),
  /** Weights of what putting it on and working it does: h of one part, and from where. */
  harm: numbers(
    'wet',
    'settle_min',
    'drinks_perMin',
    'drinksMost',
    'dries_perMin',
    'driesMost',
    'warmFrom_C',
    'warm',
    'reaches',
    'vapourFrom',
    'vapour',
    'vapourMost',
    'chemistryFrom',
    'danger',
    'warning',
    'none',
    'diluted',
    'reachesSkin',
    'wear',
    'wearFrom',
    'wearGloss',
    'polish',
    'scratch',
    'scratchMost',
    'linty',
    'unusual',
    'knees',
    'overhead',
    'strains',
    'strainsFrom',
    'bowl',
    'blade',
    'steam',
  ),
  /** Minutes and how they are told apart. */
  time: numbers(
    'unheld_min',
    'least_min',
    'apart',
    'middle',
    'rinse_min',
    'wipe_min',
    'wear_min',
    'area',
    'testLeast_min',
    'testMost_min',
    'areaMost',
    'strained',
    'actsFrom_min',
  ),
  /** A range of use wider than this is tried low, middle and high. */
  strengthsApart: Type.Number(),
  /** mol/L of acid or alkali that an unknown one counts as; the most that a litre can hold. */
  unknownReserve_molPerL: Type.Number(),
  molarMost: Type.Number(),
  /** Mohs of an abrasive whose grit is not known. */
  mohsUnknown: Type.Number(),
  /** Scrub of what a fragile surface bears: a soft brush, a puff of air. */
  gentlestScrub: Type.Number(),
  /** The most that a method can promise where washing is the least and it does not wash. */
  unwashed: Type.Number(),
  /** A room smaller than this shares its air: what is wet in one place reaches the next. */
  smallRoom_m3: Type.Number(),
  /** Share of the vapour that a share of the mix gives off, as a factor: a quarter of it smells as much as all. */
  fumeOfDilution: Type.Number(),
  /** Share of the mix below which a product that only irritates asks for no gloves. */
  thinBelow: Type.Number(),
});
/** What is done first when one product has hurt somebody, by what is in it and how it got there; the highest rank that holds leads. */
export const FirstAidSchema = Type.Object(
  {
    ...Named,
    route: oneOf(['eye', 'skin', 'swallowed', 'breathed']),
    rank: Type.Integer({ minimum: 0 }),
    when: Type.Object(
      {
        classes: Type.Optional(Words),
        minPercent: Type.Optional(Type.Number()),
        states: Type.Optional(Words),
        /** Its pH is at most 2 or at least 11.5, as sold, or it carries the sign for it. */
        corrosive: Type.Optional(Type.Boolean()),
      },
      { additionalProperties: false },
    ),
    first: Type.String({ minLength: 3 }),
    then: Words,
    because: Type.String({ minLength: 3 }),
    /** Call at once, whatever it looks like. */
    now: Type.Boolean(),
  },
  { additionalProperties: false },
);
/** Why something is refused: its kind, what a list calls it, and the sentence that is made of what was compared. */
export const RefusalSchema = Type.Object(
  {
    ...Named,
    /** `{face}`, `{thing}` … are filled in; with a capital where the word has one. */
    says: Type.String({ minLength: 3 }),
    /** Of several reasons against one thing the worst is told: 1 hurts somebody … 10 it is only not there. */
    rank: Type.Integer({ minimum: 1, maximum: 10 }),
    /** Nobody would have reached for it: it is no answer to "why not". */
    ordinary: Type.Optional(Type.Boolean()),
  },
  { additionalProperties: false },
);
/** A second tool in one way of working: what follows the first, on which surfaces and marks, and how it is done. */
export const FollowerSchema = Type.Object(
  {
    ...Named,
    when: Type.Object(
      {
        /** The tools that it follows. */
        tools: Type.Optional(Type.Array(Id)),
        /** It follows any plain cloth. */
        cloth: Type.Optional(Type.Boolean()),
        wet: Type.Boolean(),
        soft: Type.Optional(Type.Boolean()),
        floor: Type.Optional(Type.Boolean()),
        gloss: Type.Optional(Type.String()),
        materials: Type.Optional(Type.Array(Id)),
        natures: Type.Optional(Words),
        soils: Type.Optional(Type.Array(Id)),
      },
      { additionalProperties: false },
    ),
    with: Type.Array(Id, { minItems: 1 }),
    text: Type.String({ minLength: 3 }),
    because: Type.String({ minLength: 3 }),
    active_s: Type.Number({ minimum: 0 }),
    /** The surface is dry after it: nothing else is said of drying. */
    dries: Type.Optional(Type.Boolean()),
  },
  { additionalProperties: false },
);
export type Follower = Static<typeof FollowerSchema>;
export const StepSchema = Type.Object({
  ...Named,
  order: Type.Number(),
  needs: Type.Record(Type.String(), Type.Union([Type.Boolean(), Words])),
  text: Type.String(),
  because: Type.String(),
  active_s: Type.Number(),
  waits: Type.Optional(Type.Boolean()),
  /** It takes as long as there is surface. */
  byArea: Type.Optional(Type.Boolean()),
});

export type Source = Static<typeof SourceSchema>;
export type Substance = Static<typeof SubstanceSchema>;
export type AcidBaseSystem = Static<typeof SystemSchema>;
export type Product = Static<typeof ProductSchema>;
export type Material = Static<typeof MaterialSchema>;
export type Soil = Static<typeof SoilSchema>;
export type Tool = Static<typeof ToolSchema>;
export type Mechanism = Static<typeof MechanismSchema>;
export type Language = Static<typeof LanguageSchema>;
export type Freed = Static<typeof FreedSchema>;
export type Solution = Static<typeof SolutionSchema>;
export type Clause = Static<typeof ClauseSchema>;
export type Rule = Static<typeof RuleSchema>;
export type Group = Static<typeof GroupSchema>;
export type PieceClass = Static<typeof ClassSchema>;
export type Line = Static<typeof LineSchema>;
export type Partner = Static<typeof PartnerSchema>;
export type Meeting = Static<typeof MeetingSchema>;
export type Column = Static<typeof ColumnSchema>;
export type Verdict = Static<typeof VerdictSchema>;
export type Emergency = Static<typeof EmergencySchema>;
export type AirLimit = Static<typeof LimitSchema>;
export type Measure = Static<typeof MeasureSchema>;
export type Target = Static<typeof TargetSchema>;
export type Keeping = Static<typeof KeepingSchema>;
export type Ageing = Static<typeof AgeingSchema>;
export type Strip = Static<typeof StripSchema>;
export type DensityTable = Static<typeof DensitySchema>;
export type Prevention = Static<typeof PreventionSchema>;
export type Discard = Static<typeof DiscardSchema>;
export type Vessel = Static<typeof VesselSchema>;
export type Pictogram = Static<typeof PictogramSchema>;
export type Protection = Static<typeof ProtectionSchema>;
export type Stance = Static<typeof StanceSchema>;
export type Application = Static<typeof ApplicationSchema>;
export type Attack = Static<typeof AttackSchema>;
export type FirstAid = Static<typeof FirstAidSchema>;
export type RefusalText = Static<typeof RefusalSchema>;
export type Tuning = Static<typeof TuningSchema>;
export type Order = Static<typeof OrderSchema>;
export type Stage = Static<typeof StageSchema>;
export type Job = Static<typeof JobSchema>;
export type Clue = Static<typeof ClueSchema>;
export type StepTemplate = Static<typeof StepSchema>;

/** Wording of a label that is no ingredient: warnings, signs that a list is partial, what is said not to be in it. */
export const PhraseSchema = Type.Object(
  {
    ...Named,
    /** Regular expressions, case ignored. */
    says: Words,
    /** A stated pH up to `max`, or from `min`, in place of words. */
    ph: Type.Optional(Type.Object({ max: Type.Optional(Type.Number()), min: Type.Optional(Type.Number()) })),
    /** Substances that it may stand for: all are counted. */
    mayBe: Type.Array(Id),
    /** A named ingredient of one of these classes or groups is reason enough for the phrase. */
    explainedBy: Type.Optional(Words),
    /** The list does not count as the whole list. */
    partial: Type.Boolean(),
    /** The words stay, because they name something too. */
    keep: Type.Optional(Type.Boolean()),
    /** Looked for within an entry, and only when the entry as a whole is no name. */
    within: Type.Optional(Type.Boolean()),
  },
  { additionalProperties: false },
);
/**
 * What a place must be for what stands there; all that is named of the house and the place must hold, and one of what is
 * named of the product. `{name}` is the product.
 */
export const StoringSchema = Type.Object(
  {
    ...Named,
    when: Type.Object(
      {
        /** It has a signal word or a pictogram. */
        harms: Type.Optional(Type.Boolean()),
        signals: Type.Optional(Words),
        pictograms: Type.Optional(Words),
        states: Type.Optional(Words),
        people: Type.Optional(Words),
        pets: Type.Optional(Words),
        bands: Type.Optional(Words),
        /** Kinds of kits. */
        kits: Type.Optional(Words),
        unlocked: Type.Optional(Type.Boolean()),
      },
      { additionalProperties: false },
    ),
    kind: oneOf(['order', 'people']),
    says: Type.String(),
  },
  { additionalProperties: false },
);
/** A cloth gone wrong: how it shows, what it is, what may help, and what becomes of it else. */
export const RescueSchema = Type.Object(
  {
    ...Named,
    loads: Type.Array(oneOf(['microfibre', 'woven']), { minItems: 1 }),
    says: Type.String(),
    /** Nothing helps where it is not there. */
    does: Type.Optional(Type.String()),
    else: Type.String(),
  },
  { additionalProperties: false },
);
/** What falls due on a tool after so many uses; above 120 mg/L of hardness after as many fewer as the water is harder. */
export const UpkeepSchema = Type.Object(
  {
    ...Named,
    tools: Type.Array(Id, { minItems: 1 }),
    every_uses: Type.Integer({ minimum: 1 }),
    byHardness: Type.Optional(Type.Boolean()),
    says: Type.String(),
    minutes: Type.Number({ exclusiveMinimum: 0 }),
  },
  { additionalProperties: false },
);
/** What is usually on a spot, by where and what it is: everything named must hold; all rules that hold count, the last one only alone. */
export const UsualMarkSchema = Type.Object(
  {
    ...Named,
    when: Type.Object(
      {
        /** Shapes of the fixture. */
        shapes: Type.Optional(Words),
        families: Type.Optional(Words),
        kinds: Type.Optional(Words),
        bands: Type.Optional(Words),
        food: Type.Optional(Type.Boolean()),
        /** Touched at least so much. */
        touch: Type.Optional(Type.Integer()),
      },
      { additionalProperties: false },
    ),
    soils: Type.Array(Id, { minItems: 1 }),
  },
  { additionalProperties: false },
);
/** Words in which people write recipes, by what they do there. */
export const RecipeWordSchema = Type.Object(
  {
    ...Named,
    role: oneOf(['between', 'how', 'some', 'doing', 'equal', 'where']),
    /** Regular expression, case ignored. */
    pattern: Type.String({ minLength: 1 }),
  },
  { additionalProperties: false },
);
/** Names of a pattern that stand for one substance: "C12-15 pareth-7", "CI 42090". */
export const FamilySchema = Type.Object(
  {
    ...Named,
    /** Regular expression over the normalised name, anchored at its end. */
    pattern: Type.String(),
    substance: Id,
    /** The list does not count as the whole list. */
    partial: Type.Optional(Type.Boolean()),
    /** Its pattern lets any words in: a worse name among them counts instead. */
    loose: Type.Optional(Type.Boolean()),
    /** Means more on a label than the pure substance of the same name. */
    first: Type.Optional(Type.Boolean()),
  },
  { additionalProperties: false },
);
/** How it is used, where that alone matters: beside a flame, in a mist. Rules name it as `place:id`. */
export const ConditionSchema = Type.Object(
  {
    ...Named,
    /** What to do, in a sentence. */
    then: Type.String({ minLength: 1 }),
    /** What is seen first, where the kind of the finding does not say it. */
    headline: Type.Optional(Type.String()),
    /** What is not known may burn, or be breathed: it is not safe here either. */
    unknownToo: Type.Optional(Type.Boolean()),
    /** Whatever no clause names, but clean water, is not for here: at this level. */
    otherwise: Type.Optional(
      Type.Object(
        { level: Type.Integer({ minimum: 1, maximum: 5 }), because: Type.String() },
        { additionalProperties: false },
      ),
    ),
  },
  { additionalProperties: false },
);
/** How labels of another language are read: its wording in the English that the reader knows, and its names of substances. */
export const LanguageSchema = Type.Object(
  {
    ...Named,
    /** Patterns of whole words, in the order in which they are tried. */
    says: Type.Array(Type.Object({ pattern: Type.String(), means: Type.String() }, { additionalProperties: false }), {
      minItems: 1,
    }),
    names: Type.Array(Type.Object({ substance: Id, words: Words }, { additionalProperties: false })),
  },
  { additionalProperties: false },
);
/** What is often there already: a block in the cistern, urine, limescale, yesterday's drain opener. */
export const ResidentSchema = Type.Object(
  {
    ...Named,
    synonyms: Words,
    /** Where it is usually met. */
    meeting: Id,
    holds: Type.Array(
      Type.Object(
        {
          product: Type.Optional(Id),
          substance: Type.Optional(Id),
          label: Type.Optional(Type.String()),
          percent: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 100 })),
        },
        { additionalProperties: false },
      ),
      { minItems: 1 },
    ),
  },
  { additionalProperties: false },
);
export type Condition = Static<typeof ConditionSchema>;
export type Resident = Static<typeof ResidentSchema>;
export type Phrase = Static<typeof PhraseSchema>;
export type Storing = Static<typeof StoringSchema>;
export type Rescue = Static<typeof RescueSchema>;
export type Upkeep = Static<typeof UpkeepSchema>;
export type UsualMark = Static<typeof UsualMarkSchema>;
export type RecipeWord = Static<typeof RecipeWordSchema>;
export type Family = Static<typeof FamilySchema>;

/** Name of each catalogue file and the schema of its records. */
export const catalogueSchemas = {
  sources: SourceSchema,
  substances: SubstanceSchema,
  systems: SystemSchema,
  products: ProductSchema,
  materials: MaterialSchema,
  soils: SoilSchema,
  tools: ToolSchema,
  mechanisms: MechanismSchema,
  rules: RuleSchema,
  groups: GroupSchema,
  classes: ClassSchema,
  lines: LineSchema,
  partners: PartnerSchema,
  columns: ColumnSchema,
  meetings: MeetingSchema,
  verdicts: VerdictSchema,
  emergencies: EmergencySchema,
  limits: LimitSchema,
  measures: MeasureSchema,
  targets: TargetSchema,
  keeping: KeepingSchema,
  ageing: AgeingSchema,
  densities: DensitySchema,
  strips: StripSchema,
  discards: DiscardSchema,
  preventions: PreventionSchema,
  followers: FollowerSchema,
  vessels: VesselSchema,
  pictograms: PictogramSchema,
  solutions: SolutionSchema,
  freed: FreedSchema,
  protection: ProtectionSchema,
  stances: StanceSchema,
  claims: ClaimSchema,
  orders: OrderSchema,
  jobs: JobSchema,
  clues: ClueSchema,
  applications: ApplicationSchema,
  steps: StepSchema,
  attacks: AttackSchema,
  tuning: TuningSchema,
  refusals: RefusalSchema,
  firstaid: FirstAidSchema,
  phrases: PhraseSchema,
  recipewords: RecipeWordSchema,
  usualmarks: UsualMarkSchema,
  upkeep: UpkeepSchema,
  rescues: RescueSchema,
  storing: StoringSchema,
  families: FamilySchema,
  languages: LanguageSchema,
  conditions: ConditionSchema,
  residents: ResidentSchema,
  fixtures: FixtureSchema,
  roomkinds: RoomKindSchema,
  kitkinds: KitKindSchema,
} as const;
export type CatalogueFile = keyof typeof catalogueSchemas;
