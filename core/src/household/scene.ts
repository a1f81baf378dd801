import { type Catalogue, tuning } from '../catalogue';
import type { Where } from '../gate';
import type { Last } from '../method';
import type { Household } from './context';
import { ledgerOfSpot, type Met } from './ledger';
import type { Room, Run, Spot } from './records';

const HOUR_MS = 3_600_000;
const DAY_H = 24;

/** Whether a spot's own place keeps what is put on it; unknown counts as it does. */
export const drinks = (spot: Pick<Spot, 'porous' | 'material'>, catalogue: Catalogue): boolean =>
  spot.porous ?? catalogue.materials.get(spot.material)?.porous ?? true;

/** Volume of a room in m³, by its outline and height (mm); null where that is not known. */
export function volumeOf(room: Pick<Room, 'outline' | 'height_mm'> | undefined): number | null {
  if (!room || room.outline.length < 3) return null;
  const o = room.outline;
  const twice = o.reduce((a, p, i) => {
    const q = o[(i + 1) % o.length]!;
    return a + p.x * q.y - q.x * p.y;
  }, 0);
  const m3 = (Math.abs(twice) / 2) * room.height_mm * 1e-9;
  return m3 > 0 ? m3 : null;
}

/**
 * What of the household counts for a product put on a spot: what was used there; on the other spots of its fixture; in a
 * small room (or one of unknown size) what was put on within a day, for the air; and what soaks there in a run that is
 * not over. Nights of the household's zone.
 */
export function sceneOf(spot: Spot, h: Household, now: Date, catalogue: Catalogue): Last[] {
  const zone = h.settings?.timeZone ?? 'UTC';
  const room = h.rooms.find((r) => r.id === spot.room);
  const volume = volumeOf(room);
  const small = volume === null || volume < tuning(catalogue).smallRoom_m3;
  const out: Last[] = ledgerOfSpot(h.log, spot.id, now, zone);
  for (const other of h.spots) {
    if (other.id === spot.id || other.room !== spot.room) continue;
    const fixture = Boolean(spot.fixture) && other.fixture === spot.fixture;
    if (!fixture && !small) continue;
    for (const m of ledgerOfSpot(h.log, other.id, now, zone))
      if (fixture || isToday(m, now)) out.push(beside(m, fixture ? 'fixture' : 'room', other, catalogue));
  }
  for (const run of h.runs ?? [])
    for (const { spot: on, product } of soakingIn(run)) {
      const other = h.spots.find((s) => s.id === on);
      if (!other || other.room !== spot.room) continue;
      const where: Where | null =
        other.id === spot.id
          ? 'here'
          : spot.fixture && other.fixture === spot.fixture
            ? 'fixture'
            : small
              ? 'room'
              : null;
      if (where)
        out.push({
          product,
          where,
          place: `, working on the ${other.name.toLowerCase()} now`,
          stays: true,
          rinsed: false,
          daysAgo: 0,
          porous: drinks(other, catalogue),
        });
    }
  return out;
}
const isToday = (m: Met, now: Date): boolean => Math.abs(now.getTime() - Date.parse(m.at)) < DAY_H * HOUR_MS;
const beside = (m: Met, where: Where, spot: Spot, catalogue: Catalogue): Last => ({
  ...m,
  where,
  place: `on the ${spot.name.toLowerCase()}`,
  porous: drinks(spot, catalogue),
});

/** Products that a run has put on somewhere and that are not over yet. */
export function soakingIn(run: Run): { spot: string; product: string }[] {
  if (run.state !== 'running') return [];
  if (!run.parts)
    return run.spot && run.method?.product && run.index > 0 ? [{ spot: run.spot, product: run.method.product }] : [];
  const begun = new Set(run.steps.slice(0, run.index + 1).map((s) => s.id.split('.')[0]));
  return run.parts.flatMap((p) =>
    p.spot && p.method.product && begun.has(p.stage) ? [{ spot: p.spot, product: p.method.product }] : [],
  );
}

/** What hangs or stands in the fixture of a spot; and, for the air of a small room, in its other fixtures. */
export function residentsOf(
  spot: Pick<Spot, 'room' | 'fixture'>,
  h: Pick<Household, 'rooms'>,
  catalogue: Catalogue,
): { own: string[]; room: { id: string; name: string }[] } {
  const room = h.rooms.find((r) => r.id === spot.room);
  const volume = volumeOf(room);
  const small = volume === null || volume < tuning(catalogue).smallRoom_m3;
  const fixtures = room?.fixtures ?? [];
  return {
    own: fixtures.find((f) => f.id === spot.fixture)?.resident ?? [],
    room: small
      ? fixtures.filter((f) => f.id !== spot.fixture).flatMap((f) => f.resident.map((id) => ({ id, name: f.shape })))
      : [],
  };
}
