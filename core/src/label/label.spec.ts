import {
  casIsValid,
  type Correction,
  dictionaryOf,
  normaliseName,
  operandsOfClasses,
  readAmount,
  readLabel,
} from '@dolly-tub/core';
import fc from 'fast-check';
import { join } from 'node:path';
import { catalogue } from '../../checks/catalogue-for-tests';
import { readCorpus, score } from '../../checks/label-corpus';

const read = (t: string, corrections: Correction[] = []) => readLabel(t, catalogue, corrections);
const ids = (t: string) => read(t).ingredients.map((i) => i.substance);
const operands = (t: string) =>
  operandsOfClasses(
    read(t).ingredients.flatMap((i) => i.classes),
    catalogue,
  );
const corpus = readCorpus(join(process.cwd(), 'core/checks/label-corpus.tsv'));

describe('the corpus of label lines', () => {
  const result = score(corpus, read, catalogue);
  test('holds 300 lines and more, of every kind', () => {
    expect(corpus.length).toBeGreaterThanOrEqual(300);
    expect(new Set(corpus.map((l) => l.kind)).size).toBeGreaterThanOrEqual(12);
  });
  test('no hazard that stands there is taken for something milder', () => expect(result.downgrades).toEqual([]));
  test('finds 99 in 100 of the substances', () => expect(result.found / result.wanted).toBeGreaterThan(0.99));
  test('and differs from the answers in the one line that is too short to guess', () =>
    expect(result.faults.map((f) => f.replace(/ (?:misses|lacks).*/, ''))).toEqual(['noise: "aqva"', 'noise: "aqva"']));
});

describe('amounts', () => {
  test.each([
    ['5-15 %', 5, 15],
    ['< 5 %', 0, 5],
    ['≥ 30 %', 30, 100],
    ['30 % and more', 30, 100],
    ['0,5 %', 0.5, 0.5],
    ['less than 5%', 0, 5],
    ['5 – 15%', 5, 15],
    ['>= 60 - <= 80 %', 60, 80],
    ['5 % or over but less than 15 %', 5, 15],
    ['more than 5 % but not more than 10 %', 5, 10],
    ['63.1 % w/w', 63.1, 63.1],
  ])('%s', (t, min, max) => expect(readAmount(`acid ${t}`)).toMatchObject({ percent: { min, max } }));
  test.each([
    ['acetic acid 300 %', /more than the whole/],
    ['acetic acid -5 %', /more than 0/],
    ['acetic acid ≤ 0 %', /more than 0/],
    ['acetic acid 15-5 %', /from more to less/],
    ['citric acid 60 %, sodium bicarbonate 70 %', /add up to more than 100/],
  ])('%s: the figure is not believed, counts as the highest, and is said', (t, says) => {
    const r = read(t);
    expect(r.ingredients.every((i) => i.percent === null)).toBe(true);
    expect(r.problems.join(' ')).toMatch(says);
    expect(r.undisclosed).toBe(true);
  });
});

describe('CAS numbers', () => {
  test('a right check digit names it; a wrong one does not, and is said', () => {
    expect(read('mystery (7681-52-9) 5%').ingredients[0]).toMatchObject({
      substance: 'sodium-hypochlorite',
      match: 'cas',
      percent: { min: 5, max: 5 },
    });
    expect(ids('mystery (7681-52-8) 5%')).not.toContain('sodium-hypochlorite');
    expect(read('mystery (7681-52-8) 5%').problems.join()).toMatch(/last digit does not fit/);
  });
  test('a name and a number that disagree both count', () =>
    expect([...operands('lactic acid 7664-41-7')]).toEqual(expect.arrayContaining(['organic-acid', 'ammonia'])));
  test('every further number in the catalogue holds', () => {
    for (const s of catalogue.substances.values())
      for (const w of s.synonyms) {
        const cas = /^CAS (\S+)$/.exec(w)?.[1];
        if (cas) expect([s.id, cas, casIsValid(cas)]).toEqual([s.id, cas, true]);
      }
  });
});

describe('what is not known stays so', () => {
  test('a name around a known one is left over', () => {
    expect(read('mystery goo (water)').unrecognised).toEqual(['mystery goo (water)']);
    expect(read('water (frobnicol)').unrecognised).toEqual(['frobnicol']);
    expect(read('sugar soap').undisclosed).toBe(true);
  });
  test('a guess at something harmless settles nothing', () => {
    expect(read('carbomar').ingredients[0]).toMatchObject({ substance: 'carbomer', match: 'near', distance: 1 });
    expect(read('carbomar').undisclosed).toBe(true);
    expect(read('carbomer').undisclosed).toBe(false);
  });
  test('near spellings keep the worst of the candidates', () => {
    const r = read('sodium chlorrite');
    expect(r.ingredients[0]!.match).toBe('near');
    expect(r.ingredients[0]!.classes).toContain('chlorite');
  });
  test('a warning adds its classes unless a named ingredient is reason enough', () => {
    expect([...operands('H314 Causes severe skin burns')]).toEqual(expect.arrayContaining(['acid', 'caustic']));
    expect(operands('sodium hydroxide 5 %, H314').has('acid')).toBe(false);
    expect(operands('water, sodium sulfite, EUH031').has('hypochlorite')).toBe(false);
  });
  test('a list of what is not in it reaches no further than it says', () => {
    expect(ids('free from phosphates, sodium hypochlorite')).toContain('sodium-hypochlorite');
    expect(ids('phosphate-free, with sodium hydroxide 5.0 %')).toContain('sodium-hydroxide');
  });
});

