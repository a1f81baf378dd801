import { type Catalogue, isWater, type Product, sourceOf } from '../catalogue';
import { advise } from './advise';
import { activeOfTool } from './supply';
import { faceFor } from './other-way';
import { preventionsOf } from './prevent';
import { PRODUCT_RULES } from './refuse';
import { ledBy, remediesFor } from './remedies';
import { strongestRung } from './strongest';
import { faceById } from './identify';
import type { Context } from './types';

interface Named {
  id: string;
  name: string;
}
export interface MarkUse {
  soil: string;
  nature: string;
  /** Chemistries that lift it, most first: those that a ladder ends with, and what is made for them. */
  remedies: { mechanism: string; name: string; lifts: number; remedy: boolean; products: Named[] }[];
  /** Tools that lift it, most first. */
  tools: (Named & { lifts: number })[];
  /** What makes it worse, always or where it is so. */
  worse: { because: string; always: boolean; source: string }[];
  firstAid: { text: string; source: string };
  hazard: { text: string; because: string } | null;
  hygiene: { because: string; keep: string } | null;
  /** How one sees that it is gone. */
  inspect: string;
  parts: Named[];
  /** Damage, not dirt. */
  damage: boolean;
}
/** What lifts less than this of a mark is not worth naming. */
const WORTH = 0.3;

/** The other way round: one mark, what lifts it and what makes it worse, whatever it is on. Null where it is not known. */
export function useOfMark(id: string, catalogue: Catalogue): MarkUse | null {
  const soil = catalogue.soils.get(id);
  if (!soil) return null;
  const remedies = remediesFor({ soil }, catalogue);
  // tools act on hard and on soft alike here: the better of the two is told
  const grounds = [...catalogue.materials.values()].filter((m) => !m.unknown);
  const places = [grounds.find((m) => m.soft)!, grounds.find((m) => !m.soft)!].map((m) => faceFor(m, soil));
  // what makes the mark worse on cloth or on hard ground is named under that alone
  const worsens = (p: Product): boolean =>
    places.some((face) => PRODUCT_RULES['makesItWorse']!(p, face, { habits: [], met: [] }, catalogue) !== null);
  const led = (mechanism: string): Named[] =>
    [...catalogue.products.values()]
      .filter(
        (p) =>
          p.advised &&
          p.suits !== 'none' &&
          !worsens(p) &&
          ledBy(p) === mechanism &&
          // what only brings its water is not made for it
          (!catalogue.mechanisms.get(mechanism)?.when || isWater(p, catalogue)) &&
          (!p.forNatures || p.forNatures.includes(soil.nature)),
      )
      .map(({ id: product, name }) => ({ id: product, name }));
  const source = (field: string): string => sourceOf(soil, field, catalogue).id;
  return {
    soil: soil.id,
    nature: soil.nature,
    remedies: Object.entries(soil.lifts)
      .flatMap(([mechanism, lifts]) => {
        const m = catalogue.mechanisms.get(mechanism);
        return m?.factor === 'chemistry' && lifts >= WORTH
          ? [{ mechanism, name: m.name, lifts, remedy: remedies.has(mechanism), products: led(mechanism) }]
          : [];
      })
      .sort((a, b) => b.lifts - a.lifts || (a.name < b.name ? -1 : 1)),
    tools: [...catalogue.tools.values()]
      .filter(
        (t) =>
          t.role === 'cleaning' &&
          (!t.forOrders || t.forOrders.includes(soil.order)) &&
          (!t.forNatures || t.forNatures.includes(soil.nature)),
      )
      .map((t) => ({
        id: t.id,
        name: t.name,
        lifts: Math.max(
          ...places.flatMap((face) =>
            [true, false].map((dry) =>
              activeOfTool(t, face, dry, catalogue).reduce((s, a) => s + a.lifts * a.supply, 0),
            ),
          ),
        ),
      }))
      .filter((t) => t.lifts >= WORTH)
      .sort((a, b) => b.lifts - a.lifts || (a.name < b.name ? -1 : 1)),
    worse: soil.sets.map((s) => ({
      because: `${catalogue.mechanisms.get(s.mechanism)?.name ?? s.mechanism.replace(/[-_]/g, ' ')}: ${s.because}`,
      always: s.kind === 'ban' && !s.when,
      source: source('sets'),
    })),
    firstAid: { text: soil.firstAid, source: source('firstAid') },
    hazard: soil.hazard ? { text: soil.hazard.text, because: soil.hazard.because } : null,
    hygiene: soil.hygiene ? { because: soil.hygiene.because, keep: soil.hygiene.keep } : null,
    inspect: soil.inspect,
    parts: (soil.parts ?? []).map((p) => ({ id: p, name: catalogue.soils.get(p)!.name })),
    damage: soil.damage === true,
  };
}

/** Where one starts with a mark, surface by surface (`material` or `material/finish`), and what keeps it off there. */
export function startsOn(
  soil: string,
  faces: readonly string[],
  context: Context,
  catalogue: Catalogue,
): { face: string; name: string; rung: string | null; effect: number; suffices: boolean; keepsOff: string | null }[] {
  return faces.flatMap((face) => {
    const m = faceById(face, catalogue);
    const [material, finish] = face.split('/');
    const a = advise({ material: material!, finish: finish ?? null, soil, severity: 3 }, context, catalogue);
    if (!m || !a.ok) return [];
    const first = a.value.ladder.find((r) => r.rung === a.value.recommended);
    const rung = first ?? strongestRung(a.value.ladder);
    return [
      {
        face,
        name: m.name,
        rung: rung?.name ?? null,
        effect: rung?.effect ?? 0,
        suffices: first !== undefined,
        keepsOff: preventionsOf(m, catalogue.soils.get(soil)!, catalogue)[0]?.name ?? null,
      },
    ];
  });
}
