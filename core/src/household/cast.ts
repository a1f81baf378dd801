import type { Catalogue, Job } from '../catalogue';
import type { Cast, Context } from '../method';
import { type Household, profileOf, questionOfSpot } from './context';
import type { Spot } from './records';

/** The house's own place for a role of a job: a spot on a fixture of that shape, of the role's own kind of place. */
export function spotForRole(role: Job['roles'][number], h: Pick<Household, 'rooms' | 'spots'>): Spot | null {
  if (!role.fixtures) return null;
  const fixtures = new Set(
    h.rooms.flatMap((r) => r.fixtures.filter((f) => role.fixtures!.includes(f.shape)).map((f) => `${r.id}|${f.id}`)),
  );
  const mine = h.spots.filter((s) => s.fixture && fixtures.has(`${s.room}|${s.fixture}`));
  const suited = role.zone
    ? mine.filter((s) => s.kinds.includes(role.zone!))
    : mine.filter((s) => role.faces.some((f) => f.split('/')[0] === s.material));
  return suited[0] ?? null;
}

/** Where a role is done, as a person chose it: a spot of the house, or a surface by its id; null leaves the house's own. */
export type Chosen = { spot: string } | { face: string } | null;

/**
 * The cast of a job in this house: each role at the place that was chosen, else at the house's own fixture of that
 * kind, else at its usual surface; with all that the household knows of the place. `resident` is what the person says
 * hangs or stands there, by role, beside what is written down.
 */
export function castOf(
  job: Job,
  chosen: Readonly<Record<string, Chosen>>,
  resident: Readonly<Record<string, readonly string[]>>,
  worse: number,
  h: Household,
  now: Date,
  catalogue: Catalogue,
): Record<string, Cast & { spot: Spot | null }> {
  const out: Record<string, Cast & { spot: Spot | null }> = {};
  for (const role of job.roles) {
    const c = chosen[role.id] ?? null;
    const spot = c && 'spot' in c ? (h.spots.find((s) => s.id === c.spot) ?? null) : c ? null : spotForRole(role, h);
    const says = resident[role.id];
    if (spot) {
      const { question, context } = questionOfSpot(spot, h, now, catalogue);
      out[role.id] = {
        spot,
        material: spot.material,
        finish: spot.finish ?? null,
        area_m2: question.area_m2!,
        worse,
        context: says ? { ...context, resident: says } : context,
      };
    } else {
      const [material, finish] = (c && 'face' in c ? c.face : role.faces[0]!).split('/');
      const context: Context = {
        profile: profileOf(h, now),
        clock: { now: now.toISOString(), timeZone: h.settings?.timeZone ?? 'UTC' },
        ...(says ? { resident: says } : {}),
      };
      out[role.id] = { spot: null, material: material!, finish: finish ?? null, worse, context };
    }
  }
  return out;
}
