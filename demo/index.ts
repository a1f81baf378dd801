import { DAY_MS, capital, checkDigit } from '@dolly-tub/core';
import { readCatalogueNames } from './names';
import { BOTTLES, KITS, ROOMS, SPOTS } from './house';
import type { DemoStore } from './store';

export type { DemoStore } from './store';

/** A stable id in UUIDv7 shape for the n-th record of a kind, so that pictures and tests repeat. */
export const demoId = (kind: number, n: number): string =>
  `0193a1b0-0000-7${kind.toString(16).padStart(3, '0')}-8000-${n.toString(16).padStart(12, '0')}`;
const KIND = { room: 1, spot: 2, kit: 3, stock: 4, bottle: 5, member: 6, log: 7, shopping: 8 } as const;

const roomId = (key: string): string => demoId(KIND.room, ROOMS.findIndex((r) => r.key === key) + 1);
const kitId = (key: string): string => demoId(KIND.kit, KITS.findIndex((k) => k.key === key) + 1);
/** Id of a demo spot by `room-key`, for example `wet-screen`. */
export const spotId = (name: string): string => {
  const n = SPOTS.findIndex(([room, key]) => `${room}-${key}` === name);
  if (n < 0) throw new Error(`No demo spot ${name}`);
  return demoId(KIND.spot, n + 1);
};
export const bottleId = (key: string): string => demoId(KIND.bottle, BOTTLES.findIndex(([k]) => k === key) + 1);

/** The code of the n-th pack, from the range that no shop sells under (GS1 General Specifications: prefixes 200–299). */
const houseCode = (n: number): string => {
  const figures = `2000000${String(n).padStart(5, '0')}`;
  return `${figures}${checkDigit(figures)}`;
};

