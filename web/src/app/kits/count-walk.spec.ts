import { demoId } from '@dolly-tub/demo';
import { open } from '../testing/house';
import { KitsPage } from './kits.page';

const KIT = demoId(3, 1);
const start = async () => {
  const p = await open(KitsPage, { kit: KIT });
  await p.press(/^Count the shelf/);
  return p;
};

describe('a walk along the shelf', () => {
  test('one thing at a time in the order of the boards; what is another is written down, what is so is not', async () => {
    const p = await start();
    expect(p.text('dt-count-walk h2')).toBe('Chlorine bleach');
    expect(p.text('dt-count-walk .quiet')).toMatch(/1 of 15 · a pack holds 750 mL/);
    await p.type('There is now', '300');
    await p.press(/^That is right: next/);
    await p.press(/^That is right: next/);
    expect(p.api.written).toMatchObject([
      { kind: 'stock', reason: 'count', moves: [{ delta: -10, unit: 'mL' }], names: { product: 'chlorine bleach' } },
    ]);
    expect(p.text('dt-count-walk .quiet')).toMatch(/3 of 15/);
    await p.press(/^Back/);
    expect(p.text('dt-count-walk .quiet')).toMatch(/2 of 15/);
  });
  test('an odd amount is asked about before it is written', async () => {
    const p = await start();
    await p.type('There is now', '99999');
    await p.press(/^That is right: next/);
    expect(p.text('dt-count-walk [role=alert]')).toMatch(/99999 mL\? That is 133 packs of 750 mL/);
    expect(p.api.written).toEqual([]);
    await p.press(/^It is so/);
    expect(p.api.written).toHaveLength(1);
  });
  test('what is no number is said, and the walk stays where it is', async () => {
    const p = await start();
    await p.type('There is now', 'some');
    await p.press(/^That is right: next/);
    expect(p.text('dt-count-walk mat-error')).toMatch(/Write a number/);
    expect(p.text('dt-count-walk h2')).toBe('Chlorine bleach');
  });
  test('at its end it says what came of it', async () => {
    const p = await start();
    for (let i = 0; i < 15; i++) await p.press(/^That is right: next/);
    expect(p.text('dt-count-walk')).toMatch(/The whole shelf is counted 15 things, 0 of them put right/);
    await p.press(/^Back to the shelf/);
    expect(p.fixture.nativeElement.querySelector('dt-count-walk')).toBeNull();
  });
});
