import { type Catalogue, claimsIn, makeBottle } from '@dolly-tub/core';
import { distance } from 'fastest-levenshtein';
import Fuse from 'fuse.js';
import { capital } from '../shared/words';
import { mixed, strengthIn } from './said';

/** One thing that the command box can do with what was typed. */
export interface Suggestion {
  title: string;
  note: string;
  path: string[];
  query: Record<string, string>;
}
export interface Named {
  id: string;
  name: string;
}
/** A spot as the box asks for it; kinds and food say what room it stands in. */
export interface NamedSpot extends Named {
  room: string;
  kinds?: readonly string[];
  food?: boolean;
}

const SMALL = new Set(['the', 'my', 'our', 'a', 'an', 'of', 'in', 'on', 'from', 'off', 'and', 'is', 'it']);
const tokens = (s: string): string[] => (s.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? []).filter((w) => !SMALL.has(w));
/** What stands before what is asked, and says nothing: "how do I get", "what takes", "there is". */
const PREAMBLE = new RegExp(
  `^(?:(?:${[
    'please',
    'how (?:do|can|to|does one)(?: i| we| you)?',
    'what (?:takes|gets|removes|shifts|lifts)',
    "there(?:'s| is| are)",
    '(?:i|we) (?:have|got|spilled|spilt)',
  ].join('|')}) )+`,
);
/** What somebody wants done, before the thing that is meant. */
const WISH =
  /^(?:please |how (?:do|can|to) (?:i |we |you )?)?(?:clean|wash|wipe|scrub|polish|do|descale|dust)(?: up| off| out)?\s+/;

/** Things of this house that what was typed names: all its words are words of the name, or begin them. The shortest name first. */
function named<T extends Named>(all: readonly T[], typed: string): T[] {
  const asked = tokens(typed);
  const means = (a: string, n: string): boolean => n.startsWith(a) || (a.length > 4 && distance(n, a) <= 1);
  return asked.length
    ? all
        .filter((x) => asked.every((a) => tokens(x.name).some((n) => means(a, n))))
        .sort((a, b) => tokens(a.name).length - tokens(b.name).length)
    : [];
}
/** What people call a room, and how it is told by what stands in it: twice as much food as one spot is a kitchen. */
const ROOM_WORDS: [RegExp, (spots: readonly NamedSpot[]) => boolean][] = [
  [/^(bath ?room|bath|loo|toilet|wc|shower room)$/, (s) => s.some((x) => x.kinds?.some((k) => /bowl|toilet/.test(k)))],
  [/^kitchen$/, (s) => s.filter((x) => x.food).length > 1],
];
interface Words {
  jobs: Fuse<Word>;
  soils: Fuse<Word>;
  materials: Fuse<Word>;
  products: Fuse<Word>;
  tools: Fuse<Word>;
}
interface Word {
  id: string;
  finish?: string;
  name: string;
  also: readonly string[];
}

const made = new WeakMap<Catalogue, Words>();
const fuse = (words: Word[]): Fuse<Word> =>
  new Fuse(words, {
    keys: [{ name: 'name', weight: 2 }, 'also'],
    threshold: 0.3,
    ignoreLocation: true,
    includeScore: true,
    minMatchCharLength: 2,
  });
