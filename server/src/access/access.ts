import { DAY_MS } from '@dolly-tub/core';
import { createHash, randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { closeSync, existsSync, fsyncSync, openSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { HttpProblem, invalid } from '../http/problem';
import { StartProblem } from '../store/start-problem';

/** scrypt as its author proposes for what a person waits for (RFC 7914): 32 MB and a tenth of a second a try. */
const COST = { N: 2 ** 15, r: 8, p: 1, maxmem: 64 * 1024 * 1024 };
const derive = promisify(scrypt) as (p: string, salt: Buffer, n: number, o: typeof COST) => Promise<Buffer>;
/** NIST SP 800-63B-4 asks for 15 characters where nothing else is asked; shorter ones are guessed on a home network too. */
export const SHORTEST = 15;
const LONGEST = 200;
const SESSION_MS = 90 * DAY_MS;
const SESSIONS = 50;
/** Wrong tries before the next must wait, how long at first, and at the most. */
const FREE_TRIES = 5;
const WAIT_MS = 10_000;
const LONGEST_WAIT_MS = 15 * 60_000;
/** Passphrases that are looked at at a time: each takes 32 MB. */
const AT_A_TIME = 4;

interface Kept {
  salt: string;
  hash: string;
  sessions: { hash: string; at: string }[];
}

/**
 * Who may come in from the home network: one passphrase for the house, and the devices that have given it. Kept in a
 * file of its own, so that no export, backup or copy of the household holds it.
 */
export interface Access {
  isSet(): boolean;
  /** Set the passphrase, or another; every device must sign in again. Problems: 401 (the current one is wrong), 422, 429. */
  set(passphrase: unknown, current: unknown, from: string): Promise<void>;
  /** A session for a device. Problems: 401, 429. */
  signIn(passphrase: unknown, from: string): Promise<string>;
  holds(token: string | undefined): boolean;
  signOut(token: string | undefined): void;
  signOutAll(): void;
}

const sha = (text: string): string => createHash('sha256').update(text).digest('hex');

/** What is kept; null where no passphrase was ever set. One that cannot be read is never taken for none. */
function read(file: string): Kept | null {
  if (!existsSync(file)) return null;
  try {
    const kept = JSON.parse(readFileSync(file, 'utf8')) as Kept;
    if (kept.salt && kept.hash && Array.isArray(kept.sessions)) return kept;
  } catch {
    // told below
  }
  throw new StartProblem(`The file of the passphrase, ${file}, cannot be read: remove it, and set a passphrase again.`);
}

export function accessOf(dataDir: string, now: () => Date): Access {
  const file = join(dataDir, 'access.json');
  let kept = read(file);
  const write = (next: Kept): void => {
    kept = next;
    const fd = openSync(`${file}.new`, 'w', 0o600);
    try {
      writeFileSync(fd, JSON.stringify(next));
      fsyncSync(fd);
    } finally {
      closeSync(fd);
    }
    renameSync(`${file}.new`, file);
  };
  const wrong = new Map<string, { tries: number; until: number }>();
  let looking = 0;

  /** Whether it is the passphrase; a wrong one counts against where it comes from. */
  async function check(passphrase: unknown, from: string): Promise<void> {
    const at = now().getTime();
    const had = wrong.get(from);
    if (had && had.until > at) {
      const seconds = Math.ceil((had.until - at) / 1000);
      throw new HttpProblem(429, `Too many wrong tries: wait ${seconds} seconds.`, undefined, { retryAfter: seconds });
    }
    if (looking >= AT_A_TIME)
      throw new HttpProblem(429, 'Too many try at once: wait a moment.', undefined, { retryAfter: 2 });
    looking++;
    try {
      const given = typeof passphrase === 'string' ? passphrase.slice(0, LONGEST) : '';
      const hash = await derive(given.normalize('NFKC'), Buffer.from(kept!.salt, 'hex'), 32, COST);
      if (timingSafeEqual(hash, Buffer.from(kept!.hash, 'hex'))) {
        wrong.delete(from);
        return;
      }
    } finally {
      looking--;
    }
    const tries = (wrong.get(from)?.tries ?? 0) + 1;
    const wait = tries < FREE_TRIES ? 0 : Math.min(LONGEST_WAIT_MS, WAIT_MS * 2 ** (tries - FREE_TRIES));
    // whoever comes from ever other addresses does not wipe out what is known of the rest
    if (wrong.size > 1000) wrong.delete(wrong.keys().next().value!);
    wrong.set(from, { tries, until: at + wait });
    throw new HttpProblem(401, 'That is not the passphrase of this house.');
  }

  const living = (): Kept['sessions'] =>
    (kept?.sessions ?? []).filter((s) => now().getTime() - Date.parse(s.at) < SESSION_MS);
  return {
    isSet: () => kept !== null,
    async set(passphrase, current, from) {
      if (kept) await check(current, from);
      if (typeof passphrase !== 'string' || passphrase.trim().length < SHORTEST || passphrase.length > LONGEST)
        throw invalid([
          {
            path: '/passphrase',
            message: `The passphrase needs ${SHORTEST} to ${LONGEST} characters: four or five words are good.`,
          },
        ]);
      const salt = randomBytes(16);
      const hash = await derive(passphrase.normalize('NFKC'), salt, 32, COST);
      write({ salt: salt.toString('hex'), hash: hash.toString('hex'), sessions: [] });
    },
    async signIn(passphrase, from) {
      if (!kept) throw new HttpProblem(401, 'No passphrase is set yet: set one on the machine that Dolly Tub runs on.');
      await check(passphrase, from);
      const token = randomBytes(32).toString('base64url');
      const sessions = [...living(), { hash: sha(token), at: now().toISOString() }].slice(-SESSIONS);
      write({ ...kept, sessions });
      return token;
    },
    holds: (token) => Boolean(token) && living().some((s) => s.hash === sha(token!)),
    signOut(token) {
      if (kept && token) write({ ...kept, sessions: living().filter((s) => s.hash !== sha(token)) });
    },
    signOutAll() {
      if (kept) write({ ...kept, sessions: [] });
    },
  };
}
