import {
  type Catalogue,
  catalogueOfHousehold,
  catalogueSchemas,
  type Door,
  knownCurrency,
  knownLocale,
  knownTimeZone,
  type OwnLabelled,
  type Problem,
} from '@dolly-tub/core';
import type { Store } from '../store/store';
import { HttpProblem, invalid } from './problem';
import { faults } from './validate';

/** The shipped catalogue with this household's own records over it. */
export interface HouseCatalogue {
  /** As committed; made anew only when one of the own records changes. */
  (): Catalogue;
  /** As it stands in the middle of a transaction that brings own records in. */
  now(): Catalogue;
}
export function catalogueOf(store: Store, shipped: Catalogue): HouseCatalogue {
  const read = (): Catalogue =>
    catalogueOfHousehold(shipped, {
      products: store.repos.products.all() as unknown as OwnLabelled[],
      materials: store.repos.materials.all() as unknown as OwnLabelled[],
      soils: store.repos.soils.all() as unknown as OwnLabelled[],
      tools: store.repos.tools.all() as unknown as OwnLabelled[],
    });
  let merged: Catalogue | null = null;
  store.onChange((c) => {
    if (['products', 'materials', 'soils', 'tools', '*'].includes(c.door)) merged = null;
  });
  return Object.assign(() => (merged ??= read()), { now: read });
}

const OWN: ReadonlySet<string> = new Set(['products', 'materials', 'soils', 'tools']);

/** References that a record makes must exist: to other records, and to the catalogue. */
export function checkRefs(door: Door, body: Record<string, unknown>, store: Store, catalogue: Catalogue): void {
  const problems: Problem[] = [];
  const known = (ok: boolean, path: string, message: string): void => void (ok || problems.push({ path, message }));
  const item = (id: string): boolean => catalogue.products.has(id) || catalogue.tools.has(id);
  const record = (d: 'rooms' | 'kits' | 'spots' | 'bottles', id: unknown, path: string, what: string): void => {
    if (typeof id === 'string') known(store.repos[d].get(id) !== null, path, `That ${what} is not in this household.`);
  };
  if ('room' in body) record('rooms', body['room'], '/room', 'room');
  if ('kit' in body) record('kits', body['kit'], '/kit', 'kit');
  if (door === 'settings') {
    const { timeZone, locale, currency } = body as Record<string, string>;
    known(
      knownTimeZone(timeZone!),
      '/timeZone',
      `"${timeZone}" is no time zone known here: write one as Europe/London.`,
    );
    known(knownLocale(locale!), '/locale', `"${locale}" is no language known here: write one as en-GB.`);
    known(knownCurrency(currency!), '/currency', `"${currency}" is no currency known here: write one as GBP.`);
  }
  if (door === 'spots') {
    const material = catalogue.materials.get(body['material'] as string);
    known(material !== undefined, '/material', `"${String(body['material'])}" is not in the catalogue of materials.`);
    const finish = body['finish'] as string | null | undefined;
    if (material && finish)
      known(
        material.finishes.some((f) => f.id === finish),
        '/finish',
        `${material.name} has no finish "${finish}".`,
      );
    (body['soils'] as { soil: string }[]).forEach((s, i) =>
      known(catalogue.soils.has(s.soil), `/soils/${i}/soil`, `"${s.soil}" is not in the catalogue of soils.`),
    );
    (body['neighbours'] as { material?: string | null }[]).forEach(
      (n, i) =>
        n.material &&
        known(
          catalogue.materials.has(n.material),
          `/neighbours/${i}/material`,
          `"${n.material}" is not in the catalogue of materials.`,
        ),
    );
  }
  if (door === 'rooms')
    (body['fixtures'] as { resident: string[] }[]).forEach((f, i) =>
      f.resident.forEach((id, n) =>
        known(
          catalogue.products.has(id) || catalogue.residents.has(id),
          `/fixtures/${i}/resident/${n}`,
          `"${id}" is neither a product nor one of the things that are known to hang or stand somewhere.`,
        ),
      ),
    );
  if (door === 'shopping')
    known(
      Boolean(body['item']) !== Boolean(body['words']),
      '/item',
      'A line of the list is a thing of the catalogue (item) or your own words (words), one of both.',
    );
  if (door === 'stock' || (door === 'shopping' && body['item']))
    known(
      item(body['item'] as string),
      '/item',
      `"${String(body['item'])}" is neither a product nor a tool of the catalogue.`,
    );
  if (door === 'kits')
    (body['par'] as { item: string }[]).forEach((p, i) =>
      known(item(p.item), `/par/${i}/item`, `"${p.item}" is neither a product nor a tool of the catalogue.`),
    );
  if (door === 'bottles' && body['fill'])
    (body['fill'] as { parts: { item: string }[] }).parts.forEach((p, i) =>
      known(item(p.item), `/fill/parts/${i}/item`, `"${p.item}" is not in the catalogue of products.`),
    );
  if (OWN.has(door)) {
    const table = catalogue[door as 'products'] as ReadonlyMap<string, unknown>;
    const based = body['basedOn'] as string | null | undefined;
    if (based) known(table.has(based), '/basedOn', `"${based}" is not in the catalogue.`);
    const base = based ? table.get(based) : undefined;
    if (base)
      problems.push(
        ...checkChanges(door as 'products', base as object, body['changes'] as Record<string, unknown>, catalogue),
      );
  }
  if (problems.length) throw invalid(problems);
}

/**
 * An own record is a record of the catalogue once its changes are laid over what it is based on: the same
 * schema, and the same references, so that no engine meets a shape it does not know.
 */
function checkChanges(
  file: 'products' | 'materials' | 'soils' | 'tools',
  base: object,
  changes: Record<string, unknown>,
  catalogue: Catalogue,
): Problem[] {
  const schema = catalogueSchemas[file];
  const unknown = Object.keys(changes).filter((k) => !(k in schema.properties) || k === 'id' || k === 'finishes');
  if (unknown.length)
    return unknown.map((k) => ({
      path: `/changes/${k}`,
      message: `"${k}" is no property of ${file}: check its spelling or leave it out.`,
    }));
  const merged = { ...base, ...changes } as Record<string, unknown>;
  const wrong = faults(schema, merged);
  if (wrong.length) return wrong.map((p) => ({ path: `/changes${p.path}`, message: p.message }));
  const problems: Problem[] = [];
  for (const key of ['lifts', 'mechanisms'] as const)
    for (const m of Object.keys((merged[key] as object | undefined) ?? {}))
      if (!catalogue.mechanisms.has(m))
        problems.push({ path: `/changes/${key}/${m}`, message: `"${m}" is no way of lifting that is known here.` });
  ((merged['contents'] as { substance: string; percent: { min: number; max: number } }[] | undefined) ?? []).forEach(
    (c, i) => {
      if (!catalogue.substances.has(c.substance))
        problems.push({
          path: `/changes/contents/${i}/substance`,
          message: `"${c.substance}" is not in the catalogue of substances.`,
        });
      if (c.percent.min > c.percent.max || c.percent.min < 0 || c.percent.max > 100)
        problems.push({
          path: `/changes/contents/${i}/percent`,
          message: 'A percent range runs from the smaller to the larger number, between 0 and 100.',
        });
    },
  );
  const pH = merged['pH'] as { min: number; max: number } | null | undefined;
  if (pH && pH.min > pH.max)
    problems.push({ path: '/changes/pH', message: 'The pH range runs from the smaller to the larger number.' });
  return problems;
}

export const notHere = (): HttpProblem => new HttpProblem(404, 'That record is not here (any more).');
