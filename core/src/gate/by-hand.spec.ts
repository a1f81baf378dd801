import {
  appliesTo,
  type BottleQuestion,
  type Clause,
  clashesOn,
  fumeOf,
  guardsFor,
  isPartner,
  judge,
  judgeThere,
  keepApart,
  keepingOf,
  makeBottle,
  mayShelve,
  meetings,
  type MixItem,
  type Product,
  type Protection,
  refusalOf,
  refusedByPeople,
  refusedByRecord,
  resolveItems,
  residentThere,
  strongestAllowed,
  type There,
  thereWords,
  traceLine,
  tuning,
  wearFor,
} from '@dolly-tub/core';
import { catalogue as c } from '../../checks/catalogue-for-tests';
import { ratioOf } from '../../checks/ratios';
import { sampled } from '../../checks/depth';
import { answerOf, together, worseOf } from './types';

const product = (id: string, more: Partial<Product> = {}): Product => ({ ...c.products.get(id)!, ...more });
const CLOCK = { now: '2026-11-25T12:00:00.000Z', timeZone: 'UTC' };
const there = (id: string, item: object = {}, more: Partial<There> = {}): There => ({
  name: c.products.get(id)?.name ?? id,
  where: 'here',
  products: [id],
  what: [{ product: id, ...item }],
  porous: false,
  ...more,
});

describe('an answer from its reasons', () => {
  const r = (text: string, more: object = {}) => ({ kind: 'meets' as const, text, source: 'x', ...more });
  test('yes, with, from, no; worst first, each once; the latest instant', () => {
    expect(answerOf([], [])).toEqual({ may: 'yes', from: null, because: [], with: [] });
    expect(answerOf([], [r('a'), r('a'), r('b')])).toMatchObject({ may: 'with', with: [{ text: 'a' }, { text: 'b' }] });
    const later = answerOf(
      [r('a', { from: '2026-11-26T00:00:00.000Z' }), r('b', { from: '2026-11-28T00:00:00.000Z' })],
      [],
    );
    expect([later.may, later.from]).toEqual(['from', '2026-11-28T00:00:00.000Z']);
    const no = answerOf(
      [r('mild', { level: 3 }), r('deadly', { level: 5 }), r('plain'), r('later', { from: '2026-11-26' })],
      [],
    );
    expect([no.may, no.from, no.because.map((b) => b.text)]).toEqual([
      'no',
      null,
      ['deadly', 'mild', 'plain', 'later'],
    ]);
    expect(answerOf([r('never', { from: null })], [r('x')])).toMatchObject({ may: 'no', with: [{ text: 'x' }] });
  });
  test('what is only later: worst first, each once, the latest instant wherever it stands', () => {
    const [soon, late] = [{ from: '2026-11-26T00:00:00.000Z' }, { from: '2026-11-28T00:00:00.000Z' }];
    const all = answerOf(
      [r('mild', { level: 2, ...late }), r('bad', { level: 3, ...soon }), r('mild', { level: 2, ...late })],
      [],
    );
    expect([all.may, all.from, all.because.map((b) => b.text)]).toEqual(['from', late.from, ['bad', 'mild']]);
    expect(answerOf([r('mild', { level: 2, ...soon }), r('bad', { level: 3, ...late })], []).from).toBe(late.from);
    // for good and for now, both are told
    expect(answerOf([r('now', soon), r('ever'), r('ever')], []).because.map((b) => b.text)).toEqual(['ever', 'now']);
  });
  test('of two answers the worse', () => {
    const order = ['yes', 'with', 'from', 'no'] as const;
    for (const [i, a] of order.entries())
      for (const [n, b] of order.entries()) expect(worseOf(a, b)).toBe(order[Math.max(i, n)]);
  });
  test('several answers are one', () =>
    expect(together([answerOf([], [r('a')]), answerOf([r('b')], []), answerOf([], [])])).toMatchObject({
      may: 'no',
      because: [{ text: 'b' }],
      with: [{ text: 'a' }],
    }));
});

describe('what is there, in words', () => {
  test.each([
    [there('chlorine-bleach'), {}, 'Chlorine bleach, used here today, not rinsed'],
    [there('chlorine-bleach'), { daysAgo: 1 }, 'Chlorine bleach, used here yesterday, not rinsed'],
    [there('chlorine-bleach'), { daysAgo: 3, rinsed: true }, 'Chlorine bleach, used here 3 days ago, rinsed'],
    [there('chlorine-bleach'), { rinsed: true, times: 2 }, 'Chlorine bleach, used here today, rinsed twice'],
    [there('chlorine-bleach'), { rinsed: true, times: 1 }, 'Chlorine bleach, used here today, rinsed'],
    [there('chlorine-bleach'), { rinsed: true, times: Infinity }, 'Chlorine bleach, used here today, rinsed'],
    [there('chlorine-bleach', {}, { where: 'bowl' }), {}, 'Chlorine bleach, used here today, not rinsed'],
    [there('chlorine-bleach', {}, { where: 'fixture' }), {}, 'Chlorine bleach, used today, not rinsed'],
    [
      there('chlorine-bleach', {}, { where: 'fixture', place: 'on the seat' }),
      {},
      'Chlorine bleach, used on the seat today, not rinsed',
    ],
    [there('tank-block-blue', {}, { stays: true }), {}, 'Blue tank block, always there'],
    [there('tank-block-blue', {}, { stays: true, place: 'in the tank' }), {}, 'Blue tank block in the tank'],
  ] as [There, object, string][])('%#', (t, item, want) =>
    expect(thereWords(t, { ...t.what[0]!, ...item }).toLowerCase()).toBe(
      want.replace(/^Blue tank block/, c.products.get('tank-block-blue')!.name).toLowerCase(),
    ),
  );
});

