import { mix, type MixItem, type MixQuestion, resolveItems } from '@dolly-tub/core';
import { catalogue as c } from '../../checks/catalogue-for-tests';
import { flashOf, solutionOf } from './flash';
import type { JudgedItem } from './items';
import { clusterOrder } from './order';

const bottles = (id: string): MixItem[] | null =>
  id === 'b' ? [{ product: 'chlorine-bleach' }, { product: 'water' }] : null;

/** What is said, in short: level, headline, what to do, the two findings told first, sentences of the emergency. */
const said = (q: Partial<MixQuestion>): (string | number)[] => {
  const r = mix({ items: [], meeting: 'container', ...q }, c, bottles);
  if (!r.ok) return [-1, r.problems.map((p) => `${p.path} ${p.message}`).join(' '), '', '', 0];
  const { level, headline, then, findings, emergency } = r.value;
  const told = findings
    .slice(0, 2)
    .map(
      (f) => `${f.rule} ${f.ruleLevel}>${f.level} ${f.between.join(' + ')}${f.again ? ` again ${f.again.nights}` : ''}`,
    );
  return [level, headline, then.join(' '), told.join('; '), (emergency ?? '').split(/(?<=[.!?]) /).length];
};

/* Each was gone through by hand against the rules and the columns. */
describe('what is said, to the last word', () => {
  test.each([
    [
      { items: [{ product: 'chlorine-bleach' }, { product: 'toilet-cleaner-acid' }] },
      5,
      'Makes a poison gas',
      'Keep them apart. Use one of the two, another day.',
      'R1 5>5 Sodium hypochlorite + Hydrochloric acid; R19 4>4 Sodium carbonate + Hydrochloric acid',
      6,
    ],
    [
      { items: [{ product: 'chlorine-bleach' }, { product: 'toilet-cleaner-acid' }], meeting: 'surface' },
      5,
      'Makes a poison gas',
      'Do not put one on the other. Use one of the two, another day, after rinsing twice and airing.',
      'R1 5>5 Sodium hypochlorite + Hydrochloric acid; R19 4>4 Sodium carbonate + Hydrochloric acid',
      6,
    ],
    [
      { items: [{ product: 'chlorine-bleach' }, { product: 'toilet-cleaner-acid' }], meeting: 'shelf' },
      5,
      'Makes a poison gas',
      'Put them in separate trays on different shelves, the acid below; nothing above eye level, locked from children.',
      'R1 5>5 Sodium hypochlorite + Hydrochloric acid; R19 4>0 Sodium carbonate + Hydrochloric acid',
      6,
    ],
    [
      { items: [{ product: 'chlorine-bleach' }, { product: 'household-ammonia' }], meeting: 'shelf' },
      5,
      'Makes a poison gas',
      'Put them in separate trays on different shelves; nothing above eye level, locked from children.',
      'R2 5>5 Sodium hypochlorite + Ammonia; R9 1>0 Sodium hypochlorite + Soap, type not stated',
      6,
    ],
    [
      { items: [{ product: 'peroxide-3' }, { product: 'white-vinegar' }] },
      4,
      'Makes something corrosive',
      'Keep them apart. Use one of the two; rinse twice in between.',
      'R11 4>4 Hydrogen peroxide + Acetic acid',
      5,
    ],
    [
      { items: [{ product: 'peroxide-3' }, { product: 'white-vinegar' }], closed: true },
      4,
      'Makes something corrosive',
      'Keep them apart. Use one of the two; rinse twice in between.',
      'R11 4>4 Hydrogen peroxide + Acetic acid',
      5,
    ],
    [
      { items: [{ product: 'baking-soda' }, { product: 'white-vinegar' }] },
      2,
      'They undo each other',
      'No harm at household strength, and no use: take one, rinse, then the other.',
      'R20 2>2 Sodium bicarbonate + Acetic acid; R20 2>2 Sodium bicarbonate + Acetic acid',
      1,
    ],
    [
      { items: [{ product: 'baking-soda' }, { product: 'white-vinegar' }], closed: true },
      4,
      'Can burst the bottle',
      'Never in a closed bottle: open bowl, used at once, poured away.',
      'R20 2>4 Sodium bicarbonate + Acetic acid; R20 2>2 Sodium bicarbonate + Acetic acid',
      5,
    ],
    [
      { items: [{ product: 'washing-soda' }, { product: 'white-vinegar' }] },
      2,
      'They undo each other',
      'No harm at household strength, and no use: take one, rinse, then the other.',
      'R20 2>2 Sodium carbonate + Acetic acid; R20 2>2 Sodium carbonate + Acetic acid',
      1,
    ],
    [
      { items: [{ product: 'dish-detergent' }, { product: 'white-vinegar' }] },
      0,
      'Fine together',
      'Water first, then the product.',
      '',
      1,
    ],
    [{ items: [{ product: 'dish-detergent' }, { product: 'water' }] }, 0, 'Fine together', 'Nothing to mind.', '', 1],
    [
      { items: [{ product: 'dish-detergent' }, { product: 'water' }], closed: true },
      0,
      'Fine together',
      'It may be bottled and labelled.',
      '',
      1,
    ],
    [
      { items: [{ product: 'citric-descaler' }, { product: 'water' }] },
      0,
      'Fine together',
      'Water first, then the product.',
      '',
      1,
    ],
    [
      { items: [{ product: 'citric-descaler' }, { product: 'water' }], closed: true },
      0,
      'Fine together',
      'It may be bottled and labelled.',
      '',
      1,
    ],
    [
      { items: [{ product: 'caustic-soda' }, { product: 'water' }] },
      1,
      'Only fresh, in the open',
      'Mix in an open bowl, use at once, pour the rest away. Never bottle it.',
      'N52 1>1 Sodium hydroxide + Water',
      1,
    ],
    [
      { items: [{ product: 'percarbonate-pure' }, { product: 'water' }] },
      1,
      'Only fresh, in the open',
      'Mix in an open bowl, use at once, pour the rest away. Never bottle it.',
      'N52 1>1 Sodium percarbonate + Water',
      1,
    ],
    [
      { items: [{ product: 'percarbonate-pure' }, { product: 'water' }], closed: true },
      4,
      'Can burst the bottle',
      'Never in a closed bottle: open bowl, used at once, poured away.',
      'N52 1>4 Sodium percarbonate + Water',
      5,
    ],
    [
      { items: [{ label: 'Contains: wonder' }, { product: 'chlorine-bleach' }] },
      3,
      'Not known: keep apart',
      'Treat it as dangerous until the whole list is known: keep apart, rinse in between.',
      'U1 3>3 label "wonder" + chlorine bleach',
      5,
    ],
    [
      { items: [{ label: 'Contains: wonder' }, { product: 'white-vinegar' }] },
      3,
      'Not known: keep apart',
      'Treat it as dangerous until the whole list is known: keep apart, rinse in between.',
      'U1 3>3 label "wonder" + white vinegar',
      5,
    ],
    [
      { items: [{ label: 'Contains: wonder' }, { product: 'white-vinegar' }], meeting: 'shelf' },
      0,
      'They may stand side by side',
      'They may stand side by side: wipe up a leak at once.',
      'U1 3>0 label "wonder" + white vinegar',
      1,
    ],
    [
      { items: [{ label: 'Ingredients: water, citric acid 5 %' }, { product: 'chlorine-bleach' }] },
      5,
      'Makes a poison gas',
      'Keep them apart. Use one of the two, another day.',
      'R1 5>5 Citric acid + Sodium hypochlorite; R20 2>2 Citric acid + Sodium carbonate',
      6,
    ],
    [
      {
        items: [
          { substance: 'sodium-hypochlorite', percent: 5 },
          { substance: 'acetic-acid', percent: 5 },
        ],
      },
      5,
      'Makes a poison gas',
      'Not on sodium hypochlorite: take something else, or clear that away first with plenty of water.',
      'R1 5>5 Sodium hypochlorite + Acetic acid',
      6,
    ],
    [
      {
        items: [
          { substance: 'sodium-hypochlorite', percent: 0.005 },
          { substance: 'acetic-acid', percent: 5 },
        ],
      },
      5,
      'Makes a poison gas',
      'Not on sodium hypochlorite: take something else, or clear that away first with plenty of water.',
      'R1 5>5 Sodium hypochlorite + Acetic acid',
      6,
    ],
    [
      { items: [{ substance: 'acetic-acid', percent: 0 }] },
      -1,
      '/items/0/percent A percent must be more than 0 and at most 100.',
      '',
      '',
      0,
    ],
    [
      { items: [{ substance: 'acetic-acid', percent: 101 }, { product: 'water' }] },
      -1,
      '/items/0/percent A percent must be more than 0 and at most 100.',
      '',
      '',
      0,
    ],
    [
      { items: [{ substance: 'nothing' }, { product: 'water' }] },
      -1,
      '/items/0/substance "nothing" is not in the catalogue of substances.',
      '',
      '',
      0,
    ],
    [
      { items: [{ product: 'nothing' }, { product: 'water' }] },
      -1,
      '/items/0/product "nothing" is not in the catalogue of products. Paste its label instead.',
      '',
      '',
      0,
    ],
    [
      { items: [{ product: 'water', substance: 'ammonia' }] },
      -1,
      '/items/0 Name each thing in one way: a product, a label, a substance, or a bottle.',
      '',
      '',
      0,
    ],
    [
      { items: [{}] },
      -1,
      '/items/0 Name each thing in one way: a product, a label, a substance, or a bottle.',
      '',
      '',
      0,
    ],
    [
      { items: [{ bottle: 'b' }, { product: 'white-vinegar' }] },
      5,
      'Makes a poison gas',
      'Keep them apart. Use one of the two, another day.',
      'R1 5>5 Sodium hypochlorite + Acetic acid; R20 2>2 Sodium carbonate + Acetic acid',
      6,
    ],
    [
      { items: [{ bottle: 'x' }, { product: 'white-vinegar' }] },
      -1,
      '/items/0/bottle That bottle is not in this household.',
      '',
      '',
      0,
    ],
    [
      {
        items: [
          { holds: { name: 'the sponge', what: [{ product: 'chlorine-bleach' }] } },
          { product: 'white-vinegar' },
        ],
        meeting: 'carried',
      },
      5,
      'Makes a poison gas',
      'Do not put one on the other. Use one of the two, another day, after rinsing twice and airing.',
      'R1 5>5 Sodium hypochlorite + Acetic acid; R20 2>2 Sodium carbonate + Acetic acid',
      6,
    ],
    [
      {
        items: [
          {
            holds: {
              name: 'the sponge',
              what: [{ product: 'chlorine-bleach', rinsed: true, times: 2, daysAgo: 1, rinsedDaysAgo: 1 }],
            },
          },
          { product: 'white-vinegar' },
        ],
        meeting: 'carried',
      },
      2,
      'Only after rinsing',
      'Rinse twice, air the room, and take another day.',
      'R1 5>2 Sodium hypochlorite + Acetic acid again null; R20 2>0 Sodium carbonate + Acetic acid',
      6,
    ],
    [
      {
        items: [
          {
            holds: {
              name: 'the sponge',
              what: [
                { product: 'chlorine-bleach', rinsed: true, times: 2, daysAgo: 3, rinsedDaysAgo: 3 },
                { product: 'dish-detergent' },
              ],
            },
          },
          { product: 'white-vinegar' },
        ],
        meeting: 'carried',
      },
      5,
      'Makes a poison gas',
      'Do not put one on the other. Use one of the two, another day, after rinsing twice and airing.',
      'R1 5>5 Sodium hypochlorite + Acetic acid; R20 2>2 Sodium carbonate + Acetic acid',
      6,
    ],
    [
      { items: [{ holds: { name: 'x', what: [{ product: 'nothing' }] } }, { product: 'white-vinegar' }] },
      -1,
      '/items/0 "nothing" is not in the catalogue of products. Paste its label instead.',
      '',
      '',
      0,
    ],
    [
      { items: [{ product: 'isopropanol-70' }], conditions: ['flame'] },
      5,
      'Catches fire here',
      'No flame, spark or pilot light in the room; air it until the smell is gone.',
      'R31 5>5 Isopropanol + near a flame, spark or pilot light',
      6,
    ],
    [
      { items: [{ product: 'isopropanol-70' }], conditions: ['hot'] },
      4,
      'Not where it is hot',
      'Cool or hand-warm water only; nothing on a hot surface.',
      'R31 4>4 Isopropanol + with hot water, on a hot hob or in steam',
      5,
    ],
    [
      { items: [{ substance: 'ethanol', percent: 19 }], conditions: ['flame'] },
      0,
      'Fine together',
      'Nothing to mind.',
      '',
      1,
    ],
    [
      { items: [{ substance: 'ethanol', percent: 20 }], conditions: ['flame'] },
      4,
      'Catches fire here',
      'No flame, spark or pilot light in the room; air it until the smell is gone.',
      'R31 4>4 Ethanol + near a flame, spark or pilot light',
      5,
    ],
    [
      { items: [{ substance: 'ethanol', percent: 10 }], conditions: ['hot'] },
      4,
      'Not where it is hot',
      'Cool or hand-warm water only; nothing on a hot surface.',
      'R31 4>4 Ethanol + with hot water, on a hot hob or in steam',
      5,
    ],
    [
      { items: [{ substance: 'ethanol', percent: 9 }], conditions: ['hot'] },
      0,
      'Fine together',
      'Nothing to mind.',
      '',
      1,
    ],
    [
      { items: [{ product: 'acetone' }], conditions: ['flame'] },
      5,
      'Catches fire here',
      'No flame, spark or pilot light in the room; air it until the smell is gone.',
      'R31 5>5 Acetone + near a flame, spark or pilot light',
      6,
    ],
    [
      { items: [{ product: 'white-spirit' }], conditions: ['flame'] },
      4,
      'Catches fire here',
      'No flame, spark or pilot light in the room; air it until the smell is gone.',
      'R31 4>4 White spirit + near a flame, spark or pilot light',
      5,
    ],
    [
      { items: [{ product: 'white-spirit' }], conditions: ['hot'] },
      4,
      'Not where it is hot',
      'Cool or hand-warm water only; nothing on a hot surface.',
      'R31 4>4 White spirit + with hot water, on a hot hob or in steam',
      5,
    ],
    [
      { items: [{ product: 'furniture-polish-spray' }], conditions: ['flame'] },
      5,
      'Catches fire here',
      'No flame, spark or pilot light in the room; air it until the smell is gone.',
      'R31 5>5 Aliphatic hydrocarbons, type not stated + near a flame, spark or pilot light',
      6,
    ],
    [{ items: [{ product: 'cooking-oil' }], conditions: ['flame'] }, 0, 'Fine together', 'Nothing to mind.', '', 1],
    [
      { items: [{ product: 'white-vinegar' }], conditions: ['mist'] },
      4,
      'Not to be breathed as mist',
      'Only clean water in it; in a nebuliser what a doctor prescribed. Empty it, rinse it, air the room.',
      'N51 4>4 Acetic acid + in a humidifier or nebuliser',
      5,
    ],
    [{ items: [{ product: 'water' }], conditions: ['mist'] }, 0, 'Fine together', 'Nothing to mind.', '', 1],
    [
      { items: [{ product: 'chlorine-bleach' }, { product: 'white-vinegar' }], meeting: 'surface', rinsed: true },
      2,
      'Only after rinsing',
      'Rinse twice, air the room, and take another day.',
      'R1 5>2 Sodium hypochlorite + Acetic acid again null; R20 2>0 Sodium carbonate + Acetic acid',
      6,
    ],
    [
      {
        items: [{ product: 'chlorine-bleach', rinsed: true, daysAgo: 2 }, { product: 'white-vinegar' }],
        meeting: 'surface',
        porous: false,
      },
      0,
      'Fine today',
      'Rinse once more with plain water before you start.',
      'R1 5>0 Sodium hypochlorite + Acetic acid; R20 2>0 Sodium carbonate + Acetic acid',
      6,
    ],
    [
      {
        items: [{ product: 'chlorine-bleach', rinsed: true, daysAgo: 2 }, { product: 'white-vinegar' }],
        meeting: 'surface',
      },
      2,
      'Only after rinsing',
      'Rinse twice, air the room, and take another day.',
      'R1 5>2 Sodium hypochlorite + Acetic acid again null; R20 2>0 Sodium carbonate + Acetic acid',
      6,
    ],
    [
      {
        items: [{ product: 'chlorine-bleach', rinsed: true, times: 3, daysAgo: 9 }, { product: 'white-vinegar' }],
        meeting: 'surface',
      },
      2,
      'Only after rinsing',
      'Rinse twice, air the room, and take another day.',
      'R1 5>2 Sodium hypochlorite + Acetic acid again null; R20 2>0 Sodium carbonate + Acetic acid',
      6,
    ],
    [
      {
        items: [
          { product: 'chlorine-bleach', rinsed: true, times: 3, daysAgo: 9, sworn: true },
          { product: 'white-vinegar' },
        ],
        meeting: 'surface',
      },
      0,
      'Fine today',
      'Rinse once more with plain water before you start.',
      'R1 5>0 Sodium hypochlorite + Acetic acid; R20 2>0 Sodium carbonate + Acetic acid',
      6,
    ],
    [
      {
        items: [{ product: 'isopropanol-70', aired: true, daysAgo: 1 }, { product: 'chlorine-bleach' }],
        meeting: 'surface',
        porous: false,
      },
      0,
      'Fine today',
      'Rinse once more with plain water before you start.',
      'R3 5>0 Isopropanol + Sodium hypochlorite',
      6,
    ],
    [
      {
        items: [{ product: 'isopropanol-70', aired: true, daysAgo: 0 }, { product: 'chlorine-bleach' }],
        meeting: 'surface',
        porous: false,
      },
      5,
      'Makes a poison gas',
      'Do not put one on the other. Use one of the two, another day, after rinsing twice and airing.',
      'R3 5>5 Isopropanol + Sodium hypochlorite',
      6,
    ],
    [
      { items: [{ product: 'dishwasher-tablet' }, { product: 'chlorine-bleach' }], meeting: 'machine' },
      2,
      'Only if both labels say so',
      'Only where both labels say so; else run it empty in between.',
      'R5 4>2 Sodium percarbonate + Sodium hypochlorite; U1 3>2 dishwasher tablet + chlorine bleach',
      1,
    ],
    [
      {
        items: [
          { product: 'laundry-powder', labelled: true },
          { product: 'chlorine-bleach', labelled: true },
        ],
        meeting: 'machine',
      },
      1,
      'As the labels say',
      'As your labels say, and never more.',
      'R5 4>1 Sodium percarbonate + Sodium hypochlorite; U1 3>1 laundry powder + chlorine bleach',
      1,
    ],
    [
      { items: [{ product: 'laundry-powder', labelled: true }, { product: 'chlorine-bleach' }], meeting: 'machine' },
      2,
      'Only if both labels say so',
      'Only where both labels say so; else run it empty in between.',
      'R5 4>2 Sodium percarbonate + Sodium hypochlorite; U1 3>2 laundry powder + chlorine bleach',
      1,
    ],
    [
      { items: [{ product: 'laundry-powder' }, { product: 'percarbonate-booster' }], meeting: 'machine' },
      0,
      'Fine in the machine',
      'Nothing to mind.',
      'N36 1>0 Sodium dodecylbenzenesulfonate + Sodium percarbonate; R15 1>0 Sodium carbonate + Sodium percarbonate',
      1,
    ],
    [
      { items: [{ product: 'drain-opener-caustic' }, { product: 'water' }], meeting: 'drain' },
      1,
      'Only fresh, in the open',
      'Mix in an open bowl, use at once, pour the rest away. Never bottle it.',
      'N52 1>1 Water + Sodium hydroxide + Aluminium',
      1,
    ],
    [
      { items: [{ product: 'drain-opener-caustic' }, { product: 'drain-opener-acid' }], meeting: 'drain' },
      5,
      'Makes a poison gas',
      'Do not put one on the other. Use one of the two, another day, after rinsing twice and airing.',
      'N9 5>5 Sodium nitrate + Sulfuric acid; R17 4>4 Sodium hydroxide + Sulfuric acid',
      6,
    ],
    [
      { items: [{ product: 'chlorine-bleach' }, { substance: 'ammonia', percent: 3 }, { product: 'water' }] },
      5,
      'Makes a poison gas',
      'Not on ammonia: take something else, or clear that away first with plenty of water.',
      'R2 5>5 Sodium hypochlorite + Ammonia',
      6,
    ],
    [{ items: [] }, -1, '/items Name at least one thing.', '', '', 0],
    [
      { items: [{ product: 'water' }], meeting: 'nowhere' },
      -1,
      '/meeting Say where they meet: container, surface, shelf, drain, fixture, machine or carried.',
      '',
      '',
      0,
    ],
    [
      { items: [{ product: 'water' }], conditions: ['odd'] },
      -1,
      '/conditions "odd" is no condition: flame, hot, mist, rust, stored-diluted, cotton, textile, rag.',
      '',
      '',
      0,
    ],
    [
      { items: [{ product: 'pool-trichlor-tablets' }, { product: 'pool-calhypo-granules' }] },
      5,
      'Can explode',
      'Keep them apart. Use one of the two, another day.',
      'R8 5>5 Trichloroisocyanuric acid + Calcium hypochlorite; R8 5>5 Trichloroisocyanuric acid + Calcium hydroxide',
      7,
    ],
    [
      { items: [{ product: 'pool-trichlor-tablets' }, { product: 'pool-calhypo-granules' }], meeting: 'shelf' },
      5,
      'Can explode',
      'Put them in separate trays on different shelves, the acid below; nothing above eye level, locked from children.',
      'R8 5>5 Trichloroisocyanuric acid + Calcium hypochlorite; R8 5>5 Trichloroisocyanuric acid + Calcium hydroxide',
      7,
    ],
    [
      { items: [{ product: 'peroxide-12' }, { product: 'acetone' }] },
      5,
      'Can explode',
      'Keep them apart. Use one of the two, another day.',
      'R13 5>5 Hydrogen peroxide + Acetone',
      6,
    ],
    [
      { items: [{ product: 'chlorine-bleach' }, { product: 'isopropanol-70' }] },
      5,
      'Makes a poison gas',
      'Keep them apart. Use one of the two, another day.',
      'R3 5>5 Sodium hypochlorite + Isopropanol',
      6,
    ],
    [
      { items: [{ product: 'chlorine-bleach' }, { product: 'essential-oil' }] },
      4,
      'Makes something corrosive',
      'Keep them apart. Use one of the two; rinse twice in between.',
      'R4 4>4 Sodium hypochlorite + Lavender oil',
      5,
    ],
    [
      {
        items: [{ product: 'chlorine-bleach' }, { holds: { name: 'Dried urine', what: [{ substance: 'urea' }] } }],
        meeting: 'fixture',
      },
      5,
      'Makes a poison gas',
      'Not on dried urine: take something else, or clear that away first with plenty of water.',
      'R2 5>5 Sodium hypochlorite + Urea; N3 4>4 Sodium hydroxide + Urea',
      6,
    ],
    [
      { items: [{ product: 'chlorine-bleach' }, { substance: 'urea' }], meeting: 'fixture' },
      5,
      'Makes a poison gas',
      'Not on urea: take something else, or clear that away first with plenty of water.',
      'R2 5>5 Sodium hypochlorite + Urea; N3 4>4 Sodium hydroxide + Urea',
      6,
    ],
  ] as [Partial<MixQuestion>, number, string, string, string, number][])('%j', (q, ...expected) =>
    expect(said(q)).toEqual(expected),
  );
});

