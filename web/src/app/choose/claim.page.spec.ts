import { catalogue, open } from '../testing/house';
import { ClaimPage } from './claim.page';

describe('what people say', () => {
  test('is answered: what it does not, what it does, what instead, and from where', async () => {
    const p = await open(ClaimPage, { claim: 'vinegar-disinfects' });
    expect(p.text('h1')).toBe('“Vinegar disinfects”');
    expect(p.text('.answer')).toMatch(
      /It does not It is no disinfectant.*It does It dissolves limescale.*Instead Clean first.*published/,
    );
    const others = [...(p.fixture.nativeElement as HTMLElement).querySelectorAll('li a')];
    expect(others).toHaveLength(catalogue().claims.size - 1);
  });
  test('one that nobody answered leads to those that are', async () =>
    expect((await open(ClaimPage, { claim: 'nothing' })).text()).toMatch(/not among them.*Vinegar disinfects/));
});
