import { join } from 'node:path';
import { ensureBuilt, ensureInstalled, root } from './common.mjs';

process.chdir(root);
ensureInstalled();
ensureBuilt();
process.env.DOLLY_ROOT ??= root;
await import(join(root, 'dist/server/main.js'));
