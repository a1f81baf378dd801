import {
  advise,
  type Advice,
  type BottleQuestion,
  type Cast,
  type Context,
  judge,
  type Last,
  makeBottle,
  MEETING,
  type MixItem,
  planJob,
  type Question,
  refusedByPeople,
  refusedByRecord,
  residentThere,
  resolveItems,
  type Rung,
  type There,
} from '@dolly-tub/core';
import fc from 'fast-check';
import { catalogue } from './catalogue-for-tests';

/**
 * What one place offers, every other place allows. Rungs and stages are asked again of the mixing engine itself, of the
 * product's record, of the people and of the recipe, each from the question and none by way of the ladder.
 */
const SEED = 20261125;
const NOW = '2026-11-25T10:30:00.000Z';
const clock = { now: NOW, timeZone: 'Europe/Berlin' };
const faces = [...catalogue.materials.values()].flatMap((m) => [
  { material: m.id, finish: null as string | null },
  ...m.finishes.map((f) => ({ material: m.id, finish: f.id as string | null })),
]);
const soils = [...catalogue.soils.values()].filter((s) => !s.damage).map((s) => s.id);
const products = [...catalogue.products.keys()];
const residents = [...catalogue.residents.keys()];
const last: fc.Arbitrary<Last> = fc.record({
  // half of them what waits for another day: chlorine, acid, peroxide
  product: fc.oneof(
    fc.constantFrom('chlorine-bleach', 'toilet-cleaner-acid', 'white-vinegar', 'peroxide-3', 'limescale-spray'),
    fc.constantFrom(...products),
  ),
  where: fc.constantFrom('here' as const, 'fixture' as const, 'room' as const),
  rinsed: fc.boolean(),
  times: fc.integer({ min: 1, max: 2 }),
  daysAgo: fc.integer({ min: 0, max: 9 }),
  porous: fc.boolean(),
});
const question: fc.Arbitrary<Question> = fc
  .record({
    face: fc.constantFrom(...faces),
    soil: fc.constantFrom(...soils),
    severity: fc.integer({ min: 1, max: 5 }),
    age: fc.constantFrom('fresh' as const, 'dried' as const, 'set' as const),
    zone: fc.constantFrom(null, null, 'bowl', 'toilet', 'floor'),
    food: fc.boolean(),
    touched: fc.boolean(),
  })
  .map(({ face, ...q }) => ({ ...face, ...q }));
const context: fc.Arbitrary<Context> = fc.record({
  last: fc.array(last, { maxLength: 3 }),
  resident: fc.subarray(residents, { maxLength: 1 }),
  profile: fc.record({
    noChlorine: fc.boolean(),
    septic: fc.boolean(),
    people: fc.subarray(['asthma', 'toddler', 'pregnant']),
    pets: fc.subarray(['bird', 'cat', 'fish']),
  }),
  clock: fc.constant(clock),
});
const ask = (q: Question, c: Context): Advice => {
  const a = advise(q, c, catalogue);
  if (!a.ok) throw new Error(a.problems[0]!.message);
  return a.value;
};

/** What the mixing engine says of a product with one thing that is there; a level that holds only today is told apart. */
function met(
  product: string,
  other: readonly MixItem[],
  where: There['where'],
  porous: boolean,
): { level: number; later: boolean } {
  const items = resolveItems([{ product }, ...other], catalogue);
  if (!items.ok) throw new Error(items.problems[0]!.message);
  const of = judge(items.value, { meeting: MEETING[where], porous }, catalogue).findings.filter(
    (f) => f.pair.some((p) => p.item === 0) && f.pair.some((p) => p.item > 0),
  );
  return { level: Math.max(0, ...of.map((f) => f.level)), later: of.some((f) => f.again !== undefined) };
}
/** Everything that the question says is there, one by one, as the mixing engine takes it. */
function thingsOf(
  q: Question,
  c: Context,
): { name: string; what: MixItem[]; where: There['where']; porous: boolean }[] {
  const own = q.zone === 'bowl' ? ('bowl' as const) : ('here' as const);
  const drinks = catalogue.materials.get(q.material)!.porous;
  return [
    ...(c.last ?? []).map((l) => ({
      name: l.product,
      what: [
        {
          product: l.product,
          rinsed: l.rinsed,
          daysAgo: l.daysAgo,
          ...(l.times !== undefined ? { times: l.times } : {}),
        },
      ],
      where: !l.where || l.where === 'here' ? own : l.where,
      porous: l.porous ?? drinks,
    })),
    ...(c.resident ?? []).map((id) => ({
      name: id,
      what: residentThere(id, 'bowl', catalogue).what.map((w) => ({ ...w, rinsed: false })),
      where: 'bowl' as const,
      porous: true,
    })),
    ...(catalogue.soils.get(q.soil)!.holds
      ? [{ name: q.soil, what: [...catalogue.soils.get(q.soil)!.holds!], where: 'soil' as const, porous: drinks }]
      : []),
  ];
}
/** Why a product that is offered here is refused somewhere else; empty where nobody refuses it. */
function refusedElsewhere(
  offered: { product: string; strength: Rung['strength']; neat: boolean; apply: string | null },
  q: Question,
  c: Context,
): string[] {
  const p = catalogue.products.get(offered.product)!;
  const out: string[] = [];
  const record = refusedByRecord(p);
  if (record) out.push(`record: ${record.text}`);
  for (const t of thingsOf(q, c)) {
    if (t.what.some((w) => w.product === p.id)) continue;
    const m = met(p.id, t.what, t.where, t.porous);
    if (m.level >= 3 || m.later) out.push(`meets ${t.name} ${t.where}: ${m.level}`);
  }
  // by dose the share is at most its strength over that of the pack
  const share = offered.neat || !offered.strength ? 1 : Math.min(1, offered.strength.percent / p.strength.percent);
  for (const apply of [null, offered.apply]) {
    const people = refusedByPeople(p, share, apply, c.profile ?? {}, catalogue);
    if (people) out.push(`people: ${people.text}`);
  }
  if (!offered.neat && offered.strength) {
    const bottle = makeBottle(
      {
        stock: { product: p.id },
        target: { percent: offered.strength.percent },
        final: { mL: 500 },
        vessel: 'bucket',
        profile: c.profile ?? {},
      } as BottleQuestion,
      catalogue,
    );
    if (!bottle.ok) out.push(`recipe: ${bottle.problems[0]!.message}`);
    else if (bottle.value.gate.may === 'no' || bottle.value.gate.may === 'from')
      out.push(`recipe: ${bottle.value.gate.because[0]!.text}`);
  }
  return out;
}
const neat = (r: Rung): boolean => r.dose === null;

