import {
  type Bases,
  basesOf,
  bottlesFrom,
  covering_mL,
  type DensityTable,
  descale,
  laundryDose,
  type PutOn,
  runningCost,
  scaleBoiled_mgPerL,
  scaleOf,
  soakVolume_mL,
  soapLost_gPerL,
  sodaToSoften_gPerL,
  solveDilution,
  STANDARD_LOAD_kg,
  strokesFor,
  type Substance,
  topUp,
} from '@dolly-tub/core';
import { figure } from '../shared/words';

/** What the sums take from the bottle that is being made and from the household. */
export interface About {
  /** The acid of the product that is chosen; null where it is none for scale. */
  acid: Substance | null;
  hardness_mgL: number | null;
  /** Parts of water to one of stock, of the bottle that is being made. */
  partsWater: number | null;
  /** What its label is taken to ask for, mL or g a litre; null where it is used as it is. */
  use: { unit: string; min: number; max: number } | null;
  /** How heavy solutions of its working substance are, and its own weight where it is a liquid, g/mL. */
  substance: Substance | null;
  densities: DensityTable | null;
  /** What is due today and was cleaned with it last time, m², smooth and drinking, and on how many spots. */
  due: { smooth_m2: number; drinks_m2: number; spots: number };
  /** mL of a stroke of the trigger, as weighed here or as they usually are. */
  stroke_mL: number;
}
/** A small sum: what is typed, and the answer in a sentence. */
export interface Sum {
  id: string;
  name: string;
  fields: readonly { key: string; name: string; unit: string; max: number }[];
  answer(typed: Readonly<Record<string, number>>, about: About): string;
  /** What the fields begin with, where the house knows it. */
  start?(about: About): Readonly<Record<string, number>>;
  /** A finished volume that it comes to, mL: a bottle can be made of it. */
  makes?(typed: Readonly<Record<string, number>>): number;
}
const HARDNESS = 'Say how hard your water is in Settings: this sum needs it.';
const DAYS = 30;
const BASIS = { ww: 'Counted by weight', wv: 'Counted in 100 mL', vv: 'Counted by volume' } as const;
const surfacesOf = (t: Readonly<Record<string, number>>): { area_m2: number; porous: boolean }[] => [
  { area_m2: t['smooth']!, porous: false },
  { area_m2: t['drinks']!, porous: true },
];

/** So much scale with such a bath, in a sentence. */
function takenOff(scale_g: number, t: Readonly<Record<string, number>>, { acid }: About): string {
  if (!acid) return 'Choose an acid above first, for example citric acid: this sum is for what dissolves scale.';
  const r = descale(scale_g, acid, t['bath']!, t['percent']!);
  if (!r) return 'Write how much of the bath there is, and how strong.';
  const rounds = r.rounds === 1 ? 'one bath' : `at least ${r.rounds} baths`;
  const leaves = r.leaves ? `; pressed further it leaves ${r.leaves}` : '';
  const takes = `About ${figure(scale_g)} g of scale: ${figure(r.acid_g)} g of ${acid.name.toLowerCase()}, in ${rounds}${leaves}`;
  return `${takes}. A bath is spent after ${figure(r.each_g)} g: it no longer fizzes.`;
}

