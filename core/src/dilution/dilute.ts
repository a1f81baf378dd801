import {
  type Catalogue,
  type DensityTable,
  isSolid,
  type Measure,
  type Product,
  type Table,
  type Target,
} from '../catalogue';
import { formatVolume, type RatioAnswer, type RatioReading, significant, vagueId } from '../quantity';
import { bad, ok, type Reason, type Result } from '../reason';
import { agedStrength, type PackKept, lasting, type Lasting } from './ageing';
import { fillUpAlcohol } from './density';
import { kitchenRound, type KitchenMeasure } from './kitchen';
import { inPercentOf, ppmPerPercent, targetsOf } from './targets';

export interface DiluteQuestion {
  stock: {
    percent?: number;
    ppm?: number;
    product?: string;
    madeDaysAgo?: number;
    labelPercent?: number;
    /** How the pack was kept, where somebody says so. */
    kept?: PackKept;
  };
  /** One of them; a ratio as it was read (`parseRatio`). */
  target: { percent?: number; ppm?: number; ratio?: RatioAnswer };
  final: { mL: number };
  measures?: string[];
}
export interface DiluteAnswer {
  ratio: string;
  partsWater: number;
  stock_mL: number;
  stock_g: number | null;
  water_mL: number;
  strength: { percent: number; ppm: number };
  /** Whole tablets, where it is sold as such; null where no whole number stays in the span. */
  tablets: { count: number; each_g: number } | null;
  kitchen: (KitchenMeasure & { percent: number; ppm: number; error: number }) | null;
  /** Window that the strength must stay in, and the named target it belongs to. */
  window: { min: number; max: number; target: string | null; name: string | null; inside: boolean };
  stockStrength: { percent: number; low: number; high: number; basis: string };
  /** How many days old the pack may be for this recipe; null for what does not age, or was named by its strength. */
  lasts: Lasting | null;
  /** Alcohol and water take less room together than apart: what has to be filled up, mL; else null. */
  shrinks_mL: number | null;
  /** How a ratio was read, the other way to read it, and how much stronger (weaker below 0) that would be; else null. */
  read: { taken: RatioReading; other: RatioReading | null; differs: number } | null;
  warnings: string[];
  because: Reason[];
}

/** How a stock's percent turns into grams in a litre, and back. */
interface Stock {
  percent: number;
  low: number;
  high: number;
  /** Percent that its label says, before it aged. */
  label: number;
  densities: DensityTable | null;
  basis: 'w/v' | 'w/w' | 'v/v';
  /** Grams (or mL for v/v) of the active in a mL of stock, for one percent. */
  perPercent: number;
  /** mg/L of what `ppm` counts, in a solution of one percent (its own basis, thin as water). */
  ppmPerPercent: number;
  product: Product | null;
  solid: boolean;
  targets: readonly Target[];
}

/** ±10 % where no published window is known (common practice). */
const DEFAULT_WINDOW = 0.1;

/**
 * C1·V1 = C2·V2 on the right basis: how much stock and water make `final` at `target`.
 * Without a product a percent is g/100 mL and ppm mg/L. With one, the percent is its own (w/w by its
 * density, alcohol v/v), and ppm counts available chlorine for chlorine products (g as Cl2, × 70.906/74.442).
 * Volumes mL, masses g. `most` is a percent that no rounding to spoons or tablets passes. Problems are returned for
 * what cannot be made; whether it may be made is asked of the gate.
 */
