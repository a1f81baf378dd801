import type { Catalogue } from '../catalogue';
import { makeBottle } from '../gate';
import { doseWords, type Rung, type Step } from '../method';
import { significant } from '../quantity';

/** A rung's mix in kitchen measures: what goes into half a litre, and how strong that comes out. */
export interface Dose {
  text: string;
  percent: number;
  /** Between what it should come out, by the label; null where nothing says. */
  window: { min: number; max: number } | null;
}
const HALF_A_LITRE = 500;

/** The dose of a rung in kitchen measures; null where nothing is thinned, or it cannot be made so. */
export function doseOf(rung: Rung, catalogue: Catalogue): Dose | null {
  const product = catalogue.products.get(rung.product ?? '');
  if (!product || !rung.dose || !rung.strength) return null;
  const { amount, unit } = rung.dose;
  const perCent = unit === 'g/L' ? amount / 10 : (amount * (product.density ?? 1)) / 10;
  const made = makeBottle(
    {
      stock: { product: product.id },
      target: { percent: (product.strength.percent / 100) * perCent },
      final: { mL: HALF_A_LITRE },
    },
    catalogue,
  );
  if (!made.ok) return null;
  const { kitchen, window: range, stock_mL, strength } = made.value.recipe;
  const what = kitchen ? kitchen.text : `${significant(stock_mL, 3)} mL`;
  return {
    text: `${what} in ${HALF_A_LITRE} mL of ${rung.temperature_C > 25 ? 'hand-warm' : 'cool'} water`,
    percent: significant(kitchen?.percent ?? strength.percent, 3),
    window: range.name ? { min: range.min, max: range.max } : null,
  };
}

/** The steps of a rung with its dose in kitchen measures: what is read on the card is what is done. */
export function inKitchenMeasures(steps: readonly Step[], rung: Rung, catalogue: Catalogue): Step[] {
  const dose = doseOf(rung, catalogue);
  const said = doseWords(rung);
  if (!dose || !said) return [...steps];
  return steps.map((s) => ({ ...s, text: s.text.replace(said, `${dose.text} (${dose.percent} %)`) }));
}
