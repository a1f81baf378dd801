import {
  addFixture,
  apartFrom,
  beyondReach,
  fitsWork,
  readAloudFor,
  changesFor,
  DWELLERS,
  duplicated,
  draftOf,
  layKit,
  layRoom,
  type Member,
  memberOf,
  membersThatAre,
  profileOf,
  notKnown,
  notKnownIn,
  readList,
  recordBodies,
  resized,
  sizeOf,
  spotKinds,
  spotOf,
  type RoomDraft,
  type Room,
  type Spot,
  spotsOfDraft,
  usualThings,
  withoutFixture,
  withResidents,
  withSpot,
} from '@dolly-tub/core';
import Ajv from 'ajv';
import addFormats from 'ajv-formats';
import fc from 'fast-check';
import { catalogue as c } from '../../checks/catalogue-for-tests';

const kinds = [...c.roomkinds.values()];
const ids = () => {
  let n = 0;
  return () => `id-${++n}`;
};
const laid = (draft: RoomDraft) => {
  const { room, edits } = layRoom(draft, 0, ids(), c);
  const spots = edits.filter((e) => e.on === 'spots').map((e) => ({ id: e.id, ...e.fields }) as unknown as Spot);
  return { room, edits, body: edits.find((e) => e.on === 'rooms')!.fields as unknown as Room, spots };
};
const draft = (id: string): RoomDraft => draftOf(c.roomkinds.get(id)!, [], c);
const EMPTY = {
  settings: null,
  members: [],
  rooms: [],
  spots: [],
  kits: [],
  stock: [],
  bottles: [],
  log: [],
  tallies: [],
} as never as Parameters<typeof profileOf>[0];
const ajv = addFormats(new Ajv({ strict: false }));

describe('templates', () => {
  test('every surface of every fixture and floor is in the catalogue, every kit’s thing too', () => {
    const face = (id: string): boolean => {
      const [material, finish] = id.split('/');
      const m = c.materials.get(material!);
      return Boolean(m && (!finish || m.finishes.some((f) => f.id === finish)));
    };
    for (const f of c.fixtures.values())
      for (const s of f.spots) {
        expect([f.id, s.id, s.faces.filter((x) => !face(x))]).toEqual([f.id, s.id, []]);
        for (const near of [...(s.onto ?? []), ...(s.joint ?? [])])
          expect([f.id, f.spots.some((x) => x.id === near)]).toEqual([f.id, true]);
      }
    for (const k of kinds) {
      expect([k.id, k.floor.faces.filter((x) => !face(x))]).toEqual([k.id, []]);
      expect([k.id, [...k.fixtures, ...k.also].filter((x) => !c.fixtures.has(x))]).toEqual([k.id, []]);
      if (k.kit) expect(c.kitkinds.has(k.kit)).toBe(true);
    }
    for (const k of c.kitkinds.values())
      for (const t of k.things) {
        expect([t.item, c.products.has(t.item) || c.tools.has(t.item)]).toEqual([t.item, true]);
        expect([t.item, t.unit === 'piece']).toEqual([t.item, c.tools.has(t.item)]);
        expect(k.places.some((p) => p.id === t.place)).toBe(true);
        if (t.colour) expect(c.classes.has(t.colour)).toBe(true);
      }
  });
  test('a room for a bathroom holds what is there: a bath, a toilet, a basin, a floor', () => {
    const names = spotsOfDraft(draft('bathroom')).map((s) => s.name);
    for (const n of ['bath', 'toilet bowl', 'basin', 'mirror', 'tile joints', 'floor']) expect(names).toContain(n);
  });
  test('two rooms of a kind have two names', () => {
    const bedroom = c.roomkinds.get('bedroom')!;
    expect(draftOf(bedroom, ['bedroom'], c).name).toBe('Bedroom 2');
    expect(draftOf(bedroom, ['Bedroom', 'Bedroom 2'], c).name).toBe('Bedroom 3');
  });
  test('a second bed is one of its own; taken out again it is gone; a word put right stays', () => {
    const d = draft('bedroom');
    addFixture(d, c.fixtures.get('bed')!);
    expect(
      spotsOfDraft(d)
        .filter((s) => /mattress/.test(s.name))
        .map((s) => s.name),
    ).toEqual(['mattress', 'mattress 2']);
    expect(spotsOfDraft(withoutFixture(d, 'bed-2')).length).toBe(spotsOfDraft(draft('bedroom')).length);
    const put = withSpot(withSpot(d, 'bed.mattress', { face: notKnown(c) }), 'floor', { left: true });
    expect(notKnownIn(put, c).map((s) => s.key)).toEqual(['bed.mattress']);
    expect(laid(put).spots.find((s) => s.name === 'Mattress')!.material).toBe(notKnown(c));
    expect(laid(put).spots.some((s) => s.kinds.includes('floor'))).toBe(false);
  });
});

