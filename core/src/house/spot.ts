import type { FixtureKind } from '../catalogue';
import type { EnvelopeFields, RecordOf } from '../household';
import { capital } from '../reason';

type Body = Omit<RecordOf<'spots'>, keyof EnvelopeFields>;
type Made = FixtureKind['spots'][number];

/** A spot as its template has it, or plain where it has none; as clean as new. `face` is `material/finish`. */
export function newSpot(
  made: Made | null | undefined,
  is: Pick<Body, 'room' | 'x' | 'y' | 'routeOrder' | 'centre'> & { name: string; face: string } & Partial<Body>,
): Body {
  const { face, name, ...rest } = is;
  const [material, finish] = face.split('/');
  return {
    band: made?.band ?? 'mid',
    area_m2: made?.area_m2 ?? 0.5,
    touch: made?.touch ?? 0,
    food: made?.food ?? false,
    skin: made?.skin ?? false,
    interval_days: made?.days ?? 14,
    kinds: made?.kinds ?? [],
    soils: [],
    neighbours: [],
    ...rest,
    name: capital(name),
    material: material!,
    ...(finish ? { finish } : {}),
  };
}

/**
 * What wet work on a part of a fixture runs onto: the parts that its template names, and the floor beside what is wet: a
 * shower wall, a wall round a bath, a basin drip onto the floor in front of them. `of` gives the spot of a part.
 */
export function neighboursOf(
  made: Made,
  kind: FixtureKind,
  of: (part: string) => string | undefined,
  floor: string | undefined,
): Body['neighbours'] {
  const named = (parts: readonly string[] | undefined, relation: 'below' | 'joint'): Body['neighbours'] =>
    (parts ?? []).flatMap((part) => {
      const spot = of(part);
      return spot ? [{ spot, relation, runoff: true }] : [];
    });
  return [
    ...named(made.onto, 'below'),
    ...named(made.joint, 'joint'),
    ...(kind.wet && floor ? [{ spot: floor, relation: 'beside' as const, runoff: true }] : []),
  ];
}