function wordsOf(c: Catalogue): Words {
  let w = made.get(c);
  if (!w) {
    w = {
      jobs: fuse([...c.jobs.values()].map((j) => ({ id: j.id, name: j.name, also: j.synonyms }))),
      soils: fuse([...c.soils.values()].map((s) => ({ id: s.id, name: s.name, also: s.synonyms }))),
      materials: fuse(
        [...c.materials.values()].flatMap((m) => [
          { id: m.id, name: m.name, also: m.synonyms },
          ...m.finishes.map((f) => ({ id: m.id, finish: f.id, name: f.name, also: f.synonyms })),
        ]),
      ),
      tools: fuse([...c.tools.values()].map((t) => ({ id: t.id, name: t.name, also: t.synonyms }))),
      products: fuse(
        [...c.products.values()].map((p) => ({
          id: p.id,
          name: p.name,
          also: [...p.synonyms, p.name.replace(/^(white|chlorine|household|kitchen|dish|plain) /, '')],
        })),
      ),
    };
    made.set(c, w);
  }
  return w;
}
/** A bottle in the hand: what is it good for? */
const HELD = [
  /^what (?:is|are) (?:this |the |my )?(.+?) (?:good|used?|made) for$/,
  /^what (?:can i (?:do|clean)|do i do) with (?:this |the |my )?(.+)$/,
  /^i (?:have|hold|found) (?:this |the |a |an |some )?(.+)$/,
];
/** What may go on a surface, and what not. */
const BEARS = [
  /^what (?:does|do|will|can) (?:my |the |a |an )?(.+?) (?:bear|take|stand)$/,
  /^what (?:may|can|must) (?:not |never )?(?:go|be used|be put|i use|i put) on (?:my |the |a |an )?(.+)$/,
  /^what (?:is )?(?:harms|ruins|damages|safe (?:for|on)) (?:my |the |a |an )?(.+)$/,
];
const HOW = { eye: 'in the eye', skin: 'on the skin', breathed: 'breathed in', swallowed: 'swallowed' } as const;
const PLACES: [RegExp, string, string][] = [
  [/^rooms?|house|plan$/, 'Rooms', '/rooms'],
  [/^choose|what shifts/, 'Choose', '/choose'],
  [/what is (it|this|that)|unknown|identify|no idea|find out/, 'Find out what it is', '/choose/find'],
  [/^jobs?$|whole job/, 'A whole job', '/choose/job'],
  [/everything|field|matrix|glance/, 'Everything on everything', '/choose/field'],
  [/^own|add (a |my )?(own )?(material|soil|stain|mark|tool|product)|paste (a |the )?label/, 'Own things', '/own'],
  [/^mix$/, 'Mix', '/mix'],
  [/whole shelf|keep apart|what must not meet/, 'The whole shelf at once', '/mix/shelf'],
  [/^dilute|ratio$/, 'Dilute', '/dilute'],
  [/^kits?|shelf|stock|^where (?:is|are) /, 'Kits', '/kits'],
  [/\b(?:bar ?codes?|qr codes?|scan|read a code|packs? by)\b/, 'Packs by their code', '/code'],
  [/shopping|buy|what is missing|\b(?:we are|i am|we're|i'm) out of\b/, 'To buy', '/list'],
  [/^log|history|notes?$|what (?:did|have) (?:i|we)|^undo/, 'Log', '/log'],
  [
    /^settings?|theme|dark|measures|backup|export|import|large (?:print|type|text)|hardness|who lives|emergency number/,
    'Settings',
    '/settings',
  ],
  [/what is due|(?:should|must|shall) (?:i|we) (?:do|clean)|clean today|to do today/, 'What is due', '/rooms'],
];

/** What somebody wants to make or put in. */
const ADD = /^(?:add|new|make|create|one more|another|put in)(?: an?| my| another| one more| the)*/.source;
const MAKES: [RegExp, Suggestion][] = [
  [
    new RegExp(`${ADD} (?:\\w+ )?(?:room|bathroom|kitchen|bedroom|hall|toilet|study|laundry|balcony)s?$`),
    { title: 'One more room', note: 'Make my house', path: ['/make'], query: { step: 'rooms' } },
  ],
  [
    /\b(?:make|start|set ?up|begin)\b.*\b(?:house|home|flat)\b|^my own (?:house|home|flat)/,
    { title: 'Make my house', note: 'Rooms, people and kits', path: ['/make'], query: {} },
  ],
  [
    new RegExp(`${ADD} (?:\\w+ )?(?:kit|shelf|caddy|basket|apron)s?$`),
    { title: 'One more kit', note: 'Kits', path: ['/kits/new'], query: {} },
  ],
  [
    new RegExp(
      `${ADD} (?:\\w+ )?(?:person|people|somebody|someone|child|toddler|baby|cat|dog|bird|fish|pet|animal)s?$`,
    ),
    { title: 'Who lives here', note: 'Settings', path: ['/settings'], query: {} },
  ],
  [
    new RegExp(`${ADD} (?:\\w+ )?(?:spoon|cap|scoop|measure)s?$`),
    { title: 'Own spoons and caps', note: 'Settings', path: ['/settings'], query: {} },
  ],
  [
    new RegExp(`${ADD} (?:\\w+ )?(?:bottle|sprayer|bucket|jug|jar)s?$`),
    { title: 'Make a bottle', note: 'Dilute: into one more bottle', path: ['/dilute'], query: {} },
  ],
  [
    /^(?:the )?(?:shopping|to buy|buy|list|groceries)(?: list)?$|what (?:do i|to|shall i) buy|run(?:ning)? out/,
    { title: 'To buy', note: 'The shopping list', path: ['/list'], query: {} },
  ],
];

/** A job is offered when a word of its names begins as what was typed does, or is at most a slip away. */
const near = (w: Word, typed: string): boolean =>
  [w.name, ...w.also].some((x) => {
    const name = x.toLowerCase();
    return name.includes(typed) || typed.includes(name) || distance(name, typed) <= Math.max(1, name.length / 4);
  });

