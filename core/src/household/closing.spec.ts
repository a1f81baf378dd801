import {
  bottleForPart,
  closingOf,
  doneBySteps,
  type Household,
  partsOfRun,
  type Run,
  type RunPart,
} from '@dolly-tub/core';
import { catalogue } from '../../checks/catalogue-for-tests';
import type { Bottle } from './records';

const NOW = new Date('2026-11-25T10:30:00Z');
const part = (more: object = {}): RunPart =>
  ({
    spot: 's',
    question: { material: 'ceramic-tile', soil: 'limescale', severity: 3 },
    method: { name: 'm', product: 'citric-descaler', tool: 'microfibre-cloth', strength: { percent: 4, basis: 'w/v' } },
    uses: [
      { item: 'citric-descaler', amount: 10, unit: 'g' },
      { item: 'dish-detergent', amount: 2, unit: 'mL' },
    ],
    ...more,
  }) as RunPart;
const bottle = (id: string, fill: object | null, kit = 'k'): Bottle =>
  ({
    id,
    kit,
    name: `bottle ${id}`,
    fill: fill && {
      parts: [{ item: 'citric-descaler', amount: 20, unit: 'g' }],
      water_mL: 500,
      left_mL: 400,
      result: [{ substance: 'citric-acid', percent: 4, basis: 'w/v' }],
      discardAt: '2026-11-26T10:30:00.000Z',
      ...fill,
    },
  }) as unknown as Bottle;
const run = (more: object = {}): Run =>
  ({ id: 'r', startedAt: '2026-11-25T10:00:00Z', steps: [], ...part(), ...more }) as unknown as Run;
const house = (bottles: Bottle[] = []): Household & { bottles: Bottle[] } =>
  ({
    settings: null,
    members: [],
    rooms: [],
    spots: [{ id: 's', room: 'bath', name: 'Tiles', kinds: [], band: 'touch', material: 'ceramic-tile' }],
    kits: [{ id: 'k', room: 'bath' }],
    stock: [
      { id: 'acid', kit: 'k', item: 'citric-descaler', onHand: 250, position: 0, pack: { unit: 'g', amount: 250 } },
      { id: 'soap', kit: 'k', item: 'dish-detergent', onHand: 1, position: 1, pack: { unit: 'mL', amount: 500 } },
      { id: 'cloth', kit: 'k', item: 'microfibre-cloth', onHand: 3, position: 2, pack: { unit: 'piece', amount: 1 } },
    ],
    log: [],
    bottles,
  }) as unknown as Household & { bottles: Bottle[] };
const said = { outcome: 'worked', rinsed: 1, aired: true, toolsRinsed: 1 } as const;

describe('which mixed bottle a part is done from', () => {
  const of = (...all: Bottle[]) => bottleForPart(part(), all, ['k'], NOW);
  test('one of the same product that fits: 10 g of 20 g in 500 mL are 250 mL', () =>
    expect(of(bottle('a', {}))).toEqual({ id: 'a', name: 'bottle a', used: 250 }));
  test('never more than is left', () => expect(of(bottle('a', { left_mL: 90 }))!.used).toBe(90));
  test('a liquid counts with the water: 10 mL of 50 mL in 500 mL are 100 mL', () => {
    const liquid = { parts: [{ item: 'citric-descaler', amount: 50, unit: 'mL' }], water_mL: 450 };
    expect(of(bottle('a', liquid))!.used).toBe(100);
  });
  test.each([
    ['empty', { left_mL: 0 }],
    ['past its day', { discardAt: '2026-11-25T10:29:00.000Z' }],
    ['of another product', { parts: [{ item: 'white-vinegar', amount: 20, unit: 'mL' }] }],
    ['far stronger', { result: [{ substance: 'citric-acid', percent: 5.3, basis: 'w/v' }] }],
    ['far weaker', { result: [{ substance: 'citric-acid', percent: 3, basis: 'w/v' }] }],
  ])('not one that is %s', (_, fill) => expect(of(bottle('a', fill))).toBeNull());
  test('nor one with nothing in it', () => expect(of(bottle('a', null))).toBeNull());
  test('about as strong is the same', () =>
    expect(of(bottle('a', { result: [{ substance: 'citric-acid', percent: 5.1, basis: 'w/v' }] }))).not.toBeNull());
  test('one of the room comes first', () =>
    expect(of(bottle('far', {}, 'other'), bottle('near', {}))!.id).toBe('near'));
  test('what is done dry or with water comes from none', () =>
    expect(bottleForPart(part({ method: { name: 'dry', product: null } }), [bottle('a', {})], [], NOW)).toBeNull());
});

describe('what closes a part of a run', () => {
  test('as much as this house takes of it: twice as much where counting taught so', () => {
    const once = closingOf(run(), part(), 1, said, house(), NOW, catalogue).entry.moves![0]!.delta;
    const twice = closingOf(run(), part(), 1, said, house(), NOW, catalogue, () => 2).entry.moves![0]!.delta;
    expect(twice).toBeCloseTo(2 * once, 2);
  });
  test('what it took comes off the shelf, the piece is named, the time is shared', () => {
    const { entry, came, short } = closingOf(run(), part(), 2, said, house(), NOW, catalogue);
    expect(entry).toMatchObject({
      kind: 'clean',
      run: 'r',
      outcome: 'worked',
      rinsed: 1,
      aired: true,
      minutes: 15,
      moves: [
        { stock: 'acid', delta: -10, unit: 'g' },
        { stock: 'soap', delta: -1, unit: 'mL' },
      ],
      tools: ['cloth'],
      toolsRinsed: 1,
      names: { spot: 'Tiles', product: catalogue.products.get('citric-descaler')!.name },
    });
    expect(entry.bottle).toBeUndefined();
    expect([came, short]).toEqual([['Off the shelf: 10 g, 1 mL.'], true]);
  });
  test('from a mixed bottle its product does not leave the shelf again', () => {
    const { entry, came } = closingOf(run(), part(), 1, said, house([bottle('a', {})]), NOW, catalogue);
    expect(entry).toMatchObject({ bottle: 'a', used_mL: 250, moves: [{ stock: 'soap' }], minutes: 30 });
    expect(came).toEqual(['Off the shelf: 1 mL.', 'From bottle a: 250 mL.']);
  });
  test('a moment counts as a minute', () =>
    expect(
      closingOf(run({ startedAt: NOW.toISOString() }), part(), 1, said, house(), NOW, catalogue).entry.minutes,
    ).toBe(1));
  test('a tool that the house has none of is not named', () => {
    const h = { ...house(), stock: [] };
    const { entry, short } = closingOf(run(), part(), 1, said, h, NOW, catalogue);
    expect([entry.tools, entry.moves, short]).toEqual([undefined, [], true]);
  });
});

test('the steps of a run say whether it was rinsed and aired', () => {
  const steps = (...kinds: string[]): Run => run({ steps: kinds.map((kind) => ({ kind })) });
  expect(doneBySteps(steps('apply', 'rinse', 'air'))).toEqual({ rinsed: 1, aired: true });
  expect(doneBySteps(steps('disinfect-rinse')).rinsed).toBe(1);
  expect(doneBySteps(steps('apply', 'dwell'))).toEqual({ rinsed: 0, aired: false });
});
test('a run is one part, or those of its job', () => {
  expect(partsOfRun(run())).toHaveLength(1);
  expect(partsOfRun(run({ parts: [part(), part()] }))).toHaveLength(2);
});
