import { type Catalogue, tuning } from '../catalogue';
import type { Method } from './combine';
import { front } from './front';
import { isMadeFor, ledBy, remediesAmong } from './remedies';
import type { Face } from './types';

/** A method on the ladder, and what makes the same way stronger. */
export interface Stand {
  method: Method;
  /** Warmer, held on, stronger: the same product with the same tool, gentlest first. */
  stronger: Method[];
  /** It stands for its chemistry, although something gentler may do as much. */
  remedy: boolean;
  /** It is made for this surface, although something for all surfaces may do as much. */
  own: boolean;
}

/** What a person would say of two methods that they are the same way: product, way of working, kind of tool. */
const wayOf = ({ chem, tool }: Method): string => {
  const { id, degreeOf } = chem.application;
  return `${chem.product?.id}|${degreeOf ?? id}|${tool.tool.cloth ? 'cloth' : tool.tool.id}`;
};
/** Gentlest first; of equals what does less. */
export const byHarm = (a: Stand, b: Stand): number => a.method.cost - b.method.cost || a.method.gain - b.method.gain;

/** The rungs of the front: each way once, with what makes it stronger. */
function ways(edge: readonly Method[], recommended: Method | null, catalogue: Catalogue): Stand[] {
  const t = tuning(catalogue);
  const groups = new Map<string, Method[]>();
  for (const m of edge) groups.set(wayOf(m), [...(groups.get(wayOf(m)) ?? []), m]);
  return [...groups.values()].map((group) => {
    // before anything suffices a way stands at its best, after that at its gentlest
    const method = group.find((m) => m === recommended) ?? group.findLast((m) => m.effect < t.suffices) ?? group[0]!;
    const stronger: Method[] = [];
    for (const m of group) if (m.gain >= (stronger.at(-1) ?? method).gain + t.mergeWithin) stronger.push(m);
    return { method, stronger, remedy: false, own: false };
  });
}

/** The remedies of the soil that no rung stands for yet, as rungs; or as what makes a rung stronger. */
function withRemedies(stands: readonly Stand[], all: readonly Method[], face: Face, catalogue: Catalogue): Stand[] {
  const { suffices } = tuning(catalogue);
  const out = [...stands];
  for (const m of remediesAmong(all, face, catalogue)) {
    const chemistry = ledBy(m.chem.product!);
    const stands = out.findIndex(
      ({ method: { chem, effect } }) =>
        chem.product && ledBy(chem.product) === chemistry && (effect >= suffices || m.effect < suffices),
    );
    if (stands >= 0) {
      out[stands] = { ...out[stands]!, remedy: true };
      continue;
    }
    const same = out.findIndex((s) => wayOf(s.method) === wayOf(m));
    if (same < 0) out.push({ method: m, stronger: [], remedy: true, own: false });
    else out[same] = { ...out[same]!, stronger: [m], remedy: true };
  }
  return out;
}

/**
 * What is made for this surface and is enough, as a rung of its own: one, the gentlest; unless one stands already, or no
 * product is wanted to begin with.
 */
function withOwn(
  stands: readonly Stand[],
  recommended: Method | null,
  all: readonly Method[],
  face: Face,
  catalogue: Catalogue,
): Stand[] {
  if (recommended && !recommended.chem.product) return [...stands];
  const made = ({ chem }: Method): boolean => chem.product !== null && isMadeFor(chem.product, face);
  const { suffices } = tuning(catalogue);
  const standing = stands.findIndex((s) => made(s.method) && s.method.effect >= suffices);
  if (standing >= 0) return stands.map((s, i) => (i === standing ? { ...s, own: true } : s));
  const enough = all.filter((m) => made(m) && m.effect >= suffices);
  if (!enough.length) return [...stands];
  const method = enough.reduce((a, b) => ((b.cost - a.cost || a.D - b.D) < 0 ? b : a));
  return [...stands, { method, stronger: [], remedy: false, own: true }];
}

/**
 * The rungs of a ladder, gentlest first: at most seven, each a way of its own. They come from the front of all
 * methods; a way that nobody could tell from the one before goes, and what does little of what can be had. The
 * recommended one, the strongest and the soil's own remedies stay; where there are too many, those go whose
 * neighbours are nearest in effect.
 */
export function ladderOf(
  all: readonly Method[],
  face: Face,
  catalogue: Catalogue,
): { stands: Stand[]; recommended: Method | null } {
  const t = tuning(catalogue);
  const edge = front(all);
  const recommended = edge.find((m) => m.effect >= t.suffices) ?? null;
  const most = edge.at(-1)?.gain ?? 0;
  // the gentlest within a hair of the most that can be had: more harm for no more effect is no rung
  const enough = edge.find((m) => m.gain >= most - t.mergeWithin);
  const strongest = recommended && recommended.cost > enough!.cost ? recommended : enough;
  const worth = edge.filter((m) => m.gain >= most * t.leastShare && m.cost <= strongest!.cost);
  const stays = (s: Stand): boolean =>
    s.remedy || s.own || s.method === recommended || s.method === strongest || s.stronger.includes(strongest!);
  const near = (a: Stand, b: Stand): boolean => b.method.gain - a.method.gain < t.mergeWithin;
  let kept: Stand[] = [];
  const told = withRemedies(ways(worth, recommended, catalogue), all, face, catalogue);
  for (const s of withOwn(told, recommended, all, face, catalogue).sort(byHarm)) {
    const last = kept.at(-1);
    if (last && !s.remedy && !s.own && s.method !== recommended && near(last, s)) continue;
    // the recommended one takes the place of a neighbour that nobody can tell from it
    if (
      last &&
      s.method === recommended &&
      !stays(last) &&
      near(last, s) &&
      s.method.cost - last.method.cost < t.mergeWithin
    )
      kept.pop();
    kept.push(s);
  }
  while (kept.length > t.mostRungs) {
    let least = -1;
    let gap = Infinity;
    for (let i = 1; i < kept.length; i++) {
      const between = (kept[i + 1] ?? kept[i]!).method.gain - kept[i - 1]!.method.gain;
      if (!stays(kept[i]!) && between < gap) [gap, least] = [between, i];
    }
    // all of them have a reason of their own: then the remedy that does least is not worth a rung
    if (least < 0)
      least = kept.reduce((w, s, i) => (dispensable(s) && (w < 0 || s.method.gain < kept[w]!.method.gain) ? i : w), -1);
    kept = kept.filter((_, i) => i !== least);
  }
  return { stands: kept, recommended };
  function dispensable(s: Stand): boolean {
    return (
      (s.remedy || s.own) && s.method !== recommended && s.method !== strongest && !s.stronger.includes(strongest!)
    );
  }
}
