import {
  bottlesFrom,
  descale,
  scaleBoiled_mgPerL,
  scaleOf,
  soakVolume_mL,
  soapLost_gPerL,
  sodaToSoften_gPerL,
  solveDilution,
  stockByStrip,
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
}
/** A small sum: what is typed, and the answer in a sentence. */
export interface Sum {
  id: string;
  name: string;
  fields: readonly { key: string; name: string; unit: string; max: number }[];
  answer(typed: Readonly<Record<string, number>>, about: About): string;
}
const HARDNESS = 'Say how hard your water is in Settings: this sum needs it.';
const DAYS = 30;

/** The sums round a bottle, each by a function of the core. */
export const SUMS: readonly Sum[] = [
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
    id: 'strip',
    name: 'By a test strip',
    fields: [
      { key: 'reads', name: 'The strip reads', unit: 'ppm', max: 1e6 },
      { key: 'stock', name: 'Stock in it', unit: 'mL', max: 1e6 },
      { key: 'all', name: 'Made up to', unit: 'mL', max: 1e6 },
    ],
    answer: (t) => {
      if (!(t['stock']! > 0 && t['all']! >= t['stock']!)) return 'What it is in must be more than what you put in.';
      const ppm = stockByStrip(t['reads']!, t['stock']!, t['all']!);
      return `It holds about ${figure(ppm)} ppm, ${figure(ppm / 10000)} %.`;
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
    answer: (t, { acid }) => {
      if (!acid) return 'Choose an acid above first, for example citric acid: this sum is for what dissolves scale.';
      const scale = scaleOf(t['thick']!, t['area']!);
      const r = descale(scale, acid, t['bath']!, t['percent']!);
      if (!r) return 'Write how much of the bath there is, and how strong.';
      const rounds = r.rounds === 1 ? 'one bath' : `at least ${r.rounds} baths`;
      const leaves = r.leaves ? `; pressed further it leaves ${r.leaves}` : '';
      return `About ${figure(scale)} g of scale: ${figure(r.acid_g)} g of ${acid.name.toLowerCase()}, in ${rounds}${leaves}.`;
    },
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
