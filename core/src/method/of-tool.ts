import { type Catalogue, type Material, type Soil, type Tool } from '../catalogue';
import { needOf } from './advise';
import { takesWetness } from './combine';
import { toolOption } from './options';
import {
  type Bearing,
  bearingOf,
  everyFace,
  faceFor,
  harmByTool,
  harmedOf,
  type Harmed,
  placesOf,
  type Shifts,
  WORTH,
} from './other-way';
import { refuseTool, TOOL_RULES } from './refuse';
import type { Here, Refusal } from './types';

export interface ToolUse {
  tool: string;
  /** Why it is no way of cleaning by itself; null where it is one. */
  never: string | null;
  /** What this house chose against it. */
  notHere: string | null;
  /** Marks that it shifts by itself: dry, or worked wet; most first. */
  dry: Shifts[];
  wet: Shifts[];
  on: Bearing[];
  harms: Harmed[];
  /** What follows it in one way of working, and what it follows. */
  then: { with: { id: string; name: string }[]; text: string }[];
  after: { id: string; name: string }[];
  /** Others that do the same. */
  like: { id: string; name: string }[];
}

/** The other way round: one tool, and on what it is good, harmless or harmful; by the same limits and doses as the ladders. */
export function useOfTool(id: string, context: Pick<Here, 'profile' | 'habits'>, catalogue: Catalogue): ToolUse | null {
  const tool = catalogue.tools.get(id);
  if (!tool) return null;
  const here: Here = { ...context, met: [] };
  const [mark] = catalogue.soils.values();
  const rule = (name: string, m: Material): Refusal | null =>
    TOOL_RULES[name]!(tool, faceFor(m, mark!), here, catalogue);
  const meant = everyFace(catalogue).filter((m) => !rule('kindOfSurface', m));
  const verdicts = meant.map((m) => ({ m, refusal: harmByTool(tool, faceFor(m, mark!), here, catalogue) }));
  const bears = verdicts.flatMap(({ m, refusal }) => (refusal ? [] : [m]));
  const never = rule('equipment', meant[0] ?? everyFace(catalogue)[0]!);
  const leads = leadingOf(tool);
  return {
    tool: tool.id,
    never: never?.because ?? (bears.length ? null : 'It marks every surface that is known here.'),
    notHere: rule('keptTo', meant[0] ?? everyFace(catalogue)[0]!)?.because ?? null,
    dry: never ? [] : shifts(tool, bears, true, here, catalogue),
    wet: never ? [] : shifts(tool, bears, false, here, catalogue),
    on: bearingOf(
      bears.map((m) => ({ m })),
      () => '',
    ).map(({ says: _says, ...x }) => x),
    harms: harmedOf(verdicts.flatMap(({ m, refusal }) => (refusal ? [{ m, refusal }] : []))),
    then: [...catalogue.followers.values()]
      .filter((f) => f.when.tools?.includes(id))
      .map((f) => ({ with: f.with.map((x) => ({ id: x, name: catalogue.tools.get(x)!.name })), text: f.text })),
    after: [...catalogue.followers.values()]
      .filter((f) => f.with.includes(id))
      .flatMap((f) => f.when.tools ?? [])
      .filter((x, i, all) => all.indexOf(x) === i)
      .map((x) => ({ id: x, name: catalogue.tools.get(x)!.name })),
    like: [...catalogue.tools.values()]
      .filter(
        (t) => t.id !== id && t.role === tool.role && leads !== '' && leadingOf(t) === leads && t.class === tool.class,
      )
      .map((t) => ({ id: t.id, name: t.name })),
  };
}
/** What a tool does most. */
const leadingOf = (t: Tool): string =>
  Object.entries(t.mechanisms).sort(([a, x], [b, y]) => y - x || (a < b ? -1 : 1))[0]?.[0] ?? '';

/** How much of each mark it shifts by itself, the best over where it may be used. */
function shifts(tool: Tool, on: readonly Material[], dry: boolean, here: Here, catalogue: Catalogue): Shifts[] {
  const zones = tool.class === 'toilet' ? ['toilet', 'bowl'] : tool.class === 'floor' ? ['floor'] : [null];
  const places = [...placesOf(on.filter((m) => m.soft)), ...placesOf(on.filter((m) => !m.soft))];
  const effect = (soil: Soil): number => {
    let best = 0;
    for (const m of places)
      for (const zone of zones) {
        const plain = faceFor(m, soil);
        const face = { ...plain, zone: zone ?? plain.zone };
        if (!takesWetness(tool, dry ? 'dry' : 'wet', face) || refuseTool(tool, face, here, catalogue)) continue;
        best = Math.max(best, 1 - Math.exp(-toolOption(tool, face, dry, catalogue).D / needOf(face, catalogue)));
      }
    return best;
  };
  return [...catalogue.soils.values()]
    .filter((s) => !s.damage)
    .map((s) => ({ soil: s.id, name: s.name, nature: s.nature, effect: effect(s) }))
    .filter((s) => s.effect >= WORTH)
    .sort((a, b) => b.effect - a.effect || (a.name < b.name ? -1 : 1));
}
