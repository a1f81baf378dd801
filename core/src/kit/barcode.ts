import { bottleAt, type LogFields, type Stock } from '../household';
import { bad, ok, type Result } from '../reason';

/** Codes of packs by their length: GS1 General Specifications, chapter 1 (GTIN-8, GTIN-12, GTIN-13). */
const KINDS: Readonly<Record<number, 'EAN-8' | 'UPC-A' | 'EAN-13'>> = { 8: 'EAN-8', 12: 'UPC-A', 13: 'EAN-13' };
export interface Code {
  kind: 'EAN-8' | 'UPC-A' | 'EAN-13';
  /** Its figures, as they are kept: of a UPC-A with the nought that makes it an EAN-13. */
  code: string;
}

/**
 * The check digit of the figures before it, 0–9: threes and ones from the right, up to the next ten (GS1 General
 * Specifications, 7.9.1).
 */
export function checkDigit(figures: string): number {
  const sum = [...figures].reverse().reduce((n, c, i) => n + Number(c) * (i % 2 === 0 ? 3 : 1), 0);
  return (10 - (sum % 10)) % 10;
}

/** A code as a reader types it or a person does; problems say what is wrong: another length, a figure that was misread. */
export function readCode(text: string): Result<Code> {
  const figures = text.replace(/[\s-]/g, '');
  if (!/^\d+$/.test(figures)) return bad('/code', 'A code of a pack is figures only: type those under the bars.');
  const kind = KINDS[figures.length];
  if (!kind) return bad('/code', `It has ${figures.length} figures: a code has 8, 12 or 13. Type all of them.`);
  if (checkDigit(figures.slice(0, -1)) !== Number(figures.at(-1)))
    return bad('/code', 'One figure is wrong: the last one does not fit the others. Read it once more.');
  return ok({ kind, code: figures.padStart(figures.length === 12 ? 13 : figures.length, '0') });
}

/** What a code stands for: a pack by its figures, a bottle that was filled here by the address on its label. */
export type CodeMeans = { is: 'pack'; code: Code } | { is: 'bottle'; bottle: string };
/** What a code says, read by a camera, off a picture, or typed; an address of anybody else is never followed. */
export function readMeaning(text: string): Result<CodeMeans> {
  const bottle = bottleAt(text);
  if (bottle) return ok({ is: 'bottle', bottle });
  if (/^\w+:|\/\//.test(text.trim()))
    return bad('/code', 'This code leads out of the house: it is not opened. Read the bars of the pack instead.');
  const code = readCode(text);
  return code.ok ? ok({ is: 'pack', code: code.value }) : code;
}

/** What the house knows a code as: the rows of stock that had it, those with something in them first. */
export const knownBy = (code: string, stock: readonly Stock[]): Stock[] =>
  stock.filter((s) => s.barcode === code).sort((a, b) => Number(b.onHand > 0) - Number(a.onHand > 0));

/** What can be done with a pack whose code was read. */
export type PackDeed = { does: 'buy' } | { does: 'use-up' } | { does: 'count'; amount: number };
/**
 * The entry of a deed with one pack of a row: a whole pack more; the open one finished, so that whole packs are left; or
 * counted. Null where nothing changes. `name` is what people call it.
 */
export function entryOfPack({ id, onHand, pack }: Stock, deed: PackDeed, name: string): LogFields | null {
  const whole = Math.max(0, Math.ceil(onHand / pack.amount - SAME) - 1) * pack.amount;
  const is = deed.does === 'buy' ? onHand + pack.amount : deed.does === 'use-up' ? whole : deed.amount;
  const delta = Math.round((is - onHand) * 1000) / 1000;
  const reason = deed.does === 'buy' ? 'buy' : deed.does === 'use-up' ? 'use' : 'count';
  const moves = [{ stock: id, delta, unit: pack.unit }];
  return delta === 0 ? null : { kind: 'stock', reason, moves, names: { product: name } };
}
/** Packs that differ by less than this part are the same: sums of thirds. */
const SAME = 1e-6;

/** Empty packs by what they hold, g a mL: a plastic bottle about a tenth of what is in it (common practice). */
const TARE_PER_mL = 0.1;
/** What an empty pack weighs about, g, where nobody has weighed one. */
export const usualTare = (pack: Stock['pack']): number => Math.max(15, Math.round(pack.amount * TARE_PER_mL));
/**
 * What is in a pack that weighs so much, in its unit: less the pack, by the density (g/mL). Never below nothing and never
 * more than a pack and a tenth: then it is another pack, and a problem says so.
 */
export function leftByWeight(reading_g: number, tare_g: number, pack: Stock['pack'], density: number): Result<number> {
  if (pack.unit === 'piece') return bad('/reading', 'It is counted in pieces: count them.');
  const left = (reading_g - tare_g) / (pack.unit === 'mL' ? density : 1);
  if (left > pack.amount * 1.1)
    return bad('/reading', `That is more than a pack of ${pack.amount} ${pack.unit} holds: is it another pack?`);
  if (left < -0.1 * tare_g)
    return bad('/reading', `It weighs less than the empty pack, ${tare_g} g: weigh the pack when it is empty.`);
  return ok(Math.max(0, Math.round(left)));
}
