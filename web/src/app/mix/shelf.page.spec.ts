import { clusterOrder } from '@dolly-tub/core';
import { open } from '../testing/house';
import { ShelfMatrixPage } from './shelf.page';

describe('an order in which like stands by like', () => {
  test('two clusters come out as two runs, each thing once', () => {
    const of = (i: number): number => i % 2;
    const order = clusterOrder(8, (i, j) => (of(i) === of(j) ? 0 : 5));
    expect([...order].sort()).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
    const runs = order.filter((x, k) => k > 0 && of(x) !== of(order[k - 1]!)).length;
    expect(runs).toBe(1);
    expect(clusterOrder(0, () => 0)).toEqual([]);
  });
});

describe('The whole shelf at once', () => {
  test('each pair once a side, symmetric, told in words', async () => {
    const p = await open(ShelfMatrixPage);
    const cells = [...p.fixture.nativeElement.querySelectorAll('td[data-at]')] as HTMLElement[];
    const n = p.fixture.nativeElement.querySelectorAll('tbody tr').length;
    expect(n).toBeGreaterThan(5);
    expect(cells).toHaveLength(n * n - n);
    const word = (i: number, j: number): string =>
      cells
        .find((c) => c.dataset['at'] === `${i},${j}`)!
        .getAttribute('aria-label')!
        .split(': ')[1]!;
    for (let i = 0; i < n; i++) for (let j = i + 1; j < n; j++) expect(word(i, j)).toBe(word(j, i));
  });
  test('what must never meet is listed, and a cell opens its verdict', async () => {
    const p = await open(ShelfMatrixPage);
    expect(p.text('.copper')).toMatch(/Never together.*(poison gas|burns or bursts)/);
    const bad = p.fixture.nativeElement.querySelector('td.l5') as HTMLElement;
    bad.click();
    expect(p.went[0]).toMatchObject({
      path: ['/mix'],
      query: { with: expect.stringContaining(','), where: 'container' },
    });
  });
  test('arrows move, step over the diagonal, and Enter opens', async () => {
    const p = await open(ShelfMatrixPage);
    const table = p.fixture.nativeElement.querySelector('table') as HTMLElement;
    const key = async (k: string): Promise<void> => {
      table.dispatchEvent(new KeyboardEvent('keydown', { key: k, bubbles: true }));
      await p.settle();
    };
    const first = p.text('.told');
    await key('ArrowRight');
    expect(p.text('.told')).not.toBe(first);
    await key('ArrowLeft');
    await key('ArrowDown');
    // from 0,1 down is the diagonal 1,1: on to 2,2? no: down again to 2,1
    expect(p.text('.told')).not.toBe('');
    await key('Enter');
    expect(p.went).toHaveLength(1);
  });
  test('what is pointed at or has the focus is told, from anything in its cell; between cells nothing is', async () => {
    const p = await open(ShelfMatrixPage);
    const cells = [...p.fixture.nativeElement.querySelectorAll('td[data-at]')] as HTMLElement[];
    const says = (c: HTMLElement): string => c.getAttribute('aria-label')!.split(' with ')[0]!;
    const last = cells.at(-1)!;
    const shape = cells.find(
      (c) => c.querySelector('svg path') && says(c) !== says(last) && says(c) !== says(cells[0]!),
    )!;
    for (const [on, event] of [
      [last, 'focusin'],
      [shape.querySelector('svg path')!, 'pointerover'],
    ] as const) {
      on.dispatchEvent(new Event(event, { bubbles: true }));
      await p.settle();
      const cell = on.closest<HTMLElement>('td')!;
      expect(p.text('.told').startsWith(`${says(cell)} with `)).toBe(true);
      expect(p.fixture.nativeElement.querySelectorAll('td[tabindex="0"]')).toHaveLength(1);
      expect(cell.getAttribute('tabindex')).toBe('0');
    }
    const before = p.text('.told');
    for (const event of ['pointerover', 'click'])
      p.fixture.nativeElement.querySelector('tbody th').dispatchEvent(new Event(event, { bubbles: true }));
    await p.settle();
    expect([p.text('.told'), p.went]).toEqual([before, []]);
  });
  test('an empty house is told where to begin', async () =>
    expect((await open(ShelfMatrixPage, {}, (r) => (r.tables['stock'] = []))).text()).toMatch(
      /Fewer than two products/,
    ));
});
