import { join } from 'node:path';
import { ensureBuilt, ensureInstalled, root } from './common.mjs';

process.chdir(root);
ensureInstalled({ tests: false });
await ensureBuilt();
process.env.DOLLY_ROOT ??= root;
await import(join(root, 'dist/server/main.js'));
// npm ends without telling what it started: then this ends too, and leaves nobody on the port
if (process.env.npm_lifecycle_event === 'start') {
  const npm = process.ppid;
  setInterval(() => process.ppid === npm || process.kill(process.pid, 'SIGTERM'), 500).unref();
}
