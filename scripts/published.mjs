import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './common.mjs';

/**
 * `node scripts/published.mjs`: takes the tables of published values (`core/catalogue/published`) into the catalogue:
 * what each substance's vapour does, what stands over its solutions, and the workplace limits of its gas. Run again
 * after a table has changed; it changes only the fields named here, and says how many. `-` in a table is unknown.
 */
const dir = join(root, 'core/catalogue');
const rows = (name) => {
  const [head, ...lines] = readFileSync(join(dir, 'published', `${name}.tsv`), 'utf8')
    .trimEnd()
    .split('\n');
  const keys = head.split('\t');
  return lines.map((line) => {
    const cells = line.split('\t');
    return Object.fromEntries(keys.map((k, i) => [k, cells[i] === '-' ? null : cells[i]]));
  });
};
const read = (name) => JSON.parse(readFileSync(join(dir, `${name}.json`), 'utf8'));
/** One record a line, as the whole catalogue is written. */
const line = (v) =>
  Array.isArray(v)
    ? `[${v.map(line).join(', ')}]`
    : v && typeof v === 'object'
      ? `{${Object.entries(v)
          .map(([k, x]) => `${JSON.stringify(k)}: ${line(x)}`)
          .join(', ')}}`
      : JSON.stringify(v);
const write = (name, list) => writeFileSync(join(dir, `${name}.json`), `[\n${list.map(line).join(',\n')}\n]\n`);

const sources = read('sources');
/** The id of a source by its words; a new one is written down. */
function source(words) {
  if (/^(recalled|from memory)$/i.test(words)) return 'from-memory';
  if (/^(does not burn|burns as a gas|explosive)/.test(words)) return 'chemistry-textbook';
  const id = words
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, 60)
    .replace(/^-|-$/g, '');
  if (!sources.some((s) => s.id === id))
    sources.push({
      id,
      name: words.split(/[;(]/)[0].trim(),
      citation: words,
      kind: /recalled|from memory/.test(words) ? 'from-memory' : 'published',
    });
  return id;
}

const substances = read('substances');
const physical = rows('physical');
let taken = 0;
for (const r of physical) {
  const s = substances.find((x) => x.id === r.id);
  if (!s) throw new Error(`"${r.id}" is in no record of substances`);
  const set = (key, value, basis) => {
    if (value === null) return;
    s[key] = value;
    s.basis[key] = source(basis);
    taken++;
  };
  const number = (x) => (x === null ? null : Number(x));
  set('vapourPressure_kPa', number(r.vapour_pressure_25C_kPa), r.vapour_source ?? 'recalled');
  set(
    'flash_C',
    r.flash_C === 'none' || r.flash_C === 'gas' ? r.flash_C : number(r.flash_C),
    r.flash_source ?? 'recalled',
  );
  set('lowerExplosive_percent', number(r.lfl_percent), r.flame_source ?? 'recalled');
  set(
    'density_gPerMl',
    number(r.density_20C_g_per_mL),
    'VDI Heat Atlas; Perry’s Chemical Engineers’ Handbook; CRC Handbook',
  );
  const group = /^(1|2A|2B)$/.test(r.carcinogen_iarc ?? '') ? r.carcinogen_iarc : null;
  const ntp = { Known: 'known', 'Reasonably Anticipated': 'reasonably anticipated' }[r.carcinogen_ntp] ?? null;
  if (group || ntp)
    set(
      'carcinogen',
      { ...(group ? { iarc: group } : {}), ...(ntp ? { ntp } : {}) },
      'IARC Monographs; NTP 13th Report on Carcinogens',
    );
  const { basis } = s;
  delete s.basis;
  s.basis = basis;
}
write('substances', substances);

// what stands over a solution in water, rows of one substance together
const solutions = [];
for (const r of rows('vapour')) {
  let s = solutions.find((x) => x.substance === r.solute);
  if (!s)
    solutions.push(
      (s = {
        id: r.solute,
        name: `over ${r.solute.replaceAll('-', ' ')} in water`,
        substance: r.solute,
        rows: [],
        ...(r.solute === 'hydrochloric-acid' ? { logarithmic: true } : {}),
        basis: {},
      }),
    );
  s.rows.push({
    percent: Number(r.percent_ww),
    moleFraction: Number(r.mole_fraction),
    kPa: Number(r.partial_pressure_25C_kPa),
    flash_C: r.flash_C === 'none' ? 'none' : r.flash_C === null ? null : Number(r.flash_C),
  });
  const how = r.method.replace('modified UNIFAC', 'Modified UNIFAC (Dortmund), flash point by the model of Liaw');
  s.how = [...new Set([...(s.how ?? []), how])];
}
for (const s of solutions) {
  s.basis.default = source(s.how.join('; '));
  delete s.how;
}
write('solutions', solutions);

// limits: those of Ontario, and stricter ones of others, each under its own name
const OURS = /^(ontario-occupational|(niosh|osha|acgih|epa-2024)-recalled$)/;
const limits = read('limits').filter((l) => !OURS.test(l.basis.default));
const add = (gas, who, what, ppm, basis) => {
  const name = `${who} ${what}`;
  const id = `${gas}-${name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}`;
  if (limits.some((l) => l.gas === gas && l.ppm === ppm && (l.name.startsWith(who) || l.name === what))) return;
  limits.push({
    id,
    name,
    gas,
    ppm,
    severity: { TWA: 1, STEL: 2, C: 2 }[what.split(' ')[0]],
    basis: { default: source(basis) },
  });
};
for (const r of physical) {
  const s = substances.find((x) => x.id === r.id);
  if (!s.molarMass || !(s.vapourPressure_kPa > 0 || s.flash_C === 'gas' || s.classes.includes('gas-product'))) continue;
  const of = { TWA: r.twa_ppm, STEL: r.stel_ppm, C: r.ceiling_ppm };
  for (const [what, ppm] of Object.entries(of))
    if (ppm !== null)
      add(r.id, 'Ontario', what, Number(ppm), 'Ontario, Occupational Exposure Limits (R.R.O. 1990, Reg. 833)');
  for (const part of (r.other_limits ?? '').split(/;\s*/)) {
    const who = part.match(/^(NIOSH|OSHA|ACGIH|EPA)( \d{4})?/)?.[0];
    if (!who) continue;
    for (const [, what, amount, mg, about] of part.matchAll(/(TWA|STEL|C) ([\d.]+)( mg\/m3 \(about ([\d.]+) ppm\))?/g))
      add(r.id, who, what, Number(mg ? about : amount), `${who}, recalled`);
  }
}
write('limits', limits);
write('sources', sources);
console.log(`${taken} values of ${physical.length} substances, ${solutions.length} solutions, ${limits.length} limits`);
