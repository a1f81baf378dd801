import {
  type Catalogue,
  isSolid,
  isWater,
  type Material,
  percentInUse,
  type Product,
  sourceOf,
  type Target,
} from '../catalogue';
import { inPercentOf, targetsOf } from '../dilution';
import { judgeThere, mayMix, type There } from '../gate';
import { capital } from '../reason';
import { significant } from '../quantity';
import { neighbourHit, refuseApplication, refuseProduct, strengthOnMaterial } from './refuse';
import { stepsOf } from './steps';
import { type Strength, strengthAt } from './supply';
import type { Face, Here, Hygiene, Refusal, Rung } from './types';

/** What the least is on this surface: washing, where food, many hands or the toilet are. */
export const isWashed = (material: Material, q: { zone?: string | null; food?: boolean; touched?: boolean }): boolean =>
  q.zone === 'bowl' || q.zone === 'toilet' || Boolean(q.food) || Boolean(q.touched) || material.touch === 'food';

/** Whether hygiene asks for disinfecting here: by the soil, or because somebody in the house is ill. */
function asked(
  face: Face,
  here: Here,
): { asks: Hygiene['asks']; because: string; source: string; first: Hygiene['first'] } | null {
  const h = face.soil.hygiene;
  if (h)
    return {
      asks: h.asks,
      because: h.because,
      source: face.soil.basis['hygiene'] ?? face.soil.basis.default,
      first: h.first,
    };
  if (here.profile?.people?.includes('ill') && face.washed)
    return {
      asks: 'disinfect',
      because: 'somebody in the house is ill: what hands and mouths touch passes it on',
      source: 'cdc-2008',
      first: 'clean',
    };
  if (face.washed)
    return {
      asks: 'wash',
      because: 'where food, hands or the toilet are, plain water moves germs about and does not take them along',
      source: 'cdc-2003',
      first: 'clean',
    };
  return null;
}

/**
 * What hygiene asks for beside looks: clean, rinse and disinfect (or wet first, where the dust is the danger) with the
 * gentlest that the surface, its neighbours and the people bear, at a named strength for its contact time; or why that
 * cannot be had here. `cleaned` is the rung that cleans before it.
 */
export function hygieneOf(face: Face, here: Here, cleaned: Rung | null, catalogue: Catalogue): Hygiene | null {
  const a = asked(face, here);
  if (!a) return null;
  const base = { ...a, keep: face.soil.hygiene?.keep ?? null, disinfect: null, why: null };
  if (a.asks === 'wash')
    return {
      ...base,
      why: {
        text: 'Washing is enough here: disinfecting is not proposed for everyday dirt.',
        source: 'common-practice',
      },
    };
  if (a.asks === 'dry')
    return {
      ...base,
      why: {
        text: 'Clean it and keep it dry. A biocide is no part of an ordinary clean-up: only where the label of yours names mould, and as it says.',
        source: 'us-epa-402-k-02-003-mold-guide',
      },
    };
  if (face.material.soft)
    return {
      ...base,
      why: {
        text:
          face.material.wetness === 'flood'
            ? 'Cloth is not disinfected by wiping: wash it as hot as its label allows, apart from the rest, and dry it through.'
            : 'This cannot be disinfected at home: what drinks keeps it inside. What may be washed is washed hot; else professional help, or it goes.',
        source: 'cdc-2003',
      },
    };
  const found = disinfectantsFor(face, here, cleaned, a.first, catalogue)[0];
  if (!found)
    return {
      ...base,
      why: {
        text: `Nothing that disinfects is borne by ${face.material.name} for long enough. Clean it twice with detergent, rinse, dry it, and keep food and hands off until it is dry.`,
        source: sourceOf(face.material, 'tolerates', catalogue).id,
      },
    };
  const words = {
    disinfectant: `${found.name}${found.dose ? `, ${significant(found.dose.amount / 2, 3)} ${found.dose.unit.startsWith('g') ? 'g' : 'mL'} in 500 mL of cool water` : ''}`,
    contact: `${found.contact_min} minutes`,
    keepWet: found.keepWet,
    hygieneWhy: a.because,
    apply: capital(found.apply),
    rinse: found.rinse,
    keep: base.keep ?? 'Wash the hands.',
  };
  const stage = a.first === 'disinfect' ? 'first' : 'last';
  const wait = { min: found.contact_min * 60, max: found.contact_min * 120 };
  const { apply: _a, ...disinfect } = found;
  return { ...base, disinfect: { ...disinfect, steps: stepsOf({ stage }, words, { area: 1, wait }, catalogue) } };
}

