import { type Catalogue, faceIdOf, type Material, type Product, type Soil, type Tool, withFinish } from '../catalogue';
import { strengthOnMaterial, TOOL_RULES } from './refuse';
import { strengthsOf } from './supply';
import type { Face, Here, Refusal } from './types';

/** A mark that something shifts, with how likely one go of it clears a film that has dried. */
export interface Shifts {
  soil: string;
  name: string;
  nature: string;
  effect: number;
}
/** Surfaces of one family of which the same is true. */
export interface Bearing {
  family: string;
  surfaces: { id: string; name: string }[];
}
/** Surfaces that are harmed, with what decides. */
export type Harmed = Bearing & { because: string; operands: string | null; source: string };
/** From here on it is worth naming that something shifts a mark. */
export const WORTH = 0.3;

/** Every surface that is known, with each of its finishes. */
export const everyFace = (catalogue: Catalogue): Material[] =>
  [...catalogue.materials.values()]
    .filter((m) => !m.unknown)
    .flatMap((m) => [m, ...m.finishes.map((f) => withFinish(m, f.id))]);

/** A surface and a mark as a question has them: a film that has dried. */
export const faceFor = (material: Material, soil: Soil): Face => ({
  material,
  among: {
    materials: [material.id],
    families: [material.family],
    faces: [material.face],
    soils: [soil.id],
    natures: [soil.nature],
  },
  soil,
  severity: 3,
  age: 'dried',
  area_m2: 1,
  zone: soil.zone ?? null,
  washed: false,
  high: false,
  weakHands: false,
});

/** Where a surface drinks and where it does not: a chemistry may work, or harm, on one alone. */
export const placesOf = (on: readonly Material[]): Material[] =>
  [on.find((m) => m.porous), on.find((m) => !m.porous)].flatMap((m) => m ?? []);

const named = (family: string, group: readonly { m: Material }[]): Bearing => ({
  family,
  surfaces: group.map(({ m }) => ({ id: faceIdOf(m), name: m.name })),
});
const reasonOf = (r: Refusal, of: number): { because: string; operands: string | null; source: string } => ({
  because: r.because,
  // a figure of one of them is not one of all
  operands: of === 1 ? (r.operands ?? null) : null,
  source: r.source,
});
/** In groups of one family of which the same is said, in the order of the catalogue. */
function byFamily<T extends { m: Material }>(list: readonly T[], same: (x: T) => string): [string, T[]][] {
  const groups = new Map<string, T[]>();
  for (const x of list) {
    const key = `${x.m.family}|${same(x)}`;
    groups.set(key, [...(groups.get(key) ?? []), x]);
  }
  return [...groups.values()].map((g) => [g[0]!.m.family, g]);
}
/** Those that bear it, a line a family and a saying. */
export const bearingOf = <T extends { m: Material }, S>(
  list: readonly T[],
  says: (x: T) => S,
): (Bearing & { says: S })[] =>
  byFamily(list, (x) => String(says(x))).map(([family, group]) => ({ ...named(family, group), says: says(group[0]!) }));
/** Those that it harms, a line a family and a kind of reason. */
export const harmedOf = (list: readonly { m: Material; refusal: Refusal }[]): Harmed[] =>
  byFamily(list, ({ refusal }) => refusal.kind).map(([family, group]) => ({
    ...named(family, group),
    ...reasonOf(group[0]!.refusal, group.length),
  }));

/** The weakest of its strengths that the surface bears, with its minutes; else why it bears none. */
export function gentlestOn(
  product: Product,
  material: Material,
  catalogue: Catalogue,
): { minutes: number | null } | { refusal: Refusal } {
  let first: Refusal | null = null;
  for (const s of strengthsOf(product, catalogue)) {
    const v = strengthOnMaterial(s, material, catalogue);
    if (!('refusal' in v)) return { minutes: Number.isFinite(v.maxMinutes) ? v.maxMinutes : null };
    first ??= v.refusal;
  }
  return { refusal: first! };
}

/** What a tool does to a surface, whatever the mark; null where the surface bears it. What it never does to marks is asked of them. */
export function harmByTool(tool: Tool, face: Face, here: Here, catalogue: Catalogue): Refusal | null {
  for (const name of TOUCHES) {
    const no = TOOL_RULES[name]!(tool, face, here, catalogue);
    if (no && no.kind !== 'never-soil') return no;
  }
  return null;
}
const TOUCHES = ['fragile', 'abrasive', 'dulls', 'blade', 'sticky', 'iron', 'neverOn', 'tooRough', 'steam', 'tooWet'];
