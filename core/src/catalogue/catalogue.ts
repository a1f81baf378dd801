import type {
  Claim,
  AcidBaseSystem,
  AirLimit,
  Application,
  Attack,
  CatalogueFile,
  Clue,
  Column,
  Condition,
  Family,
  Emergency,
  FirstAid,
  Freed,
  Group,
  Job,
  Discard,
  Ageing,
  DensityTable,
  Strip,
  Keeping,
  Language,
  Line,
  Material,
  Measure,
  Mechanism,
  Meeting,
  Order,
  Partner,
  PieceClass,
  Phrase,
  RecipeWord,
  Rescue,
  Storing,
  Upkeep,
  UsualMark,
  Product,
  Follower,
  Prevention,
  Protection,
  RefusalText,
  Resident,
  Rule,
  Soil,
  Solution,
  Source,
  Stance,
  StepTemplate,
  Substance,
  Target,
  Tool,
  Tuning,
  Verdict,
  Pictogram,
  Vessel,
} from './schema';
import type { FixtureKind, KitKind, RoomKind } from './house';

/** The catalogue as it lies in JSON: one array a file. */
export interface RawCatalogue {
  sources: Source[];
  substances: Substance[];
  systems: AcidBaseSystem[];
  products: Product[];
  materials: Material[];
  soils: Soil[];
  tools: Tool[];
  mechanisms: Mechanism[];
  rules: Rule[];
  groups: Group[];
  classes: PieceClass[];
  lines: Line[];
  partners: Partner[];
  columns: Column[];
  meetings: Meeting[];
  verdicts: Verdict[];
  emergencies: Emergency[];
  limits: AirLimit[];
  measures: Measure[];
  targets: Target[];
  keeping: Keeping[];
  ageing: Ageing[];
  densities: DensityTable[];
  strips: Strip[];
  discards: Discard[];
  preventions: Prevention[];
  followers: Follower[];
  vessels: Vessel[];
  pictograms: Pictogram[];
  solutions: Solution[];
  freed: Freed[];
  protection: Protection[];
  stances: Stance[];
  claims: Claim[];
  orders: Order[];
  jobs: Job[];
  clues: Clue[];
  applications: Application[];
  steps: StepTemplate[];
  attacks: Attack[];
  tuning: Tuning[];
  refusals: RefusalText[];
  firstaid: FirstAid[];
  phrases: Phrase[];
  recipewords: RecipeWord[];
  usualmarks: UsualMark[];
  upkeep: Upkeep[];
  rescues: Rescue[];
  storing: Storing[];
  families: Family[];
  languages: Language[];
  conditions: Condition[];
  residents: Resident[];
  fixtures: FixtureKind[];
  roomkinds: RoomKind[];
  kitkinds: KitKind[];
}

export type Table<T> = ReadonlyMap<string, T>;

/** The catalogue, indexed by id. Immutable: engines are handed it and never change it. */
export type Catalogue = { readonly [K in CatalogueFile]: Table<RawCatalogue[K][number]> } & {
  /** class → itself and the groups that hold it; `substance:id` likewise. */
  readonly operandsOf: ReadonlyMap<string, readonly string[]>;
};

const table = <T extends { id: string }>(rows: readonly T[]): Table<T> => new Map(rows.map((r) => [r.id, r]));

/** What people call a product or a tool; its id where nothing is known of it, or nothing is known yet. */
export const nameOfItem = (id: string, catalogue: Catalogue | null | undefined): string =>
  (catalogue?.products.get(id) ?? catalogue?.tools.get(id))?.name ?? id;

/** Index a raw catalogue. O(size). Throws when an id stands twice in one file (a broken invariant). */
export function loadCatalogue(raw: RawCatalogue): Catalogue {
  const indexed = Object.fromEntries(
    Object.entries(raw).map(([file, rows]) => {
      const t = table(rows as { id: string }[]);
      if (t.size !== rows.length) throw new Error(`An id stands twice in catalogue file ${file}`);
      return [file, t];
    }),
  ) as unknown as { [K in CatalogueFile]: Table<RawCatalogue[K][number]> };
  const operandsOf = new Map<string, string[]>();
  for (const group of raw.groups)
    for (const member of group.members) operandsOf.set(member, [...(operandsOf.get(member) ?? [member]), group.id]);
  return { ...indexed, operandsOf };
}

/** A record of the household's own: the id of a shipped one it is based on, and only what differs. */
export interface OwnRecord {
  id: string;
  name?: string;
  basedOn?: string | null;
  changes?: Record<string, unknown>;
}