describe('what meets there', () => {
  const judged = (id: string, all: There[]) => judgeThere({ product: id }, all, CLOCK, c);
  test('not rinsed is barred for good, with what is compared', () => {
    const j = judged('white-vinegar', [there('chlorine-bleach')]);
    expect(j.bars[0]).toEqual(
      expect.objectContaining({
        kind: 'meets',
        level: 5,
        rule: 'R1',
        met: 'chlorine bleach',
        operands: 'Acetic acid with Sodium hypochlorite',
        text: expect.stringMatching(
          /^Chlorine bleach, used here today, not rinsed\. Acid turns the bleach into chlorine/,
        ),
      }),
    );
    expect(j.bars[0]).not.toHaveProperty('from');
    // milder words of the same rule on the same two are not told beside it
    expect(j.bars.filter((b) => b.rule === 'R1')).toHaveLength(1);
  });
  test('rinsed today: from the midnight after a whole night, counted from the rinse', () => {
    const rinsed = { rinsed: true, times: 2, daysAgo: 0, rinsedDaysAgo: 0 };
    const at = (rinsedAt?: string) =>
      judged('white-vinegar', [there('chlorine-bleach', rinsed, rinsedAt ? { rinsedAt } : {})]).bars[0];
    expect(at('2026-11-25T08:00:00.000Z')).toMatchObject({ level: 2, from: '2026-11-26T00:00:00.000Z' });
    // less than eight hours before midnight is no night
    expect(at('2026-11-25T20:00:00.000Z')!.from! > '2026-11-26T00:00:00.000Z').toBe(true);
    // nothing was written down: the night is counted from now
    expect(at()!.from! > CLOCK.now).toBe(true);
    expect(at()!.text).toMatch(/take another day/);
  });
  test('rinsed and a night ago: once more with water, no bar', () => {
    const j = judged('white-vinegar', [
      there('chlorine-bleach', { rinsed: true, times: 2, daysAgo: 1, rinsedDaysAgo: 1 }),
    ]);
    expect([j.bars, j.asks.map((a) => [a.kind, a.text])]).toEqual([
      [],
      expect.arrayContaining([['rinse', 'Chlorine bleach, used here yesterday, rinsed twice: rinse once more first.']]),
    ]);
  });
  test('what is only pointless asks for a rinse; what is nothing asks for nothing', () => {
    const j = judged('white-vinegar', [there('castile-soap')]);
    expect([j.bars, j.asks.map((a) => a.text)]).toEqual([
      [],
      ['Castile soap, used here today, not rinsed: rinse once more first.'],
    ]);
    const strong = judged('oven-cleaner-caustic', [
      there('toilet-cleaner-acid', { rinsed: true, times: 1, daysAgo: 0, rinsedDaysAgo: 0 }),
    ]);
    expect(strong.asks.map((a) => a.text)).toContainEqual(expect.stringMatching(/rinsed: rinse twice first\.$/));
    expect(judged('dish-detergent', [there('white-vinegar')])).toMatchObject({ bars: [], asks: [] });
    expect(judged('dish-detergent', [])).toMatchObject({ bars: [], asks: [], met: [] });
  });
  test('what hangs there is rinsed by nothing', () => {
    const block = there(
      'tank-block-chlorine',
      { rinsed: true, times: 5, daysAgo: 30, rinsedDaysAgo: 30 },
      { stays: true },
    );
    expect(judged('toilet-cleaner-acid', [block]).bars.filter((b) => b.rule === 'R1')[0]).toMatchObject({ level: 5 });
    expect(judged('toilet-cleaner-acid', [block]).bars[0]).not.toHaveProperty('from');
  });
  test('the same again meets itself in nothing, and what cannot be resolved is not safe', () => {
    expect(meetings({ product: 'chlorine-bleach' }, [there('chlorine-bleach')], c)).toEqual([]);
    const both = [there('chlorine-bleach'), there('dish-detergent')];
    expect(meetings({ product: 'chlorine-bleach' }, both, c).map((m) => m.there.name)).not.toContain('chlorine bleach');
    const gone = { ...there('x'), what: [{ product: 'no-longer-known' }] };
    expect(judged('white-vinegar', [gone]).bars[0]).toMatchObject({ level: 3, rule: 'U1', kind: 'meets' });
  });
  test('three that need each other are seen together, wherever each came from', () => {
    const salt = [there('pool-shock-oxygen'), there('salt')];
    const j = judged('white-vinegar', salt);
    expect(j.bars.some((b) => b.level === 5)).toBe(true);
    // in two places they are not together
    const apart = [there('pool-shock-oxygen'), { ...there('salt'), where: 'tool' as const }];
    expect(judged('white-vinegar', apart).bars.some((b) => b.rule === 'T2')).toBe(false);
  });
  test('things are there in one way or another, and only what is there in the same way meets together', () => {
    const [oxygen, salt] = [there('pool-shock-oxygen'), there('salt')];
    const threes = (...all: There[]) =>
      judged('white-vinegar', all).met.filter((m) => m.finding.rule === 'T2').length > 0;
    expect(threes(oxygen, salt)).toBe(true);
    // what nobody called smooth is porous
    const { porous: _p, ...bare } = salt;
    expect(threes({ ...oxygen, porous: true }, bare as There)).toBe(true);
    expect(threes(oxygen, bare as There)).toBe(false);
    expect(threes(oxygen, { ...salt, stays: true })).toBe(false);
    expect(threes({ ...oxygen, stays: false }, salt)).toBe(true);
    expect(threes({ ...oxygen, where: 'fixture' }, salt)).toBe(false);
    // porous things are rinsed of nothing
    const rinsed = { rinsed: true, times: 2, daysAgo: 3, rinsedDaysAgo: 3 };
    const level = (porous: boolean) =>
      judged('white-vinegar', [there('chlorine-bleach', rinsed, { porous })]).met[0]!.finding.level;
    expect([level(false), level(true) > 0]).toEqual([0, true]);
  });
  test('what is offered with more than its name is another question', () => {
    const all = [there('chlorine-bleach')];
    const levels = (item: MixItem) => meetings(item, all, c).map((m) => m.finding.level);
    expect(levels({ product: 'white-vinegar' })[0]).toBe(5);
    expect(levels({ product: 'white-vinegar', rinsed: true, times: 2, daysAgo: 5 })[0]).toBeLessThan(5);
    expect(levels({ label: 'Ingredients: water, citric acid 5 %.' })[0]).toBe(5);
    expect(levels({ substance: 'water' })).toEqual([]);
    expect(levels({ product: 'white-vinegar' })[0]).toBe(5);
  });
  test('each finding names the thing that it would meet', () => {
    const all = [there('dish-detergent'), there('chlorine-bleach'), there('castile-soap')];
    const met = meetings({ product: 'white-vinegar' }, all, c);
    expect(new Set(met.map((m) => m.there.name))).toEqual(new Set(['chlorine bleach', 'castile soap']));
    for (const m of met) expect(m.item).toBe(m.there.what[0]);
    // what stays is asked as never rinsed, whatever its record says
    const stays = meetings(
      { product: 'white-vinegar' },
      [there('chlorine-bleach', { rinsed: true, times: 9 }, { stays: true })],
      c,
    );
    expect(stays[0]!.item.rinsed).toBe(false);
  });
  test('the same meeting is judged once a catalogue, and forgotten when five hundred others came', () => {
    const list = [there('chlorine-bleach')];
    const first = (all: There[], of = c) => meetings({ product: 'white-vinegar' }, all, of)[0]!.finding;
    const one = first(list);
    expect(first(list)).toBe(one);
    // another list that says the same
    expect(first([there('chlorine-bleach')])).toBe(one);
    expect(first([there('chlorine-bleach', { daysAgo: 1 })])).not.toBe(one);
    const other = { ...c, products: new Map(c.products) };
    expect(first(list, other)).not.toBe(one);
    expect(first(list)).toEqual(one);
    const again = first([there('chlorine-bleach')]);
    for (let days = 2; days < 520; days++) first([there('chlorine-bleach', { daysAgo: days })]);
    expect(first([there('chlorine-bleach')])).not.toBe(again);
  });
  test('bars and asks say level, rule and what is compared; a night that has passed asks for one more rinse', () => {
    const strong = judged('oven-cleaner-caustic', [
      there('toilet-cleaner-acid', { rinsed: true, times: 1, daysAgo: 0, rinsedDaysAgo: 0 }),
    ]);
    expect(strong.asks[0]).toMatchObject({
      kind: 'rinse',
      met: 'acid toilet cleaner',
      operands: expect.stringMatching(/ with /),
      level: expect.any(Number),
      rule: expect.stringMatching(/^[RN]\d+$/),
    });
    // an instant that hangs on a whole night: counted from when it was rinsed, else from when it was used
    const at = (item: object, more: object = {}) =>
      judged('white-vinegar', [there('chlorine-bleach', { rinsed: true, times: 2, daysAgo: 0, ...item }, more)])
        .bars[0]!;
    expect(at({ rinsedDaysAgo: 0 }, { rinsedAt: '2026-11-25T02:00:00.000Z' }).from).toBe('2026-11-26T00:00:00.000Z');
    expect(at({ rinsedDaysAgo: 0 }).level).toBe(2);
    expect(
      judgeThere(
        { product: 'white-vinegar' },
        [there('chlorine-bleach', { rinsed: true, times: 2, daysAgo: 0, rinsedDaysAgo: 0 })],
        undefined,
        c,
      ).bars[0]!.from,
    ).toMatch(/^1970-01-0[23]T00:00/);
  });
  test('what was only pointless and is rinsed asks for nothing; grout waits its seven nights from the last rinse', () => {
    const soap = { rinsed: true, times: 1, daysAgo: 0, rinsedDaysAgo: 0 };
    expect(judged('white-vinegar', [there('castile-soap', soap)])).toMatchObject({ bars: [], asks: [] });
    const grout = (rinsedDaysAgo: number) =>
      judged('white-vinegar', [
        there('chlorine-bleach', { rinsed: true, times: 2, daysAgo: 9, rinsedDaysAgo }, { porous: true }),
      ]).bars[0];
    expect([grout(3)?.level, grout(3)?.from, grout(5)?.from]).toEqual([2, null, null]);
    const whole = judged('white-vinegar', [there('chlorine-bleach')]).bars[0]!;
    expect(whole.text.endsWith('.')).toBe(true);
  });
  test('residents by the catalogue: what they are, and that they stay', () => {
    const block = residentThere('tank-block-chlorine', 'bowl', c);
    expect(block).toMatchObject({
      name: product('tank-block-chlorine').name,
      products: ['tank-block-chlorine'],
      stays: true,
    });
    expect(block.what).toEqual([{ product: 'tank-block-chlorine' }]);
    const urine = residentThere('urine', 'bowl', c);
    expect(urine.products).toEqual([]);
    expect(urine.what).toEqual(c.residents.get('urine')!.holds);
    expect(residentThere('nobody-knows', 'bowl', c)).toMatchObject({
      name: 'nobody-knows',
      what: [{ label: 'nobody-knows' }],
    });
  });
});

