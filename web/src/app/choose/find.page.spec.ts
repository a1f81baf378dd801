import { catalogue, open } from '../testing/house';
import { FindPage } from './find.page';

describe('What is it?', () => {
  test('one question, its answers, and how many are left of all', async () => {
    const p = await open(FindPage, { of: 'soil' });
    expect(p.text('h1')).toBe('What is on it?');
    // all but the one that says that it is not known
    expect(p.text('#left-title')).toMatch(new RegExp(`^\\d+ are left of ${catalogue().soils.size - 1}`));
    expect(p.fixture.nativeElement.querySelectorAll('.answer').length).toBeGreaterThan(3);
  });
  test('an answer goes into the address, so that back and reload keep it', async () => {
    const p = await open(FindPage, { of: 'soil' });
    await p.press(/^I don’t know/);
    expect(p.went[0]).toMatchObject({ path: ['/choose/find'], query: { sa: expect.stringMatching(/^[\w-]+:-$/) } });
  });
  test('when few are left they are named, and one can be taken', async () => {
    const p = await open(FindPage, {
      of: 'soil',
      sa: 'soil-smell:ammonia,soil-place:floor,soil-feel:stiff',
      material: 'carpet',
    });
    expect(p.text('.left')).toMatch(/pet urine/);
    await p.press(/^pet urine$/);
    expect(p.went[0]).toMatchObject({ path: ['/choose'], query: { soil: 'pet-urine', material: 'carpet' } });
  });
  test('meanwhile: a ladder that is right for all of them, with its steps', async () => {
    const p = await open(FindPage, {
      of: 'soil',
      sa: 'soil-place:cloth,soil-colour:red',
      material: 'cotton',
      finish: 'white',
    });
    expect(p.text('#safe-title')).toBe('Meanwhile: safe for all of them');
    expect(p.text('.rungs')).toMatch(/water|Dry/i);
    expect(p.text('.stack')).not.toMatch(/bleach \d|Chlorine/);
  });
  test('a mark on cloth counts as on something soft', async () =>
    expect((await open(FindPage, { of: 'soil', sa: 'soil-place:cloth' })).text('.stack')).not.toMatch(
      /cloth or something hard/,
    ));
  test('an answer can be taken back', async () => {
    const p = await open(FindPage, { of: 'material', ma: 'cloth:stiff,cold:cold' });
    await p.press(/^take back: Cold/);
    expect(p.went[0]).toMatchObject({ query: { ma: 'cloth:stiff' } });
  });
  test('taking the material first leads on to the mark', async () => {
    const p = await open(FindPage, { of: 'material', ma: 'cloth:soft,pile:coarse' });
    await p.press(/^jute$/);
    expect(p.went[0]).toMatchObject({ query: { material: 'jute', of: 'soil' } });
  });
});
