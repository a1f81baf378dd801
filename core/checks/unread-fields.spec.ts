import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';

/**
 * What the catalogue and the household's records know must be read: every field of their schemas is asked for somewhere
 * outside schema, loader and tests. Found by the TypeScript checker: a read is a property access or a destructuring whose
 * symbol was declared in a schema. Templates are not TypeScript; in them a field counts as read by its name.
 */
const ROOT = process.cwd();
const SCHEMAS = ['core/src/catalogue/schema.ts', 'core/src/household/records.ts'].map((f) => join(ROOT, f));
/** They carry fields through, and use none of them. */
const THROUGH = ['core/src/catalogue/catalogue.ts', 'core/catalogue/read.ts'].map((f) => join(ROOT, f));

/** What a later capability will read, and why it is kept till then. This list may only shrink. */
const LATER: Readonly<Record<string, string>> = {
  'BottleBody.material': 'what a bottle is made of against what it holds: the capability of vessels',
  'FillBody.by': 'who filled it: the diary of who did what',
  'FillBody.labelPrintedAt': 'labels printed and due again: printing',
  'LogBody.by': 'who did it: the diary of who did what',
  'MethodBody.apply': 'how it was put on, told in the diary',
  'RoomBody.fixtures.rotation': 'drawing a fixture as it stands: the plan of the house',
  'SettingsBody.colourClasses.texture': 'cloths told apart by touch: work that fits the person',
  'SpotBody.centre': 'drawing a spot where it is: the plan of the house',
  'StockBody.uses': 'washes a cloth has had, against its lifetime: wear of tools',
};
/** Handed on whole into a type of its own, and read there under the same name. */
const HANDED_ON: Readonly<Record<string, string>> = {
  'Envelope.deletedAt': 'server/src/store/tables.ts: a column',
  'Envelope.deletedWith': 'server/src/store/tables.ts: a column',
  'ResidentSchema.holds.substance': 'core/src/mixing/items.ts: MixItem',
  'SoilSchema.holds.substance': 'core/src/mixing/items.ts: MixItem',
  'logEntrySchema.recordedAt': 'core/src/household/records.ts: LogEntry',
  'logEntrySchema.seq': 'core/src/household/records.ts: LogEntry',
};

const files = (folder: string, ending: RegExp): string[] =>
  readdirSync(join(ROOT, folder), { withFileTypes: true, recursive: true })
    .filter((f) => f.isFile() && ending.test(f.name))
    .map((f) => join(f.parentPath, f.name));
const sources = ['core/src', 'server/src', 'web/src/app', 'web/src/workers']
  .flatMap((f) => files(f, /\.ts$/))
  .filter((f) => !f.endsWith('.spec.ts') && !f.includes('/testing/'));

const program = ts.createProgram([...sources, ...SCHEMAS], {
  target: ts.ScriptTarget.ES2022,
  module: ts.ModuleKind.ESNext,
  moduleResolution: ts.ModuleResolutionKind.Bundler,
  lib: ['lib.es2023.d.ts', 'lib.dom.d.ts', 'lib.dom.iterable.d.ts'],
  strict: true,
  skipLibCheck: true,
  experimentalDecorators: true,
  noEmit: true,
  esModuleInterop: true,
  resolveJsonModule: true,
  types: [],
  baseUrl: ROOT,
  paths: { '@dolly-tub/core': ['core/src/index.ts'], '@dolly-tub/demo': ['demo/index.ts'] },
});
const checker = program.getTypeChecker();

