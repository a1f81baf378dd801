import type { FaceWhen, Soil } from '../../catalogue';
import type { Face } from '../types';

/** Whether two lists have something in common. */
export const meet = (a: readonly string[] | undefined, b: readonly string[]): boolean =>
  Boolean(a?.some((x) => b.includes(x)));

/** Whether something that is said of some surfaces, or of some ages of dirt, holds for this one. */
export function fits(when: FaceWhen, face: Face): boolean {
  const m = face.material;
  const named = [when.materials, when.families, when.faces];
  const any =
    named.every((x) => x === undefined) ||
    meet(when.materials, face.among.materials) ||
    meet(when.families, face.among.families) ||
    meet(when.faces, face.among.faces);
  return (
    any &&
    (when.gloss === undefined || when.gloss.includes(m.gloss ?? 'gloss')) &&
    (when.soft === undefined || when.soft === m.soft) &&
    (when.porous === undefined || when.porous === m.porous) &&
    (when.acidSoluble === undefined || when.acidSoluble === m.acidSoluble) &&
    (when.ages === undefined || when.ages.includes(face.age))
  );
}

/** Whether what makes a soil worse bars a method here: a ban, or a condition that the surface or the age fulfils. */
export const holdsFor = (s: Soil['sets'][number], face: Face): boolean =>
  s.when ? fits(s.when, face) : s.kind === 'ban';
/** What only the person can see whether it holds: it is told. */
export const toldFor = (s: Soil['sets'][number]): boolean => s.kind === 'condition' && !s.when;
