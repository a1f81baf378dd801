import { type Catalogue, type Household, type Spot, withFinish } from '@dolly-tub/core';
import type { Choice } from '../shared/chooser';

/** What is chosen where the answer is not known: the way to find out. */
export const UNKNOWN = '?';
const DO_NOT_KNOW: Choice = {
  id: UNKNOWN,
  name: 'I don’t know: find out',
  also: ['unknown', 'no idea', 'something'],
  note: 'look, feel, smell, place, harmless tests',
};

/** Soils, those seen on the spot first. */
export function soilChoices(catalogue: Catalogue | null, spot: Spot | undefined): Choice[] {
  const here = new Set(spot?.soils.map((s) => s.soil));
  return [
    DO_NOT_KNOW,
    ...[...(catalogue?.soils.values() ?? [])]
      .map((s) => ({ id: s.id, name: s.name, also: s.synonyms, ...(here.has(s.id) ? { note: 'seen here' } : {}) }))
      .sort((a, b) => Number(here.has(b.id)) - Number(here.has(a.id))),
  ];
}
const withGloss = (name: string, gloss: string | null): string =>
  gloss === 'gloss' && !/gloss|shiny|polished/.test(name) ? `${name}, glossy` : name;
/** Materials, and each of their finishes as `material/finish`. */
export const faceChoices = (catalogue: Catalogue | null): Choice[] => [
  DO_NOT_KNOW,
  ...[...(catalogue?.materials.values() ?? [])].flatMap((m) => [
    {
      id: m.id,
      name: withGloss(m.name, m.gloss),
      also: m.synonyms,
      note: m.finishes.length ? 'finish not known: as the most tender' : m.family,
    },
    ...m.finishes.map((f) => ({
      id: `${m.id}/${f.id}`,
      name: withGloss(f.name, withFinish(m, f.id).gloss),
      also: f.synonyms,
      note: m.family,
    })),
  ]),
];
/** Spots of the house, with their room. */
export const placeChoices = ({ spots, rooms }: Pick<Household, 'spots' | 'rooms'>): Choice[] => [
  { id: '', name: 'no room in particular' },
  ...spots.map((s) => ({
    id: s.id,
    name: `the ${rooms.find((r) => r.id === s.room)?.name.toLowerCase() ?? 'house'}, ${s.name.toLowerCase()}`,
    also: [s.name],
  })),
];
