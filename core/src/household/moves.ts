import type { Move, Stock } from './records';

/** What a job takes (product or tool, amount, unit) as moves of stock rows: opened rows first, never below zero. */
export function movesFor(
  uses: readonly { item: string; amount: number; unit: Move['unit'] }[],
  stock: readonly Stock[],
  kits: readonly string[],
): { moves: Move[]; short: { item: string; amount: number; unit: Move['unit'] }[] } {
  const moves: Move[] = [];
  const short: { item: string; amount: number; unit: Move['unit'] }[] = [];
  for (const u of uses) {
    let want = u.amount;
    const rows = stock
      .filter((s) => s.item === u.item && s.pack.unit === u.unit && s.onHand > 0)
      .sort(
        (a, b) =>
          near(b, kits) - near(a, kits) ||
          Number(Boolean(b.openedOn)) - Number(Boolean(a.openedOn)) ||
          (a.id < b.id ? -1 : 1),
      );
    for (const row of rows) {
      if (want <= 0) break;
      const take = Math.min(want, row.onHand);
      moves.push({ stock: row.id, delta: -round(take), unit: u.unit });
      want -= take;
    }
    if (want > 1e-9) short.push({ item: u.item, amount: round(want), unit: u.unit });
  }
  return { moves, short };
}
const near = (s: Stock, kits: readonly string[]): number => Number(kits.includes(s.kit));
const round = (x: number): number => Math.round(x * 1000) / 1000;
