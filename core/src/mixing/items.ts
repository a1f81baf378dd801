import { type Catalogue, type Product, traceLine, isSolid } from '../catalogue';
import { type Correction, readLabel } from '../label';
import { bad, ok, type Problem, type Result } from '../reason';

/** What somebody says is going to meet. Percents as sold, w/w (alcohol v/v). */
export interface MixItem {
  product?: string;
  label?: string;
  /** The household's word on pieces of the label. */
  corrections?: Correction[];
  /** Words of the label are open: read off a picture, and not put right yet. */
  unsure?: boolean;
  substance?: string;
  percent?: number;
  bottle?: string;
  /** Something that carries residue of several things: a sponge, a head, a spot. Judged by all that it carries. */
  holds?: { name: string; what: MixItem[] };
  rinsed?: boolean;
  /** How often it was rinsed or flushed; as often as the place asks where only `rinsed` is said. */
  times?: number;
  /** Nights since it was put there. */
  daysAgo?: number;
  /** Nights since the last rinse; those since it was put there where nothing else is said. */
  rinsedDaysAgo?: number;
  /** Aired since, with the window open. */
  aired?: boolean;
  /** The person's own word that it was rinsed twice and has dried. */
  sworn?: boolean;
  /** The person's own label tells them to use it so with the other. */
  labelled?: boolean;
  state?: 'solid' | 'liquid';
}

/** What happened to residue since it was put there. */
export interface Since {
  rinsed: boolean;
  /** Infinity where only "rinsed" was said: as often as the place asks. */
  times: number;
  daysAgo: number;
  /** Nights since the last rinse. */
  nights: number;
  aired: boolean;
  sworn: boolean;
}

/** One ingredient as the rules see it: the operands it answers to and its declared upper bound. */
export interface Ingredient {
  substance: string | null;
  name: string;
  operands: ReadonlySet<string>;
  /** Equal for equal operands: what the rules can tell apart before amounts are looked at. */
  signature: number;
  classes: readonly string[];
  /** Declared maximum; 100 when not declared. */
  percent: number;
  state: 'solid' | 'liquid' | null;
  concentrated: boolean;
  halogen: boolean;
}
export interface JudgedItem {
  name: string;
  /** Same key = the same thing twice, which is never judged against itself. */
  key: string;
  ingredients: Ingredient[];
  /** Below the line of trace: they count for nothing but what is breathed as a mist. */
  traces: Ingredient[];
  /** Mostly water: what burns counts from a share of it. */
  watery: boolean;
  aerosol: boolean;
  /** Machines and other places that its label is made for. */
  goesIn: readonly string[];
  /** Part of a kit as sold. */
  kit: string | null;
  /** The person's own label tells them to. */
  labelled: boolean;
  /** Mixed in this house: judged by what went in, undiluted; what is in it now is weaker than is told here. */
  thinned: boolean;
  /** It was chosen, and may be left away: a product, a label, a bottle; not what is there of itself. */
  chosen: boolean;
  /** Everything in it is named. */
  disclosed: boolean;
  /** A typed label that is not complete: unknown beside anything but water. */
  unknown: boolean;
  unknownWhat: string[];
  onlyWater: boolean;
  halogen: boolean;
  since: Since;
}

export function makeIngredient(
  s: {
    substance: string | null;
    name: string;
    classes: readonly string[];
    percent: number | null;
    state: Ingredient['state'];
  },
  catalogue: Catalogue,
): Ingredient {
  const operands = new Set<string>();
  for (const c of s.classes) for (const o of catalogue.operandsOf.get(c) ?? [c]) operands.add(o);
  if (s.substance) {
    const own = `substance:${s.substance}`;
    for (const o of catalogue.operandsOf.get(own) ?? [own]) operands.add(o);
  }
  const percent = s.percent ?? 100;
  return {
    substance: s.substance,
    name: s.name,
    operands,
    signature: signatureOf(operands, catalogue),
    classes: s.classes,
    percent,
    state: s.state,
    concentrated: isConcentrated(operands, percent, s.state, catalogue),
    halogen: operands.has('active-halogen'),
  };
}

const signatures = new WeakMap<Catalogue['rules'], Map<string, number>>();
function signatureOf(operands: ReadonlySet<string>, catalogue: Catalogue): number {
  let all = signatures.get(catalogue.rules);
  if (!all) signatures.set(catalogue.rules, (all = new Map()));
  const key = [...operands].sort().join();
  const known = all.get(key);
  if (known !== undefined) return known;
  all.set(key, all.size);
  return all.size - 1;
}

