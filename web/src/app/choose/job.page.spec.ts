import { spotId } from '@dolly-tub/demo';
import { open, refusal } from '../testing/house';
import { JobPage } from './job.page';

describe('A whole job', () => {
  test('without one, all are there and household words find them', async () => {
    const p = await open(JobPage);
    expect(p.fixture.nativeElement.querySelectorAll('.card').length).toBeGreaterThanOrEqual(30);
    await p.type('Find a job', 'loo ring');
    expect(p.text('.card')).toMatch(/Toilet, ring seen/);
    await p.type('Find a job', 'setee');
    expect(p.text('.card')).toMatch(/Sofa/);
    await p.type('Find a job', 'qqqq');
    expect(p.text('.cards')).toMatch(/No job by that name/);
  });
  test('stages in order, the method computed, what must hold before it is closed', async () => {
    const p = await open(JobPage, { job: 'toilet-ring' });
    expect(p.text('h1')).toBe(
      'Do toilet, ring seen where the bowl is toilet bowl (vitreous china) and the outside and seat is toilet seat and outside (hard toilet seat)',
    );
    expect(p.text('.stages')).toMatch(
      /Shut the inlet valve.*(Lemon juice|Citric acid) .*poured in.*Open the inlet valve again/,
    );
    expect(p.text('.stack')).toMatch(/Not finished before the inlet valve is open again.*Traps.*Left out/);
  });
  test('another material, another method', async () => {
    const p = await open(JobPage, { job: 'hard-water' });
    const china = p.text('.stages');
    await p.press(/^What the face is made of/);
    await p.press(/^polished marble/, '[role=option]');
    expect(p.text('h1')).toMatch(/polished marble/);
    expect(p.text('.stages')).not.toBe(china);
    expect(p.text('.stages')).not.toMatch(/vinegar|Citric|Lemon/i);
  });
  test('a spot of the house brings its neighbours and its past', async () => {
    const p = await open(JobPage, { job: 'hard-water' });
    await p.press(/^What the face is made of/);
    await p.press(/^shower screen/, '[role=option]');
    expect(p.text('.method')).toMatch(/on a held cloth/);
    await p.press(/^Do it now/);
    expect(p.api.created[0]).toMatchObject({
      door: 'runs',
      body: {
        job: 'hard-water',
        spot: spotId('wet-screen'),
        closes: ['the acid is rinsed off'],
        parts: [{ stage: 'scale', spot: spotId('wet-screen'), question: { soil: 'limescale' } }],
      },
    });
    expect(p.went).toContainEqual({ path: ['/do', 'made'], query: undefined });
  });
  test('a refusal of the server is said, and nothing is lost', async () => {
    const p = await open(JobPage, { job: 'grout' });
    p.api.refuse = refusal('The shelf fell down.');
    await p.press(/^Do it now/);
    expect(p.text('[role=alert]')).toBe('The shelf fell down.');
    expect(p.text('h1')).toMatch(/grout/);
  });
});
describe('what hangs or stands there is asked', () => {
  const acid = /Citric|Lemon|vinegar|acid/i;
  const methods = (p: Awaited<ReturnType<typeof open>>): string =>
    [...p.fixture.nativeElement.querySelectorAll('.method')].map((m: HTMLElement) => m.textContent).join(' ');
  test('nothing there: acid', async () => expect(methods(await open(JobPage, { job: 'toilet-ring' }))).toMatch(acid));
  test('a chlorine block written down in the toilet of the house: no acid is planned', async () => {
    const p = await open(JobPage, { job: 'toilet-ring' }, (rows) => {
      for (const r of rows.tables['rooms'] as never as { fixtures: { shape: string; resident: string[] }[] }[])
        for (const f of r.fixtures) if (f.shape === 'toilet') f.resident = ['tank-block'];
    });
    expect(methods(p)).not.toMatch(acid);
    expect(p.text()).toMatch(/What hangs or stands in the bowl\?/);
  });
});
