import { open } from '../testing/house';
import { People } from './people';
import { Spoons } from './spoons';

describe('who lives here', () => {
  test('somebody new: a name, and what they are', async () => {
    const p = await open(People);
    await p.press(/^somebody/);
    await p.press(/^Save/);
    expect(p.api.created).toEqual([]);
    expect(p.text()).toMatch(/Give them a name/);
    await p.type('What they are called', ' Mo ');
    await p.press(/^Save/);
    expect(p.api.created[0]).toMatchObject({
      door: 'members',
      body: { name: 'Mo', kind: 'adult', limits: [], hand: 'right', species: null },
    });
  });
  test('reach and sight: what they change is said, and kept in millimetres', async () => {
    const p = await open(People);
    await p.press(/^somebody$/);
    await p.type('What they are called', 'Ines');
    expect(p.text('form')).not.toMatch(/higher says so/);
    await p.type('Reach', '5');
    await p.press(/^Save$/);
    expect(p.text('form')).toMatch(/Centimetres above the floor/);
    await p.type('Reach', '150');
    expect(p.text('form')).toMatch(/A spot that is higher says so/);
    await p.press(/^Save$/);
    expect(p.api.created[0]!.body).toMatchObject({ name: 'Ines', reach_mm: 1500, sight: null });
  });
  test('a name changes, the limit stays; and somebody who moved out is taken off', async () => {
    const p = await open(People);
    await p.press(/^change Grandad Joe/);
    await p.type('What they are called', 'Joe');
    await p.press(/^Save/);
    expect(p.api.replaced[0]!.record).toMatchObject({ name: 'Joe', limits: [{ limit: 'asthma' }] });
    await p.press(/^take off Tom/);
    expect(p.api.removed).toMatchObject([{ door: 'members' }]);
  });
});

describe('own spoons', () => {
  test('one more, in millilitres; and one that is gone', async () => {
    const p = await open(Spoons);
    expect(p.text()).toMatch(/the blue cap: 22 mL/);
    await p.press(/^a spoon or cap/);
    await p.type('What you call it', 'the red scoop');
    await p.type('It holds', 'much');
    await p.press(/^Keep it/);
    expect(p.api.replaced).toEqual([]);
    await p.type('It holds', '12,5');
    await p.press(/^Keep it/);
    expect(p.api.replaced[0]!.record['measures']).toMatchObject([
      { id: 'blue-cap' },
      { name: 'the red scoop', volume_mL: 12.5, kind: 'spoon' },
    ]);
    await p.press(/^drop the blue cap/);
    expect((p.api.replaced[1]!.record['measures'] as { name: string }[]).map((m) => m.name)).toEqual(['the red scoop']);
  });
  test('a squirt that was weighed: ten at a time, how far they lie apart, and kept with its weight', async () => {
    const p = await open(Spoons);
    await p.press(/^a spoon or cap/);
    await p.type('What you call it', 'squirt');
    await p.press(/^Weigh it/, 'mat-expansion-panel-header');
    await p.type('The scale shows', '12.1 24.0 36.2 48.1 60.3');
    expect(p.text('mat-expansion-panel')).toMatch(/1\.21 mL each, 1 % apart\./);
    await p.type('The scale shows', '12 30 35');
    expect(p.text('mat-expansion-panel')).toMatch(/too uneven/);
    await p.type('The scale shows', '12 10');
    expect(p.text('mat-expansion-panel')).toMatch(/scale went down/);
    await p.press(/^show me with the built-in scale/);
    expect(p.text('mat-expansion-panel')).toMatch(/1\.[12]\d? mL each/);
    await p.press(/^Take that/);
    await p.press(/^Keep it/);
    const kept = (p.api.replaced[0]!.record['measures'] as { name: string; volume_mL: number; mass_g: number }[]).at(
      -1,
    )!;
    expect(kept.name).toBe('squirt');
    expect(kept.volume_mL).toBeCloseTo(1.2, 1);
    expect(kept.mass_g).toBeCloseTo(1.2, 1);
  });
});
