/** Air over a wet surface: °C, relative humidity 0–1, metres a second. */
export interface Air {
  temperature_C: number;
  humidity: number;
  speed_mPerS: number;
}
/** A room that is lived in, with nothing blowing (common practice). */
export const ROOM_AIR: Air = { temperature_C: 22, humidity: 0.5, speed_mPerS: 0.1 };

/** How thick a film stays by way of putting on, µm (common practice: 20 to 40 mL/m² sprayed and wiped, 50 from a wet cloth). */
export const FILM_um = { spray: 20, cloth: 50, mop: 45 } as const;
export type FilmWay = keyof typeof FILM_um;

/**
 * Saturation pressure of water vapour over liquid water, kPa, at 0 to 100 °C: Hyland and Wexler 1983, as printed in
 * ASHRAE Handbook, Fundamentals.
 */
export function saturation_kPa(temperature_C: number): number {
  const T = temperature_C + 273.15;
  const ln =
    -5.8002206e3 / T +
    1.3914993 -
    4.8640239e-2 * T +
    4.1764768e-5 * T ** 2 -
    1.4452093e-8 * T ** 3 +
    6.5459673 * Math.log(T);
  return Math.exp(ln) / 1000;
}

/** Heat that a kilogram of water takes to evaporate, kJ. */
const LATENT_kJ = 2450;
/** A still surface gives off about half of what the formula says (ASHRAE Handbook, HVAC Applications, natatoriums). */
const STILL = 0.5;
/** 70 % alcohol goes about five times as fast as water; weaker in proportion (published values; common practice). */
const ALCOHOL_TIMES = 5;
const ALCOHOL_AT = 0.7;

/** Water that leaves a flat wet surface, g/m² a minute, the film being as warm as the air (Carrier; ASHRAE). */
export function evaporation_gPerM2Min(air: Air): number {
  const pressure = saturation_kPa(air.temperature_C) * (1 - air.humidity);
  return (((0.089 + 0.0782 * air.speed_mPerS) * pressure) / LATENT_kJ) * 60_000;
}

/**
 * Minutes that a film stays wet: `least` for a contact time, `most` for "dry enough to walk on". Share of alcohol v/v 0–1.
 */
export function staysWet(film_um: number, air: Air = ROOM_AIR, alcohol = 0): { least_min: number; most_min: number } {
  const faster = 1 + (ALCOHOL_TIMES - 1) * Math.min(1, Math.max(0, alcohol) / ALCOHOL_AT);
  // a micrometre of water on a square metre is a gram
  const least_min = film_um / evaporation_gPerM2Min(air) / faster;
  return { least_min, most_min: least_min / STILL };
}

/** How a contact time is kept: once, wetted again at these minutes, or soaked where that is too often. */
export interface ContactPlan {
  holds: boolean;
  /** Minutes after the first wetting; empty where once is enough. */
  again_min: number[];
  /** So often that soaking or a laid-on cloth is the better way. */
  soak: boolean;
}
/** More often than that nobody goes back. */
const MOST_AGAIN = 3;
export function contactPlan(contact_min: number, film_um: number, air: Air = ROOM_AIR, alcohol = 0): ContactPlan {
  const { least_min } = staysWet(film_um, air, alcohol);
  if (least_min >= contact_min) return { holds: true, again_min: [], soak: false };
  // a minute before it is dry: what has dried has stopped
  const every = Math.max(0.5, Math.floor(least_min - 0.5));
  const again_min: number[] = [];
  for (let at = every; at < contact_min && again_min.length <= MOST_AGAIN; at += every) again_min.push(at);
  return { holds: false, again_min: again_min.slice(0, MOST_AGAIN), soak: again_min.length > MOST_AGAIN };
}
