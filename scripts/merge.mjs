import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { rolldown } from 'rolldown';

/** Shared parts smaller than this, in bytes of text, go into one file. */
const SMALL = 12_000;
const STATIC = /(?:from|import)\s*"\.\/([^"]+\.js)"/g;
const DYNAMIC = /import\("\.\/([^"]+\.js)"\)/g;
const LETTERS = /-latin-wght-normal-\w+\.woff2$/;
/** What every page needs is read in parts of about so much, each in a task of its own: a tap is heard between two. */
const PART = 200_000;
/** Helpers of the builder's own, named by every file and, by some, for nothing. */
const FOR_NOTHING = /^import\s*"\.\/[^"]+\.js";/;

/**
 * The files of a build joined into fewer: what every page needs is one, what is small and shared by pages another. The
 * builder makes a file of every set of modules that the same pages share, and a browser that asks for sixty small files
 * spends most of its first second on asking. Beside it, in `preload.json`, what each place of `routes` (the text of the
 * app's routes) needs, so that the server can name it in the page's head and nothing waits for what came before it.
 */
export async function mergeFiles(dir, routes) {
  const files = new Map(
    readdirSync(dir)
      .filter((f) => f.endsWith('.js'))
      .map((f) => [f, readFileSync(join(dir, f), 'utf8')]),
  );
  const index = readFileSync(join(dir, 'index.html'), 'utf8');
  const main = /src="(main[^"]*\.js)"/.exec(index)[1];
  // the entry shows what the server drew and then asks for the program: that is what every page needs
  const first = new Set();
  const parts = new Map();
  let length = 0;
  const follow = (file) => {
    if (first.has(file)) return;
    first.add(file);
    for (const [, next] of files.get(file).matchAll(STATIC)) follow(next);
    // whatever a file needs stands in its own part or in one before
    parts.set(file, Math.floor(length / PART));
    length += files.get(file).length;
  };
  for (const [, begin] of files.get(main).matchAll(DYNAMIC)) follow(begin);
  files.set(main, files.get(main).replace(FOR_NOTHING, ''));

  const used = new Set();
  const bundle = await rolldown({
    input: main,
    plugins: [
      {
        name: 'built-files',
        resolveId(source) {
          const file = source.replace(/^\.\//, '');
          return files.has(file) ? file : { id: source, external: true };
        },
        load(id) {
          used.add(id);
          return { code: files.get(id) };
        },
      },
    ],
  });
  const { output } = await bundle.generate({
    minify: true,
    hashCharacters: 'hex',
    entryFileNames: 'main-[hash:8].js',
    chunkFileNames: (chunk) => `${chunk.name.replace(/-[A-Z0-9]{8}$/, '')}-[hash:8].js`,
    codeSplitting: {
      groups: [
        { name: (id) => `base-${parts.get(id) + 1}`, test: (id) => first.has(id), priority: 2 },
        { name: 'shared', test: (id) => !first.has(id), minShareCount: 2, maxModuleSize: SMALL, priority: 1 },
      ],
    },
  });
  await bundle.close();

  for (const file of used) rmSync(join(dir, file));
  for (const { fileName, code } of output) writeFileSync(join(dir, fileName), code);

  const made = new Map(output.map((o) => [o.fileName, o]));
  /** A file and all that it needs, in the order in which they are read. */
  const needs = (file, so = new Set()) => {
    if (so.has(file) || !made.has(file)) return so;
    made.get(file).imports.forEach((next) => needs(next, so));
    return so.add(file);
  };
  const entry = output.find((o) => o.isEntry).fileName;
  const base = needs(entry);
  for (const begin of made.get(entry).dynamicImports) needs(begin, base);
  const link = (file) => `<link rel="modulepreload" href="${file}">`;
  // letters of every page: seen at once in their own font, so that no line moves when it comes
  const fonts = readdirSync(join(dir, 'media'))
    .filter((f) => LETTERS.test(f))
    .map((f) => `<link rel="preload" as="font" type="font/woff2" crossorigin href="media/${f}">`);
  writeFileSync(
    join(dir, 'index.html'),
    index
      .replace(/<link rel="modulepreload"[^>]*>/g, '')
      .replace(main, entry)
      .replace('<link rel="stylesheet"', () => `${fonts.join('')}<link rel="stylesheet"`)
      .replace(
        '</head>',
        `${[...base]
          .filter((f) => f !== entry)
          .map(link)
          .join('')}</head>`,
      ),
  );
  const preload = {};
  for (const [, path, page] of routes.matchAll(/path: '([^'*]+)'(?:(?!path:)[\s\S])*?\(\(m\) => m\.(\w+)\)/g)) {
    const file = output.find((o) => o.exports.includes(page))?.fileName;
    if (!file) throw new Error(`No built file holds ${page}, the page of ${path}.`);
    preload[path] = [...needs(file)].filter((f) => !base.has(f));
  }
  for (const [, path, to] of routes.matchAll(/path: '([^'*]*)', pathMatch: 'full', redirectTo: '([^']+)'/g))
    preload[path] = preload[to];
  writeFileSync(join(dir, '../preload.json'), JSON.stringify(preload));
}
