import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { rolldown } from 'rolldown';

const STATIC = /(?:from|import)\s*"\.\/([^"]+\.js)"/g;
const DYNAMIC = /import\("\.\/([^"]+\.js)"\)/g;
const LETTERS = /-latin-wght-normal-\w+\.woff2$/;
/** A part grows to about so much text, and is read in a task of its own: a tap is heard between two. */
const PART = 48_000;
/** What asking for one more file costs a page, as text that it would read meanwhile (an estimate). */
const ASKED = 4000;
/**
 * The builder writes out what `{ ...a, b }` means, for browsers that are no longer about; the browser's own is four times as
 * fast. Both are the same but for getters, which would be read instead of copied: there are none.
 */
const SPREAD =
  /(\w+)=\((\w+),(\w+)\)=>\{for\(var (\w+) in \3\|\|=\{\}\)[^;]+;if\(\w+\)for\(var \4 of \w+\(\3\)\)[^;]+;return \2\},(\w+)=\((\w+),(\w+)\)=>\w+\(\6,\w+\(\7\)\)/;
const OWN_SPREAD = '$1=($2,$3)=>({...$2,...$3}),$5=($6,$7)=>({...$6,...$7})';
const WITH_GETTER = /\(\{\},[^{}()]*\),\{get /;
/**
 * Tells the browser that nearly all functions of a file are called as soon as it is read, so that it compiles them beside the
 * page's thread while the file comes, not one by one on it (V8's "explicit compile hints"; others take it as a comment).
 */
const COMPILED_AHEAD = '//# allFunctionsCalledOnLoad\n';
/** Helpers of the builder's own, named by every file and, by some, for nothing. */
const FOR_NOTHING = /^import\s*"\.\/[^"]+\.js";/;

/**
 * Files put into parts: `uses` says of each file who needs it (`by`), which files it needs, how long it is, and whether it
 * stays `alone`, since it is asked for by its name. A part needs only itself and parts before it: no two need each other.
 */
export function parts(uses) {
  const part = new Map();
  const left = new Set(uses.keys());
  const ready = () => [...left].filter((f) => uses.get(f).needs.every((n) => part.has(n)));
  let now = { name: -1, by: new Set(), length: 0, alone: true };
  /** What all pages together save when a file joins the part: a file to ask for, less the text that they would read for nothing. */
  const saves = ({ by, length, alone }) => {
    if (now.alone || alone || now.length + length > PART) return -Infinity;
    const both = [...by].filter((x) => now.by.has(x)).length;
    return ASKED * both - length * (now.by.size - both) - now.length * (by.size - both);
  };
  while (left.size) {
    const open = ready().map((file) => ({ ...uses.get(file), file }));
    let next = open.reduce((a, b) => (saves(b) > saves(a) ? b : a));
    if (saves(next) <= 0) {
      // a new part begins with what most pages need
      next = open.reduce((a, b) => (b.by.size > a.by.size ? b : a));
      now = { name: now.name + 1, by: new Set(), length: 0, alone: next.alone };
    }
    now.by = new Set([...now.by, ...next.by]);
    now.length += next.length;
    part.set(next.file, now.name);
    left.delete(next.file);
  }
  return part;
}

/** The browser's own spread in every file of a folder; throws where that would change what a file does. */
export function spreadByBrowser(dir) {
  let found = 0;
  for (const f of readdirSync(dir).filter((f) => /\.m?js$/.test(f))) {
    const text = readFileSync(join(dir, f), 'utf8');
    if (WITH_GETTER.test(text)) throw new Error(`${f} spreads an object that has a getter.`);
    if (!SPREAD.test(text)) continue;
    writeFileSync(join(dir, f), text.replace(SPREAD, OWN_SPREAD));
    found++;
  }
  if (!found) throw new Error('The builder writes the spread of objects in another way than before.');
}

/**
 * The files of a build joined into fewer: those that much the same pages need, up to a size. The builder makes a file of
 * every set of modules that the same pages share, and a browser that asks for sixty small files spends most of its first
 * second on asking; one that reads a large one hears nothing meanwhile. Beside it, in `preload.json`, what each place of
 * `routes` (the text of the app's routes) needs, so that the server can name it in the page's head and nothing waits for
 * what came before it.
 */
export async function mergeFiles(dir, routes) {
  const files = new Map(
    readdirSync(dir)
      .filter((f) => f.endsWith('.js'))
      .map((f) => [f, readFileSync(join(dir, f), 'utf8')]),
  );
  const index = readFileSync(join(dir, 'index.html'), 'utf8');
  const main = /src="(main[^"]*\.js)"/.exec(index)[1];
  // the entry shows what the server drew and then asks for the program; dialogs and pages are asked for in their turn
  const asked = new Set(
    [...files].flatMap(([f, text]) => (f === main ? [] : [...text.matchAll(DYNAMIC)].map((m) => m[1]))),
  );
  const [[, begin]] = [...files.get(main).matchAll(DYNAMIC)];
  const uses = new Map();
  const follow = (file, by) => {
    const needs = [...files.get(file).matchAll(STATIC)].map((m) => m[1]);
    if (!uses.has(file))
      uses.set(file, { needs, by: new Set(), length: files.get(file).length, alone: asked.has(file) });
    if (uses.get(file).by.has(by)) return;
    uses.get(file).by.add(by);
    for (const next of needs) follow(next, by);
  };
  for (const one of asked) {
    follow(one, one);
    // nothing is opened without what the program itself needs
    follow(begin, one);
  }
  const part = parts(uses);
  files.set(main, files.get(main).replace(FOR_NOTHING, ''));

  const used = new Set();
  const bundle = await rolldown({
    input: main,
    preserveEntrySignatures: 'allow-extension',
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
      // a part needs only those before it: what a file needs need not be pulled in beside it
      includeDependenciesRecursively: false,
      groups: [{ name: (id) => `part-${part.get(id)}`, test: (id) => part.has(id) && !asked.has(id) }],
    },
  });
  await bundle.close();

  for (const file of used) rmSync(join(dir, file));
  for (const { fileName, code } of output) writeFileSync(join(dir, fileName), COMPILED_AHEAD + code);

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
