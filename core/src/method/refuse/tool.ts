import { type Catalogue, faceIdOf, sourceOf, type Tool, tuning } from '../../catalogue';
import { capital } from '../../reason';
import { significant } from '../../quantity';
import { stanceRefusesTool } from '../stances';
import type { Face, Here, Refusal } from '../types';
import { holdsFor, meet } from './holds';
import { abrasiveOn, polishes } from './strength';
import { listed, refusal } from './words';

const f1 = (x: number): string => String(significant(x, 3));
export const WET_ORDER: readonly string[] = ['dry', 'damp', 'wet', 'flood'];

/** One reason against a tool on a surface: a small rule with a name, asked in order. */
type ToolRule = (t: Tool, face: Face, here: Here, c: Catalogue) => Refusal | null;
const own = (t: Tool, c: Catalogue): string => sourceOf(t, 'class', c).id;
const of = (face: Face, field: string, c: Catalogue): string => sourceOf(face.material, field, c).id;
/** Separate cloths for separate places. */
const CLASSES = 'npsa-2007-15';

const equipment: ToolRule = (t, _f, _h, c) =>
  t.role === 'equipment' ? refusal('equipment', { thing: t.name }, own(t, c), c) : null;
const kindOfSurface: ToolRule = (t, { material }, _h, c) =>
  t.suits !== 'both' && (t.suits === 'soft') !== material.soft
    ? refusal(
        'tool-suits',
        { thing: t.name, for: t.suits === 'soft' ? 'cloth and pile' : 'hard surfaces' },
        own(t, c),
        c,
      )
    : null;
const keptTo: ToolRule = (t, _f, here, c) => stanceRefusesTool(t, here.habits, c);
const atToilet = (face: Face): boolean => face.zone === 'toilet' || face.zone === 'bowl';
const toiletOnly: ToolRule = (t, face, _h, c) =>
  t.class === 'toilet' && !atToilet(face) ? refusal('toilet-only', { thing: t.name }, CLASSES, c) : null;
const notToilet: ToolRule = (t, face, _h, c) =>
  t.class !== 'toilet' && (face.zone === 'bowl' || (t.class !== 'any' && atToilet(face)))
    ? refusal('not-toilet', { thing: t.name }, CLASSES, c)
    : null;
const floorOnly: ToolRule = (t, face, _h, c) =>
  t.class === 'floor' && face.zone !== 'floor' ? refusal('floor-only', { thing: t.name }, CLASSES, c) : null;
/** What its own record says that it never goes on. */
const neverOn: ToolRule = (t, face, _h, c) => {
  const m = face.material;
  for (const b of t.bans ?? []) {
    const surface = b.materials ?? b.families ?? b.faces ?? b.exceptMaterials;
    const soil = b.soils ?? b.natures;
    const onSurface =
      !surface ||
      meet(b.materials, face.among.materials) ||
      meet(b.families, face.among.families) ||
      meet(b.faces, face.among.faces) ||
      (b.exceptMaterials !== undefined && !face.among.materials.every((x) => b.exceptMaterials!.includes(x)));
    const onSoil = !soil || meet(b.soils, face.among.soils) || meet(b.natures, face.among.natures);
    if (!onSurface || !onSoil || face.severity < (b.minSeverity ?? 0)) continue;
    const words = { thing: t.name, face: m.name, soil: face.soil.name, why: b.because };
    return refusal(surface ? 'never-on' : 'never-soil', words, sourceOf(t, 'neverOn', c).id, c);
  }
  return null;
};
const steam: ToolRule = (t, face, _h, c) =>
  t.mechanisms['steam'] && !face.material.steam
    ? refusal('steam', { face: face.material.name }, of(face, 'steam', c), c, `steam against ${face.material.name}`)
    : null;
/** Made for this very surface: its roughness is what it is there for. */
const isMadeFor = (t: Tool, face: Face): boolean => t.madeOn?.includes(faceIdOf(face.material)) ?? false;
const abrasive: ToolRule = (t, face, _h, c) =>
  t.abrasive !== 'none' && !isMadeFor(t, face) && !(t.finePolish && polishes(face.material))
    ? abrasiveOn(t.name, t.hardness_mohs ?? tuning(c).mohsUnknown, face.material, c)
    : null;
const kindOfSoil: ToolRule = (t, face, _h, c) =>
  (t.forOrders && !t.forOrders.includes(face.soil.order)) || (t.forNatures && !t.forNatures.includes(face.soil.nature))
    ? refusal(
        'tool-soil',
        { thing: t.name, for: listed(t.forOrders ?? t.forNatures!), soil: face.soil.name },
        own(t, c),
        c,
      )
    : null;
const nothingUnder: ToolRule = (t, face, _h, c) => {
  const n = tuning(c);
  return t.needsBody && face.severity < n.bodyFromSeverity && (face.soil.lifts['scrape'] ?? 0) < n.bodyFromLift
    ? refusal('no-body', { thing: t.name }, own(t, c), c, `severity ${face.severity} against ${n.bodyFromSeverity}`)
    : null;
};
const dulls: ToolRule = (t, face, _h, c) => {
  const m = face.material;
  return t.dullsGloss && (m.gloss === 'gloss' || m.face !== 'solid' || m.hardness === null)
    ? refusal('gloss', { thing: t.name }, of(face, 'gloss', c), c, `${t.name} against ${m.gloss ?? m.face} ${m.name}`)
    : null;
};
const blade: ToolRule = (t, { material: m }, _h, c) =>
  t.blade && !m.blade ? refusal('blade', { face: m.name }, own(t, c), c, `blade against ${m.face} ${m.name}`) : null;
