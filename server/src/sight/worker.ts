import { AsyncLocalStorage } from 'node:async_hooks';
import { request } from 'node:http';
import { pathToFileURL } from 'node:url';
import { workerData } from 'node:worker_threads';
import { withoutBrowser } from './no-browser';

/** A place (path and question), for whom: the cookie of the page, and what its reader speaks. */
export interface DrawAsk {
  path: string;
  cookie: string;
  language: string;
}
/** A place as the program draws it: its styles, and its shell. */
export interface Drawn {
  styles: string;
  shell: string;
}
type Draw = (url: string, hosts: string[], longest_ms: number) => Promise<Drawn | null>;

const HOST = 'localhost';
const LONGEST_ms = 3000;
const { app, socket } = workerData as { app: string; socket: string };
/** For whom is drawn: what is asked late for one page is never asked for the next. */
const whom = new AsyncLocalStorage<DrawAsk & { refused: boolean }>();

/** What the page would read, from the doors of this server. Nothing is ever written by a drawing. */
function read(asked: string | URL | Request, init?: RequestInit): Promise<Response> {
  const path = String(asked instanceof Request ? asked.url : asked);
  if (!path.startsWith('/api/') || (init?.method ?? 'GET') !== 'GET')
    return Promise.reject(new TypeError('Only the doors are read.'));
  const json = { headers: { 'content-type': 'application/json' } };
  const headers = { host: HOST, cookie: whom.getStore()?.cookie ?? '' };
  const drawing = whom.getStore();
  const refused = (): void => {
    if (drawing) drawing.refused = true;
  };
  return new Promise((answer, fail) => {
    // one connection each: a kept one may have been closed at the other end
    request({ socketPath: socket, path, headers, agent: false }, (r) => {
      const parts: Buffer[] = [];
      r.on('data', (part: Buffer) => parts.push(part));
      r.on('error', fail);
      r.on('end', () => {
        const text = Buffer.concat(parts).toString();
        const status = r.statusCode ?? 500;
        if (status >= 400) refused();
        const now = r.headers['x-now'];
        answer(
          new Response(text, {
            status,
            headers: { ...json.headers, ...(typeof now === 'string' ? { 'x-now': now } : {}) },
          }),
        );
      });
    })
      .on('error', (e) => {
        refused();
        fail(e);
      })
      .end();
  });
}

withoutBrowser(() => whom.getStore()?.language ?? 'en', read as typeof fetch);
const program = import(pathToFileURL(app).href) as Promise<{ draw: Draw }>;

/** Draw a place; null where it cannot be drawn for good: in time, and with all that it read. */
export default async function drawn(ask: DrawAsk): Promise<Drawn | null> {
  const { draw } = await program;
  const drawing = { ...ask, refused: false };
  const place = await whom.run(drawing, () => draw(`http://${HOST}${ask.path}`, [HOST], LONGEST_ms));
  return drawing.refused ? null : place;
}
