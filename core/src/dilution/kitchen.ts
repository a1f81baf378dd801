import type { Measure } from '../catalogue';
import { kitchenNumber } from '../quantity';

export interface KitchenMeasure {
  text: string;
  /** What the spoons hold together. */
  stock_mL: number;
  parts: { measure: string; name: string; count: number; volume_mL: number }[];
}
interface Pick {
  measure: Measure;
  count: number;
}

/** More scoops than that nobody counts right (common practice). */
const MOST_SCOOPS = 12;
/** Parts of it that a measure shows: half a spoon, quarters on a cup or a jug; what nobody has weighed only whole. */
const STEPS: Readonly<Record<string, number>> = { spoon: 2, cup: 4, jug: 4 };
/** A part of a scoop is harder to hit than a whole one, and a second measure is one more thing to wash (common practice). */
const PART = 1.5;
const ANOTHER = 1;
/** So far off the wanted amount costs as much as one more scoop. */
const ERROR_PER_SCOOP = 0.02;

/** How many scoops it feels like: whole ones, a part of one, another measure, and how far off it is. */
export function kitchenCost(picks: readonly Pick[], target_mL: number): number {
  const volume = picks.reduce((v, p) => v + p.count * p.measure.volume_mL, 0);
  const scoops = picks.reduce((n, p) => n + Math.floor(p.count) + (p.count % 1 ? PART : 0), 0);
  return scoops + ANOTHER * (picks.length - 1) + Math.abs(volume / target_mL - 1) / ERROR_PER_SCOOP;
}

/**
 * The amount nearest to `target_mL` in the fewest scoops of the measures at hand, by `kitchenCost`: at most two kinds of
 * measure and twelve scoops, halves and quarters where the measure shows them. Exact over all of these. Null when none
 * comes between `low_mL` and `high_mL`. Volumes mL.
 */
export function kitchenRound(
  target_mL: number,
  low_mL: number,
  high_mL: number,
  measures: readonly Measure[],
): KitchenMeasure | null {
  const sorted = [...measures].sort((a, b) => b.volume_mL - a.volume_mL);
  let best: { cost: number; picks: Pick[] } | null = null;
  const consider = (...picks: Pick[]): void => {
    if (picks.reduce((n, p) => n + Math.ceil(p.count), 0) > MOST_SCOOPS) return;
    const cost = kitchenCost(picks, target_mL);
    if (!best || cost < best.cost - 1e-12) best = { cost, picks };
  };
  for (const [i, a] of sorted.entries()) {
    for (const count of within(a, low_mL, high_mL)) consider({ measure: a, count });
    for (const count of within(a, 0, high_mL)) {
      const had = count * a.volume_mL;
      for (const b of sorted.slice(i + 1))
        for (const more of within(b, low_mL - had, high_mL - had))
          consider({ measure: a, count }, { measure: b, count: more });
    }
  }
  const found = best as { picks: Pick[] } | null;
  if (!found) return null;
  const parts = found.picks.map(({ measure: m, count }) => ({
    measure: m.id,
    name: plural(m.name.split(',')[0]!, count),
    count,
    volume_mL: m.volume_mL,
  }));
  return {
    stock_mL: parts.reduce((v, p) => v + p.count * p.volume_mL, 0),
    parts,
    text: parts.map((p) => `${kitchenNumber(p.count)} ${p.name}`).join(' + '),
  };
}

/** Counts of one measure, in the steps that it shows, that hold between so and so much; fewest first. */
function within(m: Measure, low_mL: number, high_mL: number): number[] {
  const step = 1 / (STEPS[m.kind] ?? 1);
  const first = Math.max(1, Math.ceil((low_mL - 1e-9) / m.volume_mL / step));
  const last = Math.min(MOST_SCOOPS / step, Math.floor((high_mL + 1e-9) / m.volume_mL / step));
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => (first + i) * step);
}
const plural = (name: string, n: number): string => (n > 1 && !name.endsWith('s') ? `${name}s` : name);
