import { buildServer, buildWeb, ensureInstalled } from './common.mjs';

ensureInstalled();
process.exit(buildServer() || (await buildWeb()));
