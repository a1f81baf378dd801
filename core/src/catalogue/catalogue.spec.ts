import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { catalogueSchemas, overlay, productClasses, withFinish } from '@dolly-tub/core';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { MF } from 'mf-parser';
import { catalogue, raw } from '../../checks/catalogue-for-tests';

const STABLE = {
  substances:
    'water, sodium-hypochlorite, calcium-hypochlorite, trichloroisocyanuric-acid, sodium-dichloroisocyanurate, hydrogen-peroxide, sodium-percarbonate, peracetic-acid, acetic-acid, citric-acid, lactic-acid, oxalic-acid, phosphoric-acid, sulfamic-acid, hydrochloric-acid, sulfuric-acid, sodium-hydroxide, potassium-hydroxide, sodium-carbonate, sodium-bicarbonate, borax, ammonia, monoethanolamine, urea, benzalkonium-chloride, potassium-oleate, sodium-laureth-sulfate, alcohol-ethoxylate, ethanol, isopropanol, acetone, butoxyethanol, limonene, white-spirit, sodium-metabisulfite, sodium-dithionite, thiourea, ammonium-bifluoride, protease, calcium-carbonate, sodium-acetate, ammonium-chloride, sodium-chloride',
  products:
    'water, white-vinegar, citric-descaler, sulfamic-descaler, baking-soda, washing-soda, percarbonate-booster, peroxide-3, chlorine-bleach, scouring-powder-chlorine, chalk-cream, dish-detergent, castile-soap, all-purpose-spray, degreaser, oven-cleaner-caustic, drain-opener-caustic, drain-opener-acid, toilet-cleaner-acid, glass-cleaner-ammonia, isopropanol-70, isopropanol-91, quat-disinfectant, enzyme-cleaner, acetone, white-spirit, rust-remover-oxalic, tank-block-chlorine, stone-cleaner-neutral, wood-polish-oil',
  materials:
    'marble, limestone, granite, slate, soapstone, glazed-tile, cement-grout, epoxy-grout, glass, mirror, enamel-steel, acrylic, gel-coat, melamine-laminate, painted-wood, oiled-wood, varnished-wood, veneer, stainless-steel, chrome-plate, aluminium, brass, zinc, cast-iron, silicone-sealant, vinyl-floor, linoleum, cork, cotton, wool, silk, linen, polyester, acetate, leather, latex, coated-screen, matt-paint-wall, wallpaper, jute',
  soils:
    'dust, pet-hair, fingerprints, fresh-grease, baked-grease, limescale, hard-water-spots, soap-scum, rust, mildew, blood, red-wine, coffee, ink-ballpoint, permanent-marker, candle-wax, chewing-gum, adhesive, water-ring, toilet-ring, urine, salt-tide, tarnish, dust-mites, toothpaste, turmeric',
  tools:
    'microfibre-cloth, cotton-cloth, paper-towel, melamine-foam, white-pad, toothbrush, toilet-brush, steel-wool-0000, pumice, silicon-carbide-screen, plastic-scraper, razor-scraper, squeegee, vacuum-brush, lint-roller, steam-cleaner, flat-mop',
} as const;

