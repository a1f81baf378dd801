import { labelOfPicture, type PictureWord } from '@dolly-tub/core';
import { catalogue, open, refusal } from '../testing/house';
import { LabelPicture } from './picture';

const word = (text: string, i: number, unsure: boolean): PictureWord => ({
  text,
  confidence: unsure ? 55 : 95,
  box: [20 + i * 100, 20, 90, 24],
  unsure,
  why: unsure ? 'read twice, and not alike' : null,
  line: 0,
});
const answer = {
  words: [word('Aqua,', 0, false), word('Sodwum', 1, true), word('Hydroxlde,', 2, true)],
  width: 600,
  height: 80,
  text: 'Aqua, Sodwum Hydroxlde,',
  unsure: true,
};
beforeAll(() => {
  URL.createObjectURL = () => 'blob:one';
  URL.revokeObjectURL = () => undefined;
});
async function shown(reply: unknown) {
  const p = await open(LabelPicture);
  const heard: string[] = [];
  p.fixture.componentInstance.read.subscribe((t) => heard.push(t));
  (p.api as { call: unknown }).call = () => (reply instanceof Error ? Promise.reject(reply) : Promise.resolve(reply));
  const field = { files: [new Blob(['x'], { type: 'image/jpeg' })], value: 'x' } as unknown as HTMLInputElement;
  await p.fixture.componentInstance['take'](field);
  await p.settle();
  return { p, heard };
}

describe('a label read off a picture', () => {
  test('words that are not sure are marked and put right one after the other; until then they are counted as open', async () => {
    const { p, heard } = await shown(answer);
    expect(p.fixture.componentInstance.open()).toBe(2);
    expect(p.text('#right-title')).toMatch(/Is it “Sodwum”\? read twice, and not alike; 2 open/);
    await p.type('What stands there', 'Sodium');
    await p.press(/^It is so/);
    expect(heard.at(-1)).toBe('Aqua, Sodium Hydroxlde,');
    expect(p.fixture.componentInstance.open()).toBe(1);
    expect(p.text('#right-title')).toMatch(/Hydroxlde/);
    await p.type('What stands there', 'Hydroxide');
    await p.press(/^It is so/);
    // the comma that was read stays
    expect(heard.at(-1)).toBe('Aqua, Sodium Hydroxide,');
    expect(p.fixture.componentInstance.open()).toBe(0);
    expect(p.text()).toMatch(/Every word is put right or sure/);
  });
  test('the places of words are shares of the picture, with their reason for who does not see it', async () => {
    const { p } = await shown(answer);
    const marks = [...(p.fixture.nativeElement as HTMLElement).querySelectorAll<HTMLElement>('.word')];
    expect(marks.map((m) => m.getAttribute('aria-label'))).toEqual([
      'Sodwum: read twice, and not alike',
      'Hydroxlde,: read twice, and not alike',
    ]);
    expect(marks[0]!.style.left).toBe('20%');
  });
  test('all of it is right by one tap; nothing of it is told as sure before', async () => {
    const { p, heard } = await shown(answer);
    await p.press(/all of it is right/);
    expect(p.fixture.componentInstance.open()).toBe(0);
    expect(heard.at(-1)).toBe(answer.text);
  });
  test('where nothing can be read it says what to do, and keeps quiet of the rest', async () => {
    const nothing = labelOfPicture({ lines: [], width: 10, height: 10 }, null, catalogue());
    const { p, heard } = await shown({ ...nothing, says: nothing.nothing });
    expect(p.text('[role=alert]')).toMatch(/nearer/);
    expect(heard).toEqual([]);
  });
  test('dropped and pasted pictures are read one after the other, as one text; what is no picture is left alone', async () => {
    const p = await open(LabelPicture);
    const heard: string[] = [];
    p.fixture.componentInstance.read.subscribe((t) => heard.push(t));
    const asked: string[] = [];
    (p.api as { call: unknown }).call = (_m: string, path: string) => {
      asked.push(path);
      return Promise.resolve({ ...answer, words: answer.words.map((w) => ({ ...w, unsure: false })) });
    };
    const picture = new File(['x'], 'a.jpg', { type: 'image/jpeg' });
    let stopped = 0;
    const event = (files: File[]) =>
      ({ dataTransfer: { files, types: ['Files'] }, preventDefault: () => stopped++ }) as unknown as DragEvent;
    await p.fixture.componentInstance['drop'](event([new File(['x'], 'a.txt', { type: 'text/plain' })]));
    expect([asked, stopped]).toEqual([[], 0]);
    await p.fixture.componentInstance['drop'](event([picture, picture]));
    expect(asked).toHaveLength(2);
    // its own language first, the others after it: which one it is, is found out there
    expect(asked[0]).toMatch(/lang=en,de,fr,es,nl$/);
    expect(heard.at(-1)).toBe('Aqua, Sodwum Hydroxlde,\nAqua, Sodwum Hydroxlde,');
  });
  test('stopped, nothing more is asked and what comes late is not taken', async () => {
    const p = await open(LabelPicture);
    const heard: string[] = [];
    p.fixture.componentInstance.read.subscribe((t) => heard.push(t));
    let answers: (a: unknown) => void = () => undefined;
    let signal: AbortSignal | undefined;
    (p.api as { call: unknown }).call = (_m: string, _p: string, _b: Blob, _h: object, left: AbortSignal) => {
      signal = left;
      return new Promise((done) => (answers = done));
    };
    const two = [new Blob(['x']), new Blob(['y'])];
    const reading = p.fixture.componentInstance['take']({ files: two, value: '' } as unknown as HTMLInputElement);
    await p.settle();
    expect(p.text()).toMatch(/Reading picture 1 of 2/);
    await p.press(/^stop$/);
    expect(signal!.aborted).toBe(true);
    answers(answer);
    await reading;
    await p.settle();
    expect([heard, p.text('figure')]).toEqual([[], '']);
  });
  test('small print asks for a nearer one; the picture is handed on, also one on which nothing can be read', async () => {
    const kept: Blob[] = [];
    const p = await open(LabelPicture);
    p.fixture.componentInstance.pictured.subscribe((f) => kept.push(f));
    const take = (reply: object) => {
      (p.api as { call: unknown }).call = () => Promise.resolve(reply);
      return p.fixture.componentInstance['take']({
        files: [new Blob(['x'])],
        value: '',
      } as unknown as HTMLInputElement);
    };
    await take({ ...answer, nearer: true });
    await p.settle();
    expect(p.text('[role=alert]')).toMatch(/small on this picture.*nearer/);
    await take({ words: [], text: '', says: 'No words can be read on it: come nearer.' });
    expect(kept).toHaveLength(2);
  });
  test('what the server refuses is told in its words', async () => {
    const { p } = await shown(refusal('The picture is cut off or damaged: take it again, or choose another.'));
    expect(p.text('[role=alert]')).toMatch(/cut off or damaged/);
  });
});