describe('things as they are judged', () => {
  const one = (item: MixItem): JudgedItem => {
    const r = resolveItems([item], c, bottles);
    if (!r.ok) throw new Error(r.problems[0]!.message);
    return r.value[0]!;
  };
  test('a product: what it is, how strong as sold, mostly water or not', () => {
    const bleach = one({ product: 'chlorine-bleach' });
    expect(bleach).toMatchObject({
      name: 'chlorine bleach',
      key: 'product:chlorine-bleach',
      watery: true,
      aerosol: false,
      halogen: true,
      chosen: true,
      labelled: false,
      thinned: false,
      onlyWater: false,
    });
    expect(bleach.ingredients.every((i) => i.state === 'liquid')).toBe(true);
    expect(one({ product: 'washing-soda' }).ingredients.every((i) => i.state === 'solid')).toBe(true);
    expect(one({ product: 'isopropanol-99' }).watery).toBe(false);
    expect(one({ product: 'furniture-polish-spray' }).aerosol).toBe(true);
    expect(one({ product: 'water' }).onlyWater).toBe(true);
    expect(one({ product: 'water', labelled: true }).labelled).toBe(true);
  });
  test('a label: by what is first on it, unknown where not all is named', () => {
    expect(one({ label: 'Ingredients: water, citric acid 5 %' })).toMatchObject({
      name: 'label "water"',
      disclosed: true,
      unknown: false,
    });
    expect(one({ label: 'wonder' })).toMatchObject({ name: 'label "wonder"', unknown: true, unknownWhat: ['wonder'] });
    expect(one({ label: 'wonder' }).onlyWater).toBe(false);
    expect(one({ label: 'water' }).onlyWater).toBe(true);
    // below 0.1 % is a trace (CLP’s generic cut-off); not said how much counts as all
    expect(one({ label: 'Ingredients: water, citric acid 0.09 %' }).traces.map((i) => i.substance)).toEqual([
      'citric-acid',
    ]);
    expect(one({ label: 'Ingredients: water, citric acid 0.1 %' }).traces).toEqual([]);
    expect(one({ label: 'Ingredients: water, citric acid' }).ingredients[1]!.percent).toBe(100);
  });
  test('so many percent of a substance stand in water, from a fifth of water on; and nobody chose it', () => {
    expect(one({ substance: 'acetic-acid', percent: 80 })).toMatchObject({ watery: true, chosen: false });
    expect(one({ substance: 'acetic-acid', percent: 81 }).watery).toBe(false);
    expect(one({ substance: 'acetic-acid', percent: 5, state: 'solid' }).watery).toBe(false);
    expect(one({ substance: 'acetic-acid' })).toMatchObject({ watery: false, key: 'substance:acetic-acid:' });
  });
  test.each([
    // the line of the substance itself, else the lowest of its classes (CLP, common practice)
    ['formic-acid', 9.9, false],
    ['formic-acid', 10, true],
    ['acetic-acid', 24.9, false],
    ['acetic-acid', 25, true],
    ['hydrochloric-acid', 9.9, false],
    ['hydrochloric-acid', 10, true],
    ['nitric-acid', 3, true],
    ['sodium-hydroxide', 1.9, false],
    ['sodium-hydroxide', 2, true],
    ['ammonia', 10, true],
  ])('%s of %d %%: strong %s', (substance, percent, strong) =>
    expect(one({ substance, percent }).ingredients[0]!.concentrated).toBe(strong),
  );
  test('a line for liquids counts for a liquid, and where the form is not known', () => {
    const strong = (state?: 'solid' | 'liquid') =>
      one({ substance: 'hydrogen-peroxide', percent: 12, ...(state ? { state } : {}) }).ingredients[0]!.concentrated;
    expect([strong('liquid'), strong(), strong('solid')]).toEqual([true, true, false]);
  });
  test('what is on a thing: of several residues the least rinsed and latest counts in everything', () => {
    const held = one({
      holds: {
        name: 'the sponge',
        what: [
          {
            product: 'chlorine-bleach',
            rinsed: true,
            times: 3,
            daysAgo: 5,
            rinsedDaysAgo: 4,
            aired: true,
            sworn: true,
          },
          { product: 'white-vinegar', rinsed: true, times: 2, daysAgo: 2, rinsedDaysAgo: 1, aired: true, sworn: true },
        ],
      },
    });
    expect(held.since).toEqual({ rinsed: true, times: 2, daysAgo: 2, nights: 1, aired: true, sworn: true });
    expect(held.key).toBe('holds:the sponge');
    const mixed = one({
      holds: { name: 'x', what: [{ product: 'chlorine-bleach', rinsed: true, aired: true }, { product: 'water' }] },
    });
    expect(mixed.since).toEqual({ rinsed: false, times: 0, daysAgo: 0, nights: 0, aired: false, sworn: false });
    // one residue is the product itself; rinsed as a whole where that is said
    const alone = one({ holds: { name: 'x', what: [{ product: 'chlorine-bleach', daysAgo: 3 }] }, rinsed: true });
    expect([alone.key, alone.since.rinsed, alone.since.times, alone.since.daysAgo]).toEqual([
      'product:chlorine-bleach',
      true,
      Infinity,
      3,
    ]);
  });
  test('several as one: named only if all are, unknown if one is, mostly water only if all are', () => {
    const of = (...what: MixItem[]) => one({ holds: { name: 'x', what } });
    const both = of({ label: 'Ingredients: water, citric acid 0.09 %' }, { label: 'wonder' });
    expect(both).toMatchObject({ disclosed: false, unknown: true, unknownWhat: ['wonder'], watery: false });
    expect(both.traces).toHaveLength(1);
    expect(of({ product: 'furniture-polish-spray' }, { product: 'water' }).aerosol).toBe(true);
    const labelled = (a: boolean, b: boolean) =>
      of({ product: 'water', labelled: a }, { product: 'white-vinegar', labelled: b }).labelled;
    expect([labelled(true, true), labelled(true, false), labelled(false, false)]).toEqual([true, false, false]);
    expect(of({ substance: 'urea' }).chosen).toBe(false);
    expect(of({ substance: 'urea' }, { product: 'water' }).chosen).toBe(true);
    expect(one({ bottle: 'b' })).toMatchObject({ thinned: true, key: 'bottle:b', name: 'the mixed bottle' });
  });
  test('every problem is told with its place', () => {
    const r = resolveItems([{ product: 'x' }, { product: 'water' }, { substance: 'y' }], c);
    expect(r.ok ? [] : r.problems.map((p) => p.path)).toEqual(['/items/0/product', '/items/2/substance']);
  });
});

