import { type Catalogue, nameOfItem } from '../catalogue';
import type { Profile } from '../gate';
import { belowPar, type Edit, type Kit, type LogFields, type Shopping, type Stock, usualPack } from '../household';
import { apartFrom, type LeftOut } from './kit';

/** The kit that a thing on the list is for: its own, else one that has it or wants it, else the first. */
export function kitFor(line: Shopping, kits: readonly Kit[], stock: readonly Stock[]): Kit | null {
  const { item } = line;
  return (
    kits.find((k) => k.id === line.kit) ??
    kits.find((k) => stock.some((s) => s.kit === k.id && s.item === item)) ??
    kits.find((k) => k.par.some((p) => p.item === item)) ??
    kits[0] ??
    null
  );
}
/** Why a thing of the list may not stand in that kit, beside what stands there; null where it may, or does already. */
export function barOf(
  { item, amount, unit }: Pick<Shopping, 'item' | 'amount' | 'unit'>,
  kit: Kit,
  stock: readonly Stock[],
  profile: Profile,
  catalogue: Catalogue,
): LeftOut | null {
  const here = stock.filter((s) => s.kit === kit.id && s.onHand > 0).map((s) => s.item);
  if (!item || here.includes(item)) return null;
  const thing = { item, onHand: amount, pack: { amount, unit } };
  return apartFrom([thing], here, profile, catalogue, kit.places, kit.kind).left[0] ?? null;
}
/**
 * What buying does, as one entry that can be taken back: so much more on the shelf, and the line is bought. A thing with
 * a row of its unit in that kit is counted there; else a new row is made. One's own words buy nothing but the line.
 */
export function boughtOf(
  line: Shopping,
  kit: Kit | null,
  stock: readonly Stock[],
  newId: () => string,
  catalogue: Catalogue,
): LogFields {
  const { id, item, words, amount, unit } = line;
  const name = item ? nameOfItem(item, catalogue) : (words ?? '');
  const off: Edit = { does: 'change', on: 'shopping', id, fields: { state: 'bought' } };
  if (!item || !kit) return { kind: 'edit', edits: [off], names: { record: name } };
  const row = stock.find((s) => s.kit === kit.id && s.item === item && s.pack.unit === unit);
  if (row)
    return { kind: 'stock', reason: 'buy', moves: [{ stock: row.id, delta: amount, unit }], names: { product: name } };
  const usual = usualPack(item, catalogue);
  const pack = usual.unit === unit ? usual : { amount: unit === 'piece' ? 1 : amount, unit };
  const made: Edit = {
    does: 'make',
    on: 'stock',
    id: newId(),
    fields: {
      kit: kit.id,
      ...(kit.places[0] ? { place: kit.places[0].id } : {}),
      position: stock.filter((s) => s.kit === kit.id).length,
      item,
      pack,
      onHand: amount,
    },
  };
  return { kind: 'edit', edits: [made, off], names: { record: name } };
}

/** Everything that is below its par and not on the list, as lines of it. */
export function missingFrom(
  kits: readonly Kit[],
  stock: readonly Stock[],
  open: readonly Shopping[],
): { item: string; amount: number; unit: Shopping['unit']; kit: string }[] {
  const listed = new Set(open.map((s) => s.item));
  return kits.flatMap((k) =>
    belowPar(k, stock)
      .filter(({ item }) => !listed.has(item))
      .map(({ item, unit, missing }) => ({ item, amount: missing, unit, kit: k.id })),
  );
}
