import { type Catalogue, faceById, notKnown } from '@dolly-tub/core';
import type { Choice } from './chooser';

/** Every material and each of its finishes, as `material/finish`. */
export const everyFace = (catalogue: Catalogue): Choice[] =>
  [...catalogue.materials.values()].flatMap((m) => [
    { id: m.id, name: m.name, also: m.synonyms },
    ...m.finishes.map((f) => ({ id: `${m.id}/${f.id}`, name: f.name, also: f.synonyms })),
  ]);
/** What a thing usually is, "not known", and after that everything else there is. */
export function usualFirst(usual: readonly string[], catalogue: Catalogue): Choice[] {
  const unknown = notKnown(catalogue);
  const first = new Set([...usual, unknown]);
  return [
    ...usual.map((id) => ({ id, name: faceById(id, catalogue)?.name ?? id })),
    { id: unknown, name: 'not known', note: 'counts as the most tender' },
    ...everyFace(catalogue).filter((x) => !first.has(x.id)),
  ];
}
