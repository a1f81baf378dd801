import { firstSight, mayLoadAgain, pause, readProgram, tellUnread } from './first-sight';

/** Nobody waits longer for a page that does not answer: a file of it may hang. */
const LONGEST_ms = 40_000;

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
const running = main();
const late = new Promise<never>((_, fail) => {
  const look = (): void => {
    // a page that nobody sees is given little to run on
    if (document.hidden) setTimeout(look, LONGEST_ms);
    else fail(new Error('The program did not come in time.'));
  };
  setTimeout(look, LONGEST_ms);
});
Promise.race([running, late]).catch((e: unknown) => {
  if (mayLoadAgain(() => sessionStorage, Date.now())) {
    console.warn(e);
    return location.reload();
  }
  console.error(e);
  const told = tellUnread(document);
  // it came after all
  running.then(() => told.remove()).catch(() => undefined);
});
