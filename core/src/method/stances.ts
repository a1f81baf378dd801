import { type Catalogue, percentInUse, type Product, type Stance, type Tool } from '../catalogue';
import type { Profile } from '../gate';
import { refusal } from './refuse/words';
import type { Neighbour, Refusal } from './types';

type Choice = Stance['choices'][number];
/** What the household chose about one question. */
export interface Chosen {
  stance: Stance;
  choice: Choice;
}
/** What the household chose where people disagree: one choice a question, the default where it chose nothing. */
export function choicesOf(profile: Profile | undefined, catalogue: Catalogue): Chosen[] {
  return [...catalogue.stances.values()].map((stance) => {
    const id = profile?.stances?.[stance.id] ?? stance.default;
    return { stance, choice: stance.choices.find((c) => c.id === id) ?? stance.choices[0]! };
  });
}

/** The choice of one question, by id. */
export const choiceOf = (question: string, profile: Profile | undefined, catalogue: Catalogue): string | null => {
  const stance = catalogue.stances.get(question);
  return stance ? (profile?.stances?.[question] ?? stance.default) : null;
};

const chosen = ({ stance, choice }: Chosen, catalogue: Catalogue): Refusal =>
  refusal('choice', { choice: choice.name, question: stance.name.toLowerCase() }, 'household', catalogue);

/** What a choice of the household refuses of a product, whatever its strength. */
export function stanceRefusesProduct(
  product: Product,
  neighbours: readonly Neighbour[],
  habits: readonly Chosen[],
  catalogue: Catalogue,
): Refusal | null {
  for (const c of habits) {
    const r = c.choice.refuses;
    if (!r) continue;
    if (r.abrasive && (product.mechanisms['abrasion'] ?? 0) > 0) return chosen(c, catalogue);
    if (r.classes && percentInUse({ product, dilution: 1 }, r.classes, catalogue) > 0) return chosen(c, catalogue);
    if (
      r.nearAcidSoluble?.some((m) => (product.mechanisms[m] ?? 0) > 0) &&
      neighbours.some((n) => catalogue.materials.get(n.material)?.acidSoluble ?? true)
    )
      return chosen(c, catalogue);
  }
  return null;
}

/** What a choice of the household refuses of a tool. */
export function stanceRefusesTool(tool: Tool, habits: readonly Chosen[], catalogue: Catalogue): Refusal | null {
  for (const c of habits) {
    const { refuses: r, onlyCloth } = c.choice;
    if (onlyCloth && tool.cloth && tool.cloth !== 'any' && tool.cloth !== onlyCloth) return chosen(c, catalogue);
    if (r?.abrasive && tool.abrasive !== 'none') return chosen(c, catalogue);
    if (r?.longFloorTool && tool.class === 'floor' && tool.reach === 'long' && !tool.mechanisms['suction'])
      return chosen(c, catalogue);
  }
  return null;
}

/** A choice against spraying, or null. */
export function stanceRefusesSpray(habits: readonly Chosen[], catalogue: Catalogue): Refusal | null {
  const c = habits.find((x) => x.choice.refuses?.sprayed);
  return c ? chosen(c, catalogue) : null;
}

/** How many times over the face is done: multiplies minutes and amounts. */
export const coverageOf = (habits: readonly Chosen[]): number => habits.reduce((f, c) => f * (c.choice.factor ?? 1), 1);
