import type { Catalogue, Follower, Tool } from '../catalogue';
import { refuseFollower } from './refuse';
import type { Face, Here } from './types';

const among = (list: readonly string[] | undefined, x: string): boolean => !list || list.includes(x);

/**
 * The second tool of a way of working: what follows this one on this surface and mark, where all of it is admitted here
 * and, with a kit, is in it. The first of the catalogue that stands; null where nothing follows. It adds no effect: what
 * the way does is told of its first tool alone.
 */
export function followerOf(tool: Tool, wet: boolean, face: Face, here: Here, catalogue: Catalogue): Follower | null {
  const { material, soil } = face;
  for (const f of catalogue.followers.values()) {
    const { when } = f;
    const stands =
      when.wet === wet &&
      (when.tools || when.cloth ? when.tools?.includes(tool.id) || (when.cloth && tool.cloth !== undefined) : true) &&
      (when.soft ?? material.soft) === material.soft &&
      (when.floor ?? isFloor(face)) === isFloor(face) &&
      (when.gloss ?? material.gloss) === material.gloss &&
      among(when.materials, material.id) &&
      among(when.natures, soil.nature) &&
      among(when.soils, soil.id);
    if (!stands || f.with[0] === tool.id) continue;
    const all = f.with.every((id) => {
      const next = catalogue.tools.get(id);
      return next && (!here.kit || here.kit.includes(id)) && !refuseFollower(next, face, here, catalogue);
    });
    if (all) return f;
  }
  return null;
}
const isFloor = ({ material, zone }: Face): boolean => zone === 'floor' || material.floor;
