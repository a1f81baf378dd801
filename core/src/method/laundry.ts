import { type Catalogue, type Material, type Product, type Soil, sourceOf } from '../catalogue';
import { laundryDose } from '../dilution';
import { judge, resolveItems } from '../mixing';
import { significant } from '../quantity';
import { faceOf } from './advise';
import { type CareLabel, careWords, keptFromMachine, letIn, underLabel } from './care';
import { productOptions } from './options';
import { holdsFor, refuseProduct } from './refuse';
import { ledBy } from './remedies';
import { choicesOf } from './stances';
import { theresOf } from './there';
import type { Context, Face, Here, Question } from './types';

/** The load that labels dose for (Regulation (EC) 648/2004, Annex VII), of usual dirt. */
const USUAL_LOAD_kg = 4.5;
const USUAL_SOIL = 2;
/** Litres of the main wash of a usual load of 4 to 5 kg (common practice). */
const MAIN_WASH_L = 15;
/** Where nothing asks for more: warm enough for enzymes and dirt, easy on colour. °C, common practice. */
const USUAL_C = 40;
const COOL_C = 30;
const HOT_C = 60;
/** From here a booster is worth its place: of the soil, how much the oxidiser lifts. */
const BOOSTS_FROM = 0.6;

/** Of two that do nearly as much, nothing tells. */
const AS_MUCH = 0.9;

export interface WashThing {
  product: string;
  name: string;
  /** In the main wash. */
  amount: number;
  unit: 'g' | 'mL';
}
/** A fact, and what it rests on. */
interface Ground {
  text: string;
  source: string;
}
export type Laundry =
  | { may: 'no'; because: Ground[] }
  | {
      may: 'yes';
      /** Terms of ISO 3758: 40 °C, mild process. */
      temperature_C: number;
      process: NonNullable<Material['laundry']>['process'];
      dry: NonNullable<Material['laundry']>['dry'];
      detergent: WashThing;
      booster: WashThing | null;
      steps: { text: string; because: string }[];
      because: Ground[];
    };

/** How much of it goes into the main wash: more for more dirt, within what its record says. */
function dosed(p: Product, severity: number, water_mgL: number | undefined): WashThing {
  const { min = 0, max = min } = p.use;
  const share = severity >= 4 ? 1 : severity <= 2 ? 0 : 0.5;
  const label = (min + (max - min) * share) * MAIN_WASH_L;
  // the label’s dose is for medium water; dirt is in it already
  const dose =
    water_mgL === undefined
      ? null
      : laundryDose({ label, load_kg: USUAL_LOAD_kg, soil: USUAL_SOIL, hardness_mgL: water_mgL });
  const amount = significant(dose?.ok ? dose.value : label, 2);
  return { product: p.id, name: p.name, amount, unit: p.use.unit === 'mL/L' ? 'mL' : 'g' };
}
const words = (t: WashThing): string => `${t.amount} ${t.unit} of ${t.name}`;

/** Products of the machine that cloth, mark and people bear, those that do most first. */
function admitted(face: Face, context: Here, catalogue: Catalogue): { product: Product; D: number }[] {
  const machines = [...catalogue.tools.values()].filter((t) => t.forLaundry).map((t) => t.id);
  return [...catalogue.products.values()]
    .filter(
      (p) =>
        p.advised &&
        p.suits !== 'none' &&
        p.goesIn?.some((m) => machines.includes(m)) &&
        p.use.unit !== 'neat' &&
        !p.use.neatOnly,
    )
    .filter((p) => !refuseProduct(p, face, context, catalogue))
    .map((product) => {
      const ways = productOptions(product, face, context, catalogue).admitted.filter((w) => w.from === null);
      return { product, D: Math.max(0, ...ways.map((w) => w.D)) };
    })
    .filter((x) => x.D > 0)
    .sort((a, b) => b.D - a.D || (a.product.id < b.product.id ? -1 : 1));
}

/** Orders of soil that warmth fixes while they are still there; grease goes sooner in warm water. */
const FIXED_BY_WARMTH = ['bio', 'dye', 'solids'];
/** Why it is washed cool until it is gone; null where warmth helps. */
const setsWarm = (soil: Soil, face: Face): string | null =>
  soil.sets.find(
    (s) =>
      s.kind === 'ban' &&
      holdsFor(s, face) &&
      (s.mechanism === 'water_warm' || (s.mechanism === 'heat' && FIXED_BY_WARMTH.includes(soil.order))),
  )?.because ?? null;

/**
 * A mark on something that a machine washes: treated first, then the programme, what goes in with it and what does not,
 * and how it dries. Null where no machine washes it, or there is nothing to wash off. The care label comes before it.
 */
