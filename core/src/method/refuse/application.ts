import { type Application, type Catalogue, type Product, sourceOf } from '../../catalogue';
import { refusedByPeople } from '../../gate';
import { stanceRefusesSpray } from '../stances';
import type { Face, Here, Refusal } from '../types';
import { holdsFor } from './holds';
import { WET_ORDER } from './tool';
import { refusal } from './words';

/** A product put on a surface: what it is, how thin, how it is put on, and what it would run onto. */
export interface PutOn {
  product: Product;
  dilution: number;
  application: Application;
  runoff: { name: string; hit: Refusal } | null;
}
type ApplicationRule = (o: PutOn, face: Face, here: Here, c: Catalogue) => Refusal | null;
const wets = (a: Application): number => WET_ORDER.indexOf(a.wetness);

const clothOnly: ApplicationRule = ({ application: a }, { material: m }, _h, c) =>
  m.clothOnly && a.reaches
    ? refusal('cloth-only', { face: m.name }, sourceOf(m, 'clothOnly', c).id, c, `${a.name} against cloth only`)
    : null;
/** A ban on wetting: dry first, so at most a damp cloth; not even that where it says so. */
const wetsSoil = (a: Application, face: Face, c: Catalogue): Refusal | null => {
  const ban = face.soil.sets.find(
    (s) => s.mechanism === 'wetting' && holdsFor(s, face) && wets(a) > WET_ORDER.indexOf(s.damp ? 'dry' : 'damp'),
  );
  return (
    (ban && refusal('wets', { soil: face.soil.name, why: ban.because }, sourceOf(face.soil, 'sets', c).id, c)) ?? null
  );
};
const tooWet: ApplicationRule = ({ application: a }, { material: m }, _h, c) =>
  wets(a) > WET_ORDER.indexOf(m.wetness)
    ? refusal(
        m.wetness === 'dry' ? 'no-water' : 'wetness',
        { face: m.name, wetness: m.wetness },
        sourceOf(m, 'wetness', c).id,
        c,
        `${a.wetness} against ${m.wetness}`,
      )
    : null;
const people: ApplicationRule = (o, _f, here, c) => {
  const no = refusedByPeople(o.product, o.dilution, o.application.id, here.profile ?? {}, c);
  return no && refusal('people', { says: no.text }, no.source, c);
};
const choice: ApplicationRule = ({ application: a }, _f, here, c) =>
  a.reaches && a.wetness === 'wet' ? stanceRefusesSpray(here.habits, c) : null;
const runs: ApplicationRule = ({ application: a, runoff }, _f, _h, c) =>
  a.reaches && runoff
    ? {
        ...refusal('runs', { how: a.name, neighbour: runoff.name, why: runoff.hit.because }, runoff.hit.source, c),
        ...(runoff.hit.operands ? { operands: runoff.hit.operands } : {}),
      }
    : null;

export const APPLICATION_RULES: Readonly<Record<string, ApplicationRule>> = {
  clothOnly,
  tooWet,
  people,
  choice,
  runs,
};
const ORDER = Object.values(APPLICATION_RULES);

/** What the mark itself forbids of a way of putting on: wetting what is taken off dry. */
export const refuseOnMark = (application: Application, face: Face, catalogue: Catalogue): Refusal | null =>
  wetsSoil(application, face, catalogue);

/** Limits that come from how it is put on, whatever the mark: the first that refuses, or null. */
export function refuseApplication(o: PutOn, face: Face, here: Here, catalogue: Catalogue): Refusal | null {
  for (const rule of ORDER) {
    const no = rule(o, face, here, catalogue);
    if (no) return no;
  }
  return null;
}

/** Too warm for the surface. */
export function refuseHeat(temperature_C: number, face: Face, catalogue: Catalogue): Refusal | null {
  const m = face.material;
  if (m.maxTemp_C === null || temperature_C <= m.maxTemp_C) return null;
  return refusal(
    'heat',
    { face: m.name },
    sourceOf(m, 'maxTemp_C', catalogue).id,
    catalogue,
    `${temperature_C} °C against ${m.maxTemp_C} °C`,
  );
}
/** It needs longer than the surface bears. Minutes. */
export function refuseTime(a: Application, longest: number, face: Face, catalogue: Catalogue): Refusal | null {
  if (!a.dwell_min || longest >= a.dwell_min.min) return null;
  const m = face.material;
  return refusal(
    'time',
    { how: a.name, needs: `${a.dwell_min.min / 60} hours`, face: m.name, bears: `${longest} minutes` },
    sourceOf(m, 'tolerates', catalogue).id,
    catalogue,
    `${a.dwell_min.min} min against ${longest} min`,
  );
}
