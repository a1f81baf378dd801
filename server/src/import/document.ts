import { type Door, DOORS, FORMAT_VERSION } from '@dolly-tub/core';
import { Tokenizer, TokenizerError, TokenParser, TokenParserError, TokenType } from '@streamparser/json';

/** A document that is none, or has something in it that cannot be; `path` says where. */
export class DocumentProblem extends Error {
  constructor(
    readonly path: string,
    message: string,
  ) {
    super(message);
  }
}

const MAX_DEPTH = 24;
/** Characters of one record at the most: a photo of the largest size, and some. */
const LARGEST_RECORD = 12_000_000;
const HEAD = ['$schema', 'format', 'version', 'exportedAt'] as const;
type Head = Record<(typeof HEAD)[number], unknown>;

export interface Reader {
  record(door: Door, n: number, value: unknown): void;
  entry(n: number, value: unknown): void;
}

/**
 * Read an export piece by piece: each record is handed on as soon as it is whole, and then let go, so that a document of
 * any size takes the memory of its largest record. Resolves once all of it is read; rejects with a `DocumentProblem`.
 */
export async function readDocument(chunks: AsyncIterable<Uint8Array>, to: Reader): Promise<void> {
  const head: Partial<Head> = {};
  const tokens = new Tokenizer({ stringBufferSize: 64 * 1024 });
  const parser = new TokenParser({
    paths: [...HEAD.map((k) => `$.${k}`), '$.records.*.*', '$.log.*'],
    keepStack: false,
  });
  let [depth, size, top, door] = [0, 0, '', ''];
  let last: unknown = null;
  let expected: TokenType | null = null;
  parser.onValue = ({ value, key, stack }) => {
    size = 0;
    if (stack.length === 1) head[key as keyof Head] = value;
    else if (top === 'log') to.entry(Number(key), value);
    else to.record(door as Door, Number(key), value);
  };
  const wrong = (path: string, message: string): never => {
    throw new DocumentProblem(path, message);
  };
  tokens.onToken = (t) => {
    if (expected !== null && t.token !== expected)
      wrong(
        top === 'records' && door ? `/records/${door}` : `/${top}`,
        expected === TokenType.LEFT_BRACE ? 'It must be an object.' : 'It must be a list.',
      );
    expected = null;
    if (t.token === TokenType.LEFT_BRACE || t.token === TokenType.LEFT_BRACKET) {
      if (depth === 0 && t.token === TokenType.LEFT_BRACKET) wrong('/', 'It must be an object.');
      if (++depth > MAX_DEPTH) wrong('/', `The JSON is nested too deeply (more than ${MAX_DEPTH} levels).`);
    } else if (t.token === TokenType.RIGHT_BRACE || t.token === TokenType.RIGHT_BRACKET) {
      depth--;
      if (depth === 1) door = '';
    } else if (t.token === TokenType.STRING || t.token === TokenType.NUMBER) {
      last = t.value;
      size += String(t.value).length + 8;
      if (size > LARGEST_RECORD) wrong(`/${top}`, 'One of its records is too large to be one.');
    } else if (t.token === TokenType.COLON) {
      if (depth === 1) {
        top = String(last);
        if (top === 'records') expected = TokenType.LEFT_BRACE;
        else if (top === 'log') expected = TokenType.LEFT_BRACKET;
        else if (!(HEAD as readonly string[]).includes(top))
          wrong(`/${top}`, `"${top}" is not known here: check its spelling or leave it out.`);
      } else if (depth === 2 && top === 'records') {
        door = String(last);
        if (!(DOORS as string[]).includes(door))
          wrong(`/records/${door}`, `"${door}" is not known here: check its spelling or leave it out.`);
        expected = TokenType.LEFT_BRACKET;
      }
    }
    parser.write(t);
  };
  try {
    for await (const chunk of chunks) {
      tokens.write(chunk);
      checkHead(head, false);
    }
    tokens.end();
  } catch (e) {
    if (!(e instanceof TokenizerError || e instanceof TokenParserError)) throw e;
    throw new DocumentProblem('/', 'That is no valid JSON: check quotes, commas and brackets.');
  }
  if (!parser.isEnded) throw new DocumentProblem('/', 'The document is cut off: it ends in the middle.');
  checkHead(head, true);
}

/** What the document says of itself; a newer one is refused as soon as it says so. */
function checkHead(head: Partial<Head>, whole: boolean): void {
  const { version, format } = head;
  if (typeof version === 'number' && version > FORMAT_VERSION)
    throw new DocumentProblem(
      '/version',
      `That document was written by a newer Dolly Tub (format ${version}, this one knows ${FORMAT_VERSION}).`,
    );
  if (!whole) return;
  for (const k of HEAD) if (!(k in head)) throw new DocumentProblem(`/${k}`, `"${k}" is missing.`);
  if (format !== 'dolly-tub-household')
    throw new DocumentProblem('/format', 'That is no export of a household: its format must be "dolly-tub-household".');
  if (!Number.isInteger(version) || (version as number) < 1)
    throw new DocumentProblem('/version', '/version must be a whole number, at least 1.');
}