const sticky: ToolRule = (t, { material: m }, _h, c) =>
  t.adhesive && m.noSticky
    ? refusal('sticky', { thing: t.name, face: m.name }, own(t, c), c, `glue against ${m.name}`)
    : null;
const iron: ToolRule = (t, face, _h, c) =>
  t.iron && face.material.ironFree
    ? refusal('iron', { face: face.material.name }, of(face, 'face', c), c, `iron against ${face.material.name}`)
    : null;
const filter: ToolRule = (t, face, _h, c) =>
  face.soil.fine && t.mechanisms['suction'] && !t.fineFilter
    ? refusal('filter', { thing: t.name, soil: face.soil.name }, own(t, c), c)
    : null;
/** Whether a tool used dry stirs up what must be wetted before it moves. */
export const stirsUp = (t: Tool, face: Face): boolean =>
  face.soil.hazard?.wetFirst === true && !t.mechanisms['suction'];
const dryOnly: ToolRule = (t, face, _h, c) =>
  t.wet === 'dry' && stirsUp(t, face)
    ? refusal(
        'hazard',
        {
          says: `${capital(t.name)} works dry, and ${face.soil.name} is wetted before it moves: ${face.soil.hazard!.because}.`,
        },
        sourceOf(face.soil, 'hazard', c).id,
        c,
      )
    : null;
/** A surface that bears nothing is touched by a soft brush or a puff of air, and by nothing else. */
const fragile: ToolRule = (t, face, _h, c) =>
  face.material.scrub === 'none' && !(t.gentlest && t.scrub <= tuning(c).gentlestScrub)
    ? refusal('fragile', { face: face.material.name }, of(face, 'scrub', c), c)
    : null;
const tooRough: ToolRule = (t, face, _h, c) => {
  const limit = tuning(c).scrubLimit[face.material.scrub]!;
  // a blade is held flat: what bears one bears it, whatever scrubbing it bears
  return t.scrub > limit && !isMadeFor(t, face) && !(t.blade && face.material.blade)
    ? refusal(
        'scrub',
        { face: face.material.name },
        of(face, 'scrub', c),
        c,
        `scrub ${f1(t.scrub)} against ${f1(limit)}`,
      )
    : null;
};
/** A tool that works wet, or cannot be wrung dry enough. */
const tooWet: ToolRule = (t, face, _h, c) => {
  const m = face.material;
  if (m.wetness === 'dry' && t.wet === 'wet')
    return refusal('no-water', { face: m.name }, of(face, 'wetness', c), c, 'wet against dry');
  if (t.leaves && WET_ORDER.indexOf(t.leaves) > WET_ORDER.indexOf(m.wetness))
    return refusal(
      'tool-wet',
      { thing: t.name, wetness: t.leaves, face: m.name, bears: m.wetness === 'dry' ? 'no water' : `only ${m.wetness}` },
      of(face, 'wetness', c),
      c,
      `${t.leaves} against ${m.wetness}`,
    );
  return null;
};
const makesItWorse: ToolRule = (t, face, _h, c) => {
  for (const s of face.soil.sets) {
    if (!holdsFor(s, face) || s.mechanism === 'rub') continue;
    const supply = t.mechanisms[s.mechanism];
    if (supply && supply > tuning(c).mechanismFrom)
      return refusal(
        'worsens',
        { mechanism: c.mechanisms.get(s.mechanism)?.name ?? s.mechanism, soil: face.soil.name, why: s.because },
        sourceOf(face.soil, 'sets', c).id,
        c,
      );
  }
  return null;
};

/** What it would do to the surface comes before what it is kept for: that reason would stand in any other place too. */
export const TOOL_RULES: Readonly<Record<string, ToolRule>> = {
  equipment,
  kindOfSurface,
  keptTo,
  fragile,
  abrasive,
  dulls,
  blade,
  sticky,
  iron,
  neverOn,
  tooRough,
  makesItWorse,
  steam,
  tooWet,
  filter,
  dryOnly,
  toiletOnly,
  notToilet,
  floorOnly,
  kindOfSoil,
  nothingUnder,
};
const ORDER = Object.values(TOOL_RULES);

/** What follows another need not clean by itself, nor be made for the mark. */
const OF_A_FOLLOWER = ORDER.filter((rule) => rule !== equipment && rule !== kindOfSoil && rule !== nothingUnder);

function firstNo(rules: readonly ToolRule[], t: Tool, face: Face, here: Here, c: Catalogue): Refusal | null {
  for (const rule of rules) {
    const no = rule(t, face, here, c);
    if (no) return no;
  }
  return null;
}
/** What refuses a tool on this surface: the first rule that does, or null. */
export const refuseTool = (tool: Tool, face: Face, here: Here, catalogue: Catalogue): Refusal | null =>
  firstNo(ORDER, tool, face, here, catalogue);
/** The same of a tool that only follows another. */
export const refuseFollower = (tool: Tool, face: Face, here: Here, catalogue: Catalogue): Refusal | null =>
  firstNo(OF_A_FOLLOWER, tool, face, here, catalogue);

const OF_THE_SURFACE = [
  equipment,
  kindOfSurface,
  keptTo,
  fragile,
  abrasive,
  dulls,
  blade,
  sticky,
  iron,
  tooRough,
  steam,
  tooWet,
];
const OF_THE_MARK = ORDER.filter((rule) => !OF_THE_SURFACE.includes(rule));
/** Whether a tool is out on this surface whatever the mark; and whether it is out for this mark. */
export const toolOutOnSurface = (t: Tool, face: Face, here: Here, c: Catalogue): boolean =>
  OF_THE_SURFACE.some((rule) => rule(t, face, here, c) !== null);
export const toolOutForMark = (t: Tool, face: Face, here: Here, c: Catalogue): boolean =>
  OF_THE_MARK.some((rule) => rule(t, face, here, c) !== null);