describe('whom a rule of protection concerns', () => {
  const rule = (when: Protection['when']): Protection => ({ ...c.protection.get('gloves')!, when });
  const applies = (
    when: Protection['when'],
    p: Product,
    more: { dilution?: number; apply?: string | null; profile?: object } = {},
  ) => appliesTo(rule(when), p, more.dilution ?? 1, more.apply ?? null, more.profile ?? {}, c);
  const bleach = product('chlorine-bleach');
  test.each([
    [{ people: 'asthma' }, { profile: { people: ['asthma'] } }, true],
    [{ people: 'asthma' }, { profile: { people: ['toddler'] } }, false],
    [{ people: 'asthma' }, {}, false],
    [{ pets: 'bird' }, { profile: { pets: ['bird'] } }, true],
    [{ pets: 'bird' }, { profile: { pets: ['cat'] } }, false],
    [{ septic: ['limit'] }, { profile: { septic: true } }, true],
    [{ septic: ['no'] }, { profile: { septic: true } }, false],
    [{ septic: ['limit'] }, { profile: { septic: false } }, false],
    [{ apply: ['spray'], state: ['liquid'] }, { apply: 'spray' }, true],
    [{ apply: ['spray'], state: ['liquid'] }, { apply: 'cloth' }, false],
    [{ apply: ['spray'], state: ['liquid'] }, {}, false],
    // how it is put on alone concerns nothing
    [{ apply: ['spray'] }, { apply: 'spray' }, false],
    [{ state: ['liquid'] }, {}, true],
    [{ state: ['powder'] }, {}, false],
    [{ signal: ['Danger'] }, {}, true],
    [{ signal: ['Warning'] }, {}, false],
    [{ pictograms: ['GHS05'] }, {}, true],
    [{ pictograms: ['GHS02'] }, {}, false],
    [{ pictograms: ['GHS02', 'GHS05'] }, {}, true],
    [{ classes: ['hypochlorite'] }, {}, true],
    [{ classes: ['ammonia'] }, {}, false],
    [{ classes: ['hypochlorite'], minPercent: 6 }, {}, true],
    [{ classes: ['hypochlorite'], minPercent: 6.2 }, {}, false],
    [{ mild: true }, {}, false],
    [{}, {}, false],
  ] as [Protection['when'], object, boolean][])('%j %j: %s', (when, more, want) =>
    expect(applies(when, bleach, more)).toBe(want),
  );
  test('mild is without word and picture; vapour counts as thin as it is', () => {
    expect(applies({ mild: true }, product('water'))).toBe(true);
    expect(applies({ mild: true }, product('water', { hazards: { pictograms: ['GHS07'], signal: null } }))).toBe(false);
    expect(applies({ signal: ['Danger'] }, product('water'))).toBe(false);
    expect(applies({ mild: true }, product('water', { hazards: { pictograms: [], signal: 'Warning' } }))).toBe(false);
    const strong = product('chlorine-bleach', { fume: 0.8 });
    const k = tuning(c).fumeOfDilution;
    expect(fumeOf(strong, 0.1, c)).toBeCloseTo(0.8 * 0.1 * k, 12);
    expect(fumeOf(strong, 1, c)).toBe(0.8);
    expect([applies({ fume: 0.8 }, strong), applies({ fume: 0.81 }, strong)]).toEqual([true, false]);
    expect(applies({ fume: 0.4 }, strong, { dilution: 0.1 })).toBe(0.8 * 0.1 * k >= 0.4);
  });
  test('what the house keeps to is asked first, and only of what holds however it is put on', () => {
    const no = (p: Product, apply: string | null, profile: object) =>
      refusedByPeople(p, 1, apply, profile, c)?.text ?? null;
    expect(no(bleach, null, { noChlorine: true })).toBe('This household uses no chlorine.');
    expect(no(product('white-vinegar'), null, { noChlorine: true })).toBeNull();
    expect(no(product('water', { fragrance: 'yes' }), null, { fragranceFree: true })).toBe('It is scented.');
    expect(no(product('water', { fragrance: 'varies' }), null, { fragranceFree: true })).toMatch(/may be scented/);
    expect(no(product('water'), null, { fragranceFree: true })).toBeNull();
    expect(no(bleach, 'spray', { noChlorine: true })).toBeNull();
    expect(no(bleach, 'spray', { people: ['asthma'] })).toMatch(/^No sprayed bleach/);
    expect(no(bleach, null, { people: ['asthma'] })).toBeNull();
    expect(no(product('furniture-polish-spray', { fume: 0.1 }), null, { pets: ['bird'] })).toMatch(
      /aerosol where a caged bird lives: birds die/,
    );
  });
  test('its own record: known for mixing only', () => {
    expect(refusedByRecord(product('white-vinegar'))).toBeNull();
    expect(refusedByRecord(product('muriatic-acid'))).toMatchObject({
      kind: 'record',
      text: expect.stringMatching(/^Muriatic acid.* is known here so that mixing can be judged/),
      source: product('muriatic-acid').basis['contents'] ?? product('muriatic-acid').basis.default,
    });
  });
  test('what to wear in use: a warning that is thin enough needs no gloves, a danger always does', () => {
    const wear = (p: Product, dilution: number, diluted: boolean, apply = 'cloth') =>
      wearFor(p, dilution, diluted, apply, {}, c).map((w) => w.kind);
    const warn = product('dish-detergent', { hazards: { pictograms: ['GHS07'], signal: 'Warning' } });
    const thin = tuning(c).thinBelow;
    expect(wear(warn, thin * 0.9, true)).not.toContain('gloves');
    expect(wear(warn, thin, true)).toContain('gloves');
    expect(wear(warn, thin * 0.9, false)).toContain('gloves');
    expect(wear(bleach, thin * 0.9, true)).toContain('gloves');
    // what is refused is no line of what to wear
    expect(wearFor(bleach, 1, false, 'spray', { people: ['asthma'] }, c).map((w) => w.kind)).not.toContain('people');
    expect(wearFor(bleach, 1, false, 'cloth', {}, c)[0]).toMatchObject({
      text: expect.any(String),
      because: expect.any(String),
      source: expect.any(String),
    });
  });
  test('lines for several things: each once, with all that it is for; mist only of what is sold as spray', () => {
    const two = guardsFor([bleach, product('drain-opener-caustic')], {}, c);
    const gloves = two.find((g) => g.kind === 'gloves')!;
    expect(gloves.products).toEqual(['chlorine bleach', product('drain-opener-caustic').name]);
    const asthma = { people: ['asthma'] };
    expect(guardsFor([product('mould-spray-chlorine')], asthma, c)[0]).toMatchObject({ kind: 'people', who: true });
    for (const state of ['spray', 'aerosol'] as const)
      expect(guardsFor([product('chlorine-bleach', { state })], asthma, c).map((g) => g.text)).toContainEqual(
        expect.stringMatching(/No sprayed/),
      );
    expect(guardsFor([bleach], asthma, c).map((g) => g.text)).not.toContainEqual(expect.stringMatching(/No sprayed/));
    const tank = guardsFor([product('water'), product('chlorine-bleach')], { septic: true }, c);
    expect(tank.map((g) => g.kind)).not.toContain('bare');
    expect(guardsFor([product('water')], { septic: true }, c).map((g) => g.kind)).toContain('bare');
  });
});