export function dilute(
  q: DiluteQuestion,
  catalogue: Catalogue,
  ownMeasures: readonly Measure[] = [],
  most = Infinity,
): Result<DiluteAnswer> {
  if (!(q.final.mL > 0 && q.final.mL <= 1e6))
    return bad('/final/mL', 'The finished volume must be more than 0 mL and at most 1000 L.');
  const because: Reason[] = [];
  const warnings: string[] = [];
  const s = readStock(q, catalogue, because, warnings);
  if (!s.ok) return s;
  const stock = s.value;
  const wanted = readTarget(q, stock);
  if (!wanted.ok) return wanted;
  const { percent, read } = wanted.value;
  // as it is sold, in the grams a 100 mL that a mix is counted in: 5.25 % of what weighs 1.08 g/mL is 5.67
  const neat = Math.max(stock.percent, stock.solid ? 0 : stock.percent * stock.perPercent * 100);
  if (percent > neat * (1 + 1e-9)) {
    // "10 %" of vinegar is no strength of it, but may be a tenth of the bottle
    const share = q.target.ratio?.strength && q.target.ratio.readings[0];
    return bad(
      '/target',
      `${fmt(percent)} % is stronger than the ${fmt(neat)} % that you start from: water can only make it weaker.${share ? ` If so much of the bottle is meant, write ${share.form}.` : ''}`,
    );
  }

  // stock volume by C1·V1 = C2·V2; the finished mix is thin, so its percent is taken as g (or mL) in 100 mL
  const share = percent / (stock.percent * stock.perPercent * 100);
  const stock_mL = Math.min(q.final.mL, share * q.final.mL);
  const density = stock.product?.density ?? (stock.solid ? 1 : null);
  const stock_g =
    stock.solid && density ? stock_mL * density : density && stock.basis === 'w/w' ? stock_mL * density : null;
  const water_mL = stock.solid ? q.final.mL : q.final.mL - stock_mL;
  const partsWater = stock.solid ? q.final.mL / stock_mL : water_mL / stock_mL;

  const target = namedTarget(percent, stock, catalogue);
  const span = target ? target.percent : { min: percent * (1 - DEFAULT_WINDOW), max: percent * (1 + DEFAULT_WINDOW) };
  const within = { min: span.min, max: Math.max(percent, Math.min(span.max, most)) };
  const scale = stock_mL / percent;
  const spoons = q.measures?.length
    ? q.measures.map((id) => ownMeasures.find((m) => m.id === id) ?? catalogue.measures.get(id))
    : ['metric-tsp', 'metric-tbsp', 'metric-cup'].map((id) => catalogue.measures.get(id));
  const unknown = spoons.findIndex((m) => !m);
  if (unknown >= 0) return bad(`/measures/${unknown}`, `"${q.measures?.[unknown]}" is no measure that I know.`);
  const [low_mL, high_mL] = [Math.max(within.min, percent * 0.8) * scale, Math.min(within.max, percent * 1.2) * scale];
  const each_g = stock.product?.tablet_g;
  const tablets = each_g ? wholeTablets(stock_mL, each_g / (density ?? 1), low_mL, high_mL) : null;
  const kitchen: KitchenMeasure | null = each_g
    ? tablets === null
      ? null
      : {
          text: tablets === 1 ? '1 tablet' : `${tablets} tablets`,
          stock_mL: (tablets * each_g) / (density ?? 1),
          parts: [],
        }
    : kitchenRound(stock_mL, low_mL, high_mL, spoons as Measure[]);

  because.unshift({
    text: stock.solid
      ? `${fmt(percent)} % in ${formatVolume(q.final.mL)} takes ${fmt(stock_g ?? 0)} g${each_g ? `, and a tablet weighs about ${fmt(each_g)} g` : ''}.`
      : `${fmt(stock.percent)} % × ${fmt(stock_mL)} mL = ${fmt(percent)} % × ${fmt(q.final.mL)} mL${stock.basis === 'w/w' && density ? ` (density ${density})` : ''}: parts of water = (stock ÷ wanted) − 1.`,
    source: 'cdc-who-ebola-2014',
  });
  if (target)
    because.push({
      text: `${target.window} for ${target.for}; keep it wet ${target.contact_min.min} to ${target.contact_min.max} min. The label of your product wins.`,
      source: target.basis.default,
    });
  if (read)
    because.push({
      text: read.other
        ? `Taken as ${read.taken.form}, ${read.taken.says}. Read as ${read.other.form}, ${read.other.says}, it is ${fmt(Math.abs(read.differs) * 100)} % ${read.differs < 0 ? 'weaker' : 'stronger'}.`
        : `Taken as ${read.taken.form}, ${read.taken.says}.`,
      source: 'common-practice',
    });
  const shrinks_mL = shrinking(stock, stock_mL, q.final.mL, catalogue);
  if (shrinks_mL !== null && shrinks_mL > q.final.mL / 200)
    because.push({
      text: `Alcohol and water take less room together than apart: about ${formatVolume(shrinks_mL)} more water reaches the line.`,
      source: stock.densities!.basis.default,
    });
  const weakest = percent * (stock.low / stock.percent);
  if (target && weakest < within.min * (1 - 1e-9) && percent >= within.min) {
    const [gives, least] = [weakest, within.min].map((x) =>
      target.kind === 'chlorine' ? `${Math.round(x * stock.ppmPerPercent)}` : fmt(x),
    );
    const unit = target.kind === 'chlorine' ? 'ppm' : '%';
    const enough = Math.ceil((stock_mL * within.min * 10) / weakest) / 10;
    warnings.push(
      `At its weakest a bottle as old as this gives ${gives} ${unit}, below ${least}: take ${enough} mL to be sure, or a fresh one.`,
    );
  }
  // said as it is, whatever it was asked for: thinned alcohol promises nothing
  if (isThinnedAlcohol(stock.product, percent, catalogue))
    warnings.push('Below 60 % v/v alcohol does not disinfect: it cleans only.');
  if (!kitchen && each_g)
    warnings.push(
      `No whole number of tablets makes that: one makes ${formatVolume((each_g / (density ?? 1) / stock_mL) * q.final.mL)} of this strength.`,
    );
  else if (!kitchen)
    warnings.push('No spoon or cup here stays inside the window: weigh it, or use a syringe or a finer measure.');
  return ok({
    ratio: `1+${significant(partsWater, 4)}`,
    partsWater,
    stock_mL,
    stock_g,
    water_mL,
    strength: { percent, ppm: percent * stock.ppmPerPercent },
    tablets: each_g && tablets ? { count: tablets, each_g } : null,
    kitchen: kitchen && {
      ...kitchen,
      percent: kitchen.stock_mL / scale,
      ppm: (kitchen.stock_mL / scale) * stock.ppmPerPercent,
      error: kitchen.stock_mL / stock_mL - 1,
    },
    window: {
      min: within.min,
      max: within.max,
      target: target?.id ?? null,
      name: target?.name ?? null,
      inside: percent >= within.min && percent <= within.max,
    },
    read,
    shrinks_mL,
    lasts: stock.product
      ? lasting(stock.product, stock.label, percent, within.min, q.stock.kept ?? null, catalogue)
      : null,
    stockStrength: { percent: stock.percent, low: stock.low, high: stock.high, basis: stock.basis },
    warnings,
    because,
  });
}

