import { readFileSync } from 'node:fs';
import { advise, type Advice, type Catalogue, type Context, type Rung } from '@dolly-tub/core';

/** One question of everyday with what a person of the trade starts with and what must stand on the ladder. */
export interface Remedy {
  material: string;
  finish: string | null;
  soil: string;
  start: string[];
  strong: string[];
  basis: string;
}
/** `remedies.tsv`, written before the ladders were looked at. */
export function remedies(path = new URL('./remedies.tsv', import.meta.url)): Remedy[] {
  return readFileSync(path, 'utf8')
    .split('\n')
    .filter((l) => l && !l.startsWith('#'))
    .map((l) => {
      const [face, soil, start, strong, basis] = l.split('\t') as [string, string, string, string, string];
      const [material, finish = null] = face.split('/') as [string, string?];
      return { material, finish, soil, start: start.split('|'), strong: strong.split('|'), basis };
    });
}
const most = (m: Readonly<Record<string, number>>): string =>
  Object.entries(m).sort(([, a], [, b]) => b - a)[0]?.[0] ?? '';

/** What a rung may be called in the table: its product or tool, what leads in them and in what they do here. */
export function called(r: Rung, c: Catalogue): string[] {
  const product = r.product ? c.products.get(r.product)! : null;
  const tool = c.tools.get(r.tool)!;
  return [
    ...(product ? [product.id, most(product.mechanisms)] : ['dry']),
    tool.id,
    most(tool.mechanisms),
    ...(r.doses[0] ? [r.doses[0].mechanism] : []),
  ];
}
export interface Scored extends Remedy {
  starts: boolean;
  stands: boolean;
  ladder: readonly Rung[];
  recommended: number | null;
  considered: Advice['considered'];
}
/** Of each question: whether the first or the recommended rung is what one starts with, and the remedy stands there. */
export function scoreOf(list: readonly Remedy[], c: Catalogue, context: Context = {}): Scored[] {
  return list.map((q) => {
    const a = advise({ material: q.material, finish: q.finish, soil: q.soil, severity: 3, age: 'dried' }, context, c);
    if (!a.ok) throw new Error(`${q.material}, ${q.soil}: ${a.problems[0]!.message}`);
    const { ladder, recommended, considered } = a.value;
    const first = [ladder[0], recommended === null ? undefined : ladder[recommended - 1]];
    const is = (r: Rung | undefined, of: string[]): boolean => !!r && called(r, c).some((x) => of.includes(x));
    return {
      ...q,
      starts: first.some((r) => is(r, q.start)),
      stands: ladder.some((r) => is(r, q.strong)),
      ladder,
      recommended,
      considered,
    };
  });
}