describe('a shelf', () => {
  test('the words say what happens if both leak, and where it stands', () => {
    const g = mayShelve(
      'white-vinegar',
      ['chlorine-bleach', 'chlorine-bleach', 'nothing-known', 'white-vinegar'],
      null,
      {},
      c,
    );
    expect(g).toMatchObject({ may: 'no', because: [{ met: 'chlorine bleach', level: 5, rule: 'R1' }] });
    expect(g.because).toHaveLength(1);
    expect(g.because[0]!.text).toMatch(/^Not beside chlorine bleach\. If both leak: acid turns/);
    expect(mayShelve('no-such-thing', ['chlorine-bleach'], null, {}, c).may).toBe('yes');
    const high = (id: string, shelf: object, people: string[] = []) =>
      mayShelve(id, [], shelf, { people }, c).with.map((w) => w.text);
    expect(high('chlorine-bleach', { heightBand: 'high', locked: true })).toEqual([
      'Chlorine bleach stands below the eyes: nothing drips onto anyone’s face.',
    ]);
    expect(high('chlorine-bleach', { heightBand: 'low' })).toEqual([]);
    expect(high('chlorine-bleach', { heightBand: 'low' }, ['toddler'])).toEqual([
      'A toddler lives here: a place that locks.',
    ]);
    expect(high('water', { heightBand: 'high' }, ['toddler'])).toEqual([]);
    expect(mayShelve('chlorine-bleach', [], null, { people: ['toddler'] }, c).with).toEqual([]);
    // a word or a picture is enough to be locked away; a warning without one is not
    const locked = (hazards: Product['hazards']) => {
      const products = new Map(c.products).set('x', product('water', { id: 'x', hazards }));
      return mayShelve('x', [], { heightBand: 'low' }, { people: ['toddler'] }, { ...c, products }).with.length;
    };
    expect(locked({ pictograms: ['GHS07'], signal: null })).toBe(1);
    expect(locked({ pictograms: [], signal: 'Danger' })).toBe(1);
    expect(locked({ pictograms: [], signal: null })).toBe(0);
    expect(mayShelve('chlorine-bleach', [], { heightBand: 'low' }, {}, c).with).toEqual([]);
  });
  test('every clash once, worst first', () => {
    const ids = [
      'oven-cleaner-caustic',
      'toilet-cleaner-acid',
      'chlorine-bleach',
      'chlorine-bleach',
      'dish-detergent',
      'nothing',
    ];
    const all = clashesOn(ids, c);
    expect(all.map((x) => [x.level, ...x.pair].join(' '))).toEqual([
      '5 oven-cleaner-caustic chlorine-bleach',
      '5 toilet-cleaner-acid chlorine-bleach',
      '3 oven-cleaner-caustic toilet-cleaner-acid',
    ]);
    expect(all[0]).toMatchObject({
      because: expect.stringMatching(/chloramine/),
      then: expect.stringMatching(/^Put them in separate trays on different shelves/),
    });
    expect(clashesOn(['water', 'dish-detergent'], c)).toEqual([]);
  });
});

