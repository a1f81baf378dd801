import type { Catalogue, FixtureKind, RoomKind } from '../catalogue';
import { capital } from '../reason';

/** The material of what nobody knows yet: as tender as anything may be. */
export const notKnown = (catalogue: Catalogue): string => [...catalogue.materials.values()].find((m) => m.unknown)!.id;
/** The floor of a room as a spot of its own. */
export const FLOOR = 'floor';

/** A spot as a template proposes it, and as the person has put it right. */
export interface DraftSpot {
  /** `bath.tiles`, `bed-2.linen`, `floor`: once a room. */
  key: string;
  name: string;
  /** `material/finish`, or that of what is not known. */
  face: string;
  /** What it usually is, the likeliest first. */
  faces: readonly string[];
  /** "The taps are", not "is". */
  many: boolean;
  /** Struck out: there is none. */
  left: boolean;
}
export interface DraftFixture {
  key: string;
  /** Of the catalogue's fixtures. */
  kind: string;
  spots: DraftSpot[];
  /** What hangs or stands in it always, as the person said: a block in the cistern. */
  residents: string[];
}
/** A room that is being made: what stands in it and what each part is made of. */
export interface RoomDraft {
  kind: string;
  name: string;
  width_mm: number;
  depth_mm: number;
  window: boolean;
  fan: boolean;
  fixtures: DraftFixture[];
  floor: DraftSpot;
}

/** What a room of that kind usually is; `taken` are names of rooms that are there already. */
export function draftOf(kind: RoomKind, taken: readonly string[], catalogue: Catalogue): RoomDraft {
  const draft: RoomDraft = {
    kind: kind.id,
    name: freeName(capital(kind.name), taken),
    width_mm: kind.width_mm,
    depth_mm: kind.depth_mm,
    window: kind.fixtures.some((f) => catalogue.fixtures.get(f)?.window),
    fan: kind.fan_Lps !== undefined,
    fixtures: [],
    floor: { key: FLOOR, name: 'floor', face: kind.floor.faces[0]!, faces: kind.floor.faces, many: false, left: false },
  };
  for (const id of kind.fixtures) addFixture(draft, catalogue.fixtures.get(id)!);
  return draft;
}
/** "Bedroom", then "Bedroom 2". */
function freeName(name: string, taken: readonly string[]): string {
  const there = new Set(taken.map((t) => t.toLowerCase()));
  let n = 1;
  while (there.has((n === 1 ? name : `${name} ${n}`).toLowerCase())) n++;
  return n === 1 ? name : `${name} ${n}`;
}
/** One more of a fixture: a second bed, a stove. */
export function addFixture(draft: RoomDraft, kind: FixtureKind): void {
  const same = draft.fixtures.filter((f) => f.kind === kind.id).length;
  const key = same ? `${kind.id}-${same + 1}` : kind.id;
  draft.fixtures.push({
    key,
    kind: kind.id,
    residents: [],
    spots: kind.spots.map((s) => ({
      key: `${key}.${s.id}`,
      name: same ? `${s.name} ${same + 1}` : s.name,
      face: s.faces[0]!,
      faces: s.faces,
      many: s.many ?? false,
      left: false,
    })),
  });
}
/** A draft without one of its fixtures. */
export const withoutFixture = (draft: RoomDraft, key: string): RoomDraft => ({
  ...draft,
  fixtures: draft.fixtures.filter((f) => f.key !== key),
});
/** A draft with what a fixture always holds. */
export const withResidents = (draft: RoomDraft, key: string, residents: string[]): RoomDraft => ({
  ...draft,
  fixtures: draft.fixtures.map((f) => (f.key === key ? { ...f, residents } : f)),
});
/** A draft with one spot put right. */
export function withSpot(draft: RoomDraft, key: string, change: Partial<DraftSpot>): RoomDraft {
  const put = (s: DraftSpot): DraftSpot => (s.key === key ? { ...s, ...change } : s);
  return {
    ...draft,
    floor: put(draft.floor),
    fixtures: draft.fixtures.map((f) => ({ ...f, spots: f.spots.map(put) })),
  };
}
/** Spots that a draft makes. */
export const spotsOfDraft = (draft: RoomDraft): DraftSpot[] =>
  [...draft.fixtures.flatMap((f) => f.spots), draft.floor].filter((s) => !s.left);
/** Spots of a draft whose material nobody knows yet. */
export const notKnownIn = (draft: RoomDraft, catalogue: Catalogue): DraftSpot[] =>
  spotsOfDraft(draft).filter((s) => s.face === notKnown(catalogue));
