import { copyFileSync, createReadStream, statSync } from 'node:fs';
import { join } from 'node:path';
import {
  type Catalogue,
  type Door,
  logEntrySchema,
  type LogEntry,
  type Problem,
  recordBodies,
  type RecordOf,
  recordSchema,
  wordsOf,
} from '@dolly-tub/core';
import type { TSchema } from '@sinclair/typebox';
import Database from 'better-sqlite3';
import { checkPicture } from '../http/picture';
import { HttpProblem } from '../http/problem';
import { catalogueOf, checkRefs } from '../http/refs';
import { faults, inUtc } from '../http/validate';
import { adoptCopy, type Copy, fileOf, takeCopy } from '../store/copies';
import { createStore, type Store } from '../store/store';
import { PARENTS_FIRST } from '../store/tables';
import { DocumentProblem, readDocument } from './document';
import { type Archive, openArchive, photoName } from './zip';

const TALLY = { added: 'adds', changed: 'changes', same: 'same' } as const;
/** Problems that are told at the most; a document with more of them is wrong as a whole. */
const TOLD = 50;
/** The rest of such a document is not read. */
class Enough extends Error {}

export interface Job {
  /** What was sent, as a file. */
  file: string;
  zip: boolean;
  /** The household's folder, and one of its own to work in. */
  dataDir: string;
  work: string;
  now: string;
  preview: boolean;
}
/** What an import would do, or does. */
export interface Told {
  preview: boolean;
  adds: Record<string, number>;
  changes: Record<string, number>;
  same: Record<string, number>;
  problems: Problem[];
}
export interface Staged extends Told {
  /** The copy that was taken of what is there now; null where there is nothing to lose. */
  copy: Copy | null;
  /** Where the household stood when it was copied: its last entry, and the last change of the copy. */
  from: { log: number; changes: number };
}
export interface Progress {
  /** reading: bytes of the file; checking: records. */
  doing: 'reading' | 'checking';
  done: number;
  of: number;
}

/**
 * Take a document in beside the household: a copy of it in a folder of its own, in which everything of the document is
 * checked and put. Nothing of the household is changed; `swapIn` (store/swap.ts) does that with what was put here.
 */
export async function stage(job: Job, shipped: Catalogue, tell: (p: Progress) => void): Promise<Staged> {
  const now = (): Date => new Date(job.now);
  const live = new Database(join(job.dataDir, 'household.sqlite'), { readonly: true, fileMustExist: true });
  let copy: Copy;
  try {
    copy = takeCopy(live, job.work, 'import', now());
  } finally {
    live.close();
  }
  copyFileSync(fileOf(job.work, copy.id), join(job.work, 'household.sqlite'));
  let catalogue = shipped;
  const store = createStore(job.work, now, (e: LogEntry) => wordsOf(e, catalogue.soils));
  try {
    // what is lost with the power is a file that would be thrown away anyhow
    store.db.sqlite.pragma('synchronous = OFF');
    const read = catalogueOf(store, shipped).now;
    /** With the own things that are in by now; reading them takes a while. */
    const known = (): Catalogue => (catalogue = read());
    const from = { log: store.log.last(), changes: store.lastSeq() };
    const blank = store.isBlank();
    const told = await take(job, store, known, tell);
    const goes = !blank && !job.preview && !told.problems.length;
    if (goes) adoptCopy(copy, job.work, job.dataDir);
    return { ...told, copy: goes ? copy : null, from };
  } finally {
    store.close();
  }
}

