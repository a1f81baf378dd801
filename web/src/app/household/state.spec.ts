import { household, householdEvents, KEPT, selectLog, selectTallies, selectTrouble } from './state';

const reduce = household.reducer;
const tables = Object.fromEntries(KEPT.map((d) => [d, []])) as never;
const start = reduce(undefined, householdEvents.everythingRead({ tables, log: [], seq: 1 }));
const record = (version: number, name = 'A') => ({ id: 'r1', version, name });

describe('the household slice', () => {
  test('is loaded once everything is read', () => {
    expect(reduce(undefined, householdEvents.opened()).loaded).toBe(false);
    expect(start.loaded).toBe(true);
  });
  test('a newer record replaces, an older one that comes late does not', () => {
    const two = reduce(start, householdEvents.recordChanged({ door: 'rooms', record: record(2, 'new') }));
    const late = reduce(two, householdEvents.recordChanged({ door: 'rooms', record: record(1, 'old') }));
    expect((late.rooms.entities['r1'] as unknown as { name: string }).name).toBe('new');
  });
  test('an answer that was put together before something was told does not take it back', () => {
    const entry = { id: 'bleach', at: '2026-01-02', recordedAt: '2026-01-02', seq: 9, kind: 'note' as const };
    const told = [
      householdEvents.recordChanged({ door: 'rooms', record: record(3, 'told') }),
      householdEvents.entryWritten({ entry }),
    ].reduce(reduce, undefined as never);
    const answer = {
      tables: { ...(tables as object), rooms: [record(2, 'older')] } as never,
      log: [{ ...entry, id: 'a', seq: 8 }],
    };
    const read = reduce(told, householdEvents.everythingRead({ ...answer, seq: 20 }));
    expect([read.rooms.entities['r1'], read.log.ids, read.seq]).toEqual([record(3, 'told'), ['bleach', 'a'], 20]);
    // another household is another one
    const anew = reduce(told, householdEvents.everythingRead({ ...answer, seq: 20, anew: true }));
    expect([anew.rooms.entities['r1'], anew.log.ids]).toEqual([record(2, 'older'), ['a']]);
  });
  test('what worked is what was counted, and what was written since', () => {
    const clean = (id: string, seq: number, outcome: string) =>
      ({
        id,
        seq,
        at: '2026-01-02',
        recordedAt: '2026-01-02',
        kind: 'clean',
        spot: 's',
        outcome,
        question: { material: 'glass', soil: 'rust' },
        method: { name: 'm', mechanism: 'acid' },
      }) as never;
    const counted = { mechanism: 'acid', soil: 'rust', material: 'glass', finish: null, spot: 's', name: null };
    const read = reduce(
      undefined,
      householdEvents.everythingRead({
        tables,
        log: [clean('a', 7, 'worked')],
        tallies: [{ ...counted, worked: 20, partly: 1, not: 3 }],
        upTo: 8,
        seq: 1,
      }),
    );
    const tallies = (s: typeof read): unknown => selectTallies.projector(s.tallies, s.upTo, selectLog.projector(s.log));
    expect(tallies(read)).toMatchObject([{ worked: 20 }]);
    const more = reduce(read, householdEvents.entryWritten({ entry: clean('b', 9, 'worked') }));
    expect(tallies(more)).toEqual([{ ...counted, worked: 21, partly: 1, not: 3 }]);
    // one was taken back: what is at hand was read anew, and what came after that answer stays
    const late = reduce(more, householdEvents.entryWritten({ entry: clean('c', 11, 'not') }));
    const again = reduce(
      late,
      householdEvents.logRead({ log: [], tallies: [{ ...counted, worked: 19, partly: 1, not: 3 }], upTo: 10 }),
    );
    expect(again.log.ids).toEqual(['c']);
    expect(tallies(again)).toEqual([{ ...counted, worked: 19, partly: 1, not: 4 }]);
  });
  test('a damaged file is said before anything else', () => {
    const hurt = reduce(start, householdEvents.everythingRead({ tables, log: [], seq: 1, damage: 'damaged' }));
    expect(selectTrouble.projector(hurt.damage, 'away')).toBe('damaged');
    expect(selectTrouble.projector(null, 'away')).toBe('away');
  });
  test('a record that is gone is gone', () =>
    expect(
      reduce(
        reduce(start, householdEvents.recordChanged({ door: 'rooms', record: record(1) })),
        householdEvents.recordGone({ door: 'rooms', id: 'r1' }),
      ).rooms.ids,
    ).toEqual([]));
  test('log entries stand newest first, and once', () => {
    const e = (id: string, at: string, seq: number) => ({
      id,
      at,
      seq,
      recordedAt: at,
      kind: 'note' as const,
      text: id,
    });
    let s = start;
    for (const x of [
      e('a', '2026-01-01', 1),
      e('b', '2026-03-01', 2),
      e('c', '2026-02-01', 3),
      e('b', '2026-03-01', 2),
    ])
      s = reduce(s, householdEvents.entryWritten({ entry: x }));
    expect(s.log.ids).toEqual(['b', 'c', 'a']);
  });
  test('trouble is said and taken back', () => {
    const lost = reduce(start, householdEvents.serverLost({ says: 'away' }));
    expect(lost.trouble).toBe('away');
    expect(reduce(lost, householdEvents.serverBack()).trouble).toBeNull();
  });
});
