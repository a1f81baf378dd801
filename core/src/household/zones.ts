import type { ZONE_IDS } from '../catalogue';
import type { Kit } from './records';

export type Zone = (typeof ZONE_IDS)[number];
/** A zone of something that is worn or carried: what for, and which hand finds it (common practice). */
export interface ZoneWords {
  id: Zone;
  name: string;
  says: string;
  /** Seen from the front, as it is worn: left half and right half of the drawing, or the back. */
  side: 'ready' | 'other' | 'middle' | 'back';
}
export const ZONES: readonly ZoneWords[] = [
  { id: 'ready', name: 'ready hand', says: 'The spray and the cloth that every second spot needs.', side: 'ready' },
  { id: 'other', name: 'other hand', says: 'A second spray, never one that must be kept apart.', side: 'other' },
  { id: 'small', name: 'small slots', says: 'Brush, scraper, a blade with its guard on.', side: 'middle' },
  { id: 'clean', name: 'clean stack', says: 'Folded cloths; one comes out at a time.', side: 'ready' },
  { id: 'used', name: 'used', says: 'Lined, away from what is clean.', side: 'other' },
  { id: 'waste', name: 'waste', says: 'Lined, emptied each time.', side: 'back' },
  { id: 'long', name: 'long and light', says: 'Duster and poles; nothing hangs to the floor.', side: 'back' },
];
const CARRIED: ReadonlySet<Kit['kind']> = new Set(['apron', 'caddy', 'cart']);
/** Worn or carried about: it has zones. */
export const isCarried = (kit: Pick<Kit, 'kind'>): boolean => CARRIED.has(kit.kind);
/** The hand that finds a zone: of somebody left-handed the other one. */
export function zoneHand(zone: ZoneWords, mirrored: boolean): 'right hand' | 'left hand' | 'either hand' | 'behind' {
  if (zone.side === 'back') return 'behind';
  if (zone.side === 'middle') return 'either hand';
  return (zone.side === 'ready') !== mirrored ? 'right hand' : 'left hand';
}
