import { createHash } from 'node:crypto';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';
import { type Catalogue, productClasses, type RawCatalogue } from '@dolly-tub/core';
import Router from '@koa/router';
import type { Context } from 'koa';

/** A body made once, with its compressed forms and its hash. */
export interface Fixed {
  plain: Buffer;
  gzip: Buffer;
  br: Buffer;
  etag: string;
}
export async function fixed(text: string): Promise<Fixed> {
  const plain = Buffer.from(text);
  const [gz, br] = await Promise.all([
    promisify(gzip)(plain, { level: 9 }),
    promisify(brotliCompress)(plain, { params: { [constants.BROTLI_PARAM_QUALITY]: 9 } }),
  ]);
  return { plain, gzip: gz, br, etag: `"${createHash('sha256').update(plain).digest('base64url').slice(0, 20)}"` };
}
export function sendFixed(ctx: Context, f: Fixed, cache: string, type = 'json'): void {
  ctx.set('ETag', f.etag);
  ctx.set('Cache-Control', cache);
  ctx.set('Vary', 'Accept-Encoding');
  ctx.type = type;
  if (ctx.get('if-none-match') === f.etag) {
    ctx.status = 304;
    return;
  }
  const accepts = ctx.get('accept-encoding');
  ctx.compress = false;
  if (/\bbr\b/.test(accepts)) {
    ctx.set('Content-Encoding', 'br');
    ctx.body = f.br;
  } else if (/\bgzip\b/.test(accepts)) {
    ctx.set('Content-Encoding', 'gzip');
    ctx.body = f.gzip;
  } else ctx.body = f.plain;
}

const LINES = 'application/x-ndjson';
/** A line grows to about so many characters: read in one go it keeps a slow phone busy for no longer than one notices. */
const LINE = 100_000;
/** The whole catalogue as lines of JSON, each an object with some of its lists. */
function inLines(raw: RawCatalogue): string {
  const lines: string[][] = [[]];
  let length = 0;
  for (const [name, list] of Object.entries(raw)) {
    const text = `${JSON.stringify(name)}:${JSON.stringify(list)}`;
    if (length && length + text.length > LINE) {
      lines.push([]);
      length = 0;
    }
    lines.at(-1)!.push(text);
    length += text.length;
  }
  return lines.map((line) => `{${line.join()}}`).join('\n');
}

const LISTS = ['materials', 'soils', 'products', 'tools', 'substances', 'rules', 'sources'] as const;
type List = (typeof LISTS)[number];

/** What a door of the catalogue answers for each record: everything in it, and what follows from it. */
function items(list: List, catalogue: Catalogue): unknown[] {
  if (list === 'products')
    return [...catalogue.products.values()].map((p) => ({ ...p, classes: productClasses(p, catalogue) }));
  if (list === 'rules')
    return [...catalogue.rules.values()].map((r) => ({
      ...r,
      between: [
        ...new Set(
          r.clauses.flatMap((c) => [c.a, c.b, ...(c.c ? [c.c] : [])]).map((o) => o.replace(/^(substance|place):/, '')),
        ),
      ],
      forms: [...new Set(r.clauses.flatMap((c) => c.forms))],
    }));
  return [...catalogue[list].values()];
}

export interface CatalogueDoor {
  routes: Router;
  /** Hash of the whole: the page asks for it by this name, and may keep it for ever. */
  hash: string;
}
/** Shipped lists are made once; own records are read from their own doors by the page, and merged here for others. */
export async function catalogueRoutes(
  raw: RawCatalogue,
  catalogue: () => Catalogue,
  shipped: Catalogue,
): Promise<CatalogueDoor> {
  const routes = new Router({ prefix: '/api/catalogue' });
  const whole = await fixed(JSON.stringify(raw));
  const lines = await fixed(inLines(raw));
  const hash = whole.etag.replaceAll('"', '');
  const made = new Map<List, { of: Catalogue; fixed: Fixed }>();
  for (const list of LISTS)
    made.set(list, { of: shipped, fixed: await fixed(JSON.stringify({ items: items(list, shipped) })) });
  routes.get('/', (ctx) => {
    ctx.body = { lists: LISTS, whole: `/api/catalogue/whole/${hash}` };
  });
  // pages of the version before read it in one piece
  routes.get('/whole', (ctx) => sendFixed(ctx, whole, 'no-cache'));
  routes.get('/lines', (ctx) => sendFixed(ctx, lines, 'no-cache', LINES));
  routes.get('/whole/:hash', (ctx) =>
    sendFixed(ctx, whole, ctx.params['hash'] === hash ? 'public, max-age=31536000, immutable' : 'no-cache'),
  );
  for (const list of LISTS)
    routes.get(`/${list}`, async (ctx) => {
      const now = catalogue();
      let m = made.get(list)!;
      if (m.of[list] !== now[list])
        made.set(list, (m = { of: now, fixed: await fixed(JSON.stringify({ items: items(list, now) })) }));
      sendFixed(ctx, m.fixed, 'no-cache');
    });
  return { routes, hash };
}