/** At or above its line of strength: the line of the substance where there is one, else the lowest of its classes. */
function isConcentrated(
  operands: ReadonlySet<string>,
  percent: number,
  state: Ingredient['state'],
  catalogue: Catalogue,
): boolean {
  const lines = [...catalogue.lines.values()].filter(
    (l) => operands.has(l.operand) && (!l.state || state === null || l.state === state),
  );
  const own = lines.filter((l) => l.operand.startsWith('substance:'));
  const use = own.length ? own : lines;
  return use.some((l) => percent >= l.percent);
}

/**
 * Resolve items to ingredients. A household's own bottle is given as the items that went in
 * (`bottles`), undiluted. Returns problems for what is not known.
 */
export function resolveItems(
  items: readonly MixItem[],
  catalogue: Catalogue,
  bottles: (id: string) => MixItem[] | null = () => null,
): Result<JudgedItem[]> {
  const out: JudgedItem[] = [];
  const problems: Problem[] = [];
  items.forEach((item, i) => {
    const r = resolveItem(item, `/items/${i}`, catalogue, bottles);
    if (r.ok) out.push(r.value);
    else problems.push(...r.problems);
  });
  return problems.length ? { ok: false, problems } : ok(out);
}

function resolveItem(
  item: MixItem,
  path: string,
  catalogue: Catalogue,
  bottles: (id: string) => MixItem[] | null,
): Result<JudgedItem> {
  const kinds = [item.product, item.label, item.substance, item.bottle, item.holds].filter((x) => x !== undefined);
  if (kinds.length !== 1) return bad(path, 'Name each thing in one way: a product, a label, a substance, or a bottle.');
  const common = sinceOf(item);
  if (item.product !== undefined) {
    const p = catalogue.products.get(item.product);
    if (!p)
      return bad(`${path}/product`, `"${item.product}" is not in the catalogue of products. Paste its label instead.`);
    const own = p.basis['default'] === 'household';
    // an own product's form is that of the nearest: it may be either, and the worse counts
    const state = item.state ?? (own ? null : isSolid(p) ? 'solid' : 'liquid');
    const all = ingredientsOf(p, state, catalogue);
    return ok(
      judged({
        name: p.name,
        key: `product:${p.id}`,
        ...all,
        disclosed: p.disclosed === 'yes',
        unknown: own && p.disclosed === 'no',
        watery: p.contents.some(
          (c) => c.percent.min >= WATERY && catalogue.substances.get(c.substance)?.classes.includes('water'),
        ),
        aerosol: p.state === 'aerosol',
        goesIn: p.goesIn ?? [],
        // what is only like a part of a kit is none
        kit: own ? null : (p.kit ?? null),
        labelled: item.labelled ?? false,
        since: common,
      }),
    );
  }
  if (item.label !== undefined) {
    const read = readLabel(item.label, catalogue, item.corrections);
    const all = byTrace(
      read.ingredients.map((l) => ({
        substance: l.substance,
        name: (l.substance && catalogue.substances.get(l.substance)?.name) || l.text,
        classes: l.classes,
        percent: l.percent?.max ?? null,
        state: item.state ?? null,
      })),
      catalogue,
    );
    const first = read.ingredients[0]?.text ?? read.unrecognised[0] ?? '';
    return ok(
      judged({
        name: `label "${first.slice(0, 40)}"`,
        key: `label:${item.label}`,
        ...all,
        disclosed: !read.undisclosed,
        unknown: read.undisclosed,
        unknownWhat: read.unrecognised,
        labelled: item.labelled ?? false,
        since: common,
      }),
    );
  }
  if (item.substance !== undefined) {
    const s = catalogue.substances.get(item.substance);
    if (!s) return bad(`${path}/substance`, `"${item.substance}" is not in the catalogue of substances.`);
    if (item.percent !== undefined && !(item.percent > 0 && item.percent <= 100))
      return bad(`${path}/percent`, 'A percent must be more than 0 and at most 100.');
    const one = makeIngredient(
      { substance: s.id, name: s.name, classes: s.classes, percent: item.percent ?? null, state: item.state ?? null },
      catalogue,
    );
    return ok(
      judged({
        name: s.name,
        key: `substance:${s.id}:${item.percent ?? ''}`,
        ingredients: [one],
        disclosed: true,
        unknown: s.classes.includes('undisclosed'),
        // so many percent of it: the rest is water
        watery: item.percent !== undefined && item.percent <= 100 - WATERY && item.state !== 'solid',
        chosen: false,
        since: common,
      }),
    );
  }
  if (item.holds) {
    const parts = resolveItems(item.holds.what, catalogue, bottles);
    if (!parts.ok) return { ok: false, problems: parts.problems.map((p) => ({ path, message: p.message })) };
    const each = parts.value.map((p) => p.since);
    return ok(
      // the same product on it as beside it is the same thing twice
      together(
        item.holds.name,
        parts.value.length === 1 ? parts.value[0]!.key : `holds:${item.holds.name}`,
        parts.value,
        item.rinsed === undefined ? worstSince(each) : { ...common, daysAgo: item.daysAgo ?? worstSince(each).daysAgo },
      ),
    );
  }
  const inside = bottles(item.bottle!);
  if (!inside) return bad(`${path}/bottle`, 'That bottle is not in this household.');
  const parts = resolveItems(
    inside.map((p) => ({ ...p, bottle: undefined })),
    catalogue,
  );
  if (!parts.ok) return { ok: false, problems: parts.problems.map((p) => ({ path, message: p.message })) };
  return ok({ ...together('the mixed bottle', `bottle:${item.bottle}`, parts.value, common), thinned: true });
}

