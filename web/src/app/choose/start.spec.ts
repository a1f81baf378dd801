import { catalogue, open } from '../testing/house';
import { ChooseStart } from './start';

const links = (p: Awaited<ReturnType<typeof open<ChooseStart>>>, css: string): string[] =>
  [...(p.fixture.nativeElement as HTMLElement).querySelectorAll<HTMLAnchorElement>(css)].map((a) =>
    a.getAttribute('href')!,
  );

describe('Choose, before anything is asked', () => {
  test('the dirtiest spots come first, each a question of its own', async () => {
    const p = await open(ChooseStart);
    const of = (a: string): string => new URL(a, 'http://x').searchParams.get('soil')!;
    const here = links(p, '.spots a');
    expect(here.length).toBeGreaterThan(3);
    for (const a of here) expect(catalogue().soils.has(of(a))).toBe(true);
    expect(p.text('.spots li')).toMatch(/a (thick )?crust/);
  });
  test('what is spilled and what people ask about are marks of the catalogue', async () => {
    const p = await open(ChooseStart);
    const asked = (of: string): number => [...catalogue().soils.values()].filter((s) => s.asked === of).length;
    expect(links(p, '.copper .chips a')).toHaveLength(asked('spilled'));
    expect(links(p, '.marks a')).toHaveLength(asked('often'));
    expect(links(p, '.copper .chips a')).toContain('/choose?soil=red-wine');
  });
  test('of a mark that is named it shows where it is, and tells nothing to do before the surface is known', async () => {
    const p = await open(ChooseStart, { soil: 'red-wine' });
    expect(p.text('h2')).toBe('Red wine: from which surface?');
    expect(p.text('.spots')).toMatch(/Marble hearth/);
    expect(p.text()).not.toMatch(/vinegar|detergent|Blot/);
    expect(p.text()).not.toMatch(/Just spilled/);
  });
  test('what was asked lately can be asked again; an empty house has marks all the same', async () => {
    const lately = [{ name: 'rust from granite', query: { soil: 'rust', material: 'granite' } }];
    const p = await open(ChooseStart, { lately }, (rows) => (rows.tables['spots'] = []));
    expect(p.text('[aria-labelledby=start-lately]')).toMatch(/rust from granite/);
    expect(p.text()).not.toMatch(/Dirty in this house/);
    expect(links(p, '.marks a').length).toBeGreaterThan(5);
  });
});
