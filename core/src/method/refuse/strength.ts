import { type Catalogue, faceIdOf, type Material, percentInUse, sourceOf, tuning, withFinish } from '../../catalogue';
import { significant } from '../../quantity';
import type { Strength } from '../supply';
import type { Neighbour, Refusal } from '../types';
import { refusal } from './words';

const f1 = (x: number): string => String(significant(x, 3));
/** A refusal, or how many minutes the method may stay at most. */
export type Verdict =
  { refusal: Refusal } | { maxMinutes: number; nearness: { name: string; h: number }[]; keep: number };

/** What one limit says of a strength on a material: a refusal, or how near it is and how long it may stay. */
interface Said {
  refusal?: Refusal;
  minutes?: number;
  near?: { name: string; h: number };
}
type StrengthLimit = (s: Strength, m: Material, c: Catalogue) => Said[];

/** pH counts only with reserve; outside the band only in a zone of its own, for its minutes. */
const pH: StrengthLimit = (s, m, c) => {
  const t = tuning(c);
  if (!s.pH || s.reserve < t.reserve_molPerL) return [];
  const source = sourceOf(m, 'pH', c).id;
  return (['low', 'high'] as const).map((end): Said => {
    const [value, edge] = end === 'low' ? [s.pH!.min, m.pH.min] : [s.pH!.max, m.pH.max];
    if (end === 'low' ? value >= edge : value <= edge) {
      const room = Math.abs(7 - edge);
      const used = end === 'low' ? 7 - value : value - 7;
      return used > 0 && room > 0
        ? { near: { name: `pH ${f1(value)} of ${f1(edge)}`, h: t.near.pH * (used / room) ** 2 } }
        : {};
    }
    const zone = m.pH.outside.find((z) => value >= z.min && value <= z.max);
    if (zone)
      return {
        minutes: zone.minutes,
        near: { name: `pH ${f1(value)} past ${f1(edge)}, ${zone.minutes} min at the most`, h: t.near.zone },
      };
    const kind = end === 'high' ? 'too-alkaline' : m.acidSoluble ? 'acid-soluble' : 'too-acid';
    return {
      refusal: refusal(kind, { face: m.name }, source, c, `pH ${f1(value)} against ${f1(edge)} for ${m.name}`),
    };
  });
};

/** Solvents, chlorine, peroxide, reducers, enzymes: each by the tolerance of the material. */
const attacks: StrengthLimit = (s, m, c) => {
  const t = tuning(c);
  const source = sourceOf(m, 'tolerates', c).id;
  const out: Said[] = [];
  for (const attack of c.attacks.values()) {
    const percent = percentInUse(s, attack.classes, c);
    if (percent < attack.fromPercent) continue;
    const tolerance = m.tolerates[attack.tolerance];
    if (tolerance === 'ok') out.push({ near: { name: attack.name, h: t.near.attackOk } });
    else if (tolerance === 'no')
      out.push({
        refusal: refusal(
          'attacked',
          { attack: attack.name, face: m.name },
          source,
          c,
          `${f1(percent)} % ${attack.name}; ${m.name} bears none`,
        ),
      });
    else if (
      tolerance.startsWith('dilute') &&
      attack.dilutePercent !== null &&
      percent > attack.dilutePercent * t.diluteSlack
    )
      out.push({
        refusal: refusal(
          'too-strong',
          { face: m.name },
          source,
          c,
          `${f1(percent)} % ${attack.name} against ${attack.dilutePercent} %`,
        ),
      });
    else
      out.push({
        ...(tolerance === 'dilute' ? {} : { minutes: attack.brief_min }),
        near: {
          name: `${attack.name}, ${tolerance.replace('-', ', ')}`,
          h: tolerance === 'dilute' ? t.near.attackDilute : t.near.attackBrief,
        },
      });
    if (out[out.length - 1]!.refusal) break;
  }
  return out;
};