const anyDraft = fc
  .record({
    kind: fc.constantFrom(...kinds),
    w: fc.integer({ min: 900, max: 7000 }),
    d: fc.integer({ min: 900, max: 7000 }),
    more: fc.array(fc.constantFrom(...c.fixtures.keys()), { maxLength: 4 }),
    struck: fc.array(fc.nat(), { maxLength: 6 }),
  })
  .map(({ kind, w, d, more, struck }) => {
    let it: RoomDraft = { ...draftOf(kind, [], c), width_mm: w, depth_mm: d };
    for (const f of more) addFixture(it, c.fixtures.get(f)!);
    const all = spotsOfDraft(it);
    for (const n of struck) it = withSpot(it, all[n % all.length]!.key, { left: true });
    return it;
  });

describe('a room that is laid out', () => {
  const validRoom = ajv.compile(recordBodies.rooms);
  const validSpot = ajv.compile(recordBodies.spots);
  test('of any kind, size and contents: its records hold, each spot once, numbered from one, all inside the walls', () =>
    fc.assert(
      fc.property(anyDraft, (it) => {
        const { body, spots, edits } = laid(it);
        const inside = (p: { x: number; y: number }): boolean =>
          p.x >= 0 && p.y >= 0 && p.x <= it.width_mm && p.y <= it.depth_mm;
        const made = new Set<string>();
        for (const e of edits) {
          const near = (e.fields as unknown as Spot).neighbours ?? [];
          if (near.some((n) => n.spot && !made.has(n.spot))) return false;
          made.add(e.id);
        }
        return (
          validRoom(body) &&
          spots.every(({ id: _, ...s }) => validSpot(s)) &&
          spots.length === spotsOfDraft(it).length &&
          spots.every(inside) &&
          inside(body.start) &&
          [...spots]
            .map((s) => s.routeOrder)
            .sort((a, b) => a - b)
            .every((n, i) => n === i + 1) &&
          body.openings.every(
            (o) => o.offset >= 0 && o.offset + o.width <= (o.wall % 2 ? it.depth_mm : it.width_mm) + 1,
          )
        );
      }),
      { numRuns: 300 },
    ));
  test('as it usually is: nothing along the walls lies on anything else, and the door is free', () => {
    for (const k of kinds) {
      const { body } = laid(draft(k.id));
      const wall = body.fixtures.filter((f) => c.fixtures.get(f.id)!.where === 'wall');
      for (const [i, a] of wall.entries())
        for (const b of wall.slice(i + 1))
          expect([
            k.id,
            a.id,
            b.id,
            a.x + a.w <= b.x + 1 || b.x + b.w <= a.x + 1 || a.y + a.d <= b.y + 1 || b.y + b.d <= a.y + 1,
          ]).toEqual([k.id, a.id, b.id, true]);
      const door = body.openings.find((o) => o.kind === 'door')!;
      const [w, d] = [body.outline[2]!.x, body.outline[2]!.y];
      const at = {
        x: door.wall === 1 ? w - 50 : door.wall === 3 ? 0 : door.offset,
        y: door.wall === 2 ? d - 50 : door.wall === 0 ? 0 : door.offset,
        w: door.wall % 2 ? 50 : door.width,
        d: door.wall % 2 ? door.width : 50,
      };
      for (const f of wall)
        expect([
          k.id,
          f.id,
          at.x + at.w <= f.x + 1 || f.x + f.w <= at.x + 1 || at.y + at.d <= f.y + 1 || f.y + f.d <= at.y + 1,
        ]).toEqual([k.id, f.id, true]);
    }
  });
  test('the way round begins at the door; what stands in the middle and the floor come last', () => {
    const { spots } = laid(draft('bedroom'));
    const last = [...spots].sort((a, b) => a.routeOrder - b.routeOrder);
    expect(last.at(-1)!.kinds).toContain('floor');
    const firstCentre = last.findIndex((s) => s.centre);
    expect(last.slice(firstCentre).every((s) => s.centre)).toBe(true);
    expect(last[0]!.centre).toBe(false);
  });
  test('no ring hides another: spots of a usual room lie a tenth of it apart, nearly', () => {
    for (const k of kinds) {
      const { spots, body } = laid(draft(k.id));
      const side = Math.max(body.outline[2]!.x, body.outline[2]!.y);
      for (const [i, a] of spots.entries())
        for (const b of spots.slice(i + 1))
          expect([k.id, a.name, b.name, Math.hypot(a.x - b.x, a.y - b.y) > 0.08 * side]).toEqual([
            k.id,
            a.name,
            b.name,
            true,
          ]);
    }
  });
  test('what runs where: tiles onto the tray, the basin’s drips onto the floor, joints are joints', () => {
    const { spots } = laid(draft('shower-room'));
    const named = (n: string) => spots.find((s) => s.name === n)!;
    const near = (n: string) =>
      named(n).neighbours.map((x) => [spots.find((s) => s.id === x.spot)!.name, x.relation, x.runoff]);
    expect(near('Shower wall')).toEqual([
      ['Shower tray', 'below', true],
      ['Floor', 'beside', true],
    ]);
    expect(near('Tile joints')).toContainEqual(['Shower wall', 'joint', true]);
    expect(near('Basin')).toEqual([['Floor', 'beside', true]]);
    expect(near('Toilet bowl')).toEqual([]);
  });
  test('a block in the cistern is the fixture’s, and every toilet is asked after one', () => {
    const d = withResidents(draft('bathroom'), 'toilet', ['tank-block']);
    expect(
      laid(d)
        .body.fixtures.map((f) => [f.id, f.resident])
        .filter((x) => x[1]!.length),
    ).toEqual([['toilet', ['tank-block']]]);
    const asked = [...c.fixtures.values()].filter((f) => f.spots.some((s) => s.residents)).map((f) => f.id);
    expect(asked).toContain('toilet');
    for (const f of c.fixtures.values())
      if (f.spots.some((s) => s.kinds?.includes('bowl'))) expect(asked).toContain(f.id);
  });
  test('a window and a fan are told of a room that has them', () => {
    const bath = laid(draft('bathroom')).body;
    expect([bath.fan_Lps, bath.openings.map((o) => o.kind).sort()]).toEqual([15, ['door', 'window']]);
    const dark = laid({ ...draft('bathroom'), window: false, fan: false }).body;
    expect([dark.fan_Lps, dark.openings.map((o) => o.kind)]).toEqual([undefined, ['door']]);
  });
});

