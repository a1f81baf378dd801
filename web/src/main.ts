import { firstSight, pause, readProgram, tellUnread } from './first-sight';

/** What the server drew is painted before anything of the program is fetched and read. */
async function main(): Promise<void> {
  const sight = firstSight(document);
  await sight?.shown();
  new Worker(new URL('./workers/dates.worker', import.meta.url), { type: 'module' });
  await pause();
  await readProgram(document, (url) => import(url));
  const { begin } = await import('./begin');
  await begin(sight);
}
main().catch((e: unknown) => {
  console.error(e);
  tellUnread(document);
});