describe('the catalogue', () => {
  const ajv = new Ajv2020({ strict: false, allErrors: true });
  test.each(Object.keys(catalogueSchemas) as (keyof typeof catalogueSchemas)[])('%s holds to its schema', (file) => {
    const validate = ajv.compile(catalogueSchemas[file]);
    for (const r of raw[file]) if (!validate(r)) throw new Error(`${file} ${r.id}: ${ajv.errorsText(validate.errors)}`);
    expect(raw[file].length).toBeGreaterThan(0);
  });
  test.each(Object.entries(STABLE))('%s hold every id that outside clients rely on', (file, ids) => {
    for (const id of ids.split(', ')) expect([id, catalogue[file as 'soils'].has(id)]).toEqual([id, true]);
  });
  test('every claim has a source that exists, and no source is an orphan', () => {
    const used = new Set<string>();
    for (const [file, rows] of Object.entries(raw)) {
      if (file === 'sources') continue;
      for (const r of rows as {
        id: string;
        basis?: Record<string, string>;
        source?: string;
        clauses?: { source: string }[];
        finishes?: { basis?: Record<string, string> }[];
      }[]) {
        const mine = [
          ...Object.values(r.basis ?? {}),
          ...(r.source ? [r.source] : []),
          ...(r.clauses ?? []).map((c) => c.source),
          ...(r.finishes ?? []).flatMap((f) => Object.values(f.basis ?? {})),
        ];
        expect([file, r.id, mine.length > 0]).toEqual([file, r.id, true]);
        for (const s of mine) {
          if (!catalogue.sources.has(s)) throw new Error(`${file} ${r.id} names the source ${s}, which is not there`);
          used.add(s);
        }
      }
    }
    const cited = new Set(
      sourceFiles().flatMap((f) => [...readFileSync(f, 'utf8').matchAll(/'([a-z0-9-]{4,70})'/g)].map((m) => m[1]!)),
    );
    expect(raw.sources.map((s) => s.id).filter((id) => !used.has(id) && !cited.has(id))).toEqual(ORPHANS);
  });
  test('references hold: substances of products, systems of substances, mechanisms, gases', () => {
    for (const p of raw.products) {
      for (const c of p.contents) {
        expect(catalogue.substances.has(c.substance)).toBe(true);
        expect(c.percent.min).toBeLessThanOrEqual(c.percent.max);
      }
      for (const m of Object.keys(p.mechanisms))
        expect([p.id, m, catalogue.mechanisms.has(m)]).toEqual([p.id, m, true]);
    }
    for (const s of raw.substances)
      for (const part of s.acidBase?.parts ?? []) expect(catalogue.systems.has(part.system)).toBe(true);
    for (const s of raw.soils) for (const m of Object.keys(s.lifts)) expect(catalogue.mechanisms.has(m)).toBe(true);
    for (const l of raw.limits) expect(catalogue.substances.has(l.gas)).toBe(true);
  });
  test('every rule operand is a class, a group, a substance or a place that exists', () => {
    const classes = new Set(raw.substances.flatMap((s) => s.classes));
    for (const r of raw.rules)
      for (const o of r.clauses.flatMap((c) => [c.a, c.b, ...(c.c ? [c.c] : [])])) {
        const ok =
          o.startsWith('place:') ||
          // how it is used may matter whatever it is
          (o === 'anything' && r.clauses.some((c) => c.a === o && c.b.startsWith('place:'))) ||
          (o.startsWith('substance:')
            ? catalogue.substances.has(o.slice(10))
            : classes.has(o) || catalogue.groups.has(o));
        expect([r.id, o, ok]).toEqual([r.id, o, true]);
      }
  });
  test('a salt is electrically neutral as written', () => {
    let salts = 0;
    for (const s of raw.substances) {
      if (!s.acidBase) continue;
      salts++;
      const charge = s.acidBase.parts.reduce((q, p) => {
        const sys = catalogue.systems.get(p.system)!;
        return q + p.perFormula * (sys.fullCharge - (sys.pKa.length - p.protonsHeld));
      }, s.acidBase.strongCations - s.acidBase.strongAnions);
      // free strong acids and bases bring H+ or OH−, which is their point
      const free = Math.abs(charge);
      if (free > 1e-9)
        expect([s.id, s.classes.some((c) => ['strong-mineral-acid', 'caustic'].includes(c))]).toEqual([s.id, true]);
    }
    expect(salts).toBeGreaterThan(80);
  });
  test('molar masses against a formula library', () => {
    const formulas: Record<string, string> = {
      'sodium-hypochlorite': 'NaClO',
      'acetic-acid': 'C2H4O2',
      'citric-acid': 'C6H8O7',
      'sodium-carbonate': 'Na2CO3',
      'sodium-bicarbonate': 'NaHCO3',
      'hydrogen-peroxide': 'H2O2',
      'sulfamic-acid': 'H3NSO3',
      'oxalic-acid': 'C2H2O4',
      isopropanol: 'C3H8O',
      acetone: 'C3H6O',
      ammonia: 'NH3',
      'trichloroisocyanuric-acid': 'C3Cl3N3O3',
      'sodium-metabisulfite': 'Na2S2O5',
      'calcium-carbonate': 'CaCO3',
      borax: 'Na2B4O7(H2O)10',
      'sodium-percarbonate': '(Na2CO3)2(H2O2)3',
      chlorine: 'Cl2',
      'sodium-hydroxide': 'NaOH',
      'phosphoric-acid': 'H3PO4',
      'lactic-acid': 'C3H6O3',
    };
    for (const [id, f] of Object.entries(formulas))
      expect([id, Math.abs(catalogue.substances.get(id)!.molarMass! / new MF(f).getInfo().mass - 1) < 0.002]).toEqual([
        id,
        true,
      ]);
  });
  test('a finish not known is never laxer than any finish of its material, in chlorine and ketone', () => {
    const order = ['no', 'brief', 'dilute-brief', 'dilute', 'ok'];
    for (const m of raw.materials)
      for (const f of m.finishes) {
        const face = withFinish(catalogue.materials.get(m.id)!, f.id);
        for (const k of ['chlorine', 'ketone', 'alcohol'] as const)
          expect([m.id, f.id, k, order.indexOf(m.tolerates[k]) <= order.indexOf(face.tolerates[k])]).toEqual([
            m.id,
            f.id,
            k,
            true,
          ]);
      }
  });
  test('no two materials are the same without one saying so and why', () => {
    const seen = new Map<string, string>();
    for (const m of raw.materials)
      for (const f of m.finishes.length ? m.finishes : [null]) {
        const face = {
          ...withFinish(m, f?.id),
          finishes: 0,
          id: 0,
          name: 0,
          synonyms: 0,
          basis: 0,
          testSpot: 0,
          note: 0,
        };
        const key = JSON.stringify(Object.entries(face).sort(([a], [b]) => (a < b ? -1 : 1)));
        expect([m.id, f?.id, seen.get(key)]).toEqual([m.id, f?.id, undefined]);
        seen.set(key, m.id);
      }
    expect(seen.size).toBeGreaterThan(200);
  });
  test('values lie in physical range, families and natures of the domain are all there', () => {
    for (const m of raw.materials)
      for (const f of [null, ...m.finishes]) {
        const x = withFinish(m, f?.id);
        expect([m.id, x.pH.min <= x.pH.max]).toEqual([m.id, true]);
        for (const z of x.pH.outside)
          expect([m.id, z.min <= z.max && z.minutes > 0 && z.minutes <= 1440]).toEqual([m.id, true]);
      }
    for (const p of raw.products) {
      expect([p.id, p.contents.reduce((a, c) => a + c.percent.min, 0) <= 100.5]).toEqual([p.id, true]);
      if (p.pH) expect([p.id, p.pH.min >= -1 && p.pH.max <= 14.5 && p.pH.min <= p.pH.max]).toEqual([p.id, true]);
    }
    const families = new Set(raw.materials.map((m) => m.family));
    for (const f of 'wood stone ceramic glass grout sealant metal plastic rubber leather textile wall electronics stoneware non-stick mattress'.split(
      ' ',
    ))
      expect([f, families.has(f)]).toEqual([f, true]);
    const natures = new Set(raw.soils.map((s) => s.nature));
    for (const n of 'particulate grease sugar protein tannin dye wax resin mineral biological damage unknown'.split(
      ' ',
    ))
      expect([n, natures.has(n)]).toEqual([n, true]);
    expect([
      raw.materials.length >= 155,
      raw.soils.length >= 170,
      raw.products.length >= 208,
      raw.tools.length >= 118,
    ]).toEqual([true, true, true, true]);
  });
  test('prints the share of each basis', () => {
    const kinds: Record<string, number> = {};
    for (const [file, rows] of Object.entries(raw))
      if (file !== 'sources' && file !== 'rules')
        for (const r of rows as { basis: Record<string, string> }[])
          for (const s of Object.values(r.basis))
            kinds[catalogue.sources.get(s)!.kind] = (kinds[catalogue.sources.get(s)!.kind] ?? 0) + 1;
    process.stdout.write(`basis of claims: ${JSON.stringify(kinds)}\n`);
    expect(kinds['published']).toBeGreaterThan(100);
  });
  test('own records take from what they are based on, and only change what they name', () => {
    const c = overlay(catalogue, {
      products: [
        { id: 'own-1', name: 'my vinegar', basedOn: 'white-vinegar', changes: { fume: 0.9 } },
        { id: 'own-2', basedOn: 'nothing-such' },
      ],
    });
    expect(c.products.get('own-1')).toMatchObject({
      id: 'own-1',
      name: 'my vinegar',
      fume: 0.9,
      contents: catalogue.products.get('white-vinegar')!.contents,
    });
    expect(c.products.has('own-2')).toBe(false);
    expect(catalogue.products.has('own-1')).toBe(false);
  });
  test('classes of a product leave traces out, but not traces of chlorine', () => {
    expect(productClasses(catalogue.products.get('white-vinegar')!, catalogue)).toEqual(
      expect.arrayContaining(['organic-acid', 'water']),
    );
    expect(
      productClasses(
        {
          ...catalogue.products.get('water')!,
          contents: [
            { substance: 'sodium-hypochlorite', percent: { min: 0, max: 0.01 } },
            { substance: 'ethanol', percent: { min: 0, max: 0.01 } },
          ],
        },
        catalogue,
      ),
    ).toEqual(['hypochlorite']);
  });
});