describe('a kit from what it usually holds', () => {
  const kit = (id: string, more: object = {}) =>
    layKit(
      { kind: c.kitkinds.get(id)!, name: id, room: null, hardness_mgL: 300, have: null, letters: {}, ...more },
      ids(),
      {},
      c,
    );
  test('none of them holds a clash, in hard water or soft', () => {
    for (const id of c.kitkinds.keys())
      for (const hardness_mgL of [50, 300]) expect([id, kit(id, { hardness_mgL }).left]).toEqual([id, []]);
  });
  test('where a toddler lives a place that locks is asked for, and no template says that one does', () => {
    const ask = { kind: c.kitkinds.get('laundry')!, name: 'x', room: null, hardness_mgL: 300, have: null, letters: {} };
    const made = layKit(ask, ids(), { people: ['toddler'] }, c);
    expect(made.asks.join()).toMatch(/A toddler lives here: a place that locks/);
    expect((made.edits[0]!.fields as unknown as { places: { locked: boolean }[] }).places.some((p) => p.locked)).toBe(
      false,
    );
    expect(layKit(ask, ids(), {}, c).asks.join()).not.toMatch(/toddler/);
  });
  test('hard water takes citric acid, soft water vinegar', () => {
    const items = (mgL: number) => usualThings(c.kitkinds.get('bathroom')!, mgL).map((t) => t.item);
    expect([items(120).includes('white-vinegar'), items(120).includes('citric-descaler')]).toEqual([true, false]);
    expect([items(121).includes('white-vinegar'), items(121).includes('citric-descaler')]).toEqual([false, true]);
  });
  test('its records hold; what the house has not is a par without stock; colours are the house’s own letters', () => {
    const { edits } = kit('bathroom', { have: new Set(['squeegee', 'microfibre-cloth']), letters: { basin: 'B' } });
    for (const e of edits)
      expect([e.on, ajv.validate(recordBodies[e.on], e.fields), ajv.errors]).toEqual([e.on, true, null]);
    const stock = edits.filter((e) => e.on === 'stock').map((e) => e.fields as { item: string; colourClass?: string });
    expect(stock.map((s) => s.item).sort()).toEqual(['microfibre-cloth', 'squeegee']);
    expect(stock.find((s) => s.item === 'microfibre-cloth')!.colourClass).toBe('B');
    expect((edits[0]!.fields as { par: { item: string }[] }).par.map((p) => p.item)).toContain('citric-descaler');
  });
  test('bleach beside an acid is not put there, and it is told why', () => {
    const thing = (item: string) => ({ item, onHand: 500, pack: { amount: 500, unit: 'mL' as const } });
    const { fit, left } = apartFrom(
      [thing('chlorine-bleach'), thing('white-vinegar'), thing('dish-detergent')],
      [],
      {},
      c,
    );
    expect(fit.map((t) => t.item)).toEqual(['chlorine-bleach', 'dish-detergent']);
    expect(left).toMatchObject([
      { item: 'white-vinegar', because: expect.stringMatching(/^Not beside chlorine bleach\./) },
    ]);
    expect(apartFrom([thing('toilet-cleaner-acid')], ['chlorine-bleach'], {}, c).left[0]!.level).toBeGreaterThanOrEqual(
      4,
    );
  });
});

