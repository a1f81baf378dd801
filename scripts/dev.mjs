import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ensureInstalled, root } from './common.mjs';

/** Watch: the server restarts on a change (tsx), the app is rebuilt (ng build --watch) and served by it. */
ensureInstalled();
const bin = (name) => join(root, 'node_modules/.bin', name);
const children = [
  spawn(bin('ng'), ['build', '--watch', '--configuration', 'development'], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, NG_CLI_ANALYTICS: 'false' },
  }),
  spawn(bin('tsx'), ['watch', '--tsconfig', 'tsconfig.json', 'server/src/main.ts'], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, LOG_LEVEL: process.env.LOG_LEVEL ?? 'debug', DOLLY_ROOT: root },
  }),
];
const end = () => children.forEach((c) => c.kill('SIGTERM'));
process.on('SIGINT', end);
process.on('SIGTERM', end);
