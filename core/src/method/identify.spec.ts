import {
  adviseAny,
  type Answers,
  answersOf,
  candidatesOf,
  impliedBy,
  narrow,
  nextClue,
  openAnswers,
} from '@dolly-tub/core';
import fc from 'fast-check';
import { catalogue } from '../../checks/catalogue-for-tests';

/** Answer as the owner of this thing would, taking the n-th of the answers that are true of it. */
function ask(of: 'material' | 'soil', truth: string, pick = 0, most = 9): { left: string[]; answers: Answers } {
  const answers: Record<string, string | null> = {};
  for (let i = 0; i < most; i++) {
    const clue = nextClue(of, answers, catalogue);
    if (!clue) break;
    const may = answersOf(clue, catalogue).get(truth)!;
    answers[clue.id] = may.length ? may[(pick + i) % may.length]! : null;
  }
  return { left: narrow(of, answers, catalogue).map((c) => c.id), answers };
}
const KINDS = ['material', 'soil'] as const;

describe('telling the unknown apart', () => {
  test.each(KINDS)(
    '%s: the true one is never lost, whatever true answers are given',
    (of) => {
      for (const c of candidatesOf(of, catalogue))
        for (const pick of [0, 1, 2]) expect([c.id, ask(of, c.id, pick).left.includes(c.id)]).toEqual([c.id, true]);
    },
    120000,
  );
  test.each([
    ['material', 5, 12],
    ['soil', 3, 8],
  ] as const)(
    '%s: half of all end with %i or fewer, nine of ten with %i',
    (of, half, most) => {
      const sizes = candidatesOf(of, catalogue)
        .map((c) => ask(of, c.id).left.length)
        .sort((a, b) => a - b);
      expect(sizes[sizes.length >> 1]!).toBeLessThanOrEqual(half);
      expect(sizes[Math.floor(sizes.length * 0.9)]!).toBeLessThanOrEqual(most);
    },
    60000,
  );
  test.each([
    ['material', 'cast-iron/bare', { magnet: 'sticks', 'metal-colour': 'black' }, ['glass', 'brass/bare']],
    [
      'material',
      'marble/polished',
      { cloth: 'stiff', cold: 'cold', grain: 'veins', shine: 'mirror' },
      ['granite/polished', 'glass'],
    ],
    ['material', 'suede', { cloth: 'soft', pile: 'pile' }, ['leather/finished', 'cotton/white']],
    ['material', 'waxed-wood', { grain: 'wood', 'wood-film': 'wax' }, ['varnished-wood/polyurethane']],
    [
      'soil',
      'limescale',
      { 'soil-colour': 'white', 'soil-feel': 'crust', 'soil-place': 'bath' },
      ['mildew', 'fresh-grease'],
    ],
    [
      'soil',
      'candle-wax',
      { 'soil-feel': 'crust', 'soil-drop': 'beads', 'soil-place': 'furniture' },
      ['coffee', 'limescale'],
    ],
    ['soil', 'pet-urine', { 'soil-smell': 'ammonia', 'soil-place': 'floor' }, ['red-wine', 'limescale']],
    ['soil', 'red-wine', { 'soil-colour': 'red', 'soil-place': 'cloth', 'soil-drop': 'takes' }, ['lipstick', 'rust']],
  ] as const)('%s: %s is found', (of, truth, answers, gone) => {
    const left = narrow(of, answers, catalogue).map((c) => c.id);
    expect(left).toContain(truth);
    for (const id of gone) expect(left).not.toContain(id);
  });
  test('"do not know" excludes nothing, and is not asked again', () => {
    const first = nextClue('soil', {}, catalogue)!;
    expect(narrow('soil', { [first.id]: null }, catalogue)).toHaveLength(candidatesOf('soil', catalogue).length);
    expect(nextClue('soil', { [first.id]: null }, catalogue)!.id).not.toBe(first.id);
  });
  test('a mark on cloth is on something soft', () => {
    expect(impliedBy({ 'soil-place': 'cloth' }, catalogue)).toEqual({ cloth: 'soft' });
    expect(impliedBy({ 'soil-place': 'floor', 'soil-feel': null }, catalogue)).toEqual({});
  });
  test('only answers that somebody left could give are offered', () => {
    const answers = { cloth: 'soft' };
    const open = openAnswers(catalogue.clues.get('magnet')!, answers, catalogue).map((a) => a.id);
    expect(open).toEqual(['slides']);
  });
  test('every test is harmless: no acid, no solvent, no flame, no scratch', () => {
    for (const c of catalogue.clues.values())
      if (c.kind === 'test')
        expect([c.id, /vinegar|acid|acetone|alcohol|burn|flame|file|knife|key/i.test(`${c.name} ${c.how}`)]).toEqual([
          c.id,
          false,
        ]);
  });
});

describe('the safe sequence while it is not known', () => {
  const faces = candidatesOf('material', catalogue).map((c) => c.id);
  const hard = faces.filter((f) => !catalogue.materials.get(f.split('/')[0]!)!.soft);
  const soft = faces.filter((f) => catalogue.materials.get(f.split('/')[0]!)!.soft);
  const soils = candidatesOf('soil', catalogue).map((c) => c.id);
  test('every rung is right for every candidate: none of them refuses its product or tool', () => {
    let rungs = 0;
    fc.assert(
      fc.property(
        fc.oneof(fc.subarray(hard, { minLength: 2, maxLength: 4 }), fc.subarray(soft, { minLength: 2, maxLength: 4 })),
        fc.subarray(soils, { minLength: 1, maxLength: 3 }),
        (some, dirt) => {
          const any = adviseAny(some, dirt, { severity: 3 }, {}, catalogue);
          if (!any.ok) return false;
          for (const r of any.value.ladder) {
            for (const f of some)
              for (const s of dirt) {
                const [material, finish] = f.split('/');
                // the place is that of the question, not the bowl that one of the soils would be at home in
                const one = adviseAny([f], [s], { severity: 3, zone: 'elsewhere' }, {}, catalogue);
                if (!one.ok) return false;
                rungs++;
                const face = `${material}/${finish ?? ''}`;
                const product = r.product ? one.value.considered[r.product]! : null;
                const tool = one.value.considered[r.tool]!;
                const harmful = (c: typeof tool) => c.status === 'refused' && !SUITS.has(c.refusal!);
                if ((product && harmful(product)) || harmful(tool))
                  throw new Error(`${face} ${s}: ${r.name}: ${product?.because} ${tool.because}`);
              }
          }
          return true;
        },
      ),
      { numRuns: 150, seed: 7 },
    );
    expect(rungs).toBeGreaterThan(1000);
  }, 240000);
  test('cloth and hard things are told apart first', () =>
    expect(adviseAny(['marble', 'silk'], ['red-wine'], {}, {}, catalogue)).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringMatching(/cloth or something hard/) }],
    }));
  test('none left: a sentence that says what to do', () =>
    expect(adviseAny([], ['red-wine'], {}, {}, catalogue)).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringMatching(/take one back/) }],
    }));
});
/** Limits of fitness, not of safety: a thing made for another family, nature or place. */
const SUITS = new Set([
  'made-for',
  'tool-suits',
  'soil-made-for',
  'tool-soil',
  'no-body',
  'equipment',
  'filter',
  'toilet-only',
  'not-toilet',
  'floor-only',
]);

test('"not known" is no answer to what it is', () => {
  const unknown = [...catalogue.materials.values()].filter((m) => m.unknown).map((m) => m.id);
  expect(unknown).toHaveLength(1);
  expect(candidatesOf('material', catalogue).map((x) => x.id)).not.toContain(unknown[0]);
});
