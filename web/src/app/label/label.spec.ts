import { TestBed } from '@angular/core/testing';
import { open, refusal } from '../testing/house';
import { OwnPage } from '../own/own.page';
import { LabelDraft } from './draft';
import { LabelImport, rowsOf } from './label-import';
import { LabelReader } from './label-reader';

describe('a label being read', () => {
  test('says what was read, how surely, and why it counts as partial', async () => {
    const p = await open(LabelReader, { text: 'sod1um hypochlorite 5 %, carbomar, goo, EUH206' });
    expect(p.text('.sum')).toMatch(/2 of 3 recognised. Counts as not fully named/);
    expect(p.text('.read ul')).toMatch(
      /Sodium hypochlorite 5 % “sod1um hypochlorite 5 %” · with a slip in the spelling.*Carbomer “carbomar” · only nearly/,
    );
    expect(p.text('.read ul')).toMatch(/Not recognised “goo” · counts as unknown/);
  });
  test('a full list is said to be one', async () =>
    expect((await open(LabelReader, { text: 'water, citric acid 5-10 %' })).text()).toMatch(
      /2 recognised, nothing left over. Counts as a full list. .*5 to 10 %/,
    ));
  test('a figure that cannot be is said in a sentence', async () =>
    expect((await open(LabelReader, { text: 'citric acid 120 %' })).text('.warn')).toMatch(
      /more than the whole. Check/,
    ));
  test('signs that are tapped go with the text, and say what it may hold', async () => {
    const p = await open(LabelReader, { text: 'water, glycerin' });
    const toggle = async (name: RegExp): Promise<void> => p.press(name, 'mat-button-toggle button');
    await toggle(/^burns skin and eyes$/);
    expect(p.fixture.componentInstance.text()).toBe('water, glycerin\nSigns on it: GHS05');
    expect(p.text('.read ul')).toMatch(/May hold hydrochloric acid, sodium hydroxide/);
    await toggle(/Danger/);
    expect(p.fixture.componentInstance.text()).toMatch(/GHS05, signal word danger$/);
    await toggle(/^burns skin and eyes$/);
    await toggle(/Danger/);
    expect(p.fixture.componentInstance.text()).toBe('water, glycerin');
  });
  test('a guess can be taken back: none of these', async () => {
    const p = await open(LabelReader, { text: 'citric acld' });
    await p.press(/“citric acld” is/);
    await p.press(/^none of these/, '[role=option]');
    expect(p.text('.read ul')).toMatch(/Not recognised/);
  });
});

describe('kept as an own product', () => {
  test('from Mix: contents, disclosure, corrections and text', async () => {
    const p = await open(OwnPage, { kind: 'products' });
    const draft = TestBed.inject(LabelDraft);
    draft.text.set('water, wonder stuff 5 %, citric acid 2 %');
    draft.corrections.set([{ text: 'wonder stuff 5 %', substance: 'urea' }]);
    p.fixture.componentRef.setInput('from', 'label');
    await p.settle();
    await p.type('What you call it', 'The blue one');
    await p.press(/^like /);
    await p.press(/^Keep it/);
    expect(p.api.created[0]).toMatchObject({
      door: 'products',
      body: {
        name: 'The blue one',
        changes: {
          disclosed: 'yes',
          contents: [
            { substance: 'water', percent: { min: 0, max: 100 } },
            { substance: 'urea', percent: { min: 5, max: 5 } },
            { substance: 'citric-acid', percent: { min: 2, max: 2 } },
          ],
        },
        label: { corrections: [{ text: 'wonder stuff 5 %', substance: 'urea' }] },
      },
    });
    expect(draft.text()).toBe('');
  });
});

describe('many labels from a file', () => {
  const file = (text: string) => new File([text], 'mine.csv');
  const read = async (text: string) => {
    const p = await open(LabelImport);
    // jsdom's File has no text() of its own
    await p.fixture.componentInstance.read(Object.assign(file(text), { text: async () => text }));
    await p.settle();
    return p;
  };
  test('rows are shown before anything is kept; what is wrong says why; the rest is kept', async () => {
    const p = await read(
      'name,label\nBlue,"water, sodium hypochlorite 5 %"\n,water\nGreen,goo\nRed,"water; ammonia 3 %"\n',
    );
    expect(p.text('[role=status]')).toBe('2 of 4 rows can be kept.');
    expect(p.text('table')).toMatch(/3 \(no name\) Left out. It has no name/);
    expect(p.text('table')).toMatch(/4 Green Left out. Nothing in it is recognised/);
    expect(p.api.created).toEqual([]);
    await p.press(/^Keep 2 products/);
    expect(p.api.created.map((c) => c.body['name'])).toEqual(['Blue', 'Red']);
    expect(p.api.created[0]!.body).toMatchObject({
      changes: { disclosed: 'yes' },
      label: { text: 'water, sodium hypochlorite 5 %' },
    });
  });
  test('a refusal half way leaves what is not kept, and says so', async () => {
    const p = await read('name,label\nBlue,"water, citric acid"\n');
    p.api.refuse = refusal('The disk is full.');
    await p.press(/^Keep 1 product/);
    expect(p.text('[role=alert]')).toMatch(/0 kept, then: The disk is full. The others are still here/);
    expect(p.text('table')).toMatch(/Blue/);
  });
  test('JSON works the same', async () => {
    expect(await rowsOf('[{"name":"A","label":"water"}]')).toEqual([{ name: 'A', label: 'water' }]);
    expect(await rowsOf('{"products":[{"name":"A"}]}')).toEqual([{ name: 'A' }]);
  });
  test.each([
    ['[{"name":', /begins like JSON/],
    ['{"a":1}', /holds no list/],
    ['just one line', /should name the columns/],
  ])('%s is refused in a sentence', async (text, says) => expect(rowsOf(text)).rejects.toThrow(says));
  test('what is no text is refused', async () =>
    expect((await read('PK\u0003\u0004')).text('[role=alert]')).toMatch(/no text file/));
});
