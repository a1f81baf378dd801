import type { Readable } from 'node:stream';
import yauzl, { type Entry, type ZipFile } from 'yauzl';
import { DocumentProblem } from './document';

/** Where the document and its photos lie in an archive. */
export const DOCUMENT = 'household.json';
export const photoName = (id: string, type: string): string => `photos/${id}.${type.replace('image/', '')}`;
/** A photo of the largest size, and what a document may unpack to. */
const LARGEST_PHOTO = 8_000_000;
const LARGEST_DOCUMENT = 4_000_000_000;

export interface Archive {
  document(): Promise<Readable>;
  /** Bytes of a file in it; null when it is not there. Nothing is ever written by the name it has. */
  file(name: string): Promise<Buffer | null>;
  close(): void;
}

/** A zip as `GET /api/export?archive=1` gives it, opened for reading. Rejects with a `DocumentProblem`. */
export async function openArchive(path: string): Promise<Archive> {
  const none = new DocumentProblem('/', 'That is no zip that can be read: it may be cut off. Send it again.');
  const zip = await new Promise<ZipFile>((done, fail) =>
    yauzl.open(path, { lazyEntries: true, autoClose: false }, (e, z) => (e ? fail(none) : done(z))),
  );
  const entries = new Map<string, Entry>();
  await new Promise<void>((done, fail) => {
    zip.on('entry', (e: Entry) => {
      entries.set(e.fileName, e);
      zip.readEntry();
    });
    zip.on('end', done);
    zip.on('error', () => fail(none));
    zip.readEntry();
  });
  const open = (e: Entry): Promise<Readable> =>
    new Promise((done, fail) => zip.openReadStream(e, (err, s) => (err ? fail(none) : done(s))));
  return {
    async document() {
      const e = entries.get(DOCUMENT);
      if (!e) throw new DocumentProblem('/', `There is no ${DOCUMENT} in that zip: it is no archive of a household.`);
      if (e.uncompressedSize > LARGEST_DOCUMENT) throw new DocumentProblem('/', 'What is in that zip is too large.');
      return open(e);
    },
    async file(name) {
      const e = entries.get(name);
      if (!e || e.uncompressedSize > LARGEST_PHOTO) return null;
      const chunks: Buffer[] = [];
      for await (const c of await open(e)) chunks.push(c as Buffer);
      return Buffer.concat(chunks);
    },
    close: () => zip.close(),
  };
}
