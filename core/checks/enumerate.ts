import type { Catalogue, Context, Question, Rung } from '@dolly-tub/core';
import { faceOf } from '../src/method/advise';
import { evidenceFor, method, type Method, takesWetness } from '../src/method/combine';
import { insteadOf, insteadWith, working } from '../src/method/instead';
import { ladderOf } from '../src/method/ladder';
import { dryOption, productOptions, toolOption } from '../src/method/options';
import { refuseProduct, refuseTool } from '../src/method/refuse';
import { rungOf } from '../src/method/rung';
import { choicesOf } from '../src/method/stances';
import { theresOf } from '../src/method/there';
import { tuning } from '../src/catalogue';
import type { ChemOption, Here } from '../src/method/types';

/**
 * The reference for the engine's short cuts: every tool with every way of putting on every product, every
 * limit asked anew of every method, no side dropped early and no front taken before the end. Slow, and the
 * same ladder. (Kits, bars, own records and what disinfects afterwards are left to the engine.)
 */
export function enumerate(
  q: Question,
  given: Context,
  catalogue: Catalogue,
): { ladder: Rung[]; recommended: number | null } {
  const resolved = faceOf(q, catalogue);
  if (!resolved.ok) throw new Error(resolved.problems[0]!.message);
  const face = resolved.value;
  const context: Here = {
    ...given,
    habits: choicesOf(given.profile, catalogue),
    met: theresOf(face, given, catalogue),
  };
  const t = tuning(catalogue);
  const need = t.needBySeverity[face.severity - 1]! / face.soil.ageFactor[face.age];
  const evidence = evidenceFor(q, context);
  const nothing: ChemOption = dryOption(catalogue);
  const all: Method[] = [];
  const every = new Set<ChemOption>();
  for (const tool of face.soil.damage && !face.soil.restores ? [] : catalogue.tools.values()) {
    const ways = [nothing];
    for (const product of catalogue.products.values()) {
      if (refuseProduct(product, face, context, catalogue)) continue;
      ways.push(
        ...productOptions(product, face, context, catalogue).admitted.filter((o) => o.plain || o.D >= t.tooWeak),
      );
    }
    for (const chem of ways) every.add(chem);
    for (const chem of ways) {
      if (refuseTool(tool, face, context, catalogue)) continue;
      const dry = chem.product === null;
      if (!takesWetness(tool, dry ? 'dry' : 'wet', face) || (tool.alone && !chem.plain)) continue;
      const option = toolOption(tool, face, dry, catalogue);
      if (option.D < t.tooWeak && (dry || tool.cloth === undefined)) continue;
      const m = method(chem, option, need, evidence, face, catalogue);
      if (m.effect >= t.leastEffect) all.push(m);
    }
  }
  const { stands, recommended } = ladderOf(all, face, catalogue);
  const standing = [...catalogue.tools.values()].filter((tool) => !refuseTool(tool, face, context, catalogue));
  const options = {
    dry: working(standing, face, true, catalogue),
    wet: working(standing, face, false, catalogue),
  };
  return {
    ladder: stands.map((s, i) =>
      rungOf(
        s,
        i + 1,
        insteadOf(s, [...every], need, q, face, context, catalogue),
        insteadWith(s, options, need, q, face, context, catalogue),
        face,
        context,
        catalogue,
      ),
    ),
    recommended: recommended ? stands.findIndex((s) => s.method === recommended) + 1 : null,
  };
}
