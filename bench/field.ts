/**
 * The field, told by `npm run bench`: its time against the whole ladders of the same questions, what of the catalogue
 * stands on a ladder where it is made for, and where nothing is safe.
 */
import { join } from 'node:path';
import { advise, candidatesOf, type Catalogue, fieldRow, useOfProduct, useOfTool } from '@dolly-tub/core';
import { readCatalogue } from '../core/catalogue/read';

const c: Catalogue = readCatalogue(join(process.cwd(), 'core/catalogue'));
const say = (what: string, figure: string): void => console.log(`${what.padEnd(74)} ${figure}`);
const faces = candidatesOf('material', c).map((f) => f.id);
const soils = [...c.soils.keys()];
const ask = (face: string, soil: string, severity: number, zone: string | null) => {
  const [material = '', finish = null] = face.split('/');
  return advise({ material, finish, soil, severity, ...(zone ? { zone } : {}) }, {}, c);
};

// time: the same cells as rows, and as ladders
const some = faces.filter((_, i) => i % 12 === 3);
const timed = (run: () => void): number => {
  const from = performance.now();
  run();
  return performance.now() - from;
};
for (const warm of [true, false]) {
  const rows = timed(() => some.forEach((f) => fieldRow(f, soils, 3, {}, c)));
  const ladders = timed(() => some.forEach((f) => soils.forEach((s) => ask(f, s, 3, null))));
  if (!warm)
    say('field by rows, whole ladders as 1', `${(rows / ladders).toFixed(2)} (1 / ${(ladders / rows).toFixed(1)})`);
}

// the whole field, once
const states = new Map<string, number>();
const none = new Map<string, number>();
let cells = 0;
const whole = timed(() => {
  for (const face of faces)
    fieldRow(face, soils, 3, {}, c).forEach((cell, i) => {
      cells++;
      states.set(cell.state, (states.get(cell.state) ?? 0) + 1);
      if (cell.state !== 'none') return;
      const why =
        c.materials.get(face.split('/')[0]!)!.scrub === 'none'
          ? 'a brush is all it bears'
          : c.soils.get(soils[i]!)!.name;
      none.set(why, (none.get(why) ?? 0) + 1);
    });
});
say(
  `the whole field, ${cells} cells on one core`,
  `${(whole / 1000).toFixed(0)} s (${(whole / cells).toFixed(2)} ms a cell)`,
);
say('cells by state', [...states].map(([k, n]) => `${k} ${((100 * n) / cells).toFixed(1)} %`).join(', '));
say(
  'nothing safe, by what it is for',
  [...none]
    .sort((a, b) => b[1] - a[1])
    .slice(0, 6)
    .map(([k, n]) => `${k} ${n}`)
    .join(', '),
);

// coverage: does a thing stand on a ladder of a surface that bears it and a mark that it shifts?
const stands = new Set<string>();
function look(id: string, on: readonly string[], marks: readonly string[], zones: readonly (string | null)[]): boolean {
  for (let i = 0; i < 500 && !stands.has(id) && on.length && marks.length; i++) {
    const a = ask(on[(i * 17) % on.length]!, marks[(i * 5) % marks.length]!, 2 + (i % 4), zones[i % zones.length]!);
    if (!a.ok) continue;
    for (const r of a.value.ladder)
      for (const x of [
        r.product,
        r.tool,
        r.then?.product,
        ...r.or.map((o) => o.product),
        ...r.orWith.map((o) => o.tool),
        ...(r.follow?.with.map((w) => w.tool) ?? []),
      ])
        if (x) stands.add(x);
  }
  return stands.has(id);
}
const surfaces = (on: readonly { surfaces: { id: string }[] }[]): string[] =>
  on.flatMap((o) => o.surfaces.map((s) => s.id));
const missing: string[] = [];
let products = 0;
for (const p of c.products.values()) {
  const u = p.advised ? useOfProduct(p.id, { habits: [] }, c)! : null;
  if (!u || u.never) continue;
  products++;
  const marks = [...u.remedyOf, ...u.also].map((s) => s.soil);
  if (!look(p.id, surfaces(u.on), marks, p.floor ? ['floor'] : [null, 'bowl'])) missing.push(p.name);
}
say(
  'products that stand on a ladder of what they are for, against 95 %',
  `${(100 * (1 - missing.length / products)).toFixed(1)} % of ${products}; not ${missing.join(', ')}`,
);
const idle: string[] = [];
let tools = 0;
for (const t of c.tools.values()) {
  if (t.role !== 'cleaning') continue;
  tools++;
  const u = useOfTool(t.id, { habits: [] }, c)!;
  const zones = t.class === 'floor' ? ['floor'] : t.class === 'toilet' ? ['bowl', 'toilet'] : [null];
  if (
    !look(
      t.id,
      surfaces(u.on),
      [...u.dry, ...u.wet].map((s) => s.soil),
      zones,
    )
  )
    idle.push(t.name);
}
say(
  'cleaning tools that stand on one, against 90 %',
  `${(100 * (1 - idle.length / tools)).toFixed(1)} % of ${tools}; not ${idle.join(', ')}`,
);
