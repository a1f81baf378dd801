import { readFileSync } from 'node:fs';
import { hostname, networkInterfaces } from 'node:os';
import { StartProblem } from '../store/start-problem';

/** Where the server is to be found, and whether by others than this machine. */
export interface Network {
  host: string;
  /** Others than this machine can reach it. */
  open: boolean;
  tls: { cert: Buffer; key: Buffer } | null;
}

export const isLoopback = (host: string): boolean => /^(?:localhost|127(?:\.\d+){3}|::1|\[::1\])$/i.test(host);

/** Addresses and names by which others on the home network reach this machine. */
export function namesHere(): string[] {
  const addresses = Object.values(networkInterfaces())
    .flatMap((all) => all ?? [])
    // a link-local address is none that somebody can type
    .filter((a) => !a.internal && !/^fe80:/i.test(a.address))
    .map((a) => (a.family === 'IPv6' ? `[${a.address.replace(/%.*/, '')}]` : a.address));
  const name = hostname().toLowerCase();
  return [...addresses, name, ...(name.includes('.') ? [] : [`${name}.local`])];
}

/** HOST, TLS_CERT and TLS_KEY of the environment. Throws a sentence where they cannot be. */
export function networkOf(env: NodeJS.ProcessEnv): Network {
  const host = env['HOST'] ?? '127.0.0.1';
  const [cert, key] = [env['TLS_CERT'], env['TLS_KEY']];
  if (Boolean(cert) !== Boolean(key))
    throw new StartProblem('TLS_CERT and TLS_KEY go together: name the files of both, or of neither.');
  const read = (name: string, file: string): Buffer => {
    try {
      return readFileSync(file);
    } catch {
      throw new StartProblem(`${name} names ${file}, which cannot be read: check the name and who may read it.`);
    }
  };
  return {
    host,
    open: !isLoopback(host),
    tls: cert && key ? { cert: read('TLS_CERT', cert), key: read('TLS_KEY', key) } : null,
  };
}