async function take(job: Job, store: Store, known: () => Catalogue, tell: (p: Progress) => void): Promise<Told> {
  const told: Told = { preview: job.preview, adds: {}, changes: {}, same: {}, problems: [] };
  const { sqlite } = store.db;
  sqlite.exec('CREATE TEMP TABLE incoming (door TEXT NOT NULL, n INTEGER NOT NULL, body TEXT NOT NULL)');
  const keep = sqlite.prepare('INSERT INTO temp.incoming VALUES (?, ?, ?)');
  let records = 0;
  const problem = (path: string, message: string): void => {
    if (told.problems.length >= TOLD) throw new Enough();
    told.problems.push({ path, message });
  };
  async function readAll(archive: Archive | null): Promise<void> {
    const size = archive ? 0 : statSync(job.file).size;
    let read = 0;
    const counted = async function* (): AsyncGenerator<Uint8Array> {
      const stream = archive ? await archive.document() : createReadStream(job.file, { highWaterMark: 1 << 18 });
      for await (const chunk of stream) {
        read += (chunk as Buffer).length;
        tell({ doing: 'reading', done: read, of: Math.max(size, read) });
        yield chunk as Buffer;
      }
    };
    sqlite.exec('BEGIN');
    try {
      await readDocument(counted(), {
        record: (door, n, value) =>
          incoming(door, `/records/${door}`, archive && door === 'files' ? fileWithoutBytes : SCHEMAS[door], n, value),
        entry: (n, value) => incoming('log', '/log', logEntrySchema, n, value),
      });
    } finally {
      sqlite.exec('COMMIT');
    }
  }
  const incoming = (door: string, path: string, schema: TSchema, n: number, value: unknown): void => {
    const wrong = faults(schema, value);
    for (const p of wrong) problem(`${path}/${n}${p.path}`, p.message.replaceAll(p.path, `${path}/${n}${p.path}`));
    if (wrong.length) return;
    keep.run(door, n, JSON.stringify(inUtc(schema, value)));
    records++;
  };

  let archive: Archive | null = null;
  try {
    if (job.zip) archive = await openArchive(job.file);
    await readAll(archive);
    if (!told.problems.length) await checkPhotos(sqlite, archive, problem);
  } catch (e) {
    if (e instanceof DocumentProblem) problem(e.path, e.message);
    else if (!(e instanceof Enough)) throw e;
  } finally {
    archive?.close();
  }
  if (told.problems.length) return told;

  // into an empty house everything comes exactly as it was, versions and numbers too
  const blank = store.isBlank();
  let checked = 0;
  const rows = (door: string): { n: number; value: Record<string, unknown> }[] =>
    (
      sqlite.prepare('SELECT n, body FROM temp.incoming WHERE door = ? ORDER BY n').all(door) as {
        n: number;
        body: string;
      }[]
    ).map((r) => ({ n: r.n, value: JSON.parse(r.body) as Record<string, unknown> }));
  const wrongWith = (door: Door, value: Record<string, unknown>, catalogue: Catalogue): readonly Problem[] => {
    try {
      checkRefs(door, value, store, catalogue);
      return [];
    } catch (e) {
      if (!(e instanceof HttpProblem)) throw e;
      return e.errors ?? [];
    }
  };
  const takeRecord = (door: Door, n: number, value: Record<string, unknown>, catalogue: Catalogue): void => {
    if (++checked % 500 === 0) tell({ doing: 'checking', done: checked, of: records });
    // an own thing may be based on one that came just before it
    const wrong = wrongWith(door, value, catalogue).length ? wrongWith(door, value, known()) : [];
    for (const p of wrong) problem(`/records/${door}/${n}${p.path}`, p.message);
    if (wrong.length) return;
    const put = store.repos[door].put as (r: unknown, exact: boolean) => keyof typeof TALLY;
    const tally = told[TALLY[put(value, blank)]];
    tally[door] = (tally[door] ?? 0) + 1;
  };
  try {
    store.transaction(() => {
      let catalogue = known();
      for (const door of PARENTS_FIRST) {
        // own things are in by now, and what follows may refer to them
        if (door === 'files') catalogue = known();
        for (const { n, value } of rows(door)) takeRecord(door, n, value, catalogue);
      }
      for (const { value } of rows('log')) {
        if (++checked % 500 === 0) tell({ doing: 'checking', done: checked, of: records });
        const tally = store.log.put(value as unknown as LogEntry, blank) ? told.adds : told.same;
        tally['log'] = (tally['log'] ?? 0) + 1;
      }
    });
  } catch (e) {
    if (!(e instanceof Enough)) throw e;
  }
  return told;
}
const SCHEMAS = Object.fromEntries(PARENTS_FIRST.map((d) => [d, recordSchema(recordBodies[d])])) as Record<
  Door,
  TSchema
>;
/** A photo of an archive lies beside the document, so its record has no bytes. */
const fileWithoutBytes = ((): TSchema => {
  const s = structuredClone(SCHEMAS.files) as unknown as { properties: Record<string, unknown>; required: string[] };
  delete s.properties['bytes'];
  return { ...s, required: s.required.filter((k) => k !== 'bytes') } as unknown as TSchema;
})();

/** Every photo decoded once, with its own checksum; those of an archive are put into their records. */
async function checkPhotos(
  sqlite: Database.Database,
  archive: Archive | null,
  problem: (path: string, message: string) => void,
): Promise<void> {
  const rows = sqlite.prepare(`SELECT rowid, n FROM temp.incoming WHERE door = 'files' ORDER BY n`).all() as {
    rowid: number;
    n: number;
  }[];
  const body = sqlite.prepare('SELECT body FROM temp.incoming WHERE rowid = ?').pluck();
  const put = sqlite.prepare('UPDATE temp.incoming SET body = ? WHERE rowid = ?');
  for (const { rowid, n } of rows) {
    const f = JSON.parse(body.get(rowid) as string) as RecordOf<'files'>;
    if (archive) {
      const bytes = await archive.file(photoName(f.id, f.type));
      if (!bytes) {
        problem(`/records/files/${n}`, `${photoName(f.id, f.type)} is not in the zip, or is too large.`);
        continue;
      }
      f.bytes = bytes.toString('base64');
      put.run(JSON.stringify(f), rowid);
    }
    try {
      await checkPicture(f.type, f.bytes, f.sha256);
    } catch (e) {
      if (!(e instanceof HttpProblem)) throw e;
      for (const p of e.errors ?? []) problem(`/records/files/${n}${p.path}`, p.message);
    }
  }
}
