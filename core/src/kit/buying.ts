import type { Catalogue } from '../catalogue';
import { mayShelve, type Profile } from '../gate';
import type { Pair } from '../method';
import { parseNumber } from '../quantity';
import { gentlest } from './smallest';

/** A pack as a shop has it: amounts in the unit of the thing (mL, g, pieces), price in the household’s currency. */
export interface Offer {
  amount: number;
  price: number;
}
/** An offer against what a house uses of it before it is too old. */
export interface WeighedOffer extends Offer {
  /** Price of a litre, a kilogram or a piece as it is sold, and of what is really used. */
  unitPrice: number;
  usedPrice: number;
  /** Poured away when it is too old; 0 where all of it is used. */
  wasted: number;
  weeks: number;
}
const BIG = { mL: 1000, g: 1000, piece: 1 } as const;

/**
 * Offers by what a litre (a kilogram, a piece) that is really used costs, the cheapest first: a pack is used for as long as
 * it keeps, at so much a week, and the rest is poured away. What is never used is compared as it is sold.
 */
export function weighOffers(
  offers: readonly Offer[],
  unit: keyof typeof BIG,
  perWeek: number,
  keeps_weeks: number | null,
): WeighedOffer[] {
  return offers
    .filter((o) => o.amount > 0 && o.price >= 0)
    .map((o) => {
      const weeks = perWeek > 0 ? o.amount / perWeek : Infinity;
      const used = perWeek > 0 && keeps_weeks !== null ? Math.min(o.amount, perWeek * keeps_weeks) : o.amount;
      const unitPrice = (o.price / o.amount) * BIG[unit];
      return { ...o, unitPrice, usedPrice: (o.price / used) * BIG[unit], wasted: o.amount - used, weeks };
    })
    .sort((a, b) => a.usedPrice - b.usedPrice || a.amount - b.amount);
}

const TIMES: Readonly<Record<string, number>> = { ml: 1, l: 1000, cl: 10, g: 1, kg: 1000 };
/** Measures that an amount of each unit is written in. */
const OF: Record<keyof typeof BIG, readonly string[]> = {
  mL: ['ml', 'cl', 'l'],
  g: ['g', 'kg'],
  piece: ['for', 'piece', 'pieces'],
};
/** Packs as they are written down in a shop, "500 mL 2.40, 2 L 6,10" or "6 for 3": `wrong` names what is not understood, or measured otherwise than the thing is. */
export function readOffers(text: string, unit: keyof typeof BIG): { offers: Offer[]; wrong: string[] } {
  const offers: Offer[] = [];
  const wrong: string[] = [];
  // a comma between figures is a decimal one
  for (const part of text.split(/;|\n|,(?!\d)/)) {
    if (!part.trim()) continue;
    const m =
      /^\s*(\d+(?:[.,]\d+)?)\s*(ml|cl|l|kg|g|for|pieces?)?\s+(?:at\s+)?[^\d]{0,3}(\d+(?:[.,]\d+)?)\s*[^\d]{0,3}$/i.exec(
        part,
      );
    const [amount, price] = [m && parseNumber(m[1]!), m && parseNumber(m[3]!)];
    const said = (m?.[2] ?? '').toLowerCase();
    if (!amount || price === null || !(said === '' || OF[unit].includes(said))) wrong.push(part.trim());
    else offers.push({ amount: amount * (TIMES[said] ?? 1), price });
  }
  return { offers, wrong };
}

/** A line of what to buy with what it costs, in hundredths of the currency, and how much it is wanted. */
export interface Wish {
  id: string;
  cost: number;
  worth: number;
}
/**
 * The lines that are worth most together within a budget, exact (knapsack over hundredths; a cent is the grain, coarser from
 * a hundred thousand on); what is left out stands in the order in which to take it back in. Costs nothing known: always in.
 */
export function withinBudget(wishes: readonly Wish[], budget: number): { buy: string[]; leave: string[] } {
  const grain = Math.max(1, Math.ceil(budget / MOST_GRAINS));
  const most = Math.floor(budget / grain);
  // rounded up, so that the sum never passes the budget
  const cost = wishes.map((w) => Math.ceil(w.cost / grain));
  const best = new Float64Array(most + 1);
  const taken = wishes.map(() => new Uint8Array(most + 1));
  wishes.forEach((w, i) => {
    for (let b = most; b >= cost[i]!; b--) {
      const value = best[b - cost[i]!]! + w.worth;
      if (value > best[b]!) {
        best[b] = value;
        taken[i]![b] = 1;
      }
    }
  });
  const buy = new Set<string>();
  for (let i = wishes.length - 1, b = most; i >= 0; i--)
    if (taken[i]![b] || wishes[i]!.cost === 0) {
      buy.add(wishes[i]!.id);
      b -= cost[i]!;
    }
  const leave = wishes.filter((w) => !buy.has(w.id)).sort((a, b) => b.worth / b.cost - a.worth / a.cost);
  return { buy: wishes.filter((w) => buy.has(w.id)).map((w) => w.id), leave: leave.map((w) => w.id) };
}
const MOST_GRAINS = 100_000;

/** A thing in place of another: all that the other one did is done just so, and no harsher where that can be. */
export interface Instead {
  item: string;
  owned: boolean;
  /** Jobs that it does of those that the other one is needed for. */
  jobs: number[];
  harm: number;
}
/**
 * What would do in the place of a thing of a kit: each does by a pair that suffices what else would be open, and the gate
 * lets it stand beside the rest. Those that do all of it first, then what is owned, then the gentlest.
 */
export function insteadOf(
  item: string,
  items: readonly string[],
  pairs: readonly (readonly Pair[])[],
  own: ReadonlySet<string>,
  profile: Profile,
  catalogue: Catalogue,
): { jobs: number[]; instead: Instead[] } {
  const rest = new Set(items.filter((x) => x !== item));
  const does = (ps: readonly Pair[], has: ReadonlySet<string>): Pair | null => gentlest(ps, (x) => has.has(x));
  const jobs = pairs.flatMap((ps, j) => (!does(ps, rest) && does(ps, new Set([...rest, item])) ? [j] : []));
  const isProduct = catalogue.products.has(item);
  const others = new Set(jobs.flatMap((j) => pairs[j]!.flatMap((p) => (isProduct ? (p.product ?? []) : p.tool))));
  const instead = [...others]
    .filter((x) => x !== item && !rest.has(x))
    .filter((x) => mayShelve(x, [...rest], null, profile, catalogue).may !== 'no')
    .map((x): Instead => {
      const has = new Set([...rest, x]);
      const done = jobs.flatMap((j) => {
        const p = does(pairs[j]!, has);
        return p ? [{ j, harm: p.harm }] : [];
      });
      return { item: x, owned: own.has(x), jobs: done.map((d) => d.j), harm: done.reduce((n, d) => n + d.harm, 0) };
    })
    .filter((x) => x.jobs.length)
    .sort(
      (a, b) =>
        b.jobs.length - a.jobs.length ||
        Number(b.owned) - Number(a.owned) ||
        a.harm - b.harm ||
        (a.item < b.item ? -1 : 1),
    );
  return { jobs, instead };
}
