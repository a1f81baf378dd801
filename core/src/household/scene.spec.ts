import {
  advise,
  againstGoingOn,
  type Bottle,
  castOf,
  classOf,
  type Household,
  inVessel,
  type Job,
  keptPlace,
  type LogEntry,
  makeBottle,
  pastItsTime,
  planJob,
  questionOfSpot,
  residentsOf,
  type Room,
  type Run,
  runOfRung,
  sceneOf,
  type Spot,
  spotForRole,
  type Stock,
  takePiece,
  usedAt,
  volumeOf,
} from '@dolly-tub/core';
import { catalogue } from '../../checks/catalogue-for-tests';

/** A small bathroom with a toilet of three spots and a basin, and a large kitchen. */
const NOW = new Date('2026-11-25T11:00:00.000Z');
const env = { version: 1, createdAt: '', updatedAt: '' };
const square = (side_m: number): Room['outline'] =>
  [
    [0, 0],
    [1, 0],
    [1, 1],
    [0, 1],
  ].map(([x, y]) => ({ x: x! * side_m * 1000, y: y! * side_m * 1000 })) as Room['outline'];
const room = (id: string, side_m: number, more: object = {}): Room =>
  ({ ...env, id, name: id, outline: square(side_m), height_mm: 2500, fixtures: [], ...more }) as unknown as Room;
const spot = (id: string, more: object = {}): Spot =>
  ({
    ...env,
    id,
    room: 'bath',
    name: id,
    material: 'vitreous-china',
    finish: null,
    kinds: [],
    band: 'mid',
    area_m2: 0.5,
    soils: [{ soil: 'limescale', severity: 3, age: 'set' }],
    neighbours: [],
    touch: 0,
    food: false,
    routeOrder: 1,
    ...more,
  }) as unknown as Spot;
let seq = 0;
const entry = (e: object): LogEntry =>
  ({
    id: `e${++seq}`,
    seq,
    at: '2026-11-25T08:00:00.000Z',
    recordedAt: '',
    kind: 'clean',
    ...e,
  }) as unknown as LogEntry;
const put = (product: string, on: string, e: object = {}): LogEntry =>
  entry({ spot: on, rinsed: 0, method: { name: product, product }, ...e });
const BOWL = spot('bowl', { fixture: 'wc', kinds: ['bowl'] });
const SEAT = spot('seat', { fixture: 'wc', kinds: ['toilet'], material: 'polypropylene' });
const BASIN = spot('basin', { fixture: 'sink' });
const HOB = spot('hob', { room: 'kitchen', food: true, material: 'glass-ceramic' });
const SINK = spot('sink', { room: 'kitchen' });
const house = (more: Partial<Household> = {}): Household => ({
  settings: { timeZone: 'Europe/Berlin', stances: {}, colourClasses: [] } as never,
  members: [],
  rooms: [
    room('bath', 2, {
      fixtures: [
        { id: 'wc', shape: 'toilet', resident: [] },
        { id: 'sink', shape: 'basin', resident: [] },
      ],
    }),
    room('kitchen', 4, {}),
  ],
  spots: [BOWL, SEAT, BASIN, HOB, SINK],
  kits: [],
  stock: [],
  log: [],
  runs: [],
  ...more,
});
const scene = (s: Spot, h: Household) => sceneOf(s, h, NOW, catalogue).map((l) => [l.product, l.where ?? 'here']);