/**
 * What a typed line may mean, likeliest first: "limescale on acrylic", "can I mix bleach and vinegar",
 * "bleach 1000 ppm 2 L", a spot, a room, a place, a product. Never empty-handed for a known word.
 */
export function interpret(
  text: string,
  c: Catalogue,
  spots: readonly NamedSpot[] = [],
  rooms: readonly Named[] = [],
): Suggestion[] {
  const t = text.trim().toLowerCase().replace(/\?+$/, '').replace(/\s+/g, ' ');
  if (!t) return [];
  const w = wordsOf(c);
  // the fuzzy search finds candidates; the one that needs the fewest letters changed comes first
  const best = (f: Fuse<Word>, q: string, n = 1): Word[] => {
    const words = q.trim().slice(0, 60);
    const off = (w: Word): number => Math.min(...[w.name, ...w.also].map((x) => distance(x.toLowerCase(), words)));
    return f
      .search(words)
      .slice(0, 12)
      .map((r, i) => ({ w: r.item, d: off(r.item) + i * 0.01 }))
      .sort((a, b) => a.d - b.d)
      .slice(0, n)
      .map((x) => x.w);
  };
  const out: Suggestion[] = [];
  const push = (s: Suggestion): void => {
    if (!out.some((o) => o.title === s.title)) out.push(s);
  };

  // first of all: somebody may be breathing it
  if (
    /already mixed|mixed it|it has been mixed|fumes|\bgas\b|emergency|poison|smell(s|ed|ing)?( of)? (sharp|chlorine|ammonia|gas)|help|poison/.test(
      t,
    )
  )
    push({ title: 'It has been mixed: what to do now', note: 'Emergency', path: ['/emergency'], query: {} });
  for (const [says, does] of MAKES) if (says.test(t)) push(does);
  const hurt =
    /\b(eyes?|swallow(?:ed|s)?|drank|drunk|ate|eaten|lick(?:ed|s)?|chew(?:ed|s)?|skin|breath(?:ed|es)?|inhaled)\b/.exec(
      t,
    );
  if (hurt) {
    const how = /eye/.test(hurt[1]!)
      ? 'eye'
      : /skin/.test(hurt[1]!)
        ? 'skin'
        : /breath|inhal/.test(hurt[1]!)
          ? 'breathed'
          : 'swallowed';
    const rest = t
      .replace(hurt[0], ' ')
      .replace(
        /\b(in|into|on|the|my|i|his|her|their|an?|has|have|child|son|daughter|toddler|baby|dog|cat|bird|she|he|somebody|someone|some|of|got|by)\b/g,
        ' ',
      )
      .trim();
    const product = rest ? best(w.products, rest)[0] : undefined;
    push({
      title: product
        ? `${capital(product.name)} ${HOW[how]}: what to do first`
        : `Something ${HOW[how]}: what to do first`,
      note: 'Emergency',
      path: ['/emergency'],
      query: { product: product?.id ?? '', how },
    });
  }
  for (const [one, other] of mixed(t).map((m) => m.map((x) => best(w.products, x)[0]))) {
    if (!one || (other && other.id === one.id)) continue;
    push(
      other
        ? {
            title: `May ${one.name} meet ${other.name}?`,
            note: 'Mix',
            path: ['/mix'],
            query: { with: `${one.id},${other.id}` },
          }
        : { title: `What must ${one.name} not meet?`, note: 'Mix', path: ['/mix'], query: { with: one.id } },
    );
  }
  const mixing = out.some((o) => o.path[0] === '/mix');
  // what people say is answered by name, before it is taken for a wish
  for (const claim of claimsIn(t, c))
    push({ title: `“${claim.name}”: is it so?`, note: 'Answered', path: ['/choose/claim', claim.id], query: {} });
  const thing = HELD.map((re) => re.exec(t)?.[1]).find(Boolean);
  const held = thing && best(w.products, thing)[0];
  const tool = thing && best(w.tools, thing)[0];
  const goodFor = (what: string, x: Word): void =>
    push({ title: `What is ${x.name} good for?`, note: 'Choose', path: [`/choose/${what}`, x.id], query: {} });
  if (tool && (!held || near(tool, thing))) goodFor('tool', tool);
  if (held) goodFor('product', held);
  const borne = BEARS.map((re) => re.exec(t)?.[1]).find(Boolean);
  for (const m of borne ? best(w.materials, borne, 2) : [])
    push({
      title: `What does ${m.name} bear?`,
      note: 'Choose',
      path: ['/choose/surface', m.id, ...(m.finish ? [m.finish] : [])],
      query: {},
    });
  const dilute = strengthIn(t, c.measures);
  const product = dilute && best(w.products, dilute.of)[0];
  if (dilute && product) {
    const { per, amount, mL } = dilute;
    // what the gate refuses is no offer: it is named as what it is, and Dilute tells why
    const made =
      amount === null
        ? null
        : makeBottle(
            {
              stock: { product: product.id },
              target: per === 'ppm' ? { ppm: amount } : { percent: amount },
              final: { mL: mL ?? 1000 },
            },
            c,
          );
    const no = made !== null && (!made.ok || made.value.gate.may === 'no');
    const into = mL ? `, ${mL >= 1000 ? `${mL / 1000} L` : `${Math.round(mL)} mL`}` : '';
    push({
      title:
        amount === null
          ? `Dilute ${product.name}${into}`
          : `${no ? `Why not ${product.name}` : capital(product.name)} at ${amount} ${per}${into}`,
      note: no ? 'not made: too strong, or never thinned' : 'Dilute',
      path: ['/dilute'],
      query: {
        product: product.id,
        ...(amount === null ? {} : { [per === 'ppm' ? 'ppm' : 'percent']: String(amount) }),
        ...(mL ? { mL: String(Math.round(mL)) } : {}),
      },
    });
  }
  const on =
    /^(?:shift |get |remove |clean |take )?(.+?)\s+(?:on|from|off|out of|in)\s+(?:the |my |our |an? )?(.+)$/.exec(
      t.replace(PREAMBLE, ''),
    );
  if (on && !mixing && !dilute) {
    const soil = best(w.soils, on[1]!)[0];
    // the own house comes first
    const mine = named(spots, on[2]!).slice(0, 2);
    const material = best(w.materials, on[2]!)[0];
    for (const spot of soil ? mine : [])
      push({
        title: `Shift ${soil!.name} from the ${spot.name.toLowerCase()}`,
        note: 'Choose',
        path: ['/choose'],
        query: { spot: spot.id, soil: soil!.id },
      });
    if (soil && material)
      push({
        title: `Shift ${soil.name} from ${material.name}`,
        note: 'Choose',
        path: ['/choose'],
        query: { soil: soil.id, material: material.id, ...(material.finish ? { finish: material.finish } : {}) },
      });
  }
  const wish = WISH.test(t);
  const meant = t.replace(WISH, '').replace(/^(?:the|my|our|a|an) /, '');
  const called = ROOM_WORDS.find(([re]) => re.test(meant))?.[1];
  const here = called ? rooms.filter((r) => called(spots.filter((s) => s.room === r.id))) : [];
  const toRooms = (all: readonly Named[]): void =>
    all.forEach((r) => push({ title: r.name, note: 'Room', path: ['/rooms', r.id], query: {} }));
  toRooms(named(rooms, meant));
  // "the toilet" is a room, what is to be cleaned is the thing
  if (!wish) toRooms(here);
  for (const s of named(spots, meant).slice(0, 4)) {
    if (wish)
      push({ title: `Clean the ${s.name.toLowerCase()}`, note: 'Choose', path: ['/choose'], query: { spot: s.id } });
    push({ title: s.name, note: 'Spot', path: ['/rooms', s.room], query: { spot: s.id } });
  }
  toRooms(here);
  for (const [re, title, path] of PLACES) if (re.test(t)) push({ title, note: 'Go there', path: [path], query: {} });
  const job = mixing || dilute || on ? undefined : best(w.jobs, wish ? meant : t)[0];
  if (job && near(job, wish ? meant : t))
    push({ title: job.name, note: 'A whole job', path: ['/choose/job', job.id], query: {} });
  if (!mixing && !dilute && !on) {
    for (const s of best(w.soils, t, 3))
      push({ title: `What shifts ${s.name}?`, note: 'Choose', path: ['/choose'], query: { soil: s.id } });
    const bottle = best(w.products, t)[0];
    if (bottle)
      push({
        title: `What is ${bottle.name} good for?`,
        note: 'Choose',
        path: ['/choose/product', bottle.id],
        query: {},
      });
    for (const p of best(w.products, t, 2))
      push({ title: `What must ${p.name} not meet?`, note: 'Mix', path: ['/mix'], query: { with: p.id } });
    for (const m of best(w.materials, t, 2))
      push({
        title: `Something on ${m.name}`,
        note: 'Choose',
        path: ['/choose'],
        query: { material: m.id, ...(m.finish ? { finish: m.finish } : {}) },
      });
  }
  return out.slice(0, 8);
}