describe('a list in plain words', () => {
  test.each([
    ['2 microfibre cloths', 'microfibre-cloth', 2, 1, 'piece'],
    ['vinegar 1 L', 'white-vinegar', 1000, 1000, 'mL'],
    ['half a bottle of bleach (750)', 'chlorine-bleach', 375, 750, 'mL'],
    ['squeegee', 'squeegee', 1, 1, 'piece'],
    ['washing soda 1 kg', 'washing-soda', 1000, 1000, 'g'],
    ['dish soap', 'dish-detergent', 500, 500, 'mL'],
    ['baking soda 500g', 'baking-soda', 500, 500, 'g'],
    ['citric acid, 0,25 kg'.split(',')[0]!, 'citric-descaler', 500, 500, 'g'],
    ['3 sponges', 'cellulose-sponge', 3, 1, 'piece'],
    ['a pair of rubber gloves', 'rubber-glove', 1, 1, 'piece'],
    ['two bottles of white vinegar 0.5 L', 'white-vinegar', 1000, 500, 'mL'],
    ['• toilet brush', 'toilet-brush', 1, 1, 'piece'],
    ['an almost empty bottle of dish detergent 500 ml', 'dish-detergent', 50, 500, 'mL'],
    ['microfiber cloth', 'microfibre-cloth', 1, 1, 'piece'],
    ['bakin soda', 'baking-soda', 500, 500, 'g'],
  ])('%s', (text, item, onHand, amount, unit) =>
    expect(readList(text, c)).toEqual([
      expect.objectContaining({ text: text.replace(/^• /, ''), thing: { item, onHand, pack: { amount, unit } } }),
    ]),
  );
  test('commas, semicolons and lines end a piece; a decimal comma does not', () =>
    expect(readList('squeegee, vinegar 0,5 L; bucket\n- plunger\n\n', c).map((l) => [l.text, l.thing?.onHand])).toEqual(
      [
        ['squeegee', 1],
        ['vinegar 0,5 L', 500],
        ['bucket', 1],
        ['plunger', 1],
      ],
    ));
  test('what is not understood is handed back as it stands, and two alike are a question', () => {
    expect(readList('light bulbs', c)).toMatchObject([{ text: 'light bulbs', thing: null }]);
    const [glass] = readList('glass cleaner', c);
    expect(glass!.thing).toBeNull();
    expect(glass!.perhaps.map((p) => p.item)).toEqual(
      expect.arrayContaining(['glass-cleaner-ammonia', 'glass-cleaner-alcohol']),
    );
  });
  test('no slip of the hand makes another hazard of it: a thing is understood only when nothing else is as near', () => {
    fc.assert(
      fc.property(fc.constantFrom(...c.products.values()), fc.nat(), (p, n) => {
        const name = p.name.replace(/\([^)]*\)/g, '').trim();
        const at = n % name.length;
        const typed = name.slice(0, at) + name.slice(at + 1);
        const [one] = readList(typed, c);
        return !one?.thing || one.thing.item === p.id || c.products.get(one.thing.item)?.name === typed;
      }),
      { numRuns: 300 },
    );
  });
  test('never throws, whatever is typed', () =>
    fc.assert(
      fc.property(fc.string({ maxLength: 80 }), (t) => Array.isArray(readList(t, c))),
      { numRuns: 200 },
    ));
});