/** Grit in the product: as an abrasive of its hardness, or a fine polish on solid metal. */
const grit: StrengthLimit = (s, m, c) => {
  if (!((s.supply['abrasion'] ?? 0) > 0)) return [];
  const t = tuning(c);
  const hardness = Math.max(
    0,
    ...s.product.contents
      .filter((x) => x.percent.max >= t.abrasiveFrom_percent)
      .map((x) => c.substances.get(x.substance)?.hardness ?? 0),
  );
  if (s.product.finePolish && polishes(m)) return [{ near: { name: 'polish takes metal', h: t.near.polish } }];
  const no = abrasiveOn(`the grit in ${s.product.name}`, hardness, m, c);
  if (no) return [{ refusal: no }];
  return [{ near: { name: 'grit', h: m.hardness ? t.near.grit * (hardness / m.hardness) ** 2 : t.near.gritUnknown } }];
};

/** What dissolves it comes before how acid it is: chlorine is the truth of bleach on wool, not its pH. */
export const STRENGTH_LIMITS: Readonly<Record<string, StrengthLimit>> = { attacks, pH, grit };
const LIMITS = Object.values(STRENGTH_LIMITS);

/** Strengths and materials are immutable: each pair is judged once. */
const verdicts = new WeakMap<Strength, WeakMap<Material, Verdict>>();
/**
 * Limits of a material against a product at a strength: pH and time, what attacks it, abrasives. Returns the first
 * limit broken, or the longest time it may stay (minutes) and how near each limit is (0–1).
 */
export function strengthOnMaterial(s: Strength, material: Material, catalogue: Catalogue): Verdict {
  let seen = verdicts.get(s);
  if (!seen) verdicts.set(s, (seen = new WeakMap()));
  let v = seen.get(material);
  if (!v) seen.set(material, (v = judgeStrength(s, material, catalogue)));
  return v;
}
function judgeStrength(s: Strength, material: Material, catalogue: Catalogue): Verdict {
  const { near } = tuning(catalogue);
  const made = s.product.madeOn?.includes(faceIdOf(material)) ?? false;
  let maxMinutes = Infinity;
  const nearness: { name: string; h: number }[] = [];
  for (const limit of LIMITS)
    for (const said of limit(s, material, catalogue)) {
      if (said.refusal) {
        // its label names this very surface: for the time of the label, and as near a limit as can be
        if (!made) return { refusal: said.refusal };
        maxMinutes = Math.min(maxMinutes, s.product.dwell_min?.max ?? 0);
        nearness.push({ name: `made for ${material.name}, past its limit`, h: near.zone });
        continue;
      }
      if (said.minutes !== undefined) maxMinutes = Math.min(maxMinutes, said.minutes);
      if (said.near && said.near.h > near.tell) nearness.push({ ...said.near, h: Math.min(near.most, said.near.h) });
    }
  return { maxMinutes, nearness, keep: nearness.reduce((k, n) => k * (1 - n.h), 1) };
}

/** Solid metal is polished by powder under about 5 µm; a finish of unknown nature is not taken for solid. */
export const polishes = (m: Material): boolean => m.face === 'solid' && m.family === 'metal' && m.hardness !== null;

/** An abrasive against a surface: top of its range against the bottom of the surface's. */
export function abrasiveOn(what: string, hardness: number, material: Material, catalogue: Catalogue): Refusal | null {
  const source = sourceOf(material, 'hardness', catalogue).id;
  const words = { face: material.name, kind: material.face };
  if (material.face !== 'solid')
    return refusal(
      'no-abrasive',
      words,
      source,
      catalogue,
      `${what} hardness ${f1(hardness)} against ${material.name}${material.hardness ? ` ${f1(material.hardness)}` : ''}`,
    );
  if (material.hardness === null)
    return refusal(
      'roughened',
      words,
      source,
      catalogue,
      `${what} hardness ${f1(hardness)} against no hardness to speak of`,
    );
  if (hardness >= material.hardness)
    return refusal(
      'hardness',
      words,
      'hardness-rule',
      catalogue,
      `${what} hardness ${f1(hardness)} against ${material.name} ${f1(material.hardness)}`,
    );
  return null;
}

/** What a product would do to a neighbour that it ran onto, or null. */
export function neighbourHit(s: Strength, n: Neighbour, catalogue: Catalogue): (Refusal & { name: string }) | null {
  const base = catalogue.materials.get(n.material);
  if (!base) return { ...refusal('neighbour-unknown', {}, 'common-practice', catalogue), name: n.material };
  const face = withFinish(base, n.finish);
  const v = strengthOnMaterial(s, face, catalogue);
  return 'refusal' in v ? { ...v.refusal, name: face.name } : null;
}
