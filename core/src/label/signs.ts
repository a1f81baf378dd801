import type { Product } from '../catalogue';

/** Before the signs that somebody saw on a pack, in the last line of its text: the label reader reads them as phrases. */
const BEGINS = 'Signs on it:';
const LINE = /\n?signs on it:([^\n]*)$/i;
const SIGN = /\bghs ?0?([1-9])\b/gi;
const DANGER = 'signal word danger';

/** Signs that are said to be on it: ids of pictograms, and `danger` for the stronger signal word. */
export function signsOn(text: string): string[] {
  const line = LINE.exec(text)?.[1] ?? '';
  return [...[...line.matchAll(SIGN)].map((m) => `GHS0${m[1]}`), ...(line.includes(DANGER) ? ['danger'] : [])];
}
/** The text with these signs said at its end, those before taken away. */
export function withSigns(text: string, signs: readonly string[]): string {
  const bare = text.replace(LINE, '');
  const said = signs.map((s) => (s === 'danger' ? DANGER : s)).join(', ');
  return said ? `${bare}\n${BEGINS} ${said}` : bare;
}
/** Hazards of a product with these signs beside its own: never fewer signs, never the weaker word. */
export const withMore = (hazards: Product['hazards'], signs: readonly string[]): Product['hazards'] => ({
  ...hazards,
  pictograms: [...new Set([...hazards.pictograms, ...signs.filter((s) => s !== 'danger')])],
  signal: signs.includes('danger') ? 'Danger' : (hazards.signal ?? (signs.length ? 'Warning' : null)),
});
