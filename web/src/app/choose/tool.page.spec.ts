import { open } from '../testing/house';
import { MarkPage } from './mark.page';
import { SurfacePage } from './surface.page';
import { ToolPage } from './tool.page';

describe('the other way round', () => {
  test('a tool: for which marks, never on what, where it is in this house', async () => {
    const p = await open(ToolPage, { tool: 'lint-roller' });
    expect(p.text('h1')).toBe('Lint roller');
    expect(p.text('[aria-labelledby=good-title]')).toMatch(/^Good for Dry .*pet hair \d\d %/);
    expect(p.text('[aria-labelledby=then-title]')).toMatch(/vacuum with upholstery nozzle/);
    expect(p.text('[aria-labelledby=here-title]')).toMatch(/Does the same: /);
  });
  test('what only helps says so', async () =>
    expect((await open(ToolPage, { tool: 'squeegee' })).text('.no')).toMatch(/does not clean by itself/));
  test.each([
    [ToolPage, { tool: 'nothing-such' }, /No such tool.*Own things/],
    [SurfacePage, { material: 'nowhere' }, /No such surface.*What is it/],
    [MarkPage, { mark: 'nothing-such' }, /No such mark.*What is it/],
  ])('a name that is not known has a way on', async (page, inputs, words) =>
    expect((await open<unknown>(page, inputs)).text()).toMatch(words),
  );
  test('a surface: what it bears in figures, what harms it, where it is here', async () => {
    const p = await open(SurfacePage, { material: 'limestone' });
    expect(p.text('[aria-labelledby=bears-title]')).toMatch(/pH \d.*acid dissolves it/);
    expect(p.text('[aria-labelledby=never-title]')).toMatch(/Limestone dissolves in acid\. .*white vinegar/);
    const links = [...(p.fixture.nativeElement as HTMLElement).querySelectorAll('[aria-labelledby=on-title] a')];
    expect(links[0]!.getAttribute('href')).toMatch(/^\/choose\/product\//);
  });
  test('a mark: first aid, where one starts on the surfaces of this house, what lifts it', async () => {
    const p = await open(MarkPage, { mark: 'limescale' });
    expect(p.text('h1')).toBe('Limescale');
    expect(p.text('[aria-labelledby=starts-title]')).toMatch(/^Where one starts .*\d\d %/);
    expect(p.text('[aria-labelledby=lifts-title]')).toMatch(/^What lifts it Acid \d\d % .*white vinegar/);
  });
  test('a mark of several parts leads to each', async () =>
    expect((await open(MarkPage, { mark: 'soap-scum' })).text('.chips')).toMatch(/grease in it limescale in it/));
});