describe('who lives here', () => {
  const member = (id: string, n = 0) =>
    ({
      id: `m${n}`,
      ...memberOf(
        DWELLERS.find((d) => d.id === id)!,
        n,
      ),
    }) as Member;
  test('each is a record that holds, counts in the household’s profile, and is found again', () => {
    for (const [n, d] of DWELLERS.entries()) {
      const m = member(d.id, n);
      expect([d.id, ajv.validate(recordBodies.members, memberOf(d, n)), ajv.errors]).toEqual([d.id, true, null]);
      expect(membersThatAre(d, [m])).toEqual([m]);
      for (const other of DWELLERS.filter((x) => x.id !== d.id))
        expect([d.id, other.id, membersThatAre(other, [m])]).toEqual([d.id, other.id, []]);
    }
    const profile = profileOf(
      { ...EMPTY, members: DWELLERS.map((d, n) => member(d.id, n)) },
      new Date('2026-11-25T10:00:00Z'),
    );
    expect(profile).toMatchObject({
      people: expect.arrayContaining(['toddler', 'asthma', 'pregnant', 'ill']),
      pets: expect.arrayContaining(['cat', 'bird', 'fish', 'dog']),
      noChlorine: true,
      fragranceFree: true,
    });
  });
  test('a grown-up without limits is nobody of them', () => {
    const ada = { id: 'a', name: 'Ada', colour: 'blue', kind: 'adult', limits: [] } as unknown as Member;
    for (const d of DWELLERS) expect(membersThatAre(d, [ada])).toEqual([]);
  });
  test('what it changes is what the rules say of them, and nothing is promised that no rule does', () => {
    const of = (id: string) =>
      changesFor(
        DWELLERS.find((d) => d.id === id)!,
        c,
      );
    expect(of('bird')).toEqual(['Too much vapour for a caged bird', 'No aerosol where a caged bird lives']);
    expect(of('asthma')[0]).toMatch(/^No sprayed bleach/);
    expect(of('dog')).toEqual([]);
    expect(of('child')).toEqual([]);
  });
});