describe('a bottle, by hand', () => {
  const make = (id: string, target: BottleQuestion['target'], more: Partial<BottleQuestion> = {}) => {
    const r = makeBottle({ stock: { product: id }, target, final: { mL: 500 }, ...more }, c);
    if (!r.ok) throw new Error(r.problems[0]!.message);
    return r.value;
  };
  const asks = (m: ReturnType<typeof make>) => Object.fromEntries(m.gate.with.map((w) => [w.kind, w.text]));
  test('how strong it may be: its use, its named targets, the label; and which of them says so', () => {
    // 60 g of washing soda in a litre
    expect(strongestAllowed(product('washing-soda'), null, c)).toMatchObject({
      percent: (product('washing-soda').strength.percent * 60) / 1000,
      because: expect.stringMatching(/^Washing soda is used at up to 60 g\/L\.$/),
    });
    expect(strongestAllowed(product('white-vinegar'), null, c)).toMatchObject({
      percent: Infinity,
      because: expect.stringMatching(/thinned as far as you like/),
    });
    const bleach = strongestAllowed(product('chlorine-bleach'), null, c);
    expect(bleach.percent).toBeCloseTo(0.65 / 0.9525, 6);
    expect(bleach.because).toMatch(/The strongest it is measured for is body fluids: 4500 to 6500 ppm\./);
    const own = strongestAllowed(product('dish-detergent'), { max: 40, unit: 'mL/L' }, c);
    const d = product('dish-detergent');
    expect(own).toEqual({
      percent: (d.strength.percent * 40 * (d.density ?? 1)) / 1000,
      because: 'Your label says so.',
      source: 'household',
    });
    expect(strongestAllowed(d, { max: 0.0001, unit: 'mL/L' }, c).because).not.toBe('Your label says so.');
    expect(strongestAllowed(d, { max: 0, unit: 'neat' }, c).percent).toBe(Infinity);
  });
  test('too strong says what is compared, and how to say more', () => {
    const g = make('washing-soda', { percent: 7 }).gate.because[0]!;
    expect(g).toMatchObject({
      kind: 'dose',
      operands: '7 % against 6 %',
      text: expect.stringMatching(/enter its dose\.$/),
    });
    expect(
      make('dish-detergent', { ratio: ratioOf('1+5') }, { label: { max: 40, unit: 'mL/L' } }).gate.because[0]!.text,
    ).not.toMatch(/enter its dose/);
  });
  test('weaker than any named target disinfects nothing; at its edge it does', () => {
    const weak = (ppm: number) => 'weak' in asks(make('chlorine-bleach', { ppm }));
    expect([weak(40), weak(49), weak(50), weak(1000)]).toEqual([true, true, false, false]);
    expect('weak' in asks(make('citric-descaler', { percent: 0.5 }))).toBe(false);
  });
  test('what does not dissolve, and how warm it gets', () => {
    expect(make('boric-acid-powder', { percent: 5 }).gate.because[0]).toMatchObject({
      kind: 'solubility',
      operands: expect.stringMatching(/^50 g\/L against 47.* g\/L$/),
    });
    const heat = (percent: number, label = { max: 500, unit: 'g/L' as const }) =>
      make('washing-soda', { percent }, { label }).gate;
    // 26.7 kJ a mole of 106 g: 83 g in a litre warm it by 5 degrees
    expect(heat(8.2).with.map((w) => w.kind)).not.toContain('heat');
    expect(heat(8.4).with.find((w) => w.kind === 'heat')!.text).toBe(
      'It warms the water by about 5 °C as it dissolves. Stir in a little at a time.',
    );
  });
  test('the order of pouring, how long it keeps, and what the water is', () => {
    const b = make('chlorine-bleach', { ppm: 1000 }, { vessel: 'sprayer' });
    expect(asks(b)).toMatchObject({
      order: 'Water first, then the bleach: it foams less and does not splash.',
      keeps: 'Cool water only. Good for a day: pour away after 24 h.',
    });
    expect([b.keeps_h, b.water, b.open]).toEqual([24, 'cool', false]);
    const oxygen = make('percarbonate-booster', { percent: 1 }, { vessel: 'bucket' });
    expect(asks(oxygen).vessel).toBe('In an open bowl or bucket, never shut.');
    expect(make('percarbonate-booster', { percent: 1 }, { vessel: 'jar' }).gate.because[0]!.text).toMatch(
      /^Jar with a lid: it must not be shut\./,
    );
    const peroxide = make('peroxide-6', { percent: 3 }, { opaque: false, vessel: 'sprayer' });
    expect(peroxide.keeps_h).toBe(24);
    expect(peroxide.gate.with.map((w) => w.text)).toContain('This bottle lets light in: it keeps a day in it.');
    // a powder goes into water anyway: nothing is said of an order
    expect('order' in asks(make('washing-soda', { percent: 2 }))).toBe(false);
  });
  test('rows of keeping: by class, by substance, from how much on, and what fizzes', () => {
    const rows = (id: string, dilution: number) => keepingOf(product(id), dilution, c).map((k) => k.id);
    expect(rows('chlorine-bleach', 0.02)).toEqual(['chlorine', 'soap']);
    expect(rows('chlorine-bleach', 0.0001)).toEqual(['soap']);
    expect(rows('percarbonate-booster', 0.01)).toContain('oxygen-powder');
    expect(rows('ethanol-70', 0.5)).toContain('alcohol');
    expect(rows('ethanol-70', 0.2)).not.toContain('alcohol');
    const fizzy = product('baking-soda', {
      contents: [
        { substance: 'citric-acid', percent: { min: 1, max: 1 } },
        { substance: 'sodium-bicarbonate', percent: { min: 1, max: 1 } },
      ],
    });
    expect(keepingOf(fizzy, 0.1, c).map((k) => k.id)).toContain('fizz');
    expect(rows('baking-soda', 0.1)).not.toContain('fizz');
  });
  test('room in the vessel, from both sides', () => {
    const full = (mL: number) =>
      make('dish-detergent', { percent: 0.05 }, { vessel: 'sprayer', capacity_mL: 500, final: { mL } }).gate;
    expect(full(500.04).because.map((b) => b.kind)).toEqual([]);
    expect(full(501).because[0]!.text).toBe('It holds 500 mL: make less, or take another.');
    expect(full(452).with.map((w) => w.kind)).not.toContain('headspace');
    expect(full(453).with.find((w) => w.kind === 'headspace')!.text).toBe('Leave room: at most 450 mL in this one.');
    expect(make('dish-detergent', { percent: 0.05 }, { capacity_mL: 100 }).gate.because).toEqual([]);
  });
  test('what it held is poured out and rinsed, unless it was the same', () => {
    const held = (id: string) =>
      make('dish-detergent', { percent: 0.05 }, { there: [there(id, {}, { where: 'vessel' })] });
    expect(asks(held('white-vinegar')).rinse).toBe(
      `It held ${product('white-vinegar').name}: pour that out, and rinse bottle, tube and trigger first.`,
    );
    expect('rinse' in asks(held('dish-detergent'))).toBe(false);
    expect(
      'rinse' in
        asks(make('dish-detergent', { percent: 0.05 }, { there: [there('white-vinegar', {}, { where: 'head' })] })),
    ).toBe(false);
  });
  test('milder things left in it: poured out where it held them, rinsed once more where the head met them', () => {
    const rinses = (...left: There[]) =>
      make('white-vinegar', { percent: 3 }, { there: left })
        .gate.with.filter((w) => w.kind === 'rinse')
        .map((w) => w.text);
    const [soap, soda] = ['castile-soap', 'baking-soda'];
    const out = 'It held castile soap: pour that out, and rinse bottle, tube and trigger first.';
    expect(rinses(there(soap, {}, { where: 'vessel' }))).toEqual([out]);
    expect(rinses(there(soap, {}, { where: 'head' }))).toEqual([
      'Castile soap, used today, not rinsed: rinse once more first.',
    ]);
    expect(rinses(there(soap, {}, { where: 'vessel' }), there(soda, {}, { where: 'head' }))).toEqual([
      'Baking soda, used today, not rinsed: rinse once more first.',
      out,
    ]);
    expect(rinses()).toEqual([]);
  });
  test('water itself: what boils up in it is refused, what heats up goes into it a little at a time', () => {
    expect(make('drain-opener-caustic', { percent: 5 }).gate.because[0]).toMatchObject({
      kind: 'water',
      level: 4,
      rule: 'N52',
      text: 'With water: Caustic with aluminium in water boils up with heat and hydrogen.',
    });
    const lye = make('caustic-soda', { percent: 5 });
    expect(lye.gate.because.map((b) => b.kind)).toEqual(['record']);
    expect(asks(lye)).toMatchObject({
      order: 'Into plenty of cold water, a little at a time; never water onto it.',
      keeps: 'Cold water, a little at a time, in the open.',
      vessel: 'In an open bowl or bucket, never shut.',
    });
    expect(lye.water).toBe('cold');
    // from 40 K on it is no recipe: 44.5 kJ a mole of 40 g
    const heat = (percent: number) =>
      make('caustic-soda', { percent }, { label: { max: 500, unit: 'g/L' } }).gate.because.map((b) => b.kind);
    expect([heat(14.9), heat(15.4)]).toEqual([['record'], ['record', 'heat']]);
    const hot = make('caustic-soda', { percent: 20 }, { label: { max: 500, unit: 'g/L' } }).gate.because[1]!;
    expect([hot.text, hot.source]).toEqual([
      'It warms the water by about 53 °C as it dissolves.',
      c.substances.get('sodium-hydroxide')!.basis['solution_kJPerMol'],
    ]);
  });
  test('what does not dissolve names how much does, and by whom', () => {
    const boric = c.substances.get('boric-acid')!;
    expect(make('boric-acid-powder', { percent: 5 }).gate.because[0]).toMatchObject({
      text: 'That does not dissolve: at most about 47 g of boric acid go into a litre of water at 20 °C.',
      source: boric.basis['solubility_gPerL'],
    });
  });
  test('too much chlorine, in ppm on both sides; neat it is no mix, and is told once', () => {
    const own = make('chlorine-bleach', { ppm: 15920 }, { label: { max: 500, unit: 'mL/L' } }).gate.because;
    expect(own).toMatchObject([
      {
        kind: 'dose',
        operands: '15900 against 6500 ppm',
        text: '15900 ppm of chlorine is stronger than anything is mixed at home: the strongest named target is body fluids, 4500 to 6500 ppm.',
      },
    ]);
    expect(make('chlorine-bleach', { percent: 5 }).gate.because).toHaveLength(2);
    const neat = make('chlorine-bleach', { ratio: ratioOf('1+0') });
    expect([neat.recipe.stock_mL, neat.recipe.water_mL]).toEqual([500, 0]);
    expect(neat.gate.because.map((b) => b.kind)).toEqual(['dose']);
    expect('order' in asks(neat)).toBe(false);
    expect(asks(make('white-vinegar', { percent: 2 }))['order']).toBe('Water first, then the acid.');
  });
  test('the people are asked', () =>
    expect(make('chlorine-bleach', { ppm: 1000 }, { profile: { noChlorine: true } }).gate.because).toMatchObject([
      { kind: 'household', text: 'This household uses no chlorine.' },
    ]));
  test('light, and a cap that breathes: only for what needs it', () => {
    const kinds = (id: string, more: Partial<BottleQuestion>) =>
      make(id, { percent: 3 }, more).gate.with.map((w) => `${w.kind}: ${w.text.slice(0, 24)}`);
    const [light, cap] = ['vessel: This bottle lets light i', 'vessel: Keep it in a bottle that'];
    expect(kinds('peroxide-6', { opaque: false })).toEqual(expect.arrayContaining([light]));
    expect(kinds('peroxide-6', { opaque: true })).not.toContain(light);
    expect(kinds('peroxide-6', {})).not.toContain(light);
    expect(kinds('white-vinegar', { opaque: false })).not.toContain(light);
    expect(kinds('peroxide-6', { vessel: 'sprayer' })).toContain(cap);
    expect(kinds('peroxide-6', { vessel: 'bucket' })).not.toContain(cap);
    expect(kinds('white-vinegar', { vessel: 'sprayer' }).filter((k) => k.startsWith('vessel'))).toEqual([]);
  });
  test('how long it keeps is said once, by what keeps shortest, and not beside what must stay open', () => {
    const keeps = (id: string, percent: number, more: Partial<BottleQuestion> = {}) =>
      make(id, { percent }, more)
        .gate.with.filter((w) => w.kind === 'keeps')
        .map((w) => w.source && w.text);
    expect(keeps('percarbonate-booster', 1, { vessel: 'bucket' })).toEqual([]);
    expect(keeps('chlorine-bleach', 0.1)).toEqual(['Cool water only. Good for a day: pour away after 24 h.']);
    expect(keeps('washing-soda', 2)).toEqual([c.keeping.get('soap')!.says]);
    // the soonest counts for the water too: warm for what fizzes
    expect([make('baking-soda', { percent: 2 }).water, make('percarbonate-booster', { percent: 1 }).water]).toEqual([
      'cool',
      'warm',
    ]);
  });
  test('one dose is named as one, a range by its upper end', () => {
    expect(strongestAllowed(product('antifreeze'), null, c).because).toBe('Antifreeze is used at 500 mL/L.');
    expect(strongestAllowed(product('washing-soda'), null, c).because).toMatch(/ used at up to 60 g\/L\.$/);
  });
  test('acid alone does not fizz, nor chalk alone', () => {
    const rows = (substance: string) =>
      keepingOf(product('baking-soda', { contents: [{ substance, percent: { min: 50, max: 50 } }] }), 0.1, c).map(
        (k) => k.id,
      );
    expect([rows('citric-acid'), rows('sodium-bicarbonate')].flat()).not.toContain('fizz');
  });
  test('a sum without a product is only a sum', () => {
    const r = makeBottle({ stock: { percent: 10 }, target: { percent: 1 }, final: { mL: 500 }, vessel: 'round' }, c);
    expect(r).toMatchObject({
      ok: true,
      value: {
        gate: { may: 'yes' },
        keeps_h: 24,
        water: 'cool',
        open: false,
        mixed: c.vessels.get('round')!.mixed.liquid,
        recipe: { warnings: ['No product was named, so only the sum was done: read the label.'] },
      },
    });
    expect(makeBottle({ stock: { percent: 1 }, target: { percent: 10 }, final: { mL: 500 } }, c).ok).toBe(false);
  });
  test('a refusal as a problem of the request: what is at fault, in its place', () => {
    const path = (id: string, target: BottleQuestion['target'], more = {}) => {
      const no = refusalOf(make(id, target, more).gate);
      return no && no.problems[0]!.path;
    };
    expect(path('washing-soda', { percent: 7 })).toBe('/target');
    expect(path('boric-acid-powder', { percent: 5 })).toBe('/target');
    expect(path('muriatic-acid', { percent: 1 })).toBe('/stock/product');
    expect(path('white-vinegar', { percent: 2 })).toBeNull();
    const later = refusalOf({ may: 'from', from: 'x', because: [], with: [] }, '/here');
    expect(later).toMatchObject({ ok: false, problems: [{ path: '/here' }] });
  });
});

