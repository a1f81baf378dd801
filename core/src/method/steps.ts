import { type Catalogue, type Follower, isSolid, type StepTemplate, tuning } from '../catalogue';
import { formatVolume, significant } from '../quantity';
import { holdsFor } from './refuse';
import type { ChemOption, Face, Rung, Step, ToolOption } from './types';

interface Extra {
  guard: string | null;
  water: boolean;
  /** The product is a powder. */
  powder: boolean;
  follower: Follower | null;
}

/** What is put on the body. */
const GEAR: ReadonlySet<string> = new Set(['gloves', 'goggles', 'mask']);
type Facts = Readonly<Record<string, string | boolean>>;

/** Whether the surface lies flat or is pile: what is worked from the edge inwards, not from the top down. */
const lies = (face: Face): boolean =>
  face.material.floor || face.material.soft || face.zone === 'floor' || face.material.family === 'mattress';
const bans = (face: Face, handling: string): boolean =>
  face.soil.sets.some((s) => s.mechanism === handling && holdsFor(s, face));

/** The facts that step templates ask for; a template stands when all it needs holds. */
function facts(r: Omit<Rung, 'steps'>, tool: ToolOption, face: Face, extra: Extra): Facts {
  return {
    stage: 'work',
    hazard: face.soil.hazard !== undefined,
    apply: r.apply,
    fume: r.protection.some((p) => p.kind === 'air'),
    gear: r.protection.some((p) => GEAR.has(p.kind)),
    last: r.with.some((w) => w.kind === 'rinse'),
    guard: extra.guard !== null,
    // nothing is brushed off first where dry lifting is the danger
    dryFirst: !face.soil.hazard?.noDry && !bans(face, 'dry_lift'),
    product: r.product !== null && !extra.water,
    diluted: r.dose !== null,
    powder: extra.powder,
    wait: r.product !== null && r.dwell_min > 2,
    soft: face.material.soft,
    hard: !face.material.soft,
    noRub: bans(face, 'rubbing'),
    blots: (tool.tool.mechanisms['blot'] ?? 0) > 0 || tool.tool.absorb > 0,
    rinse: r.rinse,
    follow: extra.follower !== null,
    dried: extra.follower?.dries ?? false,
  };
}
const stands = (t: StepTemplate, f: Facts): boolean =>
  Object.entries(t.needs).every(([key, want]) =>
    Array.isArray(want) ? want.includes(String(f[key])) : f[key] === want,
  );

/** Steps of the catalogue that stand for these facts, with their words filled in, in order. */
export function stepsOf(
  f: Facts,
  words: Readonly<Record<string, string>>,
  seconds: { area: number; wait: { min: number; max: number } },
  catalogue: Catalogue,
): Step[] {
  const fill = (s: string): string => s.replace(/\{(\w+)\}/g, (_, k: string) => words[k] ?? '');
  return [...catalogue.steps.values()]
    .filter((t) => stands(t, f))
    .sort((a, b) => a.order - b.order)
    .map((t) => ({
      id: t.id,
      kind: t.id,
      text: fill(t.text),
      because: fill(t.because),
      active_s: Math.round(t.active_s * (t.byArea ? seconds.area : 1)),
      ...(t.waits ? { wait_s: seconds.wait } : {}),
    }));
}

/** How it is rinsed: by what the surface bears, then by what touches it next. */
function rinseHow(face: Face, guarded: boolean): string {
  const m = face.material;
  if (m.wetness === 'dry') return 'with a barely damp cloth, then dry at once';
  if (m.wetness === 'damp' || (m.soft && m.wetness !== 'flood') || guarded)
    return 'with a cloth wrung in plain water, laid on and lifted, until nothing more comes';
  if (m.touch === 'food') return 'twice, it touches food';
  if (m.touch === 'skin' && !m.soft) return 'until it no longer feels slippery, skin touches it';
  if (m.soft)
    return m.touch === 'skin' ? 'until the water runs clear and nothing feels slippery' : 'until the water runs clear';
  return lies(face) ? 'once, and take the water up' : 'once, top to bottom';
}