describe('what a ladder offers, nobody else refuses', () => {
  test('2 000 ladders with ledgers, residents, people', () => {
    let rungs = 0;
    let later = 0;
    let barred = 0;
    fc.assert(
      fc.property(question, context, (q, c) => {
        const a = ask(q, c);
        const chosen = a.ladder[(a.recommended ?? 0) - 1];
        expect(chosen?.may).not.toBe('from');
        barred += a.refused.filter((r) => r.kind === 'meets' || r.kind === 'later').length;
        for (const r of a.ladder) {
          if (r.may === 'from') {
            later++;
            expect([r.name, Date.parse(r.from!) > Date.parse(NOW)]).toEqual([r.name, true]);
            continue;
          }
          if (!r.product) continue;
          rungs++;
          const no = refusedElsewhere(
            { product: r.product, strength: r.strength, neat: neat(r), apply: r.apply },
            q,
            c,
          );
          expect([r.name, no]).toEqual([r.name, []]);
        }
        const d = a.hygiene?.disinfect;
        if (d) {
          const after: Context = chosen?.product
            ? { ...c, last: [...(c.last ?? []), { product: chosen.product, rinsed: true, times: 1, daysAgo: 0 }] }
            : c;
          const no = refusedElsewhere(
            { product: d.product, strength: d.strength, neat: true, apply: null },
            q,
            a.hygiene!.first === 'clean' ? after : c,
          );
          expect([`disinfect ${d.product} after ${chosen?.product}`, no]).toEqual([expect.any(String), []]);
        }
      }),
      { numRuns: 2000, seed: SEED },
    );
    expect([rungs > 2000, later > 2, barred > 10_000]).toEqual([true, true, true]);
  }, 600000);
});

describe('what a job plans, nobody else refuses', () => {
  const things = [[], ['tank-block'], ['standing-cleaner'], ['limescale', 'urine']] as const;
  const some = fc.sample(fc.constantFrom(...faces), { numRuns: 400, seed: SEED });
  test.each([...catalogue.jobs.values()].map((j, i) => [j.id, j, i] as const))('%s', (_, job, i) => {
    for (let k = 0; k < 3; k++)
      for (const resident of things) {
        const cast: Record<string, Cast> = {};
        job.roles.forEach((role, n) => {
          const usual = role.faces[k % role.faces.length]!.split('/');
          const f = k < 2 ? { material: usual[0]!, finish: usual[1] ?? null } : some[(i * 7 + n) % some.length]!;
          cast[role.id] = { ...f, context: { clock, ...(role.fixtures ? { resident: [...resident] } : {}) } };
        });
        const plan = planJob(job, cast, { clock }, catalogue);
        if (!plan.ok) throw new Error(plan.problems[0]!.message);
        for (const s of plan.value.stages) {
          if (!s.rung) continue;
          expect(s.rung.may).not.toBe('from');
          if (!s.rung.product) continue;
          const role = job.roles.find((r) => r.id === s.stage.on)!;
          const at = cast[role.id]!;
          const no = refusedElsewhere(
            { product: s.rung.product, strength: s.rung.strength, neat: neat(s.rung), apply: s.rung.apply },
            { material: at.material, finish: at.finish ?? null, soil: s.stage.soil!, zone: role.zone ?? null },
            at.context!,
          );
          expect([s.stage.id, s.rung.name, no]).toEqual([s.stage.id, s.rung.name, []]);
        }
      }
  });
});
