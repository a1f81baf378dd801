import type { Material, Product } from '../catalogue';

type Care = NonNullable<Material['laundry']>;
/** What a sewn-in label says, in the terms of ISO 3758; what nobody read is left out. */
export interface CareLabel {
  wash?: 'no' | 'hand' | '30' | '40' | '60' | '95';
  process?: Care['process'];
  bleach?: 'any' | 'oxygen only' | 'no';
  tumble?: 'normal' | 'low' | 'no';
}
/** What each line of a label may say, the mildest last; in the order of the signs on it. */
export const CARE: { readonly [K in keyof CareLabel]-?: readonly NonNullable<CareLabel[K]>[] } = {
  wash: ['95', '60', '40', '30', 'hand', 'no'],
  process: ['normal', 'mild', 'very mild'],
  bleach: ['any', 'oxygen only', 'no'],
  tumble: ['normal', 'low', 'no'],
};
const DRY: readonly Care['dry'][] = ['tumble', 'tumble low', 'line', 'flat'];
/** The driest way that a label leaves. */
const LEAVES: Readonly<Record<NonNullable<CareLabel['tumble']>, Care['dry']>> = {
  normal: 'tumble',
  low: 'tumble low',
  no: 'line',
};
/** The later of two in a list that goes from strong to mild. */
const milder = <T>(order: readonly T[], a: T, b: T | undefined): T =>
  b === undefined || order.indexOf(a) >= order.indexOf(b) ? a : b;

/** What a cloth bears under its label: of what is known of the cloth and what its maker says, the milder. */
export const underLabel = (care: Care, label: CareLabel): Care => ({
  ...care,
  max_C: Math.min(care.max_C, /^\d/.test(label.wash ?? '') ? Number(label.wash) : care.max_C),
  process: milder(CARE.process, care.process, label.process),
  dry: milder(DRY, care.dry, label.tumble && LEAVES[label.tumble]),
});
/** Why no machine washes it, by its label; null where one may. */
export const keptFromMachine = ({ wash }: CareLabel): string | null =>
  wash === 'no'
    ? 'its label says that it is not washed: a dry cleaner, with the mark shown and named'
    : wash === 'hand'
      ? 'its label says by hand: a basin at 40 °C at the most, moved and not rubbed, rolled in a towel'
      : null;
/** Whether its label lets a product near it: bleach by its kind. */
export const letIn = ({ bleach }: CareLabel, p: Product): boolean =>
  !(bleach === 'no' || bleach === 'oxygen only') ||
  (!p.mechanisms['oxidiser_chlorine'] && (bleach === 'oxygen only' || !p.mechanisms['oxidiser_peroxide']));

/** A label as an address has it, `40,mild,oxygen,no`: a place for each line, empty where nobody read it; and back. */
export const careWords = (l: CareLabel): string => {
  const text = [l.wash, l.process, l.bleach, l.tumble].map((x) => x ?? '').join(',');
  return /[^,]/.test(text) ? text : '';
};
export function careOf(text: string | undefined): CareLabel {
  const [wash, process, bleach, tumble] = (text ?? '').split(',');
  const one = <K extends keyof CareLabel>(key: K, said: string | undefined): Pick<CareLabel, K> | object =>
    (CARE[key] as readonly string[]).includes(said ?? '') ? { [key]: said } : {};
  return { ...one('wash', wash), ...one('process', process), ...one('bleach', bleach), ...one('tumble', tumble) };
}
