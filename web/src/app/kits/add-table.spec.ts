import { demoId } from '@dolly-tub/demo';
import type { Edit, Kit } from '@dolly-tub/core';
import { demoRows, open } from '../testing/house';
import { AddTable } from './add-table';

const kit = demoRows().tables['kits']!.find((k) => k['id'] === demoId(3, 5)) as unknown as Kit;
const start = async (csv: string) => {
  const p = await open(AddTable, { kit, here: [] });
  await p.fixture.componentInstance.file.open({ size: csv.length, text: () => Promise.resolve(csv) } as Blob);
  await p.settle();
  return p;
};

describe('a table of things', () => {
  test('semicolons, a byte-order mark, decimal commas: all of it comes in, as one deed with its pars', async () => {
    const p = await start('\uFEFFname;amount;unit;pack;par\r\nwhite vinegar;0,5;mL;1000;250\r\nsqueegee;1;;;\r\n');
    expect(p.text('[role=status]')).toBe('All 2 rows can come in.');
    await p.press(/^Put all 2 on the shelf/);
    const edits = p.api.written[0]!['edits'] as Edit[];
    expect(edits.map((e) => [e.does, e.on])).toEqual([
      ['make', 'stock'],
      ['make', 'stock'],
      ['change', 'kits'],
    ]);
    expect(edits[0]!.fields).toMatchObject({ item: 'white-vinegar', onHand: 0.5, kit: kit.id });
    expect(edits[2]!.fields!['par']).toContainEqual({ item: 'white-vinegar', level: 250, unit: 'mL' });
  });
  test('one row that is wrong keeps all out, and says its line and what to change', async () => {
    const p = await start('name,amount\nsqueegee,1\nwhite vinager,lots\n');
    expect(p.text('[role=status]')).toMatch(/1 of 2 rows want changing; all come in, or none/);
    expect(p.text('li.off')).toMatch(
      /3 White vinager “white vinager” is not known: perhaps white vinegar, or .*“lots” is no amount/,
    );
    expect(p.fixture.nativeElement.querySelector('[matButton=filled]').disabled).toBe(true);
  });
  test('what may not stand together is told before it stands there', async () => {
    const p = await start('name\nchlorine bleach\nwhite vinegar\n');
    expect(p.text('li.off')).toMatch(/It may not stand here/);
  });
  test.each([
    ['\u0000\u0001', /no text file/],
    ['a,b\n1,2\n', /No column is called “name”/],
    ['', /empty/],
  ])('no text, no head, nothing: a sentence (%j)', async (csv, says) =>
    expect((await start(csv)).text('[role=alert]')).toMatch(says),
  );
});
