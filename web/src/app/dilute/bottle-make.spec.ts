import { open } from '../testing/house';
import { BottleMake } from './bottle-make';

describe('a bottle of one’s own', () => {
  test('an outline has its usual size and a name that no other has; a sprayer comes with its head', async () => {
    const p = await open(BottleMake);
    await p.press(/^Keep it/);
    expect(p.api.created[0]).toMatchObject({
      door: 'bottles',
      body: { outline: 'sprayer', capacity_mL: 500, head: { kind: 'trigger' }, opaque: false, kit: null },
    });
    await p.press(/^bucket/);
    await p.press(/^Keep it/);
    expect(p.api.created[1]!.body).toMatchObject({ outline: 'bucket', capacity_mL: 8000, head: null });
  });
  test('what was typed stays when the outline changes, and no bottle holds nothing', async () => {
    const p = await open(BottleMake);
    await p.type('What you call it', 'Green one');
    await p.type('It holds', '0');
    await p.press(/^jar with a lid/);
    await p.press(/^Keep it/);
    expect(p.api.created).toEqual([]);
    await p.type('It holds', '330');
    await p.press(/^Keep it/);
    expect(p.api.created[0]!.body).toMatchObject({ name: 'Green one', capacity_mL: 330, outline: 'jar' });
  });
});
