import Fuse from 'fuse.js';
import { catalogue } from '../testing/house';
import { find } from './search';

const of = (rows: Iterable<{ name: string; synonyms: string[] }>) =>
  new Fuse([...rows], {
    keys: [{ name: 'name', weight: 2 }, 'synonyms'],
    threshold: 0.34,
    ignoreLocation: true,
    minMatchCharLength: 2,
    includeScore: true,
  });
const c = catalogue();

describe('household words find', () => {
  test.each([
    ['felt pen', /marker/],
    ['tidemark', /water mark/],
    ['limscale', /limescale/],
    ['biro', /ballpoint/],
    ['dog hair', /pet hair/],
    ['grease in the oven', /baked|grease/],
    ['wee', /urine/],
    ['chalk on taps', /limescale|hard|scale/],
  ])('%s among the marks', (typed, want) =>
    expect(
      find(of(c.soils.values()), typed)
        .slice(0, 4)
        .map((s) => s.name)
        .join(', '),
    ).toMatch(want),
  );
  test.each([
    ['loo', /toilet|vitreous china/i],
    ['worktop', /granite|laminate/],
    ['plastic bath', /acrylic/i],
    ['hob', /glass.ceramic|hob/i],
    ['floor boards', /wood/i],
  ])('%s among the materials', (typed, want) =>
    expect(
      find(of([...c.materials.values()].flatMap((m) => [m, ...m.finishes])), typed)
        .slice(0, 5)
        .map((s) => s.name)
        .join(', '),
    ).toMatch(want),
  );
  test('of equals the first stays first, and nothing finds nothing', () => {
    const jobs = of(c.jobs.values());
    expect(find(jobs, 'loo ring')[0]).toMatchObject({ id: 'toilet-ring' });
    expect(find(jobs, 'qqqq')).toEqual([]);
  });
});
