import { demoId } from '@dolly-tub/demo';
import { open, refusal } from '../testing/house';
import { Heads } from './heads';

const WET = demoId(3, 1);
const SHORT = demoId(5, 6);
const TALL = demoId(5, 2);
const ask = async () => {
  const p = await open(Heads, { kit: WET });
  await p.press(/^put the head of The short sprayer on/);
  await p.press(/^The tall sprayer/, '[role=option]');
  return p;
};

describe('sprayer heads', () => {
  test('each says what it has met', async () => {
    const p = await open(Heads, { kit: WET });
    expect(p.text('ul')).toMatch(/The short sprayer has met chlorine bleach, 3 days ago, not rinsed/);
    expect(p.text('ul')).toMatch(/The green sprayer has met nothing/);
  });
  test('the move is judged before it is done: bleach onto detergent that does not name all', async () => {
    const p = await ask();
    expect(p.text('.asked')).toMatch(/3 of 5.*Draw clean water through it/);
    expect(p.text('.asked')).not.toMatch(/Moved as it is/);
    expect(p.api.written).toEqual([]);
  });
  test('rinsed and moved: one deed, with what the head came out of', async () => {
    const p = await ask();
    await p.press(/^Rinsed twice, and moved/);
    expect(p.api.written).toMatchObject([
      { kind: 'head-moved', from: SHORT, bottle: TALL, tools: ['short-head'], toolsRinsed: 2, fill: null },
    ]);
    expect(p.api.replaced).toEqual([]);
    expect(p.told()).toMatch(/have changed heads/);
  });
  test('a harmless move may be done as it is', async () => {
    const p = await open(Heads, { kit: WET });
    await p.press(/^put the head of The green sprayer on/);
    await p.press(/^The tall sprayer/, '[role=option]');
    expect(p.text('.asked')).toMatch(/0 of 5: fine.*Moved as it is/);
  });
  test('a refusal is said, and the question stays', async () => {
    const p = await ask();
    p.api.refuse = refusal('The disk is full.');
    await p.press(/^Rinsed twice/);
    expect(p.text('[role=alert]')).toMatch(/disk is full/);
    expect(p.text('.asked')).toMatch(/3 of 5/);
  });
});