describe('kept apart from', () => {
  test('nothing is cried for nothing: each name has a witness that makes that level with it', () => {
    const witnesses = [...c.substances.values()].flatMap((x) => {
      const operands = new Set([...x.classes, `substance:${x.id}`].flatMap((k) => c.operandsOf.get(k) ?? [k]));
      return (['solid', 'liquid'] as const).map((state) => {
        const r = resolveItems([{ substance: x.id, percent: 100, state }], c);
        if (!r.ok) throw new Error(x.id);
        return { operands, item: r.value[0]! };
      });
    });
    let named = 0;
    for (const id of sampled([...c.products.keys()])) {
      const r = resolveItems([{ product: id }], c);
      if (!r.ok) throw new Error(id);
      for (const x of keepApart([product(id)], c)) {
        if (x.level < 4 || x.together) continue;
        named++;
        const found = witnesses.some(
          (w) =>
            x.operands.some((o) => w.operands.has(o)) &&
            judge([r.value[0]!, w.item], { meeting: 'container' }, c).level >= x.level,
        );
        expect([id, x.name, x.level, found]).toEqual([id, x.name, x.level, true]);
      }
    }
    expect(named).toBeGreaterThan(100);
  });
  const of = (...p: Product[]) => keepApart(p, c);
  /** What a product of these contents is kept apart from where the whole table is these clauses. */
  const byClauses = (
    clauses: Partial<Clause>[],
    contents: [substance: string, percent: number][],
    state: Product['state'] = 'liquid',
    more: Partial<Product> = {},
  ) => {
    const table = clauses.map((x): Clause => ({
      a: 'hypochlorite',
      b: 'ammonia',
      level: 4,
      forms: [],
      because: 'Because.',
      kind: 'gas',
      source: 'stoichiometry',
      ...x,
    }));
    const rules = new Map([['X', { ...c.rules.get('R1')!, id: 'X', clauses: table }]]);
    const x = product('chlorine-bleach', {
      id: 'x',
      state,
      contents: contents.map(([substance, percent]) => ({ substance, percent: { min: percent, max: percent } })),
      ...more,
    });
    const all = keepApart([x], { ...c, rules, products: new Map(c.products).set('x', x) });
    return all.filter((y) => y.rule === 'X').map((y) => [y.operands.join('+'), y.level, y.together].join(' '));
  };
  const bleach5: [string, number][] = [['sodium-hypochlorite', 5]];
  const ammonia5: [string, number][] = [['ammonia', 5]];
  const NAMES_B = ['ammonia 4 false'];
  const NAMES_A = ['hypochlorite 4 false'];
  test.each([
    ['either side names the other', {}, bleach5, 'liquid', NAMES_B],
    ['and the other way', {}, ammonia5, 'liquid', NAMES_A],
    ['what is neither is told nothing', {}, [['acetic-acid', 5]], 'liquid', []],
    ['from level 3 on', { level: 3 }, bleach5, 'liquid', ['ammonia 3 false']],
    ['not below', { level: 2 }, bleach5, 'liquid', []],
    ['places are no partners', { b: 'place:flame' }, bleach5, 'liquid', []],
    ['at the line of its side', { when: { minA: 5 } }, bleach5, 'liquid', NAMES_B],
    ['below the line', { when: { minA: 5.1 } }, bleach5, 'liquid', []],
    ['the line of the other side is not its own', { when: { minB: 50 } }, bleach5, 'liquid', NAMES_B],
    ['the line of the second side', { when: { minB: 5 } }, ammonia5, 'liquid', NAMES_A],
    ['below it', { when: { minB: 5.1 } }, ammonia5, 'liquid', []],
    ['its form', { when: { stateA: 'solid' } }, bleach5, 'powder', NAMES_B],
    ['another form', { when: { stateA: 'solid' } }, bleach5, 'liquid', []],
    ['the form of the second side', { when: { stateB: 'liquid' } }, ammonia5, 'liquid', NAMES_A],
    ['another form of it', { when: { stateB: 'liquid' } }, ammonia5, 'powder', []],
    [
      'not strong enough',
      { b: 'carbonate', a: 'acid', when: { concentratedA: true } },
      [['acetic-acid', 5]],
      'liquid',
      [],
    ],
    [
      'strong acid',
      { b: 'carbonate', a: 'acid', when: { concentratedA: true } },
      [['acetic-acid', 80]],
      'liquid',
      ['carbonate 4 false'],
    ],
    [
      'the second side strong',
      { a: 'carbonate', b: 'acid', when: { concentratedB: true } },
      [['acetic-acid', 5]],
      'liquid',
      [],
    ],
    ['not of a class', { when: { aNotClass: 'active-halogen' } }, bleach5, 'liquid', []],
    ['not of another', { when: { aNotClass: 'amine' } }, bleach5, 'liquid', NAMES_B],
    ['nor the second side', { when: { bNotClass: 'ammonia' } }, ammonia5, 'liquid', []],
    ['of a class too', { when: { aHasClass: 'active-halogen' } }, bleach5, 'liquid', NAMES_B],
    ['and not of it', { when: { aHasClass: 'amine' } }, bleach5, 'liquid', []],
    ['the second side of a class', { when: { bHasClass: 'ammonia' } }, ammonia5, 'liquid', NAMES_A],
    ['and not', { when: { bHasClass: 'amine' } }, ammonia5, 'liquid', []],
    ['the class of the other side is not its own', { when: { bHasClass: 'amine' } }, bleach5, 'liquid', NAMES_B],
    ['together over a sum', { when: { sumB: { of: 'ammonia', over: 4.9 } } }, ammonia5, 'liquid', NAMES_A],
    ['together not over it', { when: { sumB: { of: 'ammonia', over: 5 } } }, ammonia5, 'liquid', []],
    [
      'a sum of the second side is none of the first',
      { when: { sumB: { of: 'ammonia', over: 50 } } },
      bleach5,
      'liquid',
      NAMES_B,
    ],
    ['free of what it must not hold', { when: { aFreeOf: 'reactive-metal' } }, bleach5, 'liquid', NAMES_B],
    ['not free of it', { when: { aFreeOf: 'reactive-metal' } }, [...bleach5, ['aluminium', 3]], 'powder', []],
    [
      'that is asked of the first side',
      { when: { aFreeOf: 'reactive-metal' } },
      [...ammonia5, ['aluminium', 3]],
      'powder',
      NAMES_A,
    ],
    ['of three, the two others together', { c: 'acid' }, bleach5, 'liquid', ['ammonia+acid 4 true']],
    ['of three, the one left', { c: 'acid' }, [...bleach5, ['acetic-acid', 5]], 'liquid', NAMES_B],
    ['the third alone', { c: 'acid' }, [['acetic-acid', 5]], 'liquid', ['hypochlorite+ammonia 4 true']],
    ['all three in it already', { c: 'acid' }, [...bleach5, ...ammonia5, ['acetic-acid', 5]], 'liquid', []],
    ['none of the three', { c: 'acid' }, [['ethanol', 5]], 'liquid', []],
    [
      'two that stand in one: the first fears them together',
      { c: 'acid', when: { sameItemBC: true } },
      bleach5,
      'liquid',
      ['ammonia+acid 4 true'],
    ],
    [
      'and what holds both fears the first',
      { c: 'acid', when: { sameItemBC: true } },
      [...ammonia5, ['acetic-acid', 5]],
      'liquid',
      NAMES_A,
    ],
    [
      'what holds one of the two fears nothing of it',
      { c: 'acid', when: { sameItemBC: true } },
      ammonia5,
      'liquid',
      [],
    ],
    ['nor what holds the other', { c: 'acid', when: { sameItemBC: true } }, [['acetic-acid', 5]], 'liquid', []],
  ] as [string, Partial<Clause>, [string, number][], Product['state'], string[]][])(
    '%s',
    (_, clause, contents, state, want) => expect(byClauses([clause], contents, state)).toEqual(want),
  );
  test('a form that nobody said may be any', () => {
    const own = { basis: { default: 'household' } };
    expect(byClauses([{ when: { stateA: 'solid' } }], bleach5, 'liquid', own)).toEqual(NAMES_B);
  });
  test('worst first; of one level what more houses have; then by name; the same name once, at its worst', () => {
    const two = (a: Partial<Clause>, b: Partial<Clause>) => byClauses([a, b], bleach5);
    expect(two({ b: 'ammonia', level: 4 }, { b: 'amine', level: 5 })).toEqual(['amine 5 false', 'ammonia 4 false']);
    // surfactants stand in half the catalogue, dithiocarbamates in next to nothing, whichever rule is first
    const common = ['surfactant 4 false', 'dithiocarbamate 4 false'];
    expect(two({ b: 'surfactant' }, { b: 'dithiocarbamate' })).toEqual(common);
    expect(two({ b: 'dithiocarbamate' }, { b: 'surfactant' })).toEqual(common);
    expect(two({ b: 'ammonia', level: 4 }, { b: 'ammonia', level: 5 })).toEqual(['ammonia 5 false']);
    expect(two({ b: 'ammonia', level: 5 }, { b: 'ammonia', level: 4 })).toEqual(['ammonia 5 false']);
    // two words of the rules under one name of the house
    expect(c.partners.get('acid')!.name).toBe(c.partners.get('free-acid')!.name);
    expect(two({ b: 'acid', level: 4 }, { b: 'free-acid', level: 5 })).toEqual(['acid+free-acid 5 false']);
    expect(two({ b: 'acid', level: 5 }, { b: 'free-acid', level: 4 })).toEqual(['acid+free-acid 5 false']);
  });
  test('what takes two more is as rare as the rarer of them', () => {
    const rare = { a: 'hypochlorite', b: 'surfactant', c: 'dithiocarbamate' };
    expect(byClauses([rare, { b: 'ammonia' }], bleach5)).toEqual([
      'ammonia 4 false',
      'surfactant+dithiocarbamate 4 true',
    ]);
  });
  test('a wider word says the narrower one too: at the same level or worse, alone, never itself', () => {
    const two = (a: Partial<Clause>, b: Partial<Clause>) => byClauses([a, b], bleach5);
    expect(c.groups.get('acid')!.members).toContain('organic-acid');
    expect(two({ b: 'organic-acid' }, { b: 'acid' })).toEqual(['acid 4 false']);
    expect(two({ b: 'organic-acid' }, { b: 'acid', level: 5 })).toEqual(['acid 5 false']);
    expect(two({ b: 'organic-acid', level: 5 }, { b: 'acid', level: 4 })).toEqual([
      'organic-acid 5 false',
      'acid 4 false',
    ]);
    // with a third beside it, it says something of its own, and the wide word with a third says nothing of the narrow
    expect(two({ b: 'organic-acid', c: 'ammonia' }, { b: 'acid' })).toHaveLength(2);
    expect(two({ b: 'organic-acid' }, { b: 'acid', c: 'ammonia' })).toHaveLength(2);
  });
  test('a partner is what holds the thing from its line of trace on', () => {
    const holds = (percent: number, min = 0) =>
      isPartner(
        { name: '', level: 4, because: '', rule: '', source: '', operands: ['hypochlorite', 'none'], together: false },
        product('water', { contents: [{ substance: 'sodium-hypochlorite', percent: { min, max: percent } }] }),
        c,
      );
    const line = traceLine(c.substances.get('sodium-hypochlorite')!.classes, c);
    expect(line).toBeGreaterThan(0);
    expect([holds(line * 0.9), holds(line), holds(5)]).toEqual([false, true, true]);
    const gone = product('water', { contents: [{ substance: 'no-longer-known', percent: { min: 1, max: 1 } }] });
    const any = {
      name: '',
      level: 4,
      because: '',
      rule: '',
      source: '',
      operands: ['no-longer-known'],
      together: false,
    };
    expect(isPartner(any, gone, c)).toBe(false);
  });
  test('what is no product of the catalogue is left out, and the rest is told', () =>
    expect(of(product('water', { id: 'nobody-knows' }), product('chlorine-bleach'))).toEqual(
      of(product('chlorine-bleach')),
    ));
  test('bleach: what takes two names both, and what nobody names is not known', () => {
    const all = of(product('chlorine-bleach'));
    expect(all[0]).toMatchObject({ level: 5, together: false });
    expect(all.find((x) => x.operands.includes('undisclosed'))).toMatchObject({
      level: 3,
      rule: 'U1',
      together: false,
    });
    expect(of(product('salt')).find((x) => x.together)).toMatchObject({
      level: 5,
      name: expect.stringMatching(/ together with /),
    });
  });
  test('its own side must be so: weak peroxide fears less than strong', () => {
    const names = (id: string) =>
      new Set(
        of(product(id))
          .filter((x) => x.level >= 4)
          .map((x) => x.name),
      );
    const [weak, strong] = [names('peroxide-3'), names('peroxide-12')];
    expect([...weak].every((n) => strong.has(n))).toBe(true);
    expect(strong.size).toBeGreaterThan(weak.size);
  });
  test('several things at once fear what any of them fears', () => {
    const both = of(product('chlorine-bleach'), product('peroxide-3')).map((x) => x.name);
    expect(both.length).toBeGreaterThanOrEqual(of(product('chlorine-bleach')).length);
  });
  test('an own label of which nothing is known fears anything', () => {
    const own = { ...product('dish-detergent'), basis: { default: 'household' }, disclosed: 'no' as const };
    const shelf = { ...c, products: new Map(c.products).set('own', { ...own, id: 'own' }) };
    expect(keepApart([shelf.products.get('own')!], shelf).map((x) => x.operands)).toContainEqual(['anything']);
  });
});
