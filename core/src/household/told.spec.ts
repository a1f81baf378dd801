import { editWords, type LogEntry } from '@dolly-tub/core';

const entry = (edits: object[], did: object[] = []): LogEntry => ({ kind: 'edit', edits, did }) as unknown as LogEntry;
const change = (was: object, is: object, on = 'spots'): LogEntry => {
  const fields = [...new Set([...Object.keys(was), ...Object.keys(is)])];
  return entry(
    [{ does: 'change', on, id: 's', fields: is }],
    fields.map((path) => ({ on, id: 's', path, was: (was as never)[path] ?? null, is: (is as never)[path] ?? null })),
  );
};

describe('an edit in words', () => {
  test('each field from what it was to what it is; what is the same is not said', () => {
    expect(editWords(change({ finish: 'gloss', name: 'Hob' }, { finish: 'matt', name: 'Hob' }))).toBe(
      'finish gloss → matt',
    );
    expect(editWords(change({ area_m2: 1 }, { area_m2: 2.5 }))).toBe('area 1 → 2.5');
    expect(editWords(change({ finish: 'matt' }, { finish: null }))).toBe('finish matt → none');
    expect(editWords(change({ food: false }, { food: true }))).toBe('food no → yes');
    expect(editWords(change({ routeOrder: 3 }, { routeOrder: 4 }))).toBe('route order 3 → 4');
  });
  test('of more than a word can say its name alone, once', () => {
    expect(editWords(change({ outline: [1] }, { outline: [2] }, 'rooms'))).toBe('outline');
    expect(
      editWords(
        entry(
          [{ does: 'change', on: 'spots', id: 's' }],
          [
            { on: 'spots', id: 's', path: 'soils/rust', was: { severity: 1 }, is: { severity: 2 } },
            { on: 'spots', id: 's', path: 'soils/mud', was: { severity: 1 }, is: { severity: 2 } },
          ],
        ),
      ),
    ).toBe('soils');
  });
  test('what was made and put away is counted by kind', () => {
    const make = (on: string) => ({ does: 'make', on, id: on });
    expect(editWords(entry([make('rooms'), make('spots'), make('spots'), make('kits')]))).toBe(
      'made: 1 room, 2 spots, 1 kit',
    );
    expect(editWords(entry([{ does: 'put-away', on: 'stock', id: 'x' }]))).toBe('put away: 1 thing on a shelf');
    expect(editWords(entry([make('stock'), { does: 'change', on: 'kits', id: 'k' }]))).toBe('made: 1 thing on a shelf');
    expect(editWords(entry([]))).toBe('');
  });
});
