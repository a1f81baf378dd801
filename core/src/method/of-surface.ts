import { type Catalogue, type Material, type Product, sourceOf } from '../catalogue';
import { capital } from '../reason';
import { faceById } from './identify';
import { faceFor, gentlestOn, harmByTool } from './other-way';
import { PRODUCT_RULES, TOOL_RULES } from './refuse';
import { ledBy } from './remedies';
import type { Here, Refusal } from './types';

interface Named {
  id: string;
  name: string;
}
/** What a surface bears and does not, in words with their figures. */
export interface SurfaceLimit {
  name: string;
  says: string;
  source: string;
}
export interface SurfaceUse {
  face: string;
  limits: SurfaceLimit[];
  test: { place: string; lookFor: string };
  note: string;
  /** Products that it bears and that are made for it, by what they are made of; the mildest first. */
  bears: { chemistry: string; things: (Named & { minutes: number | null })[] }[];
  /** Products that harm it, by the reason, worst first. */
  harmedBy: { because: string; source: string; things: (Named & { asked: boolean })[] }[];
  /** Tools that harm it, by the reason. */
  roughTools: { because: string; source: string; things: Named[] }[];
}

/** How rough a surface bears it, in words. */
const SCRUB: Readonly<Record<Material['scrub'], string>> = {
  none: 'a soft brush or a puff of air, no more',
  'soft-cloth': 'a soft cloth',
  'soft-brush': 'a soft brush',
  'white-pad': 'a white pad',
  stiff: 'a stiff brush',
};
const WET: Readonly<Record<Material['wetness'], string>> = {
  dry: 'none',
  damp: 'a cloth wrung until nothing drips',
  wet: 'wet, wiped up at once',
  flood: 'it may be flooded and soaked',
};
const BEARS: Readonly<Record<string, string>> = {
  no: 'none',
  brief: 'briefly, then wiped off',
  dilute: 'dilute',
  'dilute-brief': 'dilute and briefly',
  ok: 'yes',
};

/** The other way round: one surface (`material` or `material/finish`), what it bears, and what harms it. Null where it is not known. */
export function useOfSurface(
  id: string,
  context: Pick<Here, 'profile' | 'habits'>,
  catalogue: Catalogue,
): SurfaceUse | null {
  const m = faceById(id, catalogue);
  if (!m) return null;
  const here: Here = { ...context, met: [] };
  const [mark] = catalogue.soils.values();
  const face = faceFor(m, mark!);
  const fits = (p: Product): boolean =>
    p.advised &&
    ledBy(p) !== '' &&
    !PRODUCT_RULES['neverAdvised']!(p, face, here, catalogue) &&
    !PRODUCT_RULES['madeFor']!(p, face, here, catalogue);
  const products = [...catalogue.products.values()]
    .filter(fits)
    .map((product) => ({ product, said: gentlestOn(product, m, catalogue) }));
  const harms = (p: { id: string; name: string }, r: Refusal) => ({ p, r });
  const refused = products.flatMap(({ product, said }) => ('refusal' in said ? [harms(product, said.refusal)] : []));
  const rough = [...catalogue.tools.values()]
    .filter((t) => t.role === 'cleaning' && !TOOL_RULES['kindOfSurface']!(t, face, here, catalogue))
    .flatMap((t) => {
      const no = harmByTool(t, face, here, catalogue);
      return no ? [harms(t, no)] : [];
    });
  return {
    face: id,
    limits: limitsOf(m, catalogue),
    test: m.testSpot,
    note: m.note,
    bears: byChemistry(
      products.flatMap(({ product, said }) => ('refusal' in said ? [] : [{ product, minutes: said.minutes }])),
      catalogue,
    ),
    harmedBy: byReason(refused, catalogue).map((g) => ({
      ...g,
      things: g.things.map((x) => ({ ...x, asked: catalogue.products.get(x.id)?.asked === true })),
    })),
    roughTools: byReason(rough, catalogue),
  };
}
const GERMS = 'germs';
function byChemistry(list: readonly { product: Product; minutes: number | null }[], c: Catalogue): SurfaceUse['bears'] {
  const groups = new Map<string, SurfaceUse['bears'][number]['things']>();
  for (const { product, minutes } of list) {
    // what kills germs and cleans no more than its water does is a kind of its own
    const led = c.mechanisms.get(ledBy(product))?.when && product.disinfects !== 'no' ? GERMS : ledBy(product);
    groups.set(led, [...(groups.get(led) ?? []), { id: product.id, name: product.name, minutes }]);
  }
  const harm = (id: string): number => c.mechanisms.get(id)?.harm ?? (id === GERMS ? 1 : 0);
  return [...groups]
    .sort(([a], [b]) => harm(a) - harm(b) || (a < b ? -1 : 1))
    .map(([id, things]) => ({
      chemistry: c.mechanisms.get(id)?.name ?? (id === GERMS ? 'against germs' : 'water'),
      things,
    }));
}
function byReason(
  list: readonly { p: Named; r: Refusal }[],
  c: Catalogue,
): { because: string; source: string; things: Named[] }[] {
  const groups = new Map<string, { r: Refusal; things: Named[] }>();
  for (const { p, r } of list) {
    const had = groups.get(r.because) ?? { r, things: [] };
    groups.set(r.because, { r: had.r, things: [...had.things, { id: p.id, name: p.name }] });
  }
  const rank = (r: Refusal): number => c.refusals.get(r.kind)!.rank;
  return [...groups.values()]
    .sort((a, b) => rank(a.r) - rank(b.r))
    .map(({ r, things }) => ({ because: r.because, source: r.source, things }));
}

/** The limits of a surface, one line each. */
function limitsOf(m: Material, c: Catalogue): SurfaceLimit[] {
  const line = (name: string, says: string, field: string): SurfaceLimit => ({
    name,
    says,
    source: sourceOf(m, field, c).id,
  });
  const outside = m.pH.outside.map((z) => `${z.min} to ${z.max} for ${z.minutes} min`).join(', ');
  return [
    line(
      'pH',
      `${m.pH.min} to ${m.pH.max}${outside ? `; ${outside}` : ''}${m.acidSoluble ? '; acid dissolves it' : ''}`,
      'pH',
    ),
    line('Water', WET[m.wetness], 'wetness'),
    line('Rubbing', SCRUB[m.scrub], 'scrub'),
    line(
      'Hardness',
      m.hardness === null
        ? 'any grit marks it'
        : `Mohs ${m.hardness}${m.face === 'solid' ? '' : `; ${m.face}: no grit at all`}`,
      'hardness',
    ),
    ...(m.maxTemp_C === null ? [] : [line('Warm', `to ${m.maxTemp_C} °C`, 'maxTemp_C')]),
    line('Steam', m.steam ? 'yes' : 'no', 'steam'),
    ...[...c.attacks.values()].map((a) =>
      line(
        capital(a.name),
        `${BEARS[m.tolerates[a.tolerance]]}${m.tolerates[a.tolerance].startsWith('dilute') && a.dilutePercent !== null ? `, to ${a.dilutePercent} %` : ''}${m.tolerates[a.tolerance].endsWith('brief') ? ` (${a.brief_min} min)` : ''}`,
        'tolerates',
      ),
    ),
    ...(m.clothOnly ? [line('Spray', 'no: put it on the cloth', 'clothOnly')] : []),
    ...(m.floor || !m.porous ? [] : [line('It drinks', 'what is poured on it goes in', 'porous')]),
  ];
}
