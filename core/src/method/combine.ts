import { type Catalogue, type Tool, tuning } from '../catalogue';
import type { Scored } from './front';
import { toolOption } from './options';
import { stirsUp } from './refuse/tool';
import { mustWash, washes, washesBy, washesWith } from './wash';
import { isMadeFor, ledBy, remediesFor } from './remedies';
import type { ChemOption, Context, Face, Question, Rung, ToolOption } from './types';

/** One method: chemistry with a tool, its dose, the effect the model expects, and what the household saw. */
export interface Method extends Scored {
  chem: ChemOption;
  tool: ToolOption;
  D: number;
  effect: number;
  modelEffect: number;
  evidence: Rung['evidence'];
}

/** Whether a tool is used that wet on this soil: what has to be wetted before it moves is not worked dry. */
export const takesWetness = (tool: Tool, wetness: string, face: Face): boolean =>
  (wetness !== 'dry' || !stirsUp(tool, face)) &&
  (tool.wet === 'any' || (wetness === 'dry' ? tool.wet === 'dry' : tool.wet !== 'dry'));

/** Tools as they are used here, dry or wet. What does nothing here is no part of a method; a cloth carries the product all the same. */
export const toolsThatDo = (tools: readonly Tool[], face: Face, dry: boolean, catalogue: Catalogue): ToolOption[] =>
  tools
    .filter((x) => takesWetness(x, dry ? 'dry' : 'wet', face))
    .map((x) => toolOption(x, face, dry, catalogue))
    .filter((x) => x.D >= tuning(catalogue).tooWeak || (!dry && x.tool.cloth !== undefined));
/** No product, no water: the tool alone. */
export const isDry = (c: ChemOption): boolean => c.application.wetness === 'dry' && !c.product;

/** What a method is known by: the mechanism that does most in its product, or else in its tool. */
const leading = (parts: Rung['doses']): string =>
  parts.reduce<Rung['doses'][number] | undefined>((a, b) => (!a || b.dose > a.dose ? b : a), undefined)?.mechanism ??
  '';

/** The front of each group of like options: what is outdone within its group is outdone in every combination. */
function frontOf<T extends { D: number; keep: number }>(options: readonly T[], group: (o: T) => string): T[] {
  const groups = new Map<string, T[]>();
  for (const o of options) {
    const key = group(o);
    const rows = groups.get(key);
    if (rows) rows.push(o);
    else groups.set(key, [o]);
  }
  const out: T[] = [];
  for (const rows of groups.values()) {
    // least harm first, of equals what does more: each that does more than all before it stays
    rows.sort((a, b) => b.keep - a.keep || b.D - a.D);
    let most = -Infinity;
    for (const x of rows)
      if (x.D > most + 1e-12) {
        out.push(x);
        most = x.D;
      }
  }
  return out;
}

/**
 * Methods: every chemistry with every tool it goes with. Dose adds and harm composes monotonically, so the
 * front of each side is taken first, within groups that go with the same partners and, where this household
 * has evidence, are judged by the same mechanism; only those are combined. The front of what comes out is
 * that of plain enumeration, which the checks compare.
 */
export function combine(
  chems: readonly ChemOption[],
  tools: readonly Tool[],
  face: Face,
  need: number,
  q: Question,
  context: Context,
  catalogue: Catalogue,
): Method[] {
  const out: Method[] = [];
  const t = tuning(catalogue);
  const evidence = evidenceFor(q, context);
  const seenBy = (side: ChemOption | ToolOption): string => (evidence.length ? leading(side.parts()) : '');
  const remedies = remediesFor(face, catalogue);
  // what a ladder may end with, or is made for this surface, is not outdone by another; water goes with tools that work alone
  const kinds = new Map<ChemOption['product'], string>();
  const kindOf = ({ product, plain }: ChemOption): string => {
    let kind = kinds.get(product);
    if (kind === undefined) {
      const led = product ? ledBy(product) : '';
      const own = product !== null && isMadeFor(product, face);
      kinds.set(product, (kind = `${plain}|${own}|${remedies.has(led) ? led : ''}`));
    }
    return kind;
  };
  for (const dry of [true, false]) {
    const toolAll = toolsThatDo(tools, face, dry, catalogue);
    const chemAll = chems.filter((c) => isDry(c) === dry);
    const wash = mustWash(face);
    const toolSide = frontOf(toolAll, (x) => `${x.tool.alone}|${wash && washesBy(x)}|${seenBy(x)}`);
    const chemSide = frontOf(chemAll, (x) => {
      const kind = kindOf(x);
      return wash || evidence.length ? `${kind}|${wash && washesWith(x, catalogue)}|${seenBy(x)}` : kind;
    });
    for (const chem of chemSide)
      for (const tool of toolSide) {
        if (tool.tool.alone && !chem.plain) continue;
        const m = method(chem, tool, need, evidence, face, catalogue);
        if (m.effect >= t.leastEffect) out.push(m);
      }
  }
  return out;
}

/** The mechanism that a method is known by: its product's strongest, or else its tool's. */
export const mechanismOf = (chem: ChemOption, tool: ToolOption): string =>
  leading(chem.parts()) || leading(tool.parts());

/** What this household saw of this soil on this face. */
export const evidenceFor = (q: Question, context: Context): NonNullable<Context['evidence']> =>
  (context.evidence ?? []).filter(
    (e) => e.soil === q.soil && e.material === q.material && (e.finish ?? null) === (q.finish ?? null),
  );

/** One chemistry with one tool: effect by the dose both bring, shifted by what this household saw. */
export function method(
  chem: ChemOption,
  tool: ToolOption,
  need: number,
  evidence: NonNullable<Context['evidence']>,
  face: Face,
  catalogue: Catalogue,
): Method {
  const D = chem.D + tool.D;
  // where washing is the least, what does not wash clears nothing, however clean it looks
  const most = mustWash(face) && !washes(chem, tool, catalogue) ? tuning(catalogue).unwashed : 1;
  const modelEffect = Math.min(most, 1 - Math.exp(-D / need));
  // known by its mechanism only where the household has seen something; else when it is shown
  const mechanism = evidence.length ? mechanismOf(chem, tool) : null;
  let n = 0;
  let good = 0;
  for (const e of evidence)
    if (e.mechanism === mechanism) {
      n += e.worked + e.partly + e.not;
      good += e.worked + e.partly / 2;
    }
  const w = tuning(catalogue).priorWeight;
  // Beta prior of weight 4 at the model's value, plus worked 1, partly ½, not 0
  const effect = n ? Math.min(most, (w * modelEffect + good) / (w + n)) : modelEffect;
  return {
    chem,
    tool,
    D,
    effect,
    modelEffect,
    evidence: n ? { worked: good, of: n } : null,
    gain: effect,
    more: D,
    cost: 1 - chem.keep * tool.keep,
  };
}
