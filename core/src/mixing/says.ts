import type { Catalogue, Clause, Emergency, Meeting } from '../catalogue';
import type { JudgedItem } from './items';
import type { Finding, MixAnswer, MixQuestion } from './mix';

/** A finding, how much of its scarcer side there is (percent as sold), and how many pairs its clause speaks of. */
export interface Ranked {
  found: Finding;
  least: number;
  breadth: number;
}

/** How much of the scarcer side is there: hardly (below 1 %), some, plenty (from 10 %). What there is more of is told first. */
const muchOf = (percent: number): number => (percent >= 10 ? 2 : percent >= 1 ? 1 : 0);

/** The verdict in words: the finding that harms most stands first, and says what to do. */
export function answer(
  ranked: Ranked[],
  items: readonly JudgedItem[],
  meeting: Meeting,
  q: Omit<MixQuestion, 'items'>,
  catalogue: Catalogue,
): MixAnswer {
  const findings = ranked.sort(byHarm).map((r) => r.found);
  const first = findings[0];
  const level = (first?.level ?? 0) as MixAnswer['level'];
  const verdict = [...catalogue.verdicts.values()].find((v) => v.level === level)!;
  const gas = findings.some((f) => f.kind === 'gas' || f.ruleLevel === 5);
  const beside3 = level === 3 && items.some((i) => i.halogen || isAcid(i));
  return {
    level,
    verdict: verdict.id,
    headline: headlineOf(first, level, q, catalogue),
    findings,
    then: thenWhat(level, first, meeting, q, items, catalogue),
    ...(level >= 4 || beside3 || gas ? { emergency: emergencyOf(findings, gas, items, catalogue) } : {}),
  };
}

/** What is said to somebody who has it in front of them: every sentence of the catalogue that holds here. */
function emergencyOf(
  findings: readonly Finding[],
  gas: boolean,
  items: readonly JudgedItem[],
  catalogue: Catalogue,
): string {
  const holds = ({ when: w }: Emergency): boolean =>
    (!w.gas || gas) &&
    findings.some((f) => f.level >= (w.from ?? 0) && (!w.kinds || w.kinds.includes(f.kind))) &&
    (!w.holds ||
      items.some((i) => i.ingredients.some((n) => n.operands.has(w.holds!) && !(w.dry && n.state === 'liquid'))));
  return [...catalogue.emergencies.values()]
    .filter(holds)
    .map((e) => e.says)
    .join(' ');
}

/** What harms most first: by level, then what is there in earnest, then by kind, then the clause that says most of the two. */
function byHarm(a: Ranked, b: Ranked): number {
  return (
    b.found.level - a.found.level ||
    b.found.ruleLevel - a.found.ruleLevel ||
    muchOf(b.least) - muchOf(a.least) ||
    KIND_ORDER.indexOf(a.found.kind) - KIND_ORDER.indexOf(b.found.kind) ||
    a.breadth - b.breadth ||
    b.least - a.least ||
    (a.found.rule < b.found.rule ? -1 : 1)
  );
}
const KIND_ORDER: Clause['kind'][] = [
  'explode',
  'gas',
  'fire',
  'burst',
  'heat',
  'corrosive',
  'breathed',
  'unknown',
  'pointless',
  'fresh',
  'fine',
];
const isAcid = (i: JudgedItem): boolean => i.ingredients.some((n) => n.operands.has('acid'));

function headlineOf(
  first: Finding | undefined,
  level: number,
  q: Omit<MixQuestion, 'items'>,
  catalogue: Catalogue,
): string {
  const words = [...catalogue.verdicts.values()].find((v) => v.level === level)!.headlines;
  if (!first) return words['fine']!;
  const here = first.place ? catalogue.conditions.get(first.place)?.headline : undefined;
  if (here && level >= 3) return here;
  if (first.ruleLevel > level) return first.headline ?? words['softened']!;
  if (first.level > first.ruleLevel || (q.closed && first.kind === 'burst'))
    return words['closed'] ?? words[first.kind]!;
  return words[first.kind] ?? words['other']!;
}

function thenWhat(
  level: number,
  first: Finding | undefined,
  meeting: Meeting,
  q: Omit<MixQuestion, 'items'>,
  items: readonly JudgedItem[],
  catalogue: Catalogue,
): string[] {
  const condition = first?.place ? catalogue.conditions.get(first.place) : undefined;
  if (condition && level >= 2) return [condition.then];
  if (first?.then) return [first.then];
  if (meeting.column === 'shelf')
    return level >= 3
      ? [
          `Put them in separate trays on different shelves${items.some(isAcid) ? ', the acid below' : ''}; nothing above eye level, locked from children.`,
        ]
      : ['They may stand side by side.'];
  // what is there of itself cannot be left away: then it is the other that is not used
  const there = first?.pair.map((p) => items[p.item]!).find((i) => !i.chosen);
  const apart = there
    ? `Not on ${there.name.toLowerCase()}: take something else, or clear that away first with plenty of water.`
    : null;
  if (level === 5)
    return meeting.rinse
      ? [apart ?? 'Do not put one on the other. Use one of the two, another day, after rinsing twice and airing.']
      : [apart ?? 'Keep them apart. Use one of the two, another day.'];
  if (level === 4)
    return [
      first && first.level > first.ruleLevel
        ? 'Never in a closed bottle: open bowl, used at once, poured away.'
        : (apart ?? 'Keep them apart. Use one of the two; rinse twice in between.'),
    ];
  if (level === 3)
    return [
      first?.kind === 'unknown'
        ? 'Treat it as dangerous until the whole list is known: keep apart, rinse in between.'
        : (apart ?? 'Keep them apart; rinse in between.'),
    ];
  if (level === 2) return ['No harm at household strength, and no use: take one, rinse, then the other.'];
  if (level === 1) return ['Mix in an open bowl, use at once, pour the rest away. Never bottle it.'];
  const order = items.some((i) =>
    i.ingredients.some((n) => n.operands.has('acid') || n.classes.includes('caustic') || n.halogen),
  );
  return [q.closed ? 'It may be bottled and labelled.' : order ? 'Water first, then the product.' : 'Nothing to mind.'];
}
