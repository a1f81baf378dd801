import {
  judge,
  mix,
  type MeetingId,
  type MixItem,
  operandsOfClasses,
  readLabel,
  resolveItems,
  traceLine,
} from '@dolly-tub/core';
import fc from 'fast-check';
import { join } from 'node:path';
import { catalogue } from '../../checks/catalogue-for-tests';
import { readCorpus } from '../../checks/label-corpus';

/** What holds for anything whatever: products, bare substances at any strength, and labels as they come. 10 000 cases each. */
/** Ten thousand under `npm run bench`. */
const numRuns = process.env['DEEP'] ? 10_000 : 3_000;
const TIME = 180_000;
const products = [...catalogue.products.keys()];
const substances = [...catalogue.substances.keys()];
const corpus = readCorpus(join(process.cwd(), 'core/checks/label-corpus.tsv'));

const anything: fc.Arbitrary<MixItem> = fc.oneof(
  fc.constantFrom(...products).map((product) => ({ product })),
  fc.record({ substance: fc.constantFrom(...substances), percent: fc.double({ min: 0.001, max: 100, noNaN: true }) }),
  fc
    .array(fc.constantFrom(...corpus.map((l) => l.text)), { minLength: 1, maxLength: 3 })
    .map((l) => ({ label: l.join(', ') })),
);
const meeting = fc.constantFrom<MeetingId>('container', 'surface', 'shelf', 'drain', 'fixture', 'machine', 'carried');
const level = (items: MixItem[], at: MeetingId = 'container', more: object = {}): number => {
  const r = mix({ items, meeting: at, ...more }, catalogue);
  if (!r.ok) throw new Error(r.problems[0]!.message);
  return r.value.level;
};
const check = (p: fc.IProperty<never> | fc.IPropertyWithHooks<never>): void =>
  fc.assert(p as fc.IProperty<unknown>, { numRuns });

/** A rule speaks of this place by name: caustic with aluminium goes into a drain, as its label says, and nowhere else. */
const ownPlace = (a: MixItem, b: MixItem, at: MeetingId): boolean => {
  const r = mix({ items: [a, b], meeting: at }, catalogue);
  return (
    r.ok &&
    r.value.findings.some((f) =>
      catalogue.rules.get(f.rule)?.clauses.some((c) => c.in?.includes(at) || c.notIn?.includes(at)),
    )
  );
};

describe('whatever meets', () => {
  test(
    'one with the other is the other with the one, wherever',
    () => {
      check(fc.property(anything, anything, meeting, (a, b, at) => level([a, b], at) === level([b, a], at)) as never);
    },
    TIME,
  );
  test(
    'a third thing never lowers, and the order never matters',
    () => {
      check(
        fc.property(anything, anything, anything, meeting, (a, b, c, at) => {
          const all = level([a, b, c], at);
          return all >= level([a, b], at) && all === level([c, a, b], at) && all === level([b, c, a], at);
        }) as never,
      );
    },
    TIME,
  );
  test(
    'only a rinse, never the place as such, makes wet residue milder than one container, save what a rule says of one place',
    () => {
      check(
        fc.property(
          anything,
          anything,
          fc.constantFrom<MeetingId>('surface', 'drain', 'fixture', 'carried'),
          (a, b, at) => level([a, b], at) === level([a, b]) || ownPlace(a, b, at),
        ) as never,
      );
    },
    TIME,
  );
});

describe('unknown is not safe', () => {
  const word = fc.stringMatching(/^[a-z]{5,14}$/).filter((w) => readLabel(w, catalogue).unrecognised.length > 0);
  test(
    'a label with an unknown entry is at least 3 beside any oxidiser or acid',
    () => {
      const touchy = products.filter((id) => {
        const classes = catalogue.products
          .get(id)!
          .contents.filter((c) => c.percent.max >= 0.1)
          .flatMap((c) => catalogue.substances.get(c.substance)!.classes);
        const o = operandsOfClasses(classes, catalogue);
        return o.has('oxidiser') || o.has('acid');
      });
      expect(touchy.length).toBeGreaterThan(50);
      check(
        fc.property(
          fc.array(fc.oneof(word, fc.constantFrom('water', 'citric acid 5 %', 'parfum')), { maxLength: 3 }),
          word,
          fc.constantFrom(...touchy),
          fc.constantFrom<MeetingId>('container', 'surface', 'drain', 'fixture', 'carried', 'machine'),
          (known, w, product, at) => level([{ label: [...known, w].join(', ') }, { product }], at) >= 3,
        ) as never,
      );
    },
    TIME,
  );
});

describe('what stands around a name', () => {
  const hazards = [
    'sodium hypochlorite',
    'hydrochloric acid',
    'ammonia',
    'sodium hydroxide',
    'hydrogen peroxide',
    'sodium metabisulfite',
  ];
  const partners: MixItem[] = [
    { product: 'white-vinegar' },
    { product: 'chlorine-bleach' },
    { substance: 'sodium-sulfide' },
    { product: 'glass-cleaner-ammonia' },
  ];
  const noise = fc.oneof(
    fc.string({ maxLength: 8 }).map((s) => s.replace(/[,;·•|\n\r\t()[\].:]/g, '')),
    fc.constantFrom(
      '',
      ' 5 %',
      ' < 5 %',
      ' 5-15 %',
      ' ≤ 0 %',
      ' 300 %',
      ' -2 %',
      ' 0,05 %',
      ' ca. 3 percent',
      ' 12 ppm',
      ' 1 g/L',
      ' %%',
      ' 5-',
      ' 10-2 %',
    ),
  );
  test(
    'noise in the percent never brings a hazard below its class rule for the figure that was read',
    () => {
      check(
        fc.property(fc.constantFrom(...hazards), noise, fc.constantFrom(...partners), (name, n, partner) => {
          const label = `${name}${n}`;
          const read = readLabel(label, catalogue);
          const hit = read.ingredients.find((i) => i.substance === name.replace(/ /g, '-'));
          // swallowed by the noise: then it must stay unknown
          if (!hit) return read.undisclosed || read.ingredients.length > 0;
          const percent = hit.percent?.max ?? 100;
          // a declared trace as sold does not count
          if (percent < traceLine(hit.classes, catalogue)) return true;
          return level([{ label }, partner]) >= level([{ substance: hit.substance!, percent }, partner]);
        }) as never,
      );
    },
    TIME,
  );
});

test('the engine and its door say the same', () => {
  fc.assert(
    fc.property(anything, anything, meeting, (a, b, at) => {
      const items = resolveItems([a, b], catalogue);
      return items.ok && judge(items.value, { meeting: at }, catalogue).level === level([a, b], at);
    }),
    { numRuns: 1000 },
  );
});