describe('a room that is changed', () => {
  const made = (id: string) => {
    const { body, spots, room } = laid(draft(id));
    return { room: { ...body, id: room } as Room, spots };
  };
  test('wider and deeper: everything keeps its share of it, and stands inside', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(...kinds.map((k) => k.id)),
        fc.integer({ min: 700, max: 9000 }),
        fc.integer({ min: 700, max: 9000 }),
        (id, w, d) => {
          const { room, spots } = made(id);
          const r = resized(room, spots, w, d);
          const size = sizeOf(r.room as Room);
          return (
            size.width_mm === w &&
            size.depth_mm === d &&
            r.spots.every(({ fields: { x, y } }) => x >= 0 && y >= 0 && x <= w && y <= d) &&
            r.room.fixtures!.every((f) => f.x + f.w <= w && f.y + f.d <= d) &&
            r.room.openings!.every((o) => o.offset >= 0 && o.offset + o.width <= (o.wall % 2 ? d : w))
          );
        },
      ),
      { numRuns: 100 },
    ));
  test('as wide and deep as it was it is as it was', () => {
    const { room, spots } = made('kitchen');
    const { width_mm, depth_mm } = sizeOf(room);
    const r = resized(room, spots, width_mm, depth_mm);
    expect(r.room).toMatchObject({ outline: room.outline, fixtures: room.fixtures, openings: room.openings });
    expect(r.spots.map((s) => s.fields)).toEqual(spots.map(({ x, y }) => ({ x, y })));
  });
  test('one more like it: the same spots with ids of their own, none of the dirt, neighbours among themselves', () => {
    const { room, spots } = made('shower-room');
    const dirty = spots.map((s) => ({
      ...s,
      soils: [{ soil: 'limescale', severity: 3, age: 'dried' as const, seenAt: '2026-11-25T10:00:00Z' }],
    }));
    let n = 0;
    const copy = duplicated(room, dirty, 'Shower room 2', 1, () => `copy-${++n}`);
    const mine = new Set(copy.edits.map((e) => e.id));
    const of = (does: string) => copy.edits.filter((e) => e.on === 'spots' && e.does === does);
    expect(of('make')).toHaveLength(spots.length);
    expect(of('make').every((e) => (e.fields as unknown as Spot).soils.length === 0)).toBe(true);
    const near = of('change').flatMap((e) => (e.fields as unknown as Spot).neighbours.map((x) => x.spot!));
    expect(near.length).toBe(spots.reduce((k, s) => k + s.neighbours.length, 0));
    expect(near.every((id) => mine.has(id))).toBe(true);
    for (const e of copy.edits.filter((x) => x.does === 'make'))
      expect([ajv.validate(recordBodies[e.on], e.fields), ajv.errors]).toEqual([true, null]);
  });
  test('one more spot: as its template has it, last on the way round, where nothing else is', () => {
    const { room, spots } = made('bathroom');
    const tap = spotKinds(c).find((s) => s.name === 'basin tap')!;
    const spot = spotOf(tap.id, 'Second tap', tap.faces[0]!, room, spots, c);
    expect(ajv.validate(recordBodies.spots, spot)).toBe(true);
    expect(spot).toMatchObject({
      touch: 3,
      skin: true,
      routeOrder: spots.length + 1,
      material: 'chrome-plate',
      finish: 'on-metal',
    });
    expect(Math.min(...spots.map((s) => Math.hypot(s.x - spot.x, s.y - spot.y)))).toBeGreaterThan(150);
    expect(spotOf(null, 'Shelf', 'marble', room, [], c)).toMatchObject({ material: 'marble', touch: 0, routeOrder: 1 });
    expect(new Set(spotKinds(c).map((s) => s.name)).size).toBe(spotKinds(c).length);
  });
});

describe('work that fits the person', () => {
  const who = (reach_mm: number | null, sight: string | null = null, kind: 'adult' | 'pet' = 'adult') =>
    ({ name: 'A', kind, limits: [], reach_mm, sight }) as never;
  test.each([
    ['high', 1899, true],
    ['high', 1900, false],
    ['mid', 1220, true],
    ['mid', 1250, false],
    ['low', 300, false],
    ['floor', 300, false],
  ] as const)('a spot %s, a reach of %i mm: too high %s', (band, reach, beyond) =>
    expect(beyondReach({ band }, [who(reach)]).length).toBe(beyond ? 1 : 0),
  );
  test('a reach that nobody noted keeps nobody from anything, and animals do not clean', () => {
    expect(beyondReach({ band: 'high' }, [who(null), who(100, null, 'pet')])).toEqual([]);
  });
  test('read aloud for those who do not see, and what each changes is said', () => {
    expect(readAloudFor([who(null), who(null, 'low sight')])).toBe(true);
    expect(readAloudFor([who(null)])).toBe(false);
    expect(fitsWork({ hand: 'left', reach_mm: 1200, sight: 'no sight' })).toHaveLength(3);
    expect(fitsWork({ hand: 'right', reach_mm: 2100, sight: null })).toEqual([]);
  });
});
