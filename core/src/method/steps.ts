import type { Catalogue, StepTemplate } from '../catalogue';
import { formatVolume, significant } from '../quantity';
import type { ChemOption, Face, Rung, Step, ToolOption } from './types';

interface Extra {
  guard: string | null;
  water: boolean;
}

/** Protection that is put on, as its text begins. */
const GEAR = /^(gloves|nitrile|butyl|goggles)/i;

/** The facts that step templates ask for; a template stands when all it needs holds. */
function facts(r: Omit<Rung, 'steps'>, face: Face, extra: Extra): Record<string, string | boolean> {
  return {
    apply: r.apply,
    fume: r.protection.some((p) => /window/i.test(p.text)),
    gear: r.protection.some((p) => GEAR.test(p.text)),
    last: r.meets.some((m) => /rinse/i.test(m.text)),
    guard: extra.guard !== null,
    product: r.product !== null && !extra.water,
    diluted: r.dose !== null,
    wait: r.product !== null && r.dwell_min > 2,
    soft: face.material.soft,
    hard: !face.material.soft,
    rinse: r.rinse,
  };
}
const stands = (t: StepTemplate, f: Record<string, string | boolean>): boolean =>
  Object.entries(t.needs).every(([key, want]) =>
    Array.isArray(want) ? want.includes(String(f[key])) : f[key] === want,
  );

/** Steps of one rung, in order, from the templates of the catalogue. Short and fit to be spoken. */
export function composeSteps(
  r: Omit<Rung, 'steps'>,
  tool: ToolOption,
  face: Face,
  extra: Extra,
  catalogue: Catalogue,
): Step[] {
  const f = facts(r, face, extra);
  const m = face.material;
  const words: Record<string, string> = {
    protection: r.protection
      .filter((p) => GEAR.test(p.text))
      .map((p) => p.text.toLowerCase())
      .join('; '),
    last: r.meets.map((x) => x.text.split(':')[0]!).join('; '),
    neighbour: extra.guard ?? '',
    amount: amountText(r),
    place: m.testSpot.place,
    lookFor: m.testSpot.lookFor,
    testWait: String(Math.max(2, Math.min(10, Math.round(r.dwell_min)))),
    tool: tool.tool.name,
    dwell:
      r.dwell_min === r.dwellMax_min
        ? `${r.dwell_min} minutes and no longer`
        : `${r.dwell_min} minutes, ${r.dwellMax_min} at the most`,
    rinseHow:
      m.touch === 'food'
        ? 'twice, it touches food'
        : m.touch === 'skin'
          ? 'until it no longer feels slippery, skin touches it'
          : extra.guard || m.wetness === 'damp'
            ? 'with a wrung cloth, twice'
            : 'once, top to bottom',
    dryHow:
      m.gloss === 'gloss'
        ? 'squeegee or a dry lint-free cloth, until no streak shows'
        : m.soft
          ? 'press with a dry towel, then air'
          : 'with a dry cloth',
    inspect: face.soil.inspect,
    face: m.name,
  };
  const fill = (s: string): string => s.replace(/\{(\w+)\}/g, (_, k: string) => words[k] ?? '');
  return [...catalogue.steps.values()]
    .filter((t) => stands(t, f))
    .sort((a, b) => a.order - b.order)
    .map((t) => ({
      id: t.id,
      text: fill(t.text),
      because: fill(t.because),
      active_s: Math.round(t.active_s * (t.order >= 50 && t.order < 91 ? Math.max(0.5, Math.min(4, face.area_m2)) : 1)),
      ...(t.waits ? { wait_s: { min: Math.round(r.dwell_min * 60), max: Math.round(r.dwellMax_min * 60) } } : {}),
    }));
}

function amountText(r: Omit<Rung, 'steps'>): string {
  if (!r.dose) return '';
  const half = r.dose.amount / 2;
  return `${significant(half, 3)} ${r.dose.unit.startsWith('g') ? 'g' : 'mL'} in ${formatVolume(500)} of ${r.temperature_C > 25 ? 'hand-warm' : 'cool'} water (${r.strength?.percent ?? 0} %)`;
}

/** What the job takes from the shelf: product by area and way of putting on, in its own unit. */
export function usesOf(chem: ChemOption, tool: ToolOption, face: Face, coverage = 1): Rung['uses'] {
  const uses: Rung['uses'] = [];
  if (chem.product && chem.strength) {
    const mix_mL = chem.application.mL_per_m2 * Math.max(0.1, face.area_m2) * coverage;
    const solid = ['powder', 'tablet', 'block', 'solid'].includes(chem.product.state);
    const amount = solid
      ? mix_mL * chem.dilution * (chem.dose ? 1 : (chem.product.density ?? 1))
      : mix_mL * chem.dilution;
    uses.push({ item: chem.product.id, amount: significant(amount, 3), unit: solid ? 'g' : 'mL' });
  }
  if (tool.tool.lifetime === 1) uses.push({ item: tool.tool.id, amount: 1, unit: 'piece' });
  return uses;
}
