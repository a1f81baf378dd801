import { type Catalogue, isWater, type Product, type Tool, tuning } from '../catalogue';
import { faceOf, needOf } from './advise';
import { combine } from './combine';
import { byHarm, ladderOf, type Stand } from './ladder';
import { dryOption, productOptions, type Ways } from './options';
import { outForMark, outOnSurface, toolOutForMark, toolOutOnSurface } from './refuse';
import { methodName } from './rung';
import { choicesOf } from './stances';
import { theresOf } from './there';
import type { ChemOption, Context, Face, Here, Question } from './types';

/** One cell of the field: what is possible for one soil on one face. */
export interface FieldCell {
  /** `rung`: one suffices; `short`: the strongest may not suffice; `none`: nothing is safe; `damage`: nothing to clean off. */
  state: 'rung' | 'short' | 'none' | 'damage';
  /** The recommended rung, or the strongest. */
  rung: number;
  name: string;
  effect: number;
  harm: number;
}

/** What the marks of one surface have in common. */
interface Shared {
  ways: Ways;
  products: readonly Product[];
  tools: readonly Tool[];
  habits: Here['habits'];
}
const EMPTY = { rung: 0, effect: 0, harm: 0 };
const NOTHING = 'Nothing here is safe for this surface. Leave it, or get professional help.';

/**
 * One row of the field: a face (`material` or `material/finish`) against soils, at one severity. Each cell says what the
 * ladder of the same question says (its state, rung, effect and harm), without telling it; what the marks of a surface
 * have in common is judged once.
 */
export function fieldRow(
  face: string,
  soils: readonly string[],
  severity: number,
  context: Context,
  catalogue: Catalogue,
): FieldCell[] {
  const [material, finish] = face.split('/');
  let shared: Shared | null = null;
  return soils.map((soil) => {
    const question = { material: material!, finish: finish ?? null, soil, severity };
    const at = faceOf(question, catalogue);
    if (!at.ok) return { state: 'none', name: at.problems[0]!.message, ...EMPTY };
    if (at.value.soil.damage)
      return {
        state: 'damage',
        name: `${at.value.soil.name} is damage, not dirt. ${at.value.soil.firstAid}.`,
        ...EMPTY,
      };
    shared ??= sharedOf(at.value, question, context, catalogue);
    return cellOf(question, at.value, context, shared, catalogue);
  });
}

function sharedOf(face: Face, question: Question, context: Context, catalogue: Catalogue): Shared {
  const here: Here = { ...context, habits: choicesOf(context.profile, catalogue), met: [] };
  const out = (key: 'product' | 'tool', id: string): boolean =>
    (context.barred ?? []).some(
      (b) => b[key] === id && b.material === question.material && (b.finish ?? null) === (question.finish ?? null),
    ) ||
    (context.kit !== undefined && !context.kit.includes(id));
  return {
    ways: new Map(),
    habits: here.habits,
    products: [...catalogue.products.values()].filter(
      (p) => (!out('product', p.id) || isWater(p, catalogue)) && !outOnSurface(p, face, here, catalogue),
    ),
    tools: [...catalogue.tools.values()].filter(
      (t) => !out('tool', t.id) && !toolOutOnSurface(t, face, here, catalogue),
    ),
  };
}

function cellOf(question: Question, face: Face, context: Context, shared: Shared, catalogue: Catalogue): FieldCell {
  const t = tuning(catalogue);
  const here: Here = { ...context, habits: shared.habits, met: theresOf(face, context, catalogue) };
  const chems: ChemOption[] = [];
  for (const product of shared.products) {
    const water = isWater(product, catalogue);
    if ((!water && idle(product, face, catalogue)) || outForMark(product, face, here, catalogue)) continue;
    for (const o of productOptions(product, face, here, catalogue, shared.ways).admitted)
      if (o.D >= t.tooWeak || water) chems.push(o);
  }
  chems.push(dryOption(catalogue));
  const tools = shared.tools.filter((x) => !toolOutForMark(x, face, here, catalogue));
  const need = needOf(face, catalogue);
  const standsOf = (list: readonly ChemOption[]) =>
    ladderOf(combine(list, tools, face, need, question, context, catalogue), face, catalogue);
  const now = standsOf(chems.filter((c) => c.from === null));
  const later = chems.some((c) => c.from !== null)
    ? standsOf(chems.filter((c) => c.from !== null))
        .stands.filter(({ method: m }) => !now.stands.some(({ method: k }) => k.cost <= m.cost && k.effect >= m.effect))
        .slice(0, Math.max(1, t.mostRungs - now.stands.length))
    : [];
  const shown: Stand[] = [...now.stands, ...later].sort(byHarm);
  const stand =
    shown.find((s) => s.method === now.recommended) ??
    shown.reduce<Stand | null>((a, b) => (a && a.method.effect >= b.method.effect ? a : b), null);
  if (!stand) return { state: 'none', name: NOTHING, ...EMPTY };
  const { chem, tool, effect, cost } = stand.method;
  return {
    state: now.recommended ? 'rung' : 'short',
    rung: shown.indexOf(stand) + 1,
    name: methodName(chem, tool),
    effect,
    harm: cost,
  };
}

/** Nothing in a product moves the mark, however long and warm it works: no sum of its parts comes up to the least. */
function idle(product: Product, { soil }: Face, catalogue: Catalogue): boolean {
  for (const id in product.mechanisms) if (soil.lifts[id]) return false;
  return ![...catalogue.applications.values()].some(
    (a) => a.poultice && Object.keys(a.adds ?? {}).some((m) => soil.lifts[m]),
  );
}
