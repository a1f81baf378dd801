import type { Application, Material, Product, Soil, Tool } from '@dolly-tub/core';
import { faceOf } from '../src/method/advise';
import { choicesOf } from '../src/method/stances';
import type { Refusal } from '../src/method/types';
import type { Strength } from '../src/method/supply';
import type { Face, Here, Question } from '../src/method/types';
import { catalogue as c } from './catalogue-for-tests';

/** A plain surface, plain dirt and plain things, of which a check changes one trait at a time. */
export const PLAIN: Partial<Material> = {
  id: 'plain',
  name: 'plain',
  family: 'glass',
  face: 'solid',
  hardness: 5.5,
  gloss: 'gloss',
  soft: false,
  floor: false,
  porous: false,
  clothOnly: false,
  scrub: 'stiff',
  wetness: 'flood',
  steam: true,
  blade: true,
  ironFree: false,
  maxTemp_C: 60,
};
export const dirt = (s: Partial<Soil> = {}): Soil => {
  const { hygiene: _h, hazard: _z, holds: _o, fine: _f, ...bare } = c.soils.get('dust')!;
  return { ...bare, id: 'dirt', name: 'dirt', nature: 'particle', order: 'dust', sets: [], ...s } as Soil;
};
export function on(m: Partial<Material> = {}, s: Partial<Soil> = {}, q: Partial<Question> = {}): Face {
  const f = faceOf({ material: 'glass', soil: 'dust', severity: 3, ...q }, c);
  if (!f.ok) throw new Error(f.problems[0]!.message);
  const material = { ...f.value.material, ...PLAIN, noSticky: false, ...m } as Material;
  const soil = dirt(s);
  const among = {
    materials: [material.id],
    families: [material.family],
    faces: [material.face],
    soils: [soil.id],
    natures: [soil.nature],
  };
  return { ...f.value, material, soil, among };
}
export const here = (h: Partial<Here> = {}): Here => ({ met: [], habits: choicesOf(h.profile, c), ...h });
export const thing = (t: Partial<Tool> = {}): Tool =>
  ({
    ...c.tools.get('cotton-cloth')!,
    id: 'thing',
    name: 'thing',
    bans: [],
    class: 'any',
    mechanisms: {},
    ...t,
  }) as Tool;
export const pack = (id: string, p: Partial<Product> = {}): Product => ({ ...c.products.get(id)!, ...p }) as Product;
export const way = (id: string): Application => c.applications.get(id)!;
/** A product at a strength of which only what is said matters. */
export const at = (s: Partial<Strength>, id = 'dish-detergent'): Strength => ({
  product: c.products.get(id)!,
  dilution: 1,
  strength: null,
  dose: null,
  pH: null,
  reserve: 1,
  supply: {},
  ...s,
});
/** True when a refusal's sentence is the catalogue's for its kind, with something filled in everywhere. */
export const saysAll = (r: Refusal): boolean => {
  const says = c.refusals.get(r.kind)!.says;
  const pattern = says
    .split(/\{\w+\}/)
    .map((t) => t.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'))
    .join('\\S(?:.*\\S)?');
  return new RegExp(`^${pattern}$`).test(r.because);
};