export function laundryOf(
  question: Question,
  given: Context,
  catalogue: Catalogue,
  label: CareLabel = {},
): Laundry | null {
  const resolved = faceOf(question, catalogue);
  if (!resolved.ok) return null;
  const face = resolved.value;
  const { material, soil } = face;
  if (!material.laundry || soil.damage) return null;
  const care = underLabel(material.laundry, label);
  const sourceOfCare = sourceOf(material, 'laundry', catalogue).id;
  const sourceOfSoil = sourceOf(soil, 'sets', catalogue).id;
  if (soil.notInMachine)
    return {
      may: 'no',
      because: [{ text: soil.notInMachine, source: sourceOf(soil, 'notInMachine', catalogue).id }],
    };
  const kept = keptFromMachine(label);
  if (kept) return { may: 'no', because: [{ text: kept, source: 'household' }] };
  const context: Here = {
    ...(given.profile ? { profile: given.profile } : {}),
    habits: choicesOf(given.profile, catalogue),
    // in the drum nothing lies beside it; what was put on it before goes in with it
    met: theresOf(face, given, catalogue),
  };
  const isLetIn = (x: { product: Product }): boolean => letIn(label, x.product);
  const can = admitted(face, context, catalogue).filter(isLetIn);
  const washing = detergentOf(can, care.process);
  if (!washing) {
    const rinsed =
      context.met.length > 0 &&
      detergentOf(admitted(face, { ...context, met: [] }, catalogue).filter(isLetIn), care.process);
    const text = rinsed
      ? 'what was put on it is still in it: rinse it through with plain water, note that, and look again'
      : 'no detergent is known that the cloth and the people of the house bear';
    return { may: 'no', because: [{ text, source: sourceOfCare }] };
  }
  const beside = can.find(
    ({ product: p }) =>
      care.process === 'normal' &&
      ledBy(p) === 'oxidiser_peroxide' &&
      !washing.product.mechanisms['oxidiser_peroxide'] &&
      (soil.lifts['oxidiser_peroxide'] ?? 0) >= BOOSTS_FROM &&
      meet(p, washing.product, catalogue) < 3,
  );
  const detergent = dosed(washing.product, face.severity, given.water_mgL);
  const booster = beside ? dosed(beside.product, face.severity, given.water_mgL) : null;

  const read = careWords(label) !== '';
  const cold = setsWarm(soil, face);
  const germs = soil.hygiene?.asks === 'disinfect';
  const temperature_C = germs
    ? care.max_C
    : Math.min(care.max_C, cold ? COOL_C : soil.order === 'grease' ? HOT_C : USUAL_C);
  const because: Ground[] = [
    {
      text: read
        ? `its label and what is known of ${material.name}, the milder of both: ${care.max_C} °C, ${care.process} process`
        : `${material.name} takes ${care.max_C} °C, ${care.process} process, where no label says less`,
      source: read ? 'household' : sourceOfCare,
    },
    ...(cold
      ? [{ text: `${soil.name}, washed warm or dried while it is there, stays: ${cold}`, source: sourceOfSoil }]
      : []),
    ...(germs
      ? [
          {
            text: `${soil.name}: ${soil.hygiene!.because}; germs go at ${HOT_C} °C or with a laundry sanitiser`,
            source: sourceOf(soil, 'hygiene', catalogue).id,
          },
        ]
      : []),
  ];
  const dyed = !care.white;
  const steps = [
    ...(label.wash
      ? []
      : [
          {
            text: 'Read its care label: it comes before all of this. A washtub crossed out means no machine.',
            because: 'only its maker knows the cloth, the dye and the lining',
          },
        ]),
    ...(germs || cold
      ? [
          {
            text: 'Rinse the mark through from the back with cold water.',
            because: 'what is rinsed out cold is not fixed by the wash, and does not go into the rest of the load',
          },
        ]
      : []),
    {
      text: 'Treat the mark first, with a rung of the ladder.',
      because: 'a machine spreads its detergent over the whole load, the mark needs it in one place',
    },
    {
      text: germs
        ? 'By itself, not shaken; pockets empty, zips shut.'
        : `With ${dyed ? 'its own colour' : 'white and light things'} only; pockets empty, zips shut, the drum two thirds full.`,
      because: germs ? 'shaking throws germs into the air' : 'dye moves in warm water, and a full drum cannot rub',
    },
    ...(dyed
      ? [
          {
            text: 'New or strongly dyed: press a wet white cloth on a hidden seam first. Colour on it: by itself, cold.',
            because: 'dye that comes off on a cloth comes off on the load',
          },
        ]
      : []),
    ...(care.minds ?? []).map((text) => ({ text, because: `what ${material.name} minds` })),
    {
      text: `Wash at ${temperature_C} °C, ${care.process} process, with ${words(detergent)}${booster ? ` and ${words(booster)}` : ''}; for a full load, and by the pack where it says otherwise.`,
      because: because.map((b) => b.text).join('; '),
    },
    {
      text: 'Look at it wet, in daylight, before it dries. Still there: again from the ladder, no dryer, no iron.',
      because: 'heat sets what is left for good',
    },
    { text: DRY[care.dry], because: `${material.name} bears no more heat without its label` },
  ];
  return { may: 'yes', temperature_C, process: care.process, dry: care.dry, detergent, booster, steps, because };
}
const DRY: Record<NonNullable<Material['laundry']>['dry'], string> = {
  tumble: 'Line or tumble dryer, only once the mark is gone.',
  'tumble low': 'Line, or tumble dryer on low, only once the mark is gone.',
  line: 'On the line, out of the dryer.',
  flat: 'Pressed in a towel, then flat in its shape, out of the dryer and the sun.',
};
/** Of the detergents that do nearly the most: all that can be in it on what bears it, as little as can be on what is tender. */
function detergentOf(can: readonly { product: Product; D: number }[], process: string): { product: Product } | null {
  const all = can.filter((x) => ledBy(x.product) === 'surfactant');
  const good = all.filter((x) => x.D >= all[0]!.D * AS_MUCH);
  const parts = (x: { product: Product }): number => Object.keys(x.product.mechanisms).length;
  return good.sort((a, b) => (parts(b) - parts(a)) * (process === 'very mild' ? -1 : 1))[0] ?? null;
}
/** What two products make of each other in one drum: a level of Mix. */
function meet(a: Product, b: Product, catalogue: Catalogue): number {
  const items = resolveItems([{ product: a.id }, { product: b.id }], catalogue);
  return items.ok ? judge(items.value, { meeting: 'machine' }, catalogue).level : 5;
}
