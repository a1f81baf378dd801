import { Readable } from 'node:stream';
import { type Door, DOORS, FORMAT_VERSION } from '@dolly-tub/core';
import Router from '@koa/router';
import { ZipFile } from 'yazl';
import { DOCUMENT, photoName } from '../import/zip';
import { type Rows, rowsForReading } from '../store/reading';

const RECORDS_AT_A_TIME = 200;
const ENTRIES_AT_A_TIME = 500;

/** Everything of a household as one JSON document, piece by piece; photos with their bytes, or without. */
function* documentOf(rows: Rows, exportedAt: string, photos: boolean): Generator<string> {
  const head = {
    $schema: '/api/schema/export.json',
    format: 'dolly-tub-household',
    version: FORMAT_VERSION,
    exportedAt,
  };
  yield `${JSON.stringify(head).slice(0, -1)},"records":{`;
  for (const [i, door] of DOORS.entries()) {
    yield `${i ? ',' : ''}${JSON.stringify(door)}:[`;
    yield* commas(recordsOf(rows, door, photos));
    yield ']';
  }
  yield '},"log":[';
  yield* commas(rows.log(ENTRIES_AT_A_TIME));
  yield ']}';
}
function* recordsOf(rows: Rows, door: Door, photos: boolean): Generator<unknown> {
  for (const record of rows.records(door, RECORDS_AT_A_TIME))
    yield door === 'files' && photos ? rows.photo(record.id) : record;
}
function* commas(all: Iterable<unknown>): Generator<string> {
  let first = true;
  for (const x of all) {
    yield (first ? '' : ',') + JSON.stringify(x);
    first = false;
  }
}

/** The same as a zip: the document, and each photo as a file beside it. */
function archiveOf(rows: Rows, exportedAt: string): Readable {
  const zip = new ZipFile();
  zip.addReadStream(Readable.from(documentOf(rows, exportedAt, false), { objectMode: false }), DOCUMENT);
  for (const f of rows.records('files', RECORDS_AT_A_TIME)) {
    const { id, type } = f as unknown as { id: string; type: string };
    zip.addReadStreamLazy(photoName(id, type), { compress: false }, (done) =>
      done(null, Readable.from([Buffer.from((rows.photo(id) as { bytes: string }).bytes, 'base64')])),
    );
  }
  zip.end();
  return zip.outputStream as Readable;
}

/** Everything, as it is at one moment, however long it takes to send: as JSON, or (`?archive=1`) as a zip. */
export function exportRoutes(dataDir: string, now: () => Date): Router {
  const router = new Router({ prefix: '/api' });
  router.get('/export', (ctx) => {
    const at = now().toISOString();
    const zip = ctx.query['archive'] === '1';
    const rows = rowsForReading(dataDir);
    const body = zip
      ? archiveOf(rows, at)
      : Readable.from(documentOf(rows, at, true), { objectMode: false, highWaterMark: 1 << 18 });
    ctx.res.on('close', () => rows.close());
    ctx.set('Content-Disposition', `attachment; filename="household-${at.slice(0, 10)}.${zip ? 'zip' : 'json'}"`);
    ctx.type = zip ? 'application/zip' : 'json';
    ctx.body = body;
  });
  return router;
}