describe('corrections of the household', () => {
  test('fill what was not read', () => {
    const r = read('water, bluronase complex', [{ text: 'bluronase complex', substance: 'protease' }]);
    expect(r.unrecognised).toEqual([]);
    expect(r.ingredients.at(-1)).toMatchObject({ substance: 'protease', match: 'corrected' });
    expect(r.undisclosed).toBe(false);
  });
  test('take the place of a guess', () => {
    expect(read('sodium chlorlde').ingredients[0]!.classes).toContain('chlorite');
    const r = read('sodium chlorlde', [{ text: 'sodium chlorlde', substance: 'sodium-chloride' }]);
    expect(r.ingredients[0]).toMatchObject({ substance: 'sodium-chloride', match: 'corrected' });
    expect(r.ingredients[0]!.classes).not.toContain('chlorite');
  });
  test('may also say that a guess is wrong: then it is not known', () => {
    const r = read('sodium chlorlde', [{ text: 'sodium chlorlde', substance: null }]);
    expect(r.unrecognised).toEqual(['sodium chlorlde']);
  });
  test('cannot talk away what is plainly written', () =>
    expect(
      read('sodium hypochlorite 5 %', [{ text: 'sodium hypochlorite', substance: 'water' }]).ingredients[0],
    ).toMatchObject({ substance: 'sodium-hypochlorite' }));
});

describe('a slip of the hand', () => {
  const names = [...catalogue.substances.values()].flatMap((s) => [s.name, ...s.synonyms].map((name) => ({ name, s })));
  test('in one letter of any name never reads as something without its classes and settled (fast-check, 10 000)', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...names.filter((n) => n.name.length >= 7 && !/[,;()./:]/.test(n.name))),
        fc.nat(200),
        fc.constantFrom(...'abcdeilnorstu'),
        ({ name, s }, at, letter) => {
          const n = at % name.length;
          const slip = name.slice(0, n) + letter + name.slice(n + 1);
          const r = read(slip);
          if (r.undisclosed || r.ingredients.some((i) => i.match === 'exact' || i.match === 'synonym')) return true;
          const classes = r.ingredients.flatMap((i) => i.classes);
          return s.classes.every((c) => classes.includes(c));
        },
      ),
      { numRuns: 10000 },
    );
  }, 120000);
});

describe('a comma that is missing', () => {
  const names = [...catalogue.substances.values()].flatMap((s) => [s.name, ...s.synonyms].map((name) => ({ name, s })));
  const { byName, hazard } = dictionaryOf(catalogue);
  // "potash soap" is a name of its own, flakes or not
  const plain = names.filter((n) => /^[a-zA-Z -]{4,}$/.test(n.name) && n.name !== 'potash');
  test('two names run together never read as one of them alone and settled (fast-check, 10 000)', () => {
    fc.assert(
      fc.property(fc.constantFrom(...plain), fc.constantFrom(...plain), ({ name, s }, other) => {
        const r = read(`${name} ${other.name}`);
        // "oxygen bleach" is a name of its own
        if (r.undisclosed || byName.has(normaliseName(`${name} ${other.name}`))) return true;
        const classes = r.ingredients.flatMap((i) => i.classes);
        // what no rule puts above "pointless" may be swallowed
        const wanted = [s, other.s].filter((x) => hazard(x) >= 3).flatMap((x) => x.classes);
        return wanted.every((c) => classes.includes(c));
      }),
      { numRuns: 10000 },
    );
  }, 120000);
  test.each([
    ['P102 Keep out of reach of children Contains sodium hypochlorite 5 %', 'hypochlorite'],
    ['Never mix with bleach Contains ammonia 5 %', 'ammonia'],
    ['Causes serious eye irritation, contains citric acid', 'organic-acid'],
    ['sodium hydroxide fragrance', 'caustic'],
  ])('%s: the ingredient behind the warning is seen', (text, wanted) => expect(operands(text).has(wanted)).toBe(true));
});

describe('bad input', () => {
  test('nothing, and what is no text, is said and not believed', () => {
    expect(read('').signs).toEqual(['nothing to read']);
    expect(read('   \n ').undisclosed).toBe(true);
    expect(read('\u0000\u0001\u0002PK\u0003\u0004\u0007 water').problems.join()).toMatch(/does not look like text/);
    expect(read('次亜塩素酸ナトリウム').problems.join()).toMatch(/CAS numbers in any language/);
  });
  test('five megabytes are cut, and that is said', () => {
    const r = read('water, '.repeat(700000));
    expect(r.undisclosed).toBe(true);
    expect(r.problems.join()).toMatch(/Only the first 20000 characters/);
  });
  test('never throws, whatever the text (fast-check, 10 000)', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 200, unit: 'binary' }), (t) => Array.isArray(read(t).ingredients)),
      { numRuns: 10000 },
    );
  }, 60000);
  const fragments = [
    ...corpus.map((l) => l.text),
    '(',
    ')',
    '%',
    '5-',
    '< ',
    'pH ',
    ', ',
    '\n',
    'no ',
    'free from ',
    '7681-52-',
    ' and ',
  ];
  test('never throws on label-like rubbish, and never calls it a full list without naming it (fast-check, 10 000)', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...fragments), { maxLength: 5 }), (parts) => {
        const r = read(parts.join(''));
        return r.ingredients.length > 0 || r.unrecognised.length > 0 || r.undisclosed;
      }),
      { numRuns: 10000 },
    );
  }, 120000);
  test.each([
    '(',
    '5 - ',
    'no ',
    'free from a, ',
    'pH 1 ',
    'never mix ',
    'alcohols, c12-14, ',
    'sodium ',
    '1-1 % ',
    'h314 ',
    'a-',
  ])(
    'repeating %j to the limit is read to the end',
    (t) => {
      expect(read(t.repeat(Math.floor(19990 / t.length)))).toHaveProperty('signs');
    },
    20000,
  );
});
