import type { Catalogue } from '../catalogue';
import { BAND_mm, type EnvelopeFields, type Member, type RecordOf } from '../household';

/** Somebody who may live here. */
export interface Dweller {
  id: string;
  name: string;
  member: Pick<Member, 'kind' | 'limits'> & { species?: string };
  /** What the engines do for them beside what the table of protection says. */
  also?: string;
}
const adult = (limit: string): Dweller['member'] => ({ kind: 'adult', limits: [{ limit }] });
const pet = (species: string): Dweller['member'] => ({ kind: 'pet', species, limits: [] });
/** Whom a house is asked for; names are typed later, if at all. */
export const DWELLERS: readonly Dweller[] = [
  {
    id: 'toddler',
    name: 'a toddler',
    member: { kind: 'toddler', limits: [] },
    also: 'A place that locks for what harms',
  },
  { id: 'asthma', name: 'somebody with asthma', member: adult('asthma') },
  { id: 'pregnant', name: 'somebody expecting a baby', member: adult('pregnant') },
  { id: 'ill', name: 'somebody who is ill', member: adult('ill'), also: 'What is touched much is disinfected' },
  {
    id: 'no-scent',
    name: 'somebody who bears no scent',
    member: adult('fragrance-free'),
    also: 'Nothing with scent is offered',
  },
  {
    id: 'no-chlorine',
    name: 'somebody who bears no chlorine',
    member: adult('no chlorine'),
    also: 'No chlorine bleach is offered',
  },
  {
    id: 'weak-hands',
    name: 'somebody with little strength in the hands',
    member: adult('weak hands'),
    also: 'What is rubbed hard by hand comes later on a ladder, and takes longer',
  },
  { id: 'cat', name: 'a cat', member: pet('cat') },
  { id: 'bird', name: 'a bird in a cage', member: pet('bird') },
  { id: 'fish', name: 'fish', member: pet('fish') },
  { id: 'dog', name: 'a dog', member: pet('dog') },
  { id: 'child', name: 'a child', member: { kind: 'child', limits: [] } },
];
/** What it changes that they live here, in the words of the rules that ask after them. */
export function changesFor({ member, also }: Dweller, catalogue: Catalogue): string[] {
  const people = member.kind === 'toddler' ? member.kind : member.limits[0]?.limit;
  const asked = [...catalogue.protection.values()].filter(
    ({ when }) => (people && when.people === people) || (member.species && when.pets === member.species),
  );
  return [...asked.map((p) => p.says), ...(also ? [also] : [])];
}
type Body = Omit<RecordOf<'members'>, keyof EnvelopeFields>;
const COLOURS = ['blue', 'red', 'green', 'violet', 'yellow', 'grey'];

/** The record of somebody who is said to live here; `n` is how many there are already. */
export const memberOf = ({ name, member }: Dweller, n: number): Body => ({
  name: name.replace(/^an? /, '').replace(/^./, (c) => c.toUpperCase()),
  colour: COLOURS[n % COLOURS.length]!,
  kind: member.kind,
  limits: [...member.limits],
  ...(member.species ? { species: member.species } : {}),
});
/** Members that are what a dweller is: the same kind, animal and limit. */
export const membersThatAre = ({ member }: Dweller, all: readonly Member[]): Member[] =>
  all.filter(
    (m) =>
      m.kind === member.kind &&
      (m.species ?? null) === (member.species ?? null) &&
      (member.limits[0]
        ? m.limits.some((l) => l.limit === member.limits[0]!.limit)
        : m.limits.length === 0 || m.kind !== 'adult'),
  );

/** Hardness by how soon the kettle has scale, mg/L as CaCO3 (common practice); not known counts as hard. */
export const KETTLE: readonly { id: string; name: string; mgL: number }[] = [
  { id: 'week', name: 'in a week', mgL: 300 },
  { id: 'month', name: 'in a month', mgL: 180 },
  { id: 'never', name: 'hardly ever', mgL: 60 },
];

/** How well somebody sees, as it is asked. */
export const SIGHTS = ['low sight', 'no sight'] as const;
/** Steps are read aloud for somebody of the house. */
export const readAloudFor = (members: readonly Member[]): boolean =>
  members.some((m) => (SIGHTS as readonly (string | null | undefined)[]).includes(m.sight));
/** What the hand, the reach and the sight of somebody change, in words; nothing noted changes nothing. */
export const fitsWork = ({ reach_mm, sight, hand }: Pick<Member, 'reach_mm' | 'sight' | 'hand'>): string[] => [
  ...(hand === 'left' ? ['An apron is laid out for the left hand'] : []),
  ...((reach_mm ?? Infinity) < BAND_mm.high ? ['A spot that is higher says so, and asks for a long handle'] : []),
  ...(readAloudFor([{ sight } as Member]) ? ['Steps are read aloud while one is doing'] : []),
];
