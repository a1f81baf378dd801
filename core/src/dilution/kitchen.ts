import type { Measure } from '../catalogue';
import { kitchenNumber } from '../quantity';

export interface KitchenMeasure {
  text: string;
  /** What the spoons hold together. */
  stock_mL: number;
  parts: { measure: string; name: string; count: number; volume_mL: number }[];
}

/**
 * The closest amount to `target_mL` that can be made from the given spoons and cups: at most two kinds,
 * at most ten of a kind, halves allowed of the smallest. Fewer spoons win when the error differs by
 * less than 1 %. Null when none comes between `low_mL` and `high_mL`.
 */
export function kitchenRound(
  target_mL: number,
  low_mL: number,
  high_mL: number,
  measures: readonly Measure[],
): KitchenMeasure | null {
  const sorted = [...measures].sort((a, b) => b.volume_mL - a.volume_mL);
  let best: { error: number; count: number; pick: { m: Measure; n: number }[]; volume: number } | null = null;
  const consider = (pick: { m: Measure; n: number }[]): void => {
    const used = pick.filter((p) => p.n > 0);
    if (!used.length) return;
    const volume = used.reduce((v, p) => v + p.n * p.m.volume_mL, 0);
    if (volume < low_mL - 1e-9 || volume > high_mL + 1e-9) return;
    const error = Math.abs(volume / target_mL - 1);
    const count = used.reduce((c, p) => c + Math.ceil(p.n) + (p.n % 1 ? 0.5 : 0), 0) + used.length;
    const score = error + 0.004 * count;
    if (!best || score < best.error + 0.004 * best.count) best = { error, count, pick: used, volume };
  };
  for (const [i, a] of sorted.entries()) {
    const mostA = Math.min(10, Math.ceil(high_mL / a.volume_mL) + 1);
    for (let na = 0; na <= mostA; na += 0.5) {
      consider([{ m: a, n: na }]);
      if (na % 1) continue;
      const rest = target_mL - na * a.volume_mL;
      for (const b of sorted.slice(i + 1)) {
        const nb = Math.round((rest / b.volume_mL) * 2) / 2;
        if (nb > 0 && nb <= 10)
          consider([
            { m: a, n: na },
            { m: b, n: nb },
          ]);
      }
    }
  }
  const found = best as { pick: { m: Measure; n: number }[]; volume: number } | null;
  if (!found) return null;
  const parts = found.pick.map((p) => ({
    measure: p.m.id,
    name: plural(p.m.name.split(',')[0]!, p.n),
    count: p.n,
    volume_mL: p.m.volume_mL,
  }));
  return {
    stock_mL: found.volume,
    parts,
    text: parts.map((p) => `${kitchenNumber(p.count)} ${p.name}`).join(' + '),
  };
}
const plural = (name: string, n: number): string => (n > 1 && !name.endsWith('s') ? `${name}s` : name);