describe('flash points', () => {
  const flash = (item: MixItem, hot = false, of?: string) => {
    const r = resolveItems([item], c);
    if (!r.ok) throw new Error('unresolved');
    const thing = r.value[0]!;
    const i = thing.ingredients.find((x) => x.substance === (of ?? item.substance))!;
    return flashOf(i, thing, hot, c);
  };
  test('as it stands alone, by the published value; what is no organic liquid and has none does not burn', () => {
    expect(flash({ substance: 'acetone' })).toBe(c.substances.get('acetone')!.flash_C);
    expect(flash({ substance: 'sodium-chloride' })).toBeNull();
    expect(flash({ substance: 'water' })).toBeNull();
  });
  test('in water: alcohol from a fifth at a flame and a tenth where it is hot, others from a tenth', () => {
    expect(flash({ substance: 'ethanol', percent: 19.9 })).toBeNull();
    expect(flash({ substance: 'ethanol', percent: 20 })).not.toBeNull();
    expect(flash({ substance: 'ethanol', percent: 9.9 }, true)).toBeNull();
    expect(flash({ substance: 'ethanol', percent: 10 }, true)).not.toBeNull();
    expect(flash({ substance: 'acetone', percent: 9.9 })).toBeNull();
    expect(flash({ substance: 'acetone', percent: 10 })).not.toBeNull();
  });
  test('in water by the next stronger row of what is published of the solution', () => {
    const rows = solutionOf('ethanol', c)!.rows;
    const row = rows.find((r) => r.percent >= 45)!;
    expect(flash({ substance: 'ethanol', percent: 45 })).toBe(row.flash_C);
    expect(solutionOf(null, c)).toBeUndefined();
    expect(solutionOf('citric-acid', c)).toBeUndefined();
  });
  test('an organic liquid in a spray can counts as a gas', () =>
    expect(flash({ product: 'furniture-polish-spray' }, false, 'aliphatic-hydrocarbon-unspecified')).toBe(-Infinity));
});

describe('the order of the matrix', () => {
  const order = (rows: number[][]) => clusterOrder(rows.length, (i, j) => rows[i]![j]!);
  test('nothing has no order, one thing has one', () => {
    expect(order([])).toEqual([]);
    expect(order([[0]])).toEqual([0]);
  });
  test('things that are at odds with the same stand together', () => {
    // 0 and 3 against 1 and 2: rows of like trouble, by hand: from 0 the nearest is 3 (distance 0), then 1, then 2
    expect(
      order([
        [0, 5, 5, 0],
        [5, 0, 0, 5],
        [5, 0, 0, 5],
        [0, 5, 5, 0],
      ]),
    ).toEqual([0, 3, 1, 2]);
  });
  test('it begins with the one that has most trouble; what a thing is to itself counts for nothing', () => {
    expect(
      order([
        [9, 1, 1, 1],
        [1, 9, 1, 1],
        [1, 1, 9, 5],
        [1, 1, 5, 9],
      ]),
    ).toEqual([2, 3, 0, 1]);
  });
});
