import type { Catalogue, Material, Soil, Table } from '../catalogue';
import { bad, type Result } from '../reason';
import { advise } from './advise';
import { faceById } from './identify';
import type { Advice, Among, Context, Question } from './types';

const TOLERANCE = ['no', 'brief', 'dilute-brief', 'dilute', 'ok'] as const;
const WETNESS = ['dry', 'damp', 'wet', 'flood'] as const;
const SCRUB = ['none', 'soft-cloth', 'soft-brush', 'white-pad', 'stiff'] as const;
const least = <T extends string>(order: readonly T[], values: readonly T[]): T =>
  order[Math.min(...values.map((v) => order.indexOf(v)))]!;
/** The same value when all agree, else the stand-in. */
const agreed = <T>(values: readonly T[], otherwise: T): T =>
  values.every((v) => v === values[0]) ? values[0]! : otherwise;
/** Tolerances stand apart where neither is the stricter: brief bears strong for a minute, dilute bears weak for long. */
const tolerance = (values: readonly Material['tolerates']['alcohol'][]): Material['tolerates']['alcohol'] =>
  values.includes('brief') && values.some((v) => v.startsWith('dilute')) && !values.includes('no')
    ? 'dilute-brief'
    : least(TOLERANCE, values);

/** A face that bears only what each of these bears: the right limits when it may be any of them. */
export function strictestOf(faces: readonly Material[], id: string): Material {
  const min = Math.max(...faces.map((f) => f.pH.min));
  const max = Math.min(...faces.map((f) => f.pH.max));
  const first = faces[0]!;
  const tolerates = Object.fromEntries(
    Object.keys(first.tolerates).map((k) => [
      k,
      tolerance(faces.map((f) => f.tolerates[k as keyof Material['tolerates']])),
    ]),
  ) as Material['tolerates'];
  const temps = faces.flatMap((f) => (f.maxTemp_C === null ? [] : [f.maxTemp_C]));
  return {
    ...first,
    id,
    name: faces.length === 1 ? first.name : 'whatever this is',
    synonyms: [],
    finishes: [],
    family: agreed(
      faces.map((f) => f.family),
      'unknown',
    ),
    hardness: faces.some((f) => f.hardness === null) ? null : Math.min(...faces.map((f) => f.hardness!)),
    gloss: faces.some((f) => f.gloss === 'gloss')
      ? 'gloss'
      : agreed(
          faces.map((f) => f.gloss),
          'satin',
        ),
    face: faces.every((f) => f.face === 'solid') ? 'solid' : faces.find((f) => f.face !== 'solid')!.face,
    pH:
      min <= max ? { min, max, outside: faces.length === 1 ? first.pH.outside : [] } : { min: 7, max: 7, outside: [] },
    acidSoluble: faces.some((f) => f.acidSoluble),
    attackedByAlkali: faces.some((f) => f.attackedByAlkali),
    tolerates,
    wetness: least(
      WETNESS,
      faces.map((f) => f.wetness),
    ),
    maxTemp_C: temps.length ? Math.min(...temps) : null,
    steam: faces.every((f) => f.steam),
    porous: faces.some((f) => f.porous),
    scrub: least(
      SCRUB,
      faces.map((f) => f.scrub),
    ),
    clothOnly: faces.some((f) => f.clothOnly),
    touch: faces.some((f) => f.touch === 'food') ? 'food' : (faces.find((f) => f.touch)?.touch ?? null),
    testSpot: first.testSpot,
    note: '',
    soft: first.soft,
    floor: faces.every((f) => f.floor),
    blade: faces.every((f) => f.blade),
    ironFree: faces.some((f) => f.ironFree),
    noSticky: faces.some((f) => f.noSticky),
    basis: faces.length === 1 ? first.basis : { default: 'common-practice' },
  };
}

