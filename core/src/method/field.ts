import { strongestRung } from './strongest';
import type { Catalogue } from '../catalogue';
import { advise } from './advise';
import type { Context } from './types';

/** One cell of the field: what is possible for one soil on one face. */
export interface FieldCell {
  /** `rung`: one suffices; `short`: the strongest may not suffice; `none`: nothing is safe; `damage`: nothing to clean off. */
  state: 'rung' | 'short' | 'none' | 'damage';
  /** The recommended rung, or the strongest. */
  rung: number;
  name: string;
  effect: number;
  harm: number;
}

/** One row of the field: a face (`material` or `material/finish`) against soils, at one severity. */
export function fieldRow(
  face: string,
  soils: readonly string[],
  severity: number,
  context: Context,
  catalogue: Catalogue,
): FieldCell[] {
  const [material, finish] = face.split('/');
  return soils.map((soil) => {
    const a = advise({ material: material!, finish: finish ?? null, soil, severity }, context, catalogue);
    const empty = { rung: 0, effect: 0, harm: 0 };
    if (!a.ok) return { state: 'none', name: a.problems[0]!.message, ...empty };
    if (catalogue.soils.get(soil)!.damage) return { state: 'damage', name: a.value.because[0]!.text, ...empty };
    const r = a.value.ladder.find((x) => x.rung === a.value.recommended) ?? strongestRung(a.value.ladder);
    if (!r) return { state: 'none', name: a.value.because[0]!.text, ...empty };
    return {
      state: a.value.recommended === null ? 'short' : 'rung',
      rung: r.rung,
      name: r.name,
      effect: r.effect,
      harm: r.harm,
    };
  });
}