/** A small repeatable generator (mulberry32), so that three months of log are the same each time. */
function random(seed: number): () => number {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** Fill an empty store with Heron Lock; all dates hang on `now`. */
export function seedDemo(store: DemoStore, now: Date): void {
  const ago = (days: number, hour = 10): string => {
    const d = new Date(now.getTime() - days * DAY_MS);
    if (days > 0) d.setUTCHours(hour, (days * 7) % 60, 0, 0);
    return d.toISOString();
  };
  const day = (days: number): string => ago(days).slice(0, 10);
  const stamp = { version: 1, createdAt: ago(120), updatedAt: ago(1) };
  const put = <D extends keyof DemoStore['repos']>(door: D, id: string, body: object): void =>
    store.repos[door].put({ id, ...stamp, ...body } as never);

  put('settings', 'household', {
    name: 'Heron Lock',
    demo: true,
    timeZone: 'Europe/London',
    locale: 'en-GB',
    measureSystem: 'metric',
    currency: 'GBP',
    theme: 'system',
    waterHardness_mgL: 290,
    septic: true,
    stances: { chemistry: 'conventional', 'own-mixtures': 'strict', cloths: 'microfibre', gloves: 'needed' },
    emergency: { number: '', poisonCentre: '' },
    measures: [{ id: 'blue-cap', name: 'the blue cap', kind: 'cap', volume_mL: 22, calibratedAt: ago(50) }],
    colourClasses: [
      { letter: 'T', texture: 'smooth', colour: 'red', name: 'toilet' },
      { letter: 'B', texture: 'ribbed', colour: 'blue', name: 'basin and bath' },
      { letter: 'K', texture: 'ribbed, hemmed', colour: 'green', name: 'kitchen' },
      { letter: 'D', texture: 'waffle', colour: 'yellow', name: 'dust' },
      { letter: 'F', texture: 'coarse', colour: 'grey', name: 'floor' },
    ],
  });
  const members: [string, string, 'adult' | 'toddler' | 'pet', string | null, string[]][] = [
    ['Ada', 'blue', 'adult', null, []],
    ['Tom', 'copper', 'adult', null, []],
    ['Wren', 'green', 'toddler', null, []],
    ['Grandad Joe', 'violet', 'adult', null, ['asthma']],
    ['Pip', 'yellow', 'pet', 'bird', []],
  ];
  members.forEach(([name, colour, kind, species, limits], i) =>
    put('members', demoId(KIND.member, i + 1), {
      name,
      colour,
      kind,
      ...(species ? { species } : {}),
      limits: limits.map((limit) => ({ limit })),
      ...(kind === 'adult' ? { hand: i === 1 ? 'left' : 'right' } : {}),
    }),
  );

  ROOMS.forEach((r, i) =>
    put('rooms', roomId(r.key), {
      name: r.name,
      order: i,
      height_mm: r.h,
      ach: r.ach,
      ...(r.fan ? { fan_Lps: r.fan } : {}),
      outline: [
        { x: 0, y: 0 },
        { x: r.w, y: 0 },
        { x: r.w, y: r.d },
        { x: 0, y: r.d },
      ],
      openings: r.openings.map(([kind, wall, offset, width, leadsTo]) => ({
        kind,
        wall,
        offset,
        width,
        ...(leadsTo ? { leadsTo } : {}),
      })),
      fixtures: r.fixtures.map(([id, shape, x, y, w, d, resident]) => ({
        id,
        shape,
        x,
        y,
        w,
        d,
        rotation: 0,
        resident: resident ?? [],
      })),
      drains: (r.drains ?? []).map(([x, y]) => ({ x, y })),
      start: { x: r.start[0], y: r.start[1] },
    }),
  );
  const order = new Map<string, number>();
  for (const [room, key, name, x, y, band, area_m2, material, finish, soils, more = {}] of SPOTS) {
    const n = (order.get(room) ?? 0) + 1;
    order.set(room, n);
    put('spots', spotId(`${room}-${key}`), {
      room: roomId(room),
      ...(more.fixture ? { fixture: more.fixture } : {}),
      name,
      x,
      y,
      routeOrder: n,
      centre: more.centre ?? false,
      band,
      area_m2,
      material,
      ...(finish ? { finish } : {}),
      // noted when its soils were seen first
      createdAt: ago(Math.max(0, ...soils.map((s) => s[3]))),
      soils: soils.map(([soil, severity, age, days]) => ({ soil, severity, age, seenAt: ago(days) })),
      neighbours: (more.neighbours ?? []).map(([spot, relation, runoff]) => ({ spot: spotId(spot), relation, runoff })),
      touch: more.touch ?? 0,
      food: more.food ?? false,
      skin: more.skin ?? false,
      interval_days: more.days ?? 30,
      kinds: more.kinds ?? [],
    });
  }
  let n = 0;
  const pieces = new Map<string, string>();
  for (const k of KITS) {
    put('kits', kitId(k.key), {
      name: k.name,
      kind: k.kind,
      ...(k.room ? { room: roomId(k.room) } : {}),
      limits: k.mass ? { mass_g: k.mass } : {},
      places: k.places.map(([id, name, row, heightBand, locked, zone]) => ({
        id,
        name,
        row,
        heightBand,
        locked,
        ...(zone ? { zone } : {}),
      })),
      par: k.par.map(([item, level, unit]) => ({ item, level, unit })),
      mirrored: false,
    });
    k.stock.forEach(([item, place, amount, unit, onHand, more = {}], i) => {
      const id = demoId(KIND.stock, ++n);
      pieces.set(`${k.room}-${item}`, pieces.get(`${k.room}-${item}`) ?? id);
      put('stock', id, {
        kit: kitId(k.key),
        place,
        position: i,
        item,
        pack: { amount, unit },
        onHand,
        ...(more.opened ? { openedOn: day(more.opened) } : {}),
        ...(more.made ? { madeOn: day(more.made) } : {}),
        ...(more.price ? { price: more.price } : {}),
        ...(more.price && unit === 'mL' ? { barcode: houseCode(n) } : {}),
        ...(more.colour ? { colourClass: more.colour } : {}),
      });
    });
  }
  for (const [key, name, capacity_mL, outline, kit, opaque] of BOTTLES)
    put('bottles', bottleId(key), {
      name,
      capacity_mL,
      outline,
      material: 'polypropylene',
      opaque,
      kit: kitId(kit),
      head: outline === 'sprayer' ? { id: `${key}-head`, kind: 'trigger' } : null,
      fill:
        key === 'tall'
          ? {
              parts: [{ item: 'dish-detergent', amount: 4, unit: 'mL', strength: null, stock: null, contents: null }],
              water_mL: 696,
              result: [],
              target: null,
              mixedAt: ago(2),
              discardAt: ago(-12),
              left_mL: 430,
            }
          : null,
    });
  put('shopping', demoId(KIND.shopping, 1), {
    item: 'enzyme-cleaner',
    amount: 500,
    unit: 'mL',
    kit: kitId('loft'),
    reason: 'below par',
    section: 'household',
    state: 'open',
  });
  seedLog(store, now, ago, pieces);
}

/** What a clean takes of a thing, mL. */
const TAKES: Readonly<Record<string, number>> = {
  'dish-detergent': 6,
  'toilet-gel-citric': 45,
  'stone-cleaner-neutral': 20,
  'hob-cream': 8,
  'white-vinegar': 60,
  'chlorine-bleach': 20,
};

/** Three months of cleaning: what was used where, what worked, and the bleach on the screen on Sunday. */
function seedLog(
  store: DemoStore,
  now: Date,
  ago: (days: number, hour?: number) => string,
  pieces: ReadonlyMap<string, string>,
): void {
  const names = readCatalogueNames();
  const next = random(20);
  let n = 0;
  const put = (kind: string, at: string, body: object): void =>
    store.log.put({ id: demoId(KIND.log, ++n), seq: n, at, recordedAt: at, kind, ...body } as never);
  const spot = (key: string) => {
    const row = SPOTS.find(([room, k]) => `${room}-${k}` === key)!;
    return { spot: spotId(key), material: row[7], finish: row[8] ?? undefined, name: row[2] };
  };
  const clean = (
    key: string,
    days: number,
    soil: string,
    product: string | null,
    tool: string,
    mechanism: string,
    outcome: string,
    minutes: number,
    rinsed: 0 | 1 | 2 = 1,
  ): void => {
    const s = spot(key);
    const room = key.split('-')[0];
    const piece = pieces.get(`${room}-${tool}`) ?? pieces.get(`wash-${tool}`);
    const [of_mL, bottle] = [TAKES[product ?? ''], pieces.get(`${room}-${product}`) ?? pieces.get(`wash-${product}`)];
    const what = product ? names.get(product)! : `dry, ${names.get(tool)!}`;
    put('clean', ago(days, 9 + (n % 8)), {
      spot: s.spot,
      by: demoId(KIND.member, 1 + (n % 2)),
      question: { material: s.material, ...(s.finish ? { finish: s.finish } : {}), soil, severity: 3 },
      method: { name: capital(what), product, tool, mechanism },
      outcome,
      rinsed: product ? rinsed : 0,
      // tools are rinsed at the sink, all but the brush on the Sunday of the bleach
      ...(piece ? { tools: [piece] } : {}),
      ...(product && piece ? { toolsRinsed: product === 'chlorine-bleach' ? 0 : 1 } : {}),
      aired: true,
      minutes,
      ...(of_mL && bottle ? { moves: [{ stock: bottle, delta: -of_mL, unit: 'mL' }] } : {}),
      names: { spot: s.name, ...(product ? { product: names.get(product)! } : {}) },
    });
  };
  // the last Sunday before now: bleach on the black specks of the screen's seal, rinsed
  const sunday = now.getUTCDay() === 0 ? 7 : now.getUTCDay();
  const routine: [string, number, string, string | null, string, string, number][] = [
    ['wet-basin', 3, 'soap-scum', 'dish-detergent', 'microfibre-cloth', 'surfactant', 4],
    ['wet-seat', 4, 'urine', 'dish-detergent', 'cotton-cloth', 'surfactant', 5],
    ['wet-bowl', 6, 'toilet-ring', 'toilet-gel-citric', 'toilet-brush-rim', 'acid', 6],
    ['galley-top', 4, 'crumbs', 'water', 'ribbed-cotton-cloth', 'water_warm', 3],
    ['galley-floor', 5, 'crumbs', null, 'vacuum-floor', 'suction', 9],
    ['porch-floor', 6, 'mud', 'stone-cleaner-neutral', 'flat-mop', 'surfactant', 8],
    ['parlour-boards', 8, 'dust', null, 'vacuum-floor', 'suction', 11],
    ['parlour-glass', 9, 'fireplace-soot', 'hob-cream', 'paper-towel', 'abrasion', 7],
    ['loft-boards', 8, 'dust', null, 'vacuum-floor', 'suction', 9],
    ['nook-screen', 10, 'fingerprints', 'water', 'microfibre-cloth', 'water_cold', 2],
    ['wet-floor', 7, 'hair', null, 'vacuum-floor', 'suction', 5],
  ];
  const events: (() => void)[] = [];
  const at: number[] = [];
  const later = (days: number, f: () => void): void => {
    at.push(days);
    events.push(f);
  };
  for (const [key, every, soil, product, tool, mechanism, minutes] of routine)
    for (let d = 90 - Math.floor(next() * every); d > 0; d -= every) {
      const days = d;
      const r = next();
      later(days, () =>
        clean(
          key,
          days,
          soil,
          product,
          tool,
          mechanism,
          r < 0.82 ? 'worked' : r < 0.95 ? 'partly' : 'not',
          minutes + Math.round(next() * 3),
        ),
      );
    }
  (
    [
      [80, 'worked'],
      [66, 'worked'],
      [52, 'worked'],
      [38, 'partly'],
      [24, 'worked'],
    ] as const
  ).forEach(([d, outcome]) =>
    later(d, () => clean('wet-screen', d, 'soap-scum', 'dish-detergent', 'microfibre-cloth', 'surfactant', outcome, 9)),
  );
  later(73, () => clean('wet-screen', 73, 'limescale', 'white-vinegar', 'microfibre-cloth', 'acid', 'partly', 18));
  later(45, () => clean('wet-screen', 45, 'limescale', 'white-vinegar', 'microfibre-cloth', 'acid', 'worked', 21));
  later(sunday, () =>
    clean('wet-screen', sunday, 'mildew', 'chlorine-bleach', 'toothbrush', 'oxidiser_chlorine', 'worked', 12, 1),
  );
  later(sunday, () =>
    put('mix', ago(sunday, 8), {
      bottle: bottleId('short'),
      fill: {
        parts: [{ item: 'chlorine-bleach', amount: 50, unit: 'mL', strength: null, stock: null, contents: null }],
        water_mL: 450,
        result: [],
        target: null,
        mixedAt: ago(sunday, 8),
        discardAt: ago(sunday - 1, 8),
        left_mL: 500,
      },
      names: { bottle: 'The short sprayer' },
      text: 'Bleach for the screen, poured out the same evening.',
    }),
  );
  later(61, () =>
    put('note', ago(61), { text: 'The canal water is harder than the tap: kettle filled from the tap only.' }),
  );
  later(30, () =>
    put('note', ago(30), {
      text: 'Grandad coughs when the loo gel is used with the door shut. Door open from now on.',
    }),
  );
  later(19, () => {
    const s = spot('parlour-hearth');
    put('damage', ago(19), {
      spot: s.spot,
      question: { material: s.material, finish: s.finish, soil: 'red-wine', severity: 2 },
      method: { name: 'White vinegar', product: 'white-vinegar', tool: 'cotton-cloth' },
      text: 'A dull ring where the vinegar stood.',
      names: { spot: s.name, product: 'white vinegar' },
    });
  });
  const linen = ['wet-microfibre-cloth', 'wet-cotton-cloth', 'galley-ribbed-cotton-cloth', 'parlour-microfibre-cloth'];
  for (const d of [87, 73, 59, 45, 31, 17, 3])
    later(d, () =>
      put('rinse', ago(d, 18), {
        tools: linen.flatMap((key) => pieces.get(key) ?? []),
        rinsed: 2,
        washed: true,
        text: 'Washed at 60 °C.',
      }),
    );
  for (const d of [84, 70, 56, 42, 28, 14])
    later(d, () =>
      put('stock', ago(d, 17), { reason: 'buy', moves: [], text: 'Weekly shop: cloths, detergent', names: {} }),
    );
  at.map((d, i) => [d, i] as const)
    .sort((a, b) => b[0] - a[0])
    .forEach(([, i]) => events[i]!());
}