const sinceOf = (item: MixItem): Since => ({
  rinsed: item.rinsed ?? false,
  times: item.rinsed ? (item.times ?? Infinity) : 0,
  daysAgo: item.daysAgo ?? 0,
  nights: item.rinsedDaysAgo ?? item.daysAgo ?? 0,
  aired: item.aired ?? false,
  sworn: item.sworn ?? false,
});
/** Of several residues the least rinsed and latest counts in everything. */
const worstSince = (all: readonly Since[]): Since => ({
  rinsed: all.every((s) => s.rinsed),
  times: Math.min(...all.map((s) => s.times)),
  daysAgo: Math.min(...all.map((s) => s.daysAgo)),
  nights: Math.min(...all.map((s) => s.nights)),
  aired: all.every((s) => s.aired),
  sworn: all.every((s) => s.sworn),
});

/** Several things as one: judged by everything that is in any of them. */
const together = (name: string, key: string, parts: readonly JudgedItem[], since: Since): JudgedItem =>
  judged({
    name,
    key,
    ingredients: parts.flatMap((p) => p.ingredients),
    traces: parts.flatMap((p) => p.traces),
    disclosed: parts.every((p) => p.disclosed),
    unknown: parts.some((p) => p.unknown),
    unknownWhat: parts.flatMap((p) => p.unknownWhat),
    watery: parts.every((p) => p.watery),
    aerosol: parts.some((p) => p.aerosol),
    labelled: parts.length > 0 && parts.every((p) => p.labelled),
    chosen: parts.some((p) => p.chosen),
    since,
  });

type Told = Parameters<typeof makeIngredient>[0];
type Sorted = Pick<JudgedItem, 'ingredients' | 'traces'>;
/** Ingredients above and below the line of trace of their classes. */
function byTrace(told: readonly Told[], catalogue: Catalogue): Sorted {
  const out: Sorted = { ingredients: [], traces: [] };
  for (const t of told) {
    const trace = t.percent !== null && t.percent < traceLine(t.classes, catalogue);
    (trace ? out.traces : out.ingredients).push(makeIngredient(t, catalogue));
  }
  return out;
}

/** Ingredients of a product in a state, worked out once a catalogue: records are immutable. */
const known = new WeakMap<Catalogue['rules'], WeakMap<Product, Map<Ingredient['state'], Sorted>>>();
function ingredientsOf(p: Product, state: Ingredient['state'], catalogue: Catalogue): Sorted {
  let products = known.get(catalogue.rules);
  if (!products) known.set(catalogue.rules, (products = new WeakMap()));
  let states = products.get(p);
  if (!states) products.set(p, (states = new Map()));
  let list = states.get(state);
  if (!list)
    states.set(
      state,
      (list = byTrace(
        p.contents.flatMap((c) => {
          const s = catalogue.substances.get(c.substance);
          return s ? [{ substance: s.id, name: s.name, classes: s.classes, percent: c.percent.max, state }] : [];
        }),
        catalogue,
      )),
    );
  return list;
}

/** Percent of water from which a thing counts as mostly water. */
export const WATERY = 20;
function judged(
  x: Pick<JudgedItem, 'name' | 'key' | 'ingredients' | 'disclosed' | 'unknown' | 'since'> & Partial<JudgedItem>,
): JudgedItem {
  const { ingredients, unknown } = x;
  const traces = x.traces ?? [];
  return {
    traces,
    watery: ingredients.some((i) => i.operands.has('water') && i.percent >= WATERY),
    aerosol: false,
    goesIn: [],
    kit: null,
    labelled: false,
    thinned: false,
    chosen: true,
    unknownWhat: [],
    onlyWater: !unknown && ingredients.every((i) => i.classes.every((c) => c === 'water')),
    halogen: ingredients.some((i) => i.halogen),
    ...x,
  };
}
