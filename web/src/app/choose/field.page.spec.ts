import { fieldRow } from '@dolly-tub/core';
import { catalogue, open } from '../testing/house';
import { FIELD_WORKER, FieldPage } from './field.page';

/** A worker that answers as the real one does, when told to. */
class FakeWorker {
  static all: FakeWorker[] = [];
  onmessage: ((e: { data: unknown }) => void) | null = null;
  asked: { faces: string[]; soils: string[]; severity: number; context: object } | null = null;
  ended = false;
  constructor() {
    FakeWorker.all.push(this);
  }
  postMessage(ask: never): void {
    this.asked = ask;
  }
  terminate(): void {
    this.ended = true;
  }
  fail(): void {
    this.onmessage?.({ data: { wrong: 'The catalogue could not be read.' } });
  }
  answer(face: string): void {
    const a = this.asked!;
    this.onmessage?.({ data: { face, cells: fieldRow(face, a.soils, a.severity, a.context, catalogue()) } });
  }
}
beforeEach(() => {
  FakeWorker.all = [];
  // no canvas here: the drawing itself is looked at in a browser
  HTMLCanvasElement.prototype.getContext = () => null;
});

const openField = () =>
  open(FieldPage, {}, undefined, [
    { provide: FIELD_WORKER, useValue: () => Promise.resolve(() => new FakeWorker() as never) },
  ]);

describe('Everything on everything', () => {
  test('a catalogue that cannot be read is told, and it can be computed again', async () => {
    const p = await openField();
    await p.press(/^Compute/);
    FakeWorker.all[0]!.fail();
    await p.settle();
    expect(p.text('[role=alert]')).toBe('The catalogue could not be read.');
    expect(FakeWorker.all.every((w) => w.ended)).toBe(true);
    await p.press(/^Compute/);
    expect(p.text()).not.toContain('could not be read');
    expect(FakeWorker.all.filter((w) => !w.ended).length).toBeGreaterThan(0);
  });
  test('nothing is computed before it is asked for; one family alone can be', async () => {
    const p = await openField();
    expect(p.text('.empty')).toMatch(/What can be done about what/);
    // every surface that is known, with every mark
    const known = [...catalogue().materials.values()].filter((m) => !m.unknown);
    const cells = (n: number): string => `Compute ${(n * catalogue().soils.size).toLocaleString('en')} answers`;
    expect(p.text('[matButton=filled]')).toContain(cells(known.length));
    expect(FakeWorker.all).toEqual([]);
    await p.press(/^Which materials/);
    await p.press(/^glass$/, '[role=option]');
    expect(p.text('[matButton=filled]')).toContain(cells(known.filter((m) => m.family === 'glass').length));
  });
  test('rows arrive one by one, with progress; stopping ends the workers and keeps what is there', async () => {
    const p = await openField();
    await p.press(/^Compute/);
    const w = FakeWorker.all[0]!;
    expect(w.asked!.faces.length).toBeGreaterThan(30);
    w.answer(w.asked!.faces[0]!);
    await p.settle();
    expect(p.text('[role=status]')).toMatch(/^1 of 155 materials, still computing. A rung suffices in \d+ %/);
    await p.press(/^Stop/);
    expect(FakeWorker.all.every((x) => x.ended)).toBe(true);
    expect(p.text('[role=status]')).toMatch(/^1 of 155 materials\. A rung/);
    await p.press(/^As a table/, 'mat-expansion-panel-header');
    expect(p.text('table')).toMatch(/particulate/);
  });
  test('as a table it is sorted by what is tapped', async () => {
    const p = await openField();
    await p.press(/^Compute/);
    const w = FakeWorker.all[0]!;
    const { faces } = w.asked!;
    for (const face of [faces[0]!, faces.at(-1)!]) w.answer(face);
    await p.settle();
    await p.press(/^As a table/, 'mat-expansion-panel-header');
    const families = (): string[] =>
      [...p.fixture.nativeElement.querySelectorAll('tbody th')].map((th) => (th as HTMLElement).textContent!);
    const up = families();
    expect(up).toHaveLength(new Set(up).size);
    expect(up.length).toBeGreaterThan(1);
    const header = p.fixture.nativeElement.querySelector('thead th') as HTMLElement;
    header.click();
    await p.settle();
    expect(header.getAttribute('aria-sort')).toBe('descending');
    expect(families()).toEqual([...up].reverse());
  });
  test('arrows move over the cells, the line above says what is there, Enter opens its ladder', async () => {
    const p = await openField();
    await p.press(/^Compute/);
    FakeWorker.all.forEach((w) => w.asked!.faces.slice(0, 2).forEach((f) => w.answer(f)));
    await p.settle();
    const canvas = p.fixture.nativeElement.querySelector('canvas') as HTMLCanvasElement;
    const key = async (k: string): Promise<void> => {
      canvas.dispatchEvent(new KeyboardEvent('keydown', { key: k, bubbles: true }));
      await p.settle();
    };
    const first = p.text('.told');
    await key('ArrowRight');
    expect(p.text('.told')).not.toBe(first);
    await key('ArrowLeft');
    expect(p.text('.told')).toBe(first);
    await key('Enter');
    expect(p.went[0]).toMatchObject({ path: ['/choose'], query: { severity: '3', material: expect.any(String) } });
  });
});