/** A soil that forbids all that any of these forbids, and yields as they do on average. */
export function anyOf(soils: readonly Soil[], id: string): Soil {
  const first = soils[0]!;
  if (soils.length === 1) return { ...first, id };
  const lifts: Record<string, number> = {};
  for (const s of soils) for (const [m, v] of Object.entries(s.lifts)) lifts[m] = (lifts[m] ?? 0) + v / soils.length;
  const sets = new Map<string, Soil['sets'][number]>();
  for (const s of soils)
    for (const x of s.sets) {
      const had = sets.get(x.mechanism);
      // what one of them bars on some surfaces, or at some age, is barred for whatever it is
      const { when, ...bare } = x;
      const bars = x.kind === 'ban' || when !== undefined;
      if (!had || (had.kind === 'condition' && bars))
        sets.set(x.mechanism, {
          ...bare,
          kind: bars ? 'ban' : 'condition',
          because: `if it is ${s.name}: ${x.because}`,
        });
    }
  const hazard = soils.find((s) => s.hazard)?.hazard;
  const hygiene = (soils.find((s) => s.hygiene?.asks === 'disinfect') ?? soils.find((s) => s.hygiene))?.hygiene;
  const mean = (f: (s: Soil) => number): number => soils.reduce((a, s) => a + f(s), 0) / soils.length;
  return {
    id,
    name: 'whatever it is',
    synonyms: [],
    nature: agreed(
      soils.map((s) => s.nature),
      'unknown',
    ),
    lifts,
    sets: [...sets.values()],
    ageFactor: {
      fresh: mean((s) => s.ageFactor.fresh),
      dried: mean((s) => s.ageFactor.dried),
      set: mean((s) => s.ageFactor.set),
      baked: mean((s) => s.ageFactor.baked),
    },
    firstAid:
      'Dry first; then cold water on a cloth; then a drop of neutral detergent. No heat, no bleach, no soap until it is out',
    order: agreed(
      soils.map((s) => s.order),
      'bio',
    ),
    inspect: agreed(
      soils.map((s) => s.inspect),
      'from the side, against the light',
    ),
    ...(soils.every((s) => s.damage) ? { damage: true } : {}),
    ...(soils.every((s) => s.restores) ? { restores: true } : {}),
    ...(soils.some((s) => s.fine) ? { fine: true } : {}),
    ...(hazard
      ? {
          hazard: {
            ...hazard,
            noDry: soils.some((s) => s.hazard?.noDry),
            wetFirst: soils.some((s) => s.hazard?.wetFirst),
          },
        }
      : {}),
    ...(hygiene ? { hygiene } : {}),
    ...(soils.some((s) => s.holds) ? { holds: soils.flatMap((s) => s.holds ?? []) } : {}),
    ...(soils.some((s) => s.hardness) ? { hardness: Math.max(...soils.map((s) => s.hardness ?? 0)) } : {}),
    basis: { default: 'common-practice' },
  };
}

const withOne = <T extends { id: string }>(t: Table<T>, r: T): Table<T> => new Map([...t, [r.id, r]]);

/**
 * The safe sequence when face or soil are not known for certain: a ladder that is right for every candidate
 * left, since its face bears only what each face bears and its soil forbids all that any soil forbids.
 * `faces` are `material` or `material/finish`. Cloth and hard faces together get no ladder: they are told apart first.
 */
export function adviseAny(
  faces: readonly string[],
  soils: readonly string[],
  q: Omit<Question, 'material' | 'finish' | 'soil'>,
  context: Context,
  catalogue: Catalogue,
): Result<Advice> {
  const f = faces.map((id) => faceById(id, catalogue));
  const s = soils.map((id) => catalogue.soils.get(id));
  if (!f.length || f.some((x) => !x))
    return bad('/material', 'No surface is left that fits all answers: take one back.');
  if (!s.length || s.some((x) => !x)) return bad('/soil', 'No soil is left that fits all answers: take one back.');
  if (new Set(f.map((x) => x!.soft)).size > 1)
    return bad('/material', 'First find out whether it is cloth or something hard: what suits one harms the other.');
  const material = strictestOf(f as Material[], 'any-of-these-faces');
  const soil = anyOf(s as Soil[], 'any-of-these-soils');
  const among: Among = {
    materials: (f as Material[]).map((x) => x.id),
    families: (f as Material[]).map((x) => x.family),
    faces: (f as Material[]).map((x) => x.face),
    soils: (s as Soil[]).map((x) => x.id),
    natures: (s as Soil[]).map((x) => x.nature),
  };
  return advise({ ...q, material: material.id, soil: soil.id, among }, context, {
    ...catalogue,
    materials: withOne(catalogue.materials, material),
    soils: withOne(catalogue.soils, soil),
  });
}