/** Fields by the node that declares them, as `Schema.path.of.field`. */
function declared(): Map<ts.Node, string> {
  const out = new Map<ts.Node, string>();
  for (const name of SCHEMAS) {
    const file = program.getSourceFile(name)!;
    const visit = (node: ts.Node, path: string): void => {
      let at = path;
      if (ts.isVariableDeclaration(node) && ts.isIdentifier(node.name)) at = node.name.text;
      if (ts.isPropertyAssignment(node) && isSchema(node)) {
        at = `${path}.${(node.name as ts.Identifier).text}`;
        out.set(node, at);
      }
      ts.forEachChild(node, (n) => visit(n, at));
    };
    visit(file, '');
  }
  return out;
}
/** A field stands in the first argument of `Type.Object`, or in an object that is spread into one; not in its options. */
function isSchema(p: ts.PropertyAssignment): boolean {
  const call = p.initializer;
  const text = ts.isCallExpression(call) ? call.expression.getText() : '';
  if (!/^(Type\.|oneOf$|maybe$|num$|Text$)/.test(text) && !ts.isIdentifier(call)) return false;
  const holder = p.parent.parent;
  return (
    (ts.isCallExpression(holder) &&
      holder.expression.getText() === 'Type.Object' &&
      holder.arguments[0] === p.parent) ||
    ts.isVariableDeclaration(holder)
  );
}

function read(fields: ReadonlyMap<ts.Node, string>): Set<string> {
  const out = new Set<string>();
  const mark = (s: ts.Symbol | undefined): void => {
    for (const d of s?.declarations ?? []) if (fields.has(d)) out.add(fields.get(d)!);
  };
  for (const name of sources) {
    if (SCHEMAS.includes(name) || THROUGH.includes(name)) continue;
    const visit = (n: ts.Node): void => {
      if (ts.isPropertyAccessExpression(n) && !isTarget(n)) mark(checker.getSymbolAtLocation(n.name));
      else if (ts.isElementAccessExpression(n)) {
        const of = checker.getTypeAtLocation(n.expression);
        const key = n.argumentExpression;
        // a literal reads that one; a key of a narrower type reads those that it can be
        const keys = checker.getTypeAtLocation(key);
        const named = (keys.isUnion() ? keys.types : [keys]).flatMap((t) => (t.isStringLiteral() ? [t.value] : []));
        for (const k of named) mark(of.getProperty(k));
      } else if (ts.isBindingElement(n) && ts.isObjectBindingPattern(n.parent) && !n.dotDotDotToken) {
        const key = (n.propertyName ?? n.name) as ts.Identifier;
        if (ts.isIdentifier(key)) mark(checker.getTypeAtLocation(n.parent).getProperty(key.text));
      }
      ts.forEachChild(n, visit);
    };
    visit(program.getSourceFile(name)!);
  }
  // templates: by name
  const templates = [
    ...files('web/src/app', /\.html$/).map((f) => readFileSync(f, 'utf8')),
    ...sources.flatMap((f) =>
      f.includes('/web/') ? [...readFileSync(f, 'utf8').matchAll(/\n {2}template: `([^`]*)`/g)].map((m) => m[1]!) : [],
    ),
  ].join('\n');
  const named = new Set([...templates.matchAll(/(?<=[)\]\w!?])\.(\w+)/g)].map((m) => m[1]!));
  for (const path of fields.values()) if (named.has(path.slice(path.lastIndexOf('.') + 1))) out.add(path);
  return out;
}
const isTarget = (n: ts.PropertyAccessExpression): boolean =>
  ts.isBinaryExpression(n.parent) && n.parent.left === n && n.parent.operatorToken.kind === ts.SyntaxKind.EqualsToken;

describe('what is known is read', () => {
  const fields = declared();
  const seen = read(fields);
  const unread = [...new Set(fields.values())].filter((f) => !seen.has(f)).sort();
  test('the checker sees the schemas', () => {
    expect(fields.size).toBeGreaterThan(250);
    expect(seen.has('SoilSchema.hazard.text') && seen.has('SpotBody.touch')).toBe(true);
  });
  test('every field is read somewhere, or stands in the list with its reason', () =>
    expect(unread.filter((f) => !(f in LATER) && !(f in HANDED_ON))).toEqual([]));
  test('the list only shrinks: no longer than it was, and nothing stands in it that is read', () => {
    expect(Object.keys(LATER).length).toBeLessThanOrEqual(13);
    expect([...Object.keys(LATER), ...Object.keys(HANDED_ON)].filter((f) => !unread.includes(f))).toEqual([]);
  });
});