type Found = Omit<NonNullable<Hygiene['disinfect']>, 'steps'> & { apply: string };
/** Disinfectants that may be used here, gentlest first. */
function disinfectantsFor(
  face: Face,
  here: Here,
  cleaned: Rung | null,
  first: Hygiene['first'],
  catalogue: Catalogue,
): Found[] {
  const found: (Found & { cost: number })[] = [];
  // what the clean before it leaves behind, rinsed off
  const residue: There[] =
    cleaned?.product && first === 'clean'
      ? [
          {
            name: catalogue.products.get(cleaned.product)!.name,
            where: 'here',
            products: [cleaned.product],
            what: [{ product: cleaned.product, rinsed: true, times: 2, daysAgo: 0 }],
            porous: face.material.porous,
          },
        ]
      : [];
  const met = [...here.met, ...residue];
  // a soil that bars a product bars it before the soil is gone, not after
  const bare: Face = first === 'clean' ? { ...face, soil: { ...face.soil, sets: [] } } : face;
  const sprayed = [...catalogue.applications.values()].find((a) => a.reaches && a.wetness === 'wet')!;
  const wiped = [...catalogue.applications.values()].find((a) => a.wetness === 'damp' && !a.held)!;
  const there = first === 'clean' ? met.filter((t) => t.where !== 'soil') : met;
  for (const product of catalogue.products.values()) {
    if (product.disinfects === 'no' || isWater(product, catalogue)) continue;
    if (here.kit && !here.kit.includes(product.id)) continue;
    if (refuseProduct(product, bare, here, catalogue)) continue;
    if (judgeThere({ product: product.id }, there, here.clock, catalogue).bars.length) continue;
    for (const way of waysOf(product, face, catalogue)) {
      const v = strengthOnMaterial(way.strength, face.material, catalogue);
      if ('refusal' in v || v.maxMinutes < way.contact_min) continue;
      const application = [sprayed, wiped].find(
        (x) =>
          x.forStates.includes(product.state) &&
          // ready sprays are sprayed; what is mixed goes onto a cloth, and nothing of it into the air
          (x === wiped || way.strength.dose === null) &&
          !refuseApplication(
            {
              product,
              dilution: way.strength.dilution,
              application: x,
              runoff: runoffOf(way.strength, here, catalogue),
            },
            bare,
            here,
            catalogue,
          ),
      );
      if (!application) continue;
      const stays = application.stays_min ?? 2;
      found.push({
        product: product.id,
        name: product.name,
        strength: way.strength.strength,
        dose: way.strength.dose,
        contact_min: way.contact_min,
        keepWet:
          stays < way.contact_min
            ? `A wiped film dries in about ${stays} minutes: wet it again until the time is up, or lay a soaked cloth on.`
            : 'Wet it again if it dries before that.',
        rinse: rinseOf(face, way.target, product),
        source: way.source,
        apply: application.says,
        uses: [
          {
            item: product.id,
            amount: significant(application.mL_per_m2 * Math.max(0.1, face.area_m2) * way.strength.dilution, 3),
            unit: isSolid(product) ? 'g' : 'mL',
          },
        ],
        cost: 1 - v.keep + product.fume * 0.5 + (way.target ? 0 : 0.1),
      });
    }
  }
  return found.sort((a, b) => a.cost - b.cost || (a.product < b.product ? -1 : 1)).map(({ cost: _c, ...f }) => f);
}
function runoffOf(s: Strength, here: Here, catalogue: Catalogue): { name: string; hit: Refusal } | null {
  for (const n of here.neighbours ?? []) {
    const hit = n.runoff ? neighbourHit(s, n, catalogue) : null;
    if (hit) return { name: n.name ?? hit.name, hit };
  }
  return null;
}
function rinseOf(face: Face, target: Target | null, product: Product): string {
  if (face.material.touch === 'food' || face.material.touch === 'skin' || product.rinse === 'rinse')
    return 'Then rinse with plain water, where food or skin touches it, and let it dry.';
  return target?.rinse === 'none' ? 'Let it dry in the air.' : 'Let it dry in the air, or wipe it dry after the time.';
}

/** Strengths at which a product disinfects: a named target of its own, or as its label says. Minutes. */
interface Way {
  strength: Strength;
  contact_min: number;
  target: Target | null;
  source: string;
}
const ways = new WeakMap<Product, Map<string, Way[]>>();
function waysOf(product: Product, face: Face, catalogue: Catalogue): Way[] {
  const wanted = face.soil.hygiene?.target ?? '';
  let of = ways.get(product);
  if (!of) ways.set(product, (of = new Map()));
  let list = of.get(wanted);
  if (!list) of.set(wanted, (list = makeWays(product, wanted, catalogue)));
  return list;
}
function makeWays(product: Product, wanted: string, catalogue: Catalogue): Way[] {
  const solid = isSolid(product);
  const density = solid ? 1 : (product.density ?? 1);
  const targets = targetsOf(product, catalogue).filter((t) => t.kind !== 'chlorine' || !wanted || t.id === wanted);
  const out = targets.flatMap((target): Way[] => {
    const aim = inPercentOf(target, product, catalogue).aim;
    const neat = aim >= product.strength.percent * NEARLY_NEAT;
    const amount = significant((aim * 1000) / (product.strength.percent * density), 3);
    const dose = neat ? null : { amount, unit: solid ? ('g/L' as const) : ('mL/L' as const) };
    const made = { percent: aim, stock_g: amount * density, stock_mL: amount, final_mL: 1000 };
    const may =
      neat || mayMix({ stock: {}, target: {}, final: { mL: 1000 } }, made, product, catalogue).gate.may !== 'no';
    const strength = strengthAt(product, dose, catalogue);
    return may ? [{ strength, contact_min: target.contact_min.max, target, source: target.basis.default }] : [];
  });
  // sold as a disinfectant to be used as it is: its own label names the time
  const chlorine = percentInUse({ product, dilution: 1 }, ['active-halogen'], catalogue) > 0;
  if (!targets.length && product.use.unit === 'neat' && !chlorine)
    out.push({
      strength: strengthAt(product, null, catalogue),
      contact_min: Math.max(LABEL_MIN, product.dwell_min?.max ?? LABEL_MIN),
      target: null,
      source: 'label-practice',
    });
  return out;
}
/** Share of its strength from which a target is met by the product as it is sold. */
const NEARLY_NEAT = 0.85;
/** Minutes that a ready disinfectant stays wet where its label is not at hand (common practice: labels say 5 to 10). */
const LABEL_MIN = 10;