describe('what counts for a spot', () => {
  test('a room’s volume by its outline, by hand: 2 m × 2 m × 2.5 m', () => {
    expect(volumeOf(room('x', 2))).toBeCloseTo(10, 6);
    expect(volumeOf({ outline: [], height_mm: 2500 })).toBeNull();
    expect(volumeOf(undefined)).toBeNull();
  });
  test('what is on the bowl counts for the seat of that toilet, however long ago', () => {
    const h = house({ log: [put('chlorine-bleach', 'bowl', { at: '2026-11-20T08:00:00.000Z' })] });
    expect(scene(SEAT, h)).toEqual([['chlorine-bleach', 'fixture']]);
    expect(scene(BASIN, h)).toEqual([]);
  });
  test('in a small room what was put on within a day is in the air; in a large one it is not', () => {
    expect(scene(BASIN, house({ log: [put('chlorine-bleach', 'bowl')] }))).toEqual([['chlorine-bleach', 'room']]);
    expect(scene(HOB, house({ log: [put('chlorine-bleach', 'sink')] }))).toEqual([]);
    const unknown = house({ log: [put('chlorine-bleach', 'sink')], rooms: [] });
    expect(scene(HOB, unknown)).toEqual([['chlorine-bleach', 'room']]);
  });
  test('the limit of a small room from both sides: 15 m³', () => {
    const of = (side: number) =>
      scene(HOB, house({ log: [put('chlorine-bleach', 'sink')], rooms: [room('kitchen', side)] }));
    expect([of(Math.sqrt(5.99)).length, of(Math.sqrt(6.01)).length]).toEqual([1, 0]);
  });
  test('what soaks there now counts: a run that is going on, not one that is over or has not begun', () => {
    const run = (more: object): Run =>
      ({
        ...env,
        id: 'r',
        spot: 'bowl',
        state: 'running',
        index: 1,
        steps: [{ id: 'a' }, { id: 'b' }],
        method: { name: 'x', product: 'chlorine-bleach' },
        ...more,
      }) as unknown as Run;
    expect(scene(SEAT, house({ runs: [run({})] }))).toEqual([['chlorine-bleach', 'fixture']]);
    expect(scene(BASIN, house({ runs: [run({})] }))).toEqual([['chlorine-bleach', 'room']]);
    expect(scene(SEAT, house({ runs: [run({ state: 'done' })] }))).toEqual([]);
    expect(scene(SEAT, house({ runs: [run({ index: 0 })] }))).toEqual([]);
    const parts = [{ stage: 'late', spot: 'bowl', method: { product: 'chlorine-bleach' } }];
    const steps = [{ id: 'early.a' }, { id: 'late.a' }];
    expect(scene(SEAT, house({ runs: [run({ parts, steps, index: 0 })] }))).toEqual([]);
    expect(scene(SEAT, house({ runs: [run({ parts, steps, index: 1 })] }))).toEqual([['chlorine-bleach', 'fixture']]);
  });
  test('chlorine powder soaks in the bowl: alcohol on the seat is not offered, and acid nowhere in that room', () => {
    const h = house({ log: [put('chlorine-bleach', 'bowl')] });
    for (const s of [SEAT, BASIN, BOWL]) {
      const { question, context } = questionOfSpot(s, h, NOW, catalogue);
      const a = advise(question, context, catalogue);
      if (!a.ok) throw new Error(a.problems[0]!.message);
      const offered = a.value.ladder
        .filter((r) => r.may !== 'from' && r.product)
        .map((r) => catalogue.products.get(r.product!)!);
      const bad = offered.filter((p) =>
        p.contents.some((x) => /alcohol|acid$/.test(catalogue.substances.get(x.substance)!.classes.join(' '))),
      );
      expect([s.id, bad.map((p) => p.id)]).toEqual([s.id, []]);
    }
  });
  test('what hangs in the fixture is its own; in the other fixtures of a small room it is in the air', () => {
    const h = house();
    h.rooms[0]!.fixtures[0]!.resident = ['tank-block'];
    expect(residentsOf(BOWL, h, catalogue)).toEqual({ own: ['tank-block'], room: [] });
    expect(residentsOf(BASIN, h, catalogue)).toEqual({ own: [], room: [{ id: 'tank-block', name: 'toilet' }] });
  });
});

describe('a job at the house’s own fixture', () => {
  const role = (j: Job, id: string) => j.roles.find((r) => r.id === id)!;
  const job = catalogue.jobs.get('toilet-ring')!;
  test('the bowl of the house, not the one of the book', () => {
    expect(spotForRole(role(job, 'bowl'), house())?.id).toBe('bowl');
    expect(spotForRole(role(job, 'bowl'), house({ rooms: [] }))).toBeNull();
  });
  test('a block written down there, or ticked now: no acid is planned', () => {
    const written = house();
    written.rooms[0]!.fixtures[0]!.resident = ['tank-block'];
    for (const [h, said] of [
      [written, {}],
      [house(), { bowl: ['tank-block'], outside: ['tank-block'] }],
    ] as const) {
      const cast = castOf(job, {}, said, 0, h, NOW, catalogue);
      expect(cast['bowl']!.spot?.id).toBe('bowl');
      const plan = planJob(job, cast, {}, catalogue);
      if (!plan.ok) throw new Error(plan.problems[0]!.message);
      const classes = plan.value.stages.flatMap((s) =>
        s.rung?.product
          ? catalogue.products
              .get(s.rung.product)!
              .contents.flatMap((x) => catalogue.substances.get(x.substance)!.classes)
          : [],
      );
      expect(classes.filter((x) => /acid$/.test(x))).toEqual([]);
    }
  });
  test('elsewhere, when that was chosen; nothing of the house then', () => {
    const cast = castOf(job, { bowl: { face: 'acrylic' } }, {}, 1, house(), NOW, catalogue);
    expect(cast['bowl']).toMatchObject({ spot: null, material: 'acrylic', worse: 1 });
  });
});

