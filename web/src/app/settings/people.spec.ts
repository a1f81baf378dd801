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
});