/** What alcohol and water lose together, mL; null where it is no alcohol by volume, or nothing is mixed. */
function shrinking(stock: Stock, stock_mL: number, final_mL: number, catalogue: Catalogue): number | null {
  const active = stock.product && catalogue.substances.get(stock.product.strength.substance);
  if (!stock.densities || !active?.density_gPerMl || stock.basis !== 'v/v' || stock_mL >= final_mL) return null;
  return fillUpAlcohol(stock_mL, stock.percent, final_mL, stock.densities, active.density_gPerMl)?.shrinks_mL ?? null;
}

/** The household's own squirt, capful or scoop, as it was weighed here, in place of the common one. */
export const measuresWith = (own: readonly Measure[], catalogue: Catalogue): Table<Measure> =>
  own.length
    ? new Map([...catalogue.measures, ...own.map((m): [string, Measure] => [vagueId(m.name) ?? m.id, m])])
    : catalogue.measures;

function readStock(q: DiluteQuestion, catalogue: Catalogue, because: Reason[], warnings: string[]): Result<Stock> {
  const given = [q.stock.percent, q.stock.ppm, q.stock.product].filter((x) => x !== undefined);
  if (given.length !== 1) return bad('/stock', 'Say what you start from in one way: percent, ppm, or a product.');
  if (q.stock.product === undefined) {
    const percent = q.stock.percent ?? q.stock.ppm! / 10000;
    if (!(percent > 0 && percent <= 100)) return bad('/stock', 'The strength must be more than 0 and at most 100 %.');
    return ok({
      percent,
      low: percent,
      high: percent,
      label: percent,
      densities: null,
      basis: 'w/v',
      perPercent: 0.01,
      ppmPerPercent: 10000,
      product: null,
      solid: false,
      targets: [],
    });
  }
  const product = catalogue.products.get(q.stock.product);
  if (!product) return bad('/stock/product', `"${q.stock.product}" is not in the catalogue of products.`);
  const solid = isSolid(product);
  const active = catalogue.substances.get(product.strength.substance)!;
  const density = product.density ?? 1;
  let percent = q.stock.labelPercent ?? product.strength.percent;
  if (!(percent > 0 && percent <= 100))
    return bad('/stock/labelPercent', 'The strength on the label must be more than 0 and at most 100 %.');
  const label = percent;
  let [low, high] = [percent, percent];
  const days = q.stock.madeDaysAgo ?? 0;
  if (!(days >= 0 && days < 36500)) return bad('/stock/madeDaysAgo', 'Days must be 0 or more.');
  const aged = agedStrength(product, percent, days, q.stock.kept ?? null, catalogue);
  if (aged) {
    const how = { shut: 'never opened', opened: 'opened', damp: 'kept damp' }[q.stock.kept ?? 'shut'];
    because.push({
      text: `${fmt(percent)} % of ${active.name.toLowerCase()}, ${days} days old${q.stock.kept ? `, ${how}` : ''} and kept at about 20 °C, likely is ${fmt(aged.likely)} % now (${fmt(aged.low)} to ${fmt(aged.high)}): ${aged.says}.`,
      source: aged.source,
    });
    if (aged.likely < percent * 0.8)
      warnings.push('This pack has lost more than a fifth of its strength: buy a fresh one for disinfecting.');
    [percent, low, high] = [aged.likely, aged.low, aged.high];
  }
  const vv = product.strength.basis === 'v/v';
  return ok({
    percent,
    low,
    high,
    label,
    densities: catalogue.densities.get(active.id) ?? null,
    basis: vv ? 'v/v' : 'w/w',
    perPercent: vv ? 0.01 : 0.01 * density,
    ppmPerPercent: ppmPerPercent(product, catalogue),
    product,
    solid,
    targets: targetsOf(product, catalogue),
  });
}
/** What is wanted, in the stock's own percent of the finished mix, and how a ratio was read. */
interface Wanted {
  percent: number;
  read: DiluteAnswer['read'];
}
function readTarget(q: DiluteQuestion, stock: Stock): Result<Wanted> {
  const t = q.target;
  if ([t.percent, t.ppm, t.ratio].filter((x) => x !== undefined).length !== 1)
    return bad('/target', 'Say what you want in one way: percent, ppm, or a ratio.');
  if (t.ratio !== undefined) return ofRatio(t.ratio, q.final.mL, stock);
  const percent = t.percent ?? t.ppm! / stock.ppmPerPercent;
  if (!(percent > 0)) return bad('/target', 'The wanted strength must be more than 0.');
  return ok({ percent, read: null });
}
/** A ratio with the bottle and the stock known: what it asks for, as percent of the stock's own. */
function ofRatio(ratio: RatioAnswer, final_mL: number, stock: Stock): Result<Wanted> {
  const neat = stock.percent * stock.perPercent * 100;
  const [first, second] = ratio.readings;
  const only = (percent: number): Result<Wanted> => ok({ percent, read: null });
  const grams = (g: number, mL: number): Result<Wanted> =>
    only(stock.product ? (g / mL) * stock.percent : (g / mL) * 100);
  if (ratio.pieces) {
    const each_g = stock.product?.tablet_g;
    if (!each_g) return bad('/target/ratio', 'How much is one of them? Weigh one, and write grams a litre.');
    return grams(ratio.pieces.count * each_g, ratio.pieces.in_mL ?? final_mL);
  }
  if (ratio.amount_mL !== undefined) {
    if (ratio.amount_mL > final_mL) return bad('/target/ratio', 'That is more than the bottle holds.');
    return only((ratio.amount_mL / final_mL) * neat);
  }
  const { strength } = ratio;
  if (strength && 'ppm' in strength) return only(strength.ppm / stock.ppmPerPercent);
  if (strength && 'gPerL' in strength) return grams(strength.gPerL, 1000);
  // what has strengths of its own that are published is asked for by them; of another, so much of the bottle
  if (strength && stock.targets.length) return only(strength.percent);
  const share = (r: RatioReading): number => r.partsStock / (r.partsStock + r.partsWater);
  return ok({
    percent: share(first!) * neat,
    read: { taken: first!, other: second ?? null, differs: second ? share(second) / share(first!) - 1 : 0 },
  });
}

/** The published window that the wanted strength falls into, of those that this product may be measured for. */
function namedTarget(percent: number, stock: Stock, catalogue: Catalogue): Target | null {
  for (const t of stock.targets) {
    const own = inPercentOf(t, stock.product!, catalogue);
    if (percent >= own.min * 0.999 && percent <= own.max * 1.001) return { ...t, percent: own };
  }
  return null;
}

/** Below the weakest strength that counts for its alcohol. */
const isThinnedAlcohol = (product: Product | null, percent: number, catalogue: Catalogue): boolean =>
  product !== null &&
  [...catalogue.targets.values()].some(
    (t) => t.kind === 'alcohol' && t.substances.includes(product.strength.substance) && percent < t.percent.min,
  );

/** Tablets cannot be cut: the whole number nearest to the amount, or null when it leaves the span of the target. Volumes mL. */
function wholeTablets(stock_mL: number, each_mL: number, low_mL: number, high_mL: number): number | null {
  const count = Math.max(1, Math.round(stock_mL / each_mL));
  const made = count * each_mL;
  return made >= low_mL - 1e-9 && made <= high_mL + 1e-9 ? count : null;
}
const fmt = (x: number): string => String(significant(x, 3));