/** Citations that belong to later capabilities or stand for a whole field. */
const ORPHANS: string[] = [];

function sourceFiles(dir = join(process.cwd(), 'core/src')): string[] {
  return readdirSync(dir).flatMap((f) => {
    const p = join(dir, f);
    return statSync(p).isDirectory() ? sourceFiles(p) : p.endsWith('.ts') && !p.endsWith('.spec.ts') ? [p] : [];
  });
}

describe('rules of the house', () => {
  test('no string in the code equals a catalogue id that is not also a class, group, unit or word of the design', () => {
    const words = new Set<string>([
      ...raw.substances.flatMap((s) => s.classes),
      ...raw.groups.map((g) => g.id),
      ...raw.materials.map((m) => m.family),
      ...raw.materials.map((m) => m.scrub),
      ...Object.keys(raw.materials[0]!.tolerates),
      'water',
      'steam',
      'iron',
      'household',
      'dust',
      'hair',
      'paper',
      'salt',
      'broom',
      'bucket',
      'fragrance',
      'surface',
    ]);
    const ids = new Set(
      [...raw.substances, ...raw.products, ...raw.materials, ...raw.soils, ...raw.tools, ...raw.systems]
        .map((r) => r.id)
        .filter((id) => !words.has(id)),
    );
    const dirs = ['core/src', 'server/src', 'web/src'].flatMap((d) => sourceFiles(join(process.cwd(), d)));
    const found = dirs.flatMap((f) =>
      [...readFileSync(f, 'utf8').matchAll(/(['"`])([a-z0-9]+(?:-[a-z0-9]+)*)\1/g)]
        .filter((m) => ids.has(m[2]!))
        .map((m) => `${f.split('/').slice(-2).join('/')}: ${m[2]}`),
    );
    expect(found).toEqual([]);
  });
  test('core knows no page, no server and no clock', () => {
    for (const f of sourceFiles()) {
      const code = readFileSync(f, 'utf8');
      expect([
        f,
        /from 'node:|from '@angular|document\.|(?<!\.)\bwindow\.|Date\.now\(|new Date\(\)/.test(code),
      ]).toEqual([f, false]);
    }
  });
});
