import type { Catalogue, Soil } from '../catalogue';
import { adviseSeveral, type Turn } from './several';
import type { Context, Question } from './types';

/** One turn of a mark that is several in one, with what it is called. */
export interface PartTurn extends Turn {
  name: string;
}

/**
 * A mark that is several in one, grease with protein, soap with scale, as its parts one after the other: each with its
 * own ladder, in the order of the groups, and with what is rinsed between. What the whole forbids, each part forbids.
 * Null where it is one thing, or where the question does not hold together.
 */
export function inTurns(question: Question, context: Context, catalogue: Catalogue): PartTurn[] | null {
  const whole = catalogue.soils.get(question.soil);
  if (!whole?.parts) return null;
  const parts = new Map(whole.parts.map((id) => [`${whole.id}/${id}`, partOf(whole, catalogue.soils.get(id)!)]));
  const soils = [...parts.keys()].map((soil) => ({
    soil,
    ...(question.severity === undefined ? {} : { severity: question.severity }),
    ...(question.age ? { age: question.age } : {}),
  }));
  const turns = adviseSeveral(question, soils, context, {
    ...catalogue,
    soils: new Map([...catalogue.soils, ...parts]),
  });
  return turns.ok ? turns.value.map((t) => ({ ...t, name: parts.get(t.soil)!.name })) : null;
}

/** A part as it lies in the whole: lifted like itself, with the dangers, the bans and the ageing of both. */
function partOf(whole: Soil, part: Soil): Soil {
  const banned = new Set(part.sets.filter((s) => s.kind === 'ban' && !s.when).map((s) => s.mechanism));
  return {
    ...part,
    id: `${whole.id}/${part.id}`,
    // a ban of the whole stands whatever a condition of the part says of the same thing
    sets: [...whole.sets.filter((s) => !banned.has(s.mechanism)), ...part.sets],
    ...(whole.hazard ? { hazard: whole.hazard } : {}),
    ...(whole.hygiene ? { hygiene: whole.hygiene } : {}),
    ...(whole.holds || part.holds ? { holds: [...(whole.holds ?? []), ...(part.holds ?? [])] } : {}),
    ...(whole.notInMachine ? { notInMachine: whole.notInMachine } : {}),
    inspect: whole.inspect,
    firstAid: whole.firstAid,
  };
}
