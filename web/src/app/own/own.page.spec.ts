import { catalogue, open, refusal } from '../testing/house';
import { at, changesOf, FIELDS, laxer, tableOf } from './fields';
import { OwnPage } from './own.page';

const oak = catalogue().materials.get('oiled-wood') as unknown as Record<string, unknown>;

describe('what is changed of the nearest', () => {
  test('only what differs is kept, nested fields whole', () => {
    expect(changesOf(oak, { wetness: oak['wetness'], 'pH.min': 6.5 })).toEqual({
      pH: { ...(oak['pH'] as object), min: 6.5 },
    });
    expect(changesOf(oak, {})).toEqual({});
  });
  test('bearing more than the nearest is said; bearing less is not', () => {
    expect(laxer('materials', oak, { wetness: 'flood' })).toHaveLength(1);
    expect(laxer('materials', oak, { wetness: 'dry' })).toEqual([]);
    expect(laxer('materials', oak, changesOf(oak, { 'pH.max': 13, 'tolerates.chlorine': 'ok' }))).toHaveLength(2);
    expect(laxer('tools', {}, {})).toEqual([]);
  });
  test.each(Object.keys(FIELDS) as (keyof typeof FIELDS)[])('every question of %s stands in the records', (kind) => {
    for (const f of FIELDS[kind]) {
      const holders = [...tableOf(kind, catalogue()).values()].filter((r) => at(r, f.path) !== undefined);
      expect([f.path, holders.length > 0]).toEqual([f.path, true]);
      if (f.ask === 'choice')
        for (const r of holders) {
          const v = at(r, f.path);
          if (v !== null) expect([f.path, v, f.choices!.some((c) => c.value === v)]).toEqual([f.path, v, true]);
        }
    }
  });
});

describe('Own things', () => {
  test('a name and the nearest are asked for, in a sentence', async () => {
    const p = await open(OwnPage);
    await p.press(/^Keep it/);
    expect(p.text('[role=alert]')).toBe('Give the material a name.');
    await p.type('What you call it', 'Grandfather’s desk');
    await p.press(/^Keep it/);
    expect(p.text('[role=alert]')).toMatch(/Choose the material that is nearest/);
  });
  test('a copy of the nearest with a change is kept, and the form is clean again', async () => {
    const p = await open(OwnPage);
    await p.type('What you call it', 'Grandfather’s desk');
    await p.press(/^Nearest to it/);
    await p.press(/^oiled wood/i, '[role=option]');
    await p.type('Most alkaline it bears', '8');
    await p.press(/^Keep it/);
    expect(p.api.created[0]).toMatchObject({
      door: 'materials',
      body: { name: 'Grandfather’s desk', basedOn: 'oiled-wood', changes: { pH: { max: 8 } } },
    });
    expect(p.told()).toMatch(/is known from now on/);
  });
  test('a number out of range is refused before it is sent, and what was typed stays', async () => {
    const p = await open(OwnPage, { kind: 'tools' });
    await p.type('What you call it', 'My scrubber');
    await p.press(/^Nearest to it/);
    await p.press(/^toothbrush$/, '[role=option]');
    await p.type('How rough', '7');
    await p.press(/^Keep it/);
    expect(p.text('[role=alert]')).toMatch(/How rough, 0 to 1: a number from 0 to 1/);
    expect(p.api.created).toEqual([]);
    p.api.refuse = refusal('The shelf fell down.');
    await p.type('How rough', '0.7');
    await p.press(/^Keep it/);
    expect(p.text('[role=alert]')).toBe('The shelf fell down.');
    expect((p.fixture.nativeElement.querySelector('[formControlName=name]') as HTMLInputElement).value).toBe(
      'My scrubber',
    );
  });
  test('what the house has is listed, can be changed and taken away', async () => {
    const p = await open(OwnPage, { kind: 'soils' }, (r) => {
      r.tables['soils'] = [
        {
          id: 'own-soil',
          version: 1,
          name: 'canal silt',
          basedOn: 'mud',
          changes: { lifts: { water_cold: 0.9 } },
          label: null,
        } as never,
      ];
    });
    expect(p.text('.have')).toMatch(/canal silt like mud, 1 thing changed/);
    await p.press(/^change$/);
    expect(p.text('#own-title')).toBe('Change it');
    await p.press(/^Keep it/);
    expect(p.api.replaced[0]).toMatchObject({ door: 'soils', record: { name: 'canal silt', version: 1 } });
  });
});