/** The sums round a bottle, each by a function of the core. */
export const SUMS: readonly Sum[] = [
  {
    id: 'surfaces',
    name: 'For surfaces',
    fields: [
      { key: 'smooth', name: 'Smooth', unit: 'm²', max: 1000 },
      { key: 'drinks', name: 'Grout, bare stone', unit: 'm²', max: 1000 },
    ],
    start: ({ due }) => ({ smooth: due.smooth_m2, drinks: due.drinks_m2 }),
    makes: (t) => Math.ceil(covering_mL(surfacesOf(t), 'spray') / 10) * 10,
    answer: (t, { due, stroke_mL }) => {
      const mL = (way: PutOn): number => covering_mL(surfacesOf(t), way);
      if (!(mL('spray') > 0)) return 'Write how much surface there is.';
      const { strokes, tires } = strokesFor(mL('spray'), stroke_mL);
      const hand = tires ? ', too many for one hand: wipe it on, or pump it up' : '';
      const here = due.spots
        ? ` Due today and cleaned with it last time: ${due.spots === 1 ? 'one spot' : `${due.spots} spots`}.`
        : '';
      const sprayed = `${figure(mL('spray'))} mL sprayed (${strokes} strokes${hand})`;
      return `${sprayed}, ${figure(mL('cloth'))} wiped on, ${figure(mL('mop'))} mopped.${here}`;
    },
  },
  {
    id: 'top-up',
    name: 'Top it up',
    fields: [
      { key: 'rest', name: 'Left in it', unit: 'mL', max: 1e6 },
      { key: 'restPercent', name: 'That is', unit: '%', max: 100 },
      { key: 'full', name: 'Full it holds', unit: 'mL', max: 1e6 },
      { key: 'wanted', name: 'To be', unit: '%', max: 100 },
      { key: 'stock', name: 'Topped up from', unit: '%', max: 100 },
    ],
    answer: (t) => {
      const r = topUp({
        rest_mL: t['rest']!,
        rest_percent: t['restPercent']!,
        full_mL: t['full']!,
        wanted_percent: t['wanted']!,
        stock_percent: t['stock']!,
      });
      return r.ok
        ? `${figure(r.value.stock_mL)} mL of it, then ${figure(r.value.water_mL)} mL of water.`
        : r.problems[0]!.message;
    },
  },
  {
    id: 'descale',
    name: 'Take scale off',
    fields: [
      { key: 'thick', name: 'Crust, thick', unit: 'mm', max: 50 },
      { key: 'area', name: 'Over', unit: 'cm²', max: 1e6 },
      { key: 'bath', name: 'A bath of', unit: 'mL', max: 1e6 },
      { key: 'percent', name: 'Bath strength', unit: '%', max: 100 },
    ],
    answer: (t, about) => takenOff(scaleOf(t['thick']!, t['area']!), t, about),
  },
  {
    id: 'weighed',
    name: 'Scale by weighing',
    fields: [
      { key: 'with', name: 'The kettle, furred', unit: 'g', max: 1e5 },
      { key: 'clean', name: 'The same when clean', unit: 'g', max: 1e5 },
      { key: 'bath', name: 'A bath of', unit: 'mL', max: 1e6 },
      { key: 'percent', name: 'Bath strength', unit: '%', max: 100 },
    ],
    answer: (t, about) =>
      t['with']! > t['clean']!
        ? takenOff(t['with']! - t['clean']!, t, about)
        : 'Furred it weighs more than clean: look at the two weights again.',
  },
  {
    id: 'kettle',
    name: 'The kettle',
    fields: [{ key: 'litres', name: 'Boiled a day', unit: 'L', max: 1000 }],
    answer: (t, { hardness_mgL }) =>
      hardness_mgL
        ? `${figure((scaleBoiled_mgPerL(hardness_mgL) * t['litres']! * DAYS) / 1000)} g of scale a month at most.`
        : HARDNESS,
  },
  {
    id: 'soften',
    name: 'Soften a wash',
    fields: [{ key: 'litres', name: 'The wash takes', unit: 'L', max: 1000 }],
    answer: (t, { hardness_mgL }) => {
      if (!hardness_mgL) return HARDNESS;
      const [soda, soap] = [sodaToSoften_gPerL(hardness_mgL), soapLost_gPerL(hardness_mgL)].map(
        (g) => g * t['litres']!,
      );
      return `${figure(soda!)} g of washing soda (free of water) take the lime; without it ${figure(soap!)} g of soap turn to scum.`;
    },
  },
  {
    id: 'laundry',
    name: 'A load of laundry',
    fields: [
      { key: 'label', name: 'Its label says, a usual load', unit: 'mL or g', max: 1000 },
      { key: 'load', name: 'The load, dry', unit: 'kg', max: 30 },
      { key: 'soil', name: 'Dirt: 1 light, 2 usual, 3 heavy', unit: '', max: 3 },
    ],
    answer: (t, { hardness_mgL }) => {
      if (!hardness_mgL) return HARDNESS;
      const r = laundryDose({ label: t['label']!, load_kg: t['load']!, soil: t['soil']!, hardness_mgL });
      return r.ok
        ? `${figure(r.value)} of it for this load in your water: the label's dose is for ${STANDARD_LOAD_kg} kg, usual dirt, medium water.`
        : r.problems[0]!.message;
    },
  },
  {
    id: 'bases',
    name: 'By weight or volume',
    fields: [{ key: 'percent', name: 'It says', unit: '%', max: 100 }],
    answer: (t, { substance, densities }) => {
      if (!substance || !densities) return 'How heavy its solutions are is not known here: only its own label tells.';
      const pure = substance.density_gPerMl;
      const said = (b: Bases): string =>
        `${figure(b.ww)} % of the weight, ${figure(b.wv)} g in 100 mL${b.vv === null ? '' : `, ${figure(b.vv)} % of the volume`}`;
      const ways = (
        pure && densities.rows.at(-1)!.percent > 90 ? (['ww', 'vv'] as const) : (['ww', 'wv'] as const)
      ).map((basis) => ({
        basis,
        r: basesOf(
          t['percent']!,
          basis,
          densities,
          basis === 'vv' || densities.rows.at(-1)!.percent > 90 ? pure : undefined,
        ),
      }));
      return ways.map(({ basis, r }) => `${BASIS[basis]}: ${r.ok ? said(r.value) : r.problems[0]!.message}`).join('. ');
    },
  },
  {
    id: 'cover',
    name: 'Cover it',
    fields: [
      { key: 'floor', name: 'Floor of the basin', unit: 'cm²', max: 1e5 },
      { key: 'high', name: 'Liquid stands', unit: 'cm', max: 200 },
      { key: 'thing', name: 'The thing itself', unit: 'mL', max: 1e6 },
      { key: 'holds', name: 'The basin holds', unit: 'mL', max: 1e6 },
    ],
    answer: (t) => {
      const mL = soakVolume_mL(t['floor']!, t['high']!, t['thing']!);
      if (mL + t['thing']! <= t['holds']!) return `${figure(mL)} mL cover it.`;
      const holds = figure(t['holds']! - t['thing']!);
      return `It takes ${figure(mL)} mL, and with the thing in it the basin holds only ${holds}: take a larger one, or turn it over half-way.`;
    },
  },
  {
    id: 'several',
    name: 'Several at once',
    fields: [
      { key: 'bottles', name: 'Bottles', unit: '', max: 1000 },
      { key: 'each', name: 'Each takes', unit: 'mL', max: 1e6 },
    ],
    answer: (t, { partsWater }) => {
      if (partsWater === null) return 'Make one bottle above first: several are made in the same way.';
      const r = solveDilution({
        final_mL: t['bottles']! * t['each']!,
        stock_percent: 100,
        wanted_percent: 100 / (1 + partsWater),
      });
      return r.ok
        ? `${figure(r.value.final_mL)} mL in all: ${figure(r.value.stock_mL)} mL of it into ${figure(r.value.water_mL)} mL of water.`
        : r.problems[0]!.message;
    },
  },
  {
    id: 'ready',
    name: 'Concentrate or ready-made',
    fields: [
      { key: 'price', name: 'The concentrate costs', unit: '', max: 1e6 },
      { key: 'pack', name: 'Its pack holds', unit: 'mL', max: 1e6 },
      { key: 'dose', name: 'Into a litre', unit: 'mL', max: 1000 },
      { key: 'readyPrice', name: 'Ready-made costs', unit: '', max: 1e6 },
      { key: 'readyPack', name: 'And holds', unit: 'mL', max: 1e6 },
      { key: 'week', name: 'Used a week', unit: 'mL', max: 1e6 },
    ],
    answer: (t) => {
      if (!(t['pack']! > 0 && t['readyPack']! > 0 && t['dose']! > 0))
        return 'Write how much is in each pack, and the dose.';
      const [own, ready] = [
        { price: t['price']!, pack_mL: t['pack']!, dose_mLPerL: t['dose']! },
        { price: t['readyPrice']!, pack_mL: t['readyPack']!, dose_mLPerL: 1000 },
      ].map((p) => runningCost(p, t['week']!));
      const less = ready!.year - own!.year;
      const saves = less >= 0 ? `the concentrate saves ${figure(less)}` : `ready-made saves ${figure(-less)}`;
      const litre = `A ready litre: ${figure(own!.litre)} from the concentrate, ${figure(ready!.litre)} ready-made`;
      return `${litre}. In a year ${figure(own!.year)} against ${figure(ready!.year)}: ${saves}.`;
    },
  },
  {
    id: 'promise',
    name: 'What a pack promises',
    fields: [
      { key: 'pack', name: 'The pack holds', unit: 'mL', max: 1e6 },
      { key: 'bottles', name: 'Makes, it says', unit: 'bottles', max: 100000 },
      { key: 'each', name: 'A bottle being', unit: 'mL', max: 1e6 },
    ],
    answer: (t, { use }) => {
      if (!(t['bottles']! > 0 && t['each']! > 0)) return 'Write how many bottles it promises, and how large.';
      const dose = (t['pack']! / t['bottles']! / t['each']!) * 1000;
      const said = `That is ${figure(t['pack']! / t['bottles']!)} mL a bottle, ${figure(dose)} mL/L`;
      if (!use) return `${said}.`;
      const range = `it is used at ${figure(use.min)} to ${figure(use.max)} ${use.unit}`;
      if (dose >= use.min) return `${said}: ${range}.`;
      return `${said}: too thin, ${range}. At that it makes ${bottlesFrom(t['pack']!, (use.min * t['each']!) / 1000).bottles} bottles at most.`;
    },
  },
];