/** What a thing was made for holds as it was: with other contents, or rougher, its limits count everywhere. */
const MADE_BY = ['contents', 'pH', 'strength', 'hardness_mohs', 'abrasive', 'scrub'];
/**
 * The shipped catalogue with a household's own products, materials, soils and tools laid over it.
 * An own record takes everything from the one it is based on, so that a correction of the shipped
 * record reaches it; its basis is the household. Own records based on nothing known are left out.
 */
export function overlay(
  shipped: Catalogue,
  own: Partial<Record<'products' | 'materials' | 'soils' | 'tools', readonly OwnRecord[]>>,
): Catalogue {
  const merged = { ...shipped };
  for (const file of ['products', 'materials', 'soils', 'tools'] as const) {
    const rows = own[file];
    if (!rows?.length) continue;
    const t = new Map<string, unknown>(shipped[file] as ReadonlyMap<string, unknown>);
    for (const row of rows) {
      const base = row.basedOn ? (shipped[file] as ReadonlyMap<string, object>).get(row.basedOn) : undefined;
      if (!base) continue;
      t.set(row.id, {
        ...base,
        ...(row.changes && MADE_BY.some((field) => field in row.changes!) ? { madeOn: undefined } : {}),
        ...row.changes,
        id: row.id,
        name: row.name ?? row.id,
        basis: { default: 'household' },
      });
    }
    (merged as Record<string, unknown>)[file] = t;
  }
  return merged;
}

/** Classes of a product: those of every ingredient declared above trace (0.1 %, or active chlorine 0.001 %). */
export function productClasses(product: Product, catalogue: Catalogue): readonly string[] {
  let known = classesOf.get(product);
  if (!known) classesOf.set(product, (known = readClasses(product, catalogue)));
  return known;
}
/** Records are immutable, and substances are shipped only: what follows from a product is worked out once. */
const classesOf = new WeakMap<Product, readonly string[]>();
function readClasses(product: Product, catalogue: Catalogue): string[] {
  const classes = new Set<string>();
  for (const c of product.contents) {
    const s = catalogue.substances.get(c.substance);
    if (!s) continue;
    if (c.percent.max >= traceLine(s.classes, catalogue)) s.classes.forEach((k) => classes.add(k));
  }
  return [...classes];
}

/**
 * Percent below which a declared maximum counts as a trace: 0.1, active halogen 0.001, phosphide 0
 * (always counts). Common practice with EU CLP's generic cut-off of 0.1 %.
 */
export function traceLine(classes: readonly string[], catalogue: Catalogue): number {
  if (classes.includes('phosphide')) return 0;
  return isInGroup(classes, 'active-halogen', catalogue) ? 0.001 : 0.1;
}

/** Classes with the groups that hold them: all that a rule may name. */
export const operandsOfClasses = (classes: readonly string[], catalogue: Catalogue): ReadonlySet<string> =>
  new Set(classes.flatMap((c) => catalogue.operandsOf.get(c) ?? [c]));

/** True when one of the classes is the group itself or one of its members. */
export function isInGroup(classes: readonly string[], group: string, catalogue: Catalogue): boolean {
  const members = catalogue.groups.get(group)?.members ?? [];
  return classes.some((c) => c === group || members.includes(c));
}

/** Source record of a claim: that of the field where it has one, else the record's own. */
export function sourceOf(record: { basis: Record<string, string> }, field: string, catalogue: Catalogue): Source {
  const id = record.basis[field] ?? record.basis['default']!;
  return catalogue.sources.get(id) ?? { id, name: id, citation: id, kind: 'from-memory' };
}

/** A material with one of its finishes laid over it. An unknown finish is the material itself, the strictest. */
export function withFinish(material: Material, finish?: string | null): Material {
  const f = finish ? material.finishes.find((x) => x.id === finish) : undefined;
  if (!f) return material;
  let face = faces.get(f);
  if (!face) {
    face = { ...material, ...f.changes, name: f.name, basis: f.basis ?? material.basis } as Material;
    faces.set(f, face);
    ids.set(face, `${material.id}/${f.id}`);
  }
  return face;
}
const ids = new WeakMap<Material, string>();
/** Id of a material, followed by a stroke and its finish where one was laid over it. */
export const faceIdOf = (material: Material): string => ids.get(material) ?? material.id;
/** Records are immutable: a face is laid out once, so that what is worked out about it can be kept. */
const faces = new WeakMap<Material['finishes'][number], Material>();