describe('a run', () => {
  const asked = (s: Spot, h: Household, soil: string) => {
    const { question, context } = questionOfSpot(s, h, NOW, catalogue, soil);
    const a = advise(question, context, catalogue);
    if (!a.ok) throw new Error(a.problems[0]!.message);
    return { question, advice: a.value };
  };
  test('what disinfects is a part of its own, and its steps are there', () => {
    const board = spot('board', {
      room: 'kitchen',
      food: true,
      material: 'polypropylene',
      soils: [{ soil: 'meat-juice', severity: 3, age: 'fresh' }],
    });
    const { question, advice } = asked(board, house({ spots: [board] }), 'meat-juice');
    const rung = advice.ladder[(advice.recommended ?? 1) - 1]!;
    const run = runOfRung(rung, advice, 'board', question, NOW.toISOString(), catalogue);
    expect(run.parts?.map((p) => p.method.product)).toEqual([rung.product, advice.hygiene!.disinfect!.product]);
    expect(run.steps.some((s) => s.kind?.startsWith('disinfect'))).toBe(true);
    expect(run.uses.map((u) => u.item)).toContain(advice.hygiene!.disinfect!.product);
  });
  test('plain dirt: one part, and none of that', () => {
    const { question, advice } = asked(BASIN, house(), 'limescale');
    const run = runOfRung(advice.ladder[0]!, advice, 'basin', question, NOW.toISOString(), catalogue);
    expect([run.parts, run.index, run.state]).toEqual([undefined, 0, 'running']);
  });
  test('bleach put on after it was planned speaks against going on; its own product does not', () => {
    const run = {
      ...env,
      id: 'r',
      state: 'running',
      spot: 'bowl',
      index: 1,
      steps: [{ id: 'a' }, { id: 'b' }],
      question: { material: 'vitreous-china', soil: 'limescale', severity: 3 },
      method: { name: 'acid', product: 'citric-descaler' },
    } as unknown as Run;
    const h = (log: LogEntry[]) => house({ runs: [run], log });
    expect(againstGoingOn(run, h([]), NOW, catalogue)).toEqual([]);
    expect(againstGoingOn(run, h([put('citric-descaler', 'bowl')]), NOW, catalogue)).toEqual([]);
    expect(againstGoingOn(run, h([put('chlorine-bleach', 'seat')]), NOW, catalogue)[0]).toMatchObject({ level: 5 });
    expect(againstGoingOn({ ...run, state: 'done' }, h([put('chlorine-bleach', 'bowl')]), NOW, catalogue)).toEqual([]);
  });
});

describe('which piece a hand takes', () => {
  const colours = [
    { letter: 'R', name: 'toilet', colour: 'red', texture: '', class: 'toilet' },
    { letter: 'B', name: 'Washroom cloths', colour: 'blue', texture: '' },
    { letter: 'X', name: 'mine', colour: 'pink', texture: '' },
  ];
  const settings = { timeZone: 'UTC', colourClasses: colours } as never;
  const cloth = (id: string, more: object = {}): Stock =>
    ({ ...env, id, kit: 'k', item: 'microfibre-cloth', onHand: 1, position: 0, ...more }) as unknown as Stock;
  const take = (s: Spot | null, stock: Stock[], log: LogEntry[] = [], product: string | null = null) =>
    takePiece(
      'microfibre-cloth',
      s,
      product,
      { settings, log, spots: [BOWL, SEAT, BASIN, HOB], kits: [{ id: 'k', room: 'bath' }] as never, stock },
      NOW,
      catalogue,
    );
  test('a class by its id, else by the words of its name, else none', () =>
    expect(['R', 'B', 'X', 'Z', null].map((l) => classOf(l, settings, catalogue))).toEqual([
      'toilet',
      'basin',
      null,
      null,
      null,
    ]));
  test('by whole words: a floor cloth is no loo cloth', () => {
    const named = (name: string) =>
      classOf('F', { colourClasses: [{ letter: 'F', texture: 't', colour: 'c', name }] }, catalogue);
    expect(['floor', 'the loo', 'Toilet and loo', 'kitchen things', 'everywhere else'].map(named)).toEqual([
      'floor',
      'toilet',
      'toilet',
      'kitchen',
      null,
    ]);
  });
  test('places', () =>
    expect([BOWL, SEAT, BASIN, HOB, spot('f', { band: 'floor' })].map((s) => keptPlace(s, catalogue))).toEqual([
      'toilet',
      'toilet',
      'rest',
      'kitchen',
      'floor',
    ]));
  test('the basin’s cloth is not taken to the toilet, nor the toilet’s to the basin', () => {
    const both = [cloth('blue', { colourClass: 'B' }), cloth('red', { colourClass: 'R', position: 1 })];
    expect(take(SEAT, both)).toMatchObject({ stock: { id: 'red' }, gate: { may: 'yes' } });
    expect(take(BASIN, both)).toMatchObject({ stock: { id: 'blue' }, gate: { may: 'yes' } });
    expect(take(SEAT, [both[0]!])!.gate.may).toBe('no');
  });
  test('used in the wrong place it is in the ledger till it is washed', () => {
    const plain = cloth('plain');
    const used = put('dish-detergent', 'seat', { tools: ['plain'] });
    expect(usedAt([used], 'plain', [SEAT], catalogue)).toEqual(['toilet']);
    expect(take(HOB, [plain], [used])!.gate.may).toBe('no');
    const washed = entry({
      kind: 'rinse',
      tools: ['plain'],
      toolsRinsed: 2,
      washed: true,
      at: '2026-11-25T09:00:00.000Z',
    });
    expect(take(HOB, [plain], [used, washed])!.gate.may).toBe('yes');
    const rinsed = entry({ kind: 'rinse', tools: ['plain'], toolsRinsed: 2, at: '2026-11-25T09:00:00.000Z' });
    expect(take(HOB, [plain], [used, rinsed])!.gate.may).toBe('no');
  });
  test('none in the house', () => {
    expect(take(BASIN, [])).toBeNull();
    expect(take(BASIN, [cloth('gone', { onHand: 0 })])).toBeNull();
  });
});

