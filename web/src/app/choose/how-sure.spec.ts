import { confidenceOf, finishesMatter, inTurns } from '@dolly-tub/core';
import { catalogue, open } from '../testing/house';
import { HowSure, SURE_WORKER } from './how-sure';
import { TwoInOne } from './two-in-one';
import { WhichFinish } from './which-finish';

const wait = (ms: number): Promise<void> => new Promise((r) => setTimeout(r, ms));
const asked = {
  question: { material: 'glazed-tile', finish: 'gloss', soil: 'fresh-grease', severity: 3 },
  context: {},
};

describe('how sure the start is', () => {
  const made: { asked: unknown; ended: boolean }[] = [];
  const worker = () => {
    const w = {
      asked: null as unknown,
      ended: false,
      onmessage: null as ((e: { data: unknown }) => void) | null,
      postMessage: (m: typeof asked) => {
        w.asked = m;
        w.onmessage?.({ data: { confidence: confidenceOf(m.question, m.context, catalogue(), { shakes: 12 }) } });
      },
      terminate: () => void (w.ended = true),
    };
    made.push(w);
    return w as never;
  };
  test('it is told after the ladder stands, and the worker is let go', async () => {
    const p = await open(HowSure, { asked }, undefined, [
      { provide: SURE_WORKER, useValue: () => Promise.resolve(worker) },
    ]);
    expect(p.text()).toBe('');
    await wait(900);
    await p.settle();
    expect(p.text('[role=status]')).toMatch(/^\d+ of 12 times it stays the start when its figures, from memory/);
    expect(made.at(-1)!.ended).toBe(true);
  });
});

test('a mark that is two in one: in order, with what is rinsed between', async () => {
  const turns = inTurns({ material: 'glazed-tile', finish: 'gloss', soil: 'soap-scum' }, {}, catalogue())!;
  const p = await open(TwoInOne, { name: 'soap scum', turns });
  expect(p.text('h2')).toBe('Soap scum is two in one');
  expect(p.text('ol')).toMatch(/^Grease its ladder .*Rinse the .* Limescale its ladder/);
});

test('where the finish decides one question is asked; its answer is the finish', async () => {
  const depends = finishesMatter({ material: 'upholstery', soil: 'fresh-grease' }, {}, catalogue());
  const p = await open(WhichFinish, { material: 'upholstery', depends });
  expect(p.text('h3')).toMatch(/letter/);
  const heard: string[] = [];
  p.fixture.componentInstance.found.subscribe((f: string) => heard.push(f));
  await p.press(/^S: solvent/);
  expect(heard).toEqual(['solvent']);
});
