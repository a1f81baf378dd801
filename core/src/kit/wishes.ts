import type { Catalogue } from '../catalogue';
import { choicesOf, type Context, type Question, sufficing } from '../method';

/** A wish of the household that stands in the way of a job: the question it answers, and what was chosen. */
export interface InTheWay {
  stance: string;
  name: string;
  choice: string;
}
/**
 * Of the choices where people disagree, those that the job would be possible without, each dropped alone; empty where it is
 * possible anyway, or would not be then either. Who lives in the house is no wish, and is never offered to be dropped.
 */
export function wishesOver(question: Question, context: Context, catalogue: Catalogue): InTheWay[] {
  const possible = (c: Context): boolean => {
    const r = sufficing(question, c, catalogue);
    return r.ok && r.value.length > 0;
  };
  const { profile } = context;
  const chosen = choicesOf(profile, catalogue).filter(({ stance, choice }) => choice.id !== stance.default);
  if (!chosen.length || possible(context)) return [];
  return chosen.flatMap(({ stance, choice }) => {
    const { [stance.id]: _dropped, ...stances } = profile?.stances ?? {};
    const { stance: chemistry, ...rest } = profile ?? {};
    const without = { ...rest, ...(chemistry && chemistry !== choice.id ? { stance: chemistry } : {}), stances };
    return possible({ ...context, profile: without })
      ? [{ stance: stance.id, name: stance.name, choice: choice.name }]
      : [];
  });
}