describe('what a bottle held', () => {
  const bottle = (item: string | null): Bottle =>
    ({
      ...env,
      id: 'b',
      name: 'the sprayer',
      outline: 'sprayer',
      capacity_mL: 500,
      opaque: true,
      head: { id: 'h', kind: 'trigger' },
      fill: item
        ? { parts: [{ item, amount: 10, unit: 'mL', contents: null }], mixedAt: '2026-11-20T08:00:00.000Z' }
        : null,
    }) as unknown as Bottle;
  const make = (item: string | null, log: LogEntry[] = []) => {
    const b = bottle(item);
    const h = { settings: null, rooms: [], spots: [], kits: [], stock: [], bottles: [b], log };
    const r = makeBottle(
      {
        stock: { product: 'chlorine-bleach' },
        target: { ppm: 1000 },
        final: { mL: 400 },
        vessel: 'sprayer',
        there: inVessel(b, h as never, NOW, catalogue),
      },
      catalogue,
    );
    if (!r.ok) throw new Error(r.problems[0]!.message);
    return r.value.gate;
  };
  test('bleach into a bottle that held vinegar, or through a head that has met it, is refused; an empty new one is not', () => {
    expect(make('white-vinegar')).toMatchObject({ may: 'no' });
    expect(make(null).may).not.toBe('no');
    const mixed = entry({ kind: 'mix', bottle: 'b', fill: { parts: [{ item: 'white-vinegar' }], mixedAt: '' } });
    expect(make(null, [mixed]).because[0]).toMatchObject({ kind: 'meets', level: 5 });
  });
});

describe('how long a pack keeps', () => {
  const pack = (more: object) => pastItsTime({ item: 'white-vinegar', ...more } as never, '2026-11-25', catalogue);
  const life = catalogue.products.get('white-vinegar')!.shelfLife_months!;
  test('the printed date from both sides', () => {
    expect(pack({ expiresOn: '2026-11-25' })).toBeNull();
    expect(pack({ expiresOn: '2026-11-24' })?.text).toMatch(/2026-11-24/);
  });
  test('opened or made longer ago than it keeps; the printed date outranks both', () => {
    const ago = (months: number, day: string): string => {
      const d = new Date(Date.UTC(2026, 10 - months, Number(day)));
      return d.toISOString().slice(0, 10);
    };
    expect(pack({ openedOn: ago(life.opened, '25') })).toBeNull();
    expect(pack({ openedOn: ago(life.opened, '24') })?.text).toMatch(
      new RegExp(`opened it keeps ${life.opened} months`),
    );
    expect(pack({ madeOn: ago(life.closed, '24') })?.text).toMatch(/closed it keeps/);
    expect(pack({ openedOn: ago(life.opened, '24'), expiresOn: '2027-01-01' })).toBeNull();
    expect(pack({})).toBeNull();
  });
});
