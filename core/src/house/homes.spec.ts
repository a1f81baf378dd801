import {
  advise,
  clashesOn,
  draftOf,
  type Edit,
  type Household,
  layKit,
  layRoom,
  questionOfSpot,
  type Room,
  type RoomDraft,
  type Spot,
  spotsOfDraft,
  type Stock,
  withSpot,
  type Kit,
} from '@dolly-tub/core';
import { catalogue as c } from '../../checks/catalogue-for-tests';

/** What a house is usually dirty with (common practice). */
const MARKS = [
  'dust',
  'limescale',
  'soap-scum',
  'fingerprints',
  'fresh-grease',
  'baked-grease',
  'mud',
  'coffee',
  'red-wine',
  'rust',
  'mould',
  'urine',
  'candle-wax',
  'ink-ballpoint',
  'adhesive',
  'pet-hair',
  'tea',
];
const NOW = new Date('2026-11-25T10:30:00Z');
/** The same numbers for the same seed (mulberry32). */
function seeded(seed: number): () => number {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
}
const rowsOf = <T>(edits: readonly Edit[], on: Edit['on']): T[] =>
  edits.filter((e) => e.on === on).map((e) => ({ id: e.id, version: 1, ...e.fields }) as unknown as T);

/** A home drawn by seed: four to eight rooms, each part of it of one of the materials that it usually is, a kit for each. */
function home(seed: number): { h: Household; left: string[]; kits: Kit[]; stock: Stock[] } {
  const random = seeded(seed);
  const any = <T>(all: readonly T[]): T => all[Math.floor(random() * all.length)]!;
  let n = 0;
  const newId = (): string => `h${seed}-${++n}`;
  const names: string[] = [];
  const edits: Edit[] = [];
  const kitEdits: Edit[] = [];
  const left: string[] = [];
  for (let i = 0, many = 4 + Math.floor(random() * 5); i < many; i++) {
    const kind = any([...c.roomkinds.values()]);
    let draft: RoomDraft = draftOf(kind, names, c);
    for (const s of spotsOfDraft(draft)) draft = withSpot(draft, s.key, { face: any(s.faces) });
    names.push(draft.name);
    const laid = layRoom(draft, i, newId, c);
    edits.push(...laid.edits);
    const kitKind = kind.kit ? c.kitkinds.get(kind.kit) : undefined;
    if (!kitKind) continue;
    const ask = {
      kind: kitKind,
      name: draft.name,
      room: laid.room,
      hardness_mgL: any([40, 150, 320]),
      have: null,
      letters: {},
    };
    const kit = layKit(ask, newId, {}, c);
    kitEdits.push(...kit.edits);
    left.push(...kit.left.map((x) => `${draft.name}: ${JSON.stringify(x)}`));
  }
  const kits = rowsOf<Kit>(kitEdits, 'kits');
  const stock = rowsOf<Stock>(kitEdits, 'stock');
  const h = {
    settings: null,
    members: [],
    rooms: rowsOf<Room>(edits, 'rooms'),
    spots: rowsOf<Spot>(edits, 'spots'),
    kits,
    stock,
    bottles: [],
    log: [],
    tallies: [],
  } as unknown as Household;
  return { h, left, kits, stock };
}

describe('ten homes drawn by seed', () => {
  const empty: string[] = [];
  let asked = 0;
  test.each([1, 2, 3, 4, 5, 6, 7, 8, 9, 10])(
    'home %d: every spot with its usual marks has a ladder or a reason',
    (seed) => {
      const { h } = home(seed);
      const random = seeded(1000 + seed);
      expect(h.spots.length).toBeGreaterThan(30);
      for (const spot of h.spots)
        for (let i = 0; i < 2; i++) {
          const soil = MARKS[Math.floor(random() * MARKS.length)]!;
          const { question, context } = questionOfSpot(
            { ...spot, soils: [{ soil, severity: 3, age: 'dried', seenAt: NOW.toISOString() }] },
            h,
            NOW,
            c,
          );
          const r = advise(question, context, c);
          asked++;
          if (!r.ok) throw new Error(`${spot.name} of ${spot.material}, ${soil}: ${r.problems[0]!.message}`);
          if (!r.value.ladder.length) {
            expect(r.value.because[0]?.text ?? '').toMatch(/\w{3}.*\.$/);
            empty.push(`${spot.material} ${soil}`);
          }
        }
    },
  );
  test('hardly any of it has nothing', () => {
    expect(asked).toBeGreaterThan(600);
    expect([empty.length / asked < 0.02, empty]).toEqual([true, empty]);
  });
  test.each([1, 2, 3, 4, 5, 6, 7, 8, 9, 10])('home %d: no kit holds two things that must be kept apart', (seed) => {
    const { kits, stock, left } = home(seed);
    expect(kits.length).toBeGreaterThan(1);
    for (const kit of kits) {
      const here = stock.filter((s) => s.kit === kit.id);
      expect([
        kit.name,
        clashesOn(
          here.map((x) => x.item),
          c,
        ),
      ]).toEqual([kit.name, []]);
    }
    // what had to go elsewhere is told, and names what it may not stand beside
    expect(left).toEqual([]);
  });
});
