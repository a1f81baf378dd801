import { advise, candidatesOf, type Context, type FieldCell, fieldRow } from '@dolly-tub/core';
import { catalogue as c } from '../../checks/catalogue-for-tests';
import { strongestRung } from './strongest';

/** The cell as the whole ladder says it. */
function told(
  face: string,
  soil: string,
  severity: number,
  context: Context,
): Omit<FieldCell, 'name'> & { name?: string } {
  const [material = '', finish = null] = face.split('/');
  const a = advise({ material, finish, soil, severity }, context, c);
  if (!a.ok) throw new Error(a.problems[0]!.message);
  if (c.soils.get(soil)!.damage) return { state: 'damage', rung: 0, effect: 0, harm: 0 };
  const r = a.value.ladder.find((x) => x.rung === a.value.recommended) ?? strongestRung(a.value.ladder);
  if (!r) return { state: 'none', rung: 0, effect: 0, harm: 0 };
  const { rung, name, effect, harm } = r;
  return { state: a.value.recommended === null ? 'short' : 'rung', rung, name, effect, harm };
}
const FACES = candidatesOf('material', c).map((f) => f.id);
const SOILS = [...c.soils.keys()];

describe('a row of the field says what the ladders say', () => {
  const contexts: [string, Context][] = [
    ['nothing said', {}],
    [
      'asthma and a bird, beside limestone',
      {
        profile: { people: ['asthma', 'toddler'] },
        neighbours: [{ material: 'limestone', runoff: true }],
      },
    ],
    ['a small kit', { kit: ['dish-detergent', 'white-vinegar', 'microfibre-cloth', 'vacuum-floor', 'toothbrush'] }],
    [
      'damage noted, pantry only',
      {
        profile: { stance: 'pantry' },
        barred: [{ product: 'white-vinegar', tool: null, material: 'glass', finish: null }],
      },
    ],
    [
      'bleach was there yesterday',
      {
        last: [{ product: 'chlorine-bleach', rinsed: false, daysAgo: 1 }],
        clock: { now: '2026-11-25T10:30:00Z', timeZone: 'UTC' },
      },
    ],
  ];
  test.each(contexts)('%s', (_name, context) => {
    for (let i = 0; i < 6; i++) {
      const face = FACES[(i * 41 + contexts.findIndex((x) => x[1] === context) * 7) % FACES.length]!;
      const soils = SOILS.filter((_, k) => (k + i) % 9 === 0);
      const severity = 1 + (i % 5);
      const row = fieldRow(face, soils, severity, context, c);
      row.forEach((cell, k) =>
        expect([face, soils[k], cell]).toEqual([
          face,
          soils[k],
          expect.objectContaining(told(face, soils[k]!, severity, context)),
        ]),
      );
    }
  });
  test('marks are asked in any order: what is kept of a surface is of no mark', () => {
    const one = fieldRow('glazed-tile/gloss', SOILS, 3, {}, c);
    const other = fieldRow('glazed-tile/gloss', [...SOILS].reverse(), 3, {}, c).reverse();
    expect(other).toEqual(one);
  });
  test('what does not exist is said in its cell', () => {
    expect(fieldRow('nowhere', ['dust'], 3, {}, c)[0]).toMatchObject({
      state: 'none',
      name: expect.stringMatching(/not in the catalogue/),
    });
    expect(fieldRow('marble', ['etch-mark'], 3, {}, c)[0]!.state).toBe('damage');
  });
});
