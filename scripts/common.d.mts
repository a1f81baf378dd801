import type { ChildProcess } from 'node:child_process';

export const root: string;
export function startServer(o: {
  port?: number;
  dataDir: string;
  env?: Record<string, string>;
}): Promise<{ url: string; child: ChildProcess; stop(): boolean; errors(): string }>;