/** Steps of one rung, in order, from the templates of the catalogue. Short and fit to be spoken. */
export function composeSteps(
  r: Omit<Rung, 'steps'>,
  tool: ToolOption,
  face: Face,
  extra: Extra,
  catalogue: Catalogue,
): Step[] {
  const m = face.material;
  const t = tuning(catalogue).time;
  const gear = r.protection.filter((p) => GEAR.has(p.kind)).map((p) => p.text.toLowerCase());
  const words: Record<string, string> = {
    hazardText: face.soil.hazard?.text ?? '',
    hazardWhy: face.soil.hazard?.because ?? '',
    protection: gear.join('; '),
    last: r.with
      .filter((w) => w.kind === 'rinse')
      .map((w) => w.text.replace(/\.$/, ''))
      .join('; '),
    neighbour: extra.guard ?? '',
    amount: doseWords(r),
    path: lies(face) ? 'from the edge inwards' : 'from the top down',
    place: m.testSpot.place,
    lookFor: m.testSpot.lookFor,
    testWait: String(Math.max(t.testLeast_min, Math.min(t.testMost_min, Math.round(r.dwell_min)))),
    tool: tool.tool.name,
    dwell:
      r.dwell_min === r.dwellMax_min
        ? `${spoken(r.dwell_min)} and no longer`
        : `${spoken(r.dwell_min)}, ${spoken(r.dwellMax_min)} at the most`,
    rinseHow: rinseHow(face, extra.guard !== null),
    dryHow:
      m.gloss === 'gloss'
        ? 'squeegee or a dry lint-free cloth, until no streak shows'
        : m.soft
          ? 'press with a dry towel, then air'
          : 'with a dry cloth',
    followText: extra.follower?.text ?? '',
    followWhy: extra.follower?.because ?? '',
    inspect: face.soil.inspect,
    face: m.name,
  };
  return stepsOf(
    facts(r, tool, face, extra),
    words,
    {
      area: Math.max(t.area, Math.min(t.areaMost, face.area_m2)),
      wait: { min: Math.round(r.dwell_min * 60), max: Math.round(r.dwellMax_min * 60) },
    },
    catalogue,
  );
}
const spoken = (minutes: number): string =>
  minutes >= 120 ? `${Math.round(minutes / 60)} hours` : `${minutes} minutes`;

/** The dose of a rung for half a litre, as its steps say it by weight or volume; empty where nothing is thinned. */
export function doseWords(r: Pick<Rung, 'dose' | 'strength' | 'temperature_C'>): string {
  if (!r.dose) return '';
  const half = r.dose.amount / 2;
  return `${significant(half, 3)} ${r.dose.unit.startsWith('g') ? 'g' : 'mL'} in ${formatVolume(500)} of ${r.temperature_C > 25 ? 'hand-warm' : 'cool'} water (${r.strength?.percent ?? 0} %)`;
}

/** What the job takes from the shelf: product by area and way of putting on, in its own unit. */
export function usesOf(chem: ChemOption, tool: ToolOption, face: Face, coverage = 1): Rung['uses'] {
  const uses: Rung['uses'] = [];
  if (chem.product && chem.strength) {
    const mix_mL = chem.application.mL_per_m2 * Math.max(0.1, face.area_m2) * coverage;
    const solid = isSolid(chem.product);
    const amount = solid
      ? mix_mL * chem.dilution * (chem.dose ? 1 : (chem.product.density ?? 1))
      : mix_mL * chem.dilution;
    uses.push({ item: chem.product.id, amount: significant(amount, 3), unit: solid ? 'g' : 'mL' });
  }
  if (tool.tool.lifetime === 1) uses.push({ item: tool.tool.id, amount: 1, unit: 'piece' });
  return uses;
}
