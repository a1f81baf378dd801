import { type AirScatter, releasesOf, scatter } from '@dolly-tub/core';
import { catalogue, open } from '../testing/house';
import { Air, AIR_WORKER } from './air';

class FakeWorker {
  static last: FakeWorker;
  onmessage: ((e: { data: unknown }) => void) | null = null;
  asked: { question: AirScatter; minutes: number; runs: number; seed: number } | null = null;
  ended = false;
  constructor() {
    FakeWorker.last = this;
  }
  postMessage(ask: never): void {
    this.asked = ask;
  }
  terminate(): void {
    this.ended = true;
  }
  answer(): void {
    const a = this.asked!;
    this.onmessage?.({ data: { answer: scatter(a.question, a.minutes, 400, a.seed) } });
  }
}
const c = catalogue();
const release = releasesOf(
  [c.products.get('chlorine-bleach')!, c.products.get('white-vinegar')!],
  ['chlorine'],
  100,
  c,
)[0]!;
const openAir = () =>
  open(Air, { release }, undefined, [
    { provide: AIR_WORKER, useValue: () => Promise.resolve(() => new FakeWorker() as never) },
  ]);

describe('the air of a room', () => {
  test('the most that can come free, its time above the limits, and the words that nothing softens it', async () => {
    const p = await openAir();
    expect(p.text('h3')).toBe('How bad in a room: chlorine');
    expect(p.text()).toMatch(/At the most [\d.e+]+ ppm near it\. Above .*Nothing here softens the verdict/);
    expect(p.fixture.nativeElement.querySelector('svg').getAttribute('aria-label')).toMatch(
      /Chlorine near the work over an hour/,
    );
  });
  test('many rooms run in a worker: progress, bands, what each input does', async () => {
    const p = await openAir();
    const w = FakeWorker.last;
    expect(w.asked).toMatchObject({ runs: 20000, seed: 1, question: { room_m3: { middle: 8 }, opened: null } });
    w.onmessage!({ data: { done: 4000 } });
    await p.settle();
    expect(p.text('[role=status]')).toBe('4,000 of 20,000 rooms');
    w.answer();
    await p.settle();
    expect(p.text()).toMatch(/nine of ten rooms like it\. What it hangs on: .*%/);
    expect(p.fixture.nativeElement.querySelector('.nine')).not.toBeNull();
  });
  test('a room of the house and an opened window are asked anew, and stopping ends it', async () => {
    const p = await openAir();
    const first = FakeWorker.last;
    await p.press(/^The window/);
    await p.press(/^window opened after 10 minutes/, '[role=option]');
    expect(first.ended).toBe(true);
    expect(FakeWorker.last.asked!.question.opened).toMatchObject({ from_min: 10 });
    await p.press(/^Which room/);
    await p.press(/^wet room/, '[role=option]');
    expect(FakeWorker.last.asked!.question.room_m3.middle).not.toBe(8);
    await p.press(/^stop/);
    expect(FakeWorker.last.ended).toBe(true);
  });
});
