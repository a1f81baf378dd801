import type { Catalogue, Material, Prevention, Soil } from '../catalogue';

/** At most so many are told. */
const MOST = 3;
/** How much of a row is about this surface and this mark: a name says more than a kind. */
const closeness = ({ when }: Prevention): number =>
  (when.soils ? 4 : 0) + (when.materials ? 3 : 0) + (when.natures ? 1 : 0) + (when.families ? 1 : 0);

/** What keeps a mark from coming back to a surface, nearest to it first. */
export function preventionsOf(
  material: Pick<Material, 'id' | 'family'>,
  soil: Pick<Soil, 'id' | 'nature'>,
  catalogue: Catalogue,
): Prevention[] {
  const among = (list: readonly string[] | undefined, x: string): boolean => !list || list.includes(x);
  return [...catalogue.preventions.values()]
    .filter(
      ({ when }) =>
        among(when.materials, material.id) &&
        among(when.families, material.family) &&
        among(when.soils, soil.id) &&
        among(when.natures, soil.nature),
    )
    .sort((a, b) => closeness(b) - closeness(a))
    .slice(0, MOST);
}
