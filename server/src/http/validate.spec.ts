import { recordBodies } from '@dolly-tub/core';
import { Type } from '@sinclair/typebox';
import { HttpProblem } from './problem';
import { check, faults } from './validate';

const room = {
  name: 'Pantry',
  order: 0,
  outline: [
    { x: 0, y: 0 },
    { x: 1, y: 0 },
    { x: 1, y: 1 },
  ],
  height_mm: 2300,
  openings: [],
  fixtures: [],
  drains: [],
  start: { x: 0, y: 0 },
};
const say = (change: object): string[] => faults(recordBodies.rooms, { ...room, ...change }).map((p) => p.message);

describe('faults in words that tell what to change', () => {
  test('a whole record has none', () => expect(say({})).toEqual([]));
  test.each([
    [{ name: '' }, '/name must not be empty.'],
    [{ name: 'x'.repeat(81) }, '/name is too long: at most 80 characters.'],
    [{ height_mm: 'tall' }, '/height_mm must be a number.'],
    [{ height_mm: 1 }, '/height_mm must be at least 500.'],
    [{ height_mm: 1e9 }, '/height_mm must be at most 10000.'],
    [{ colour: 'red' }, '"colour" is not known here: check its spelling or leave it out.'],
    [{ start: { x: 0 } }, '"y" is missing.'],
    [
      { openings: [{ kind: 'hatch', wall: 0, offset: 0, width: 500 }] },
      '/openings/0/kind must be one of: window, door.',
    ],
  ])('%j', (change, want) => expect(say(change)).toContain(want));
  test('every fault is listed, each with its path', () => {
    const found = faults(recordBodies.rooms, { ...room, name: '', height_mm: 1, nope: 1 });
    expect(found.map((p) => p.path).sort()).toEqual(['/height_mm', '/name', '/nope']);
  });
  test('dates are asked for with an example', () =>
    expect(faults(Type.Object({ day: Type.String({ format: 'date' }) }), { day: 'today' })[0]!.message).toMatch(
      /2026-11-25/,
    ));
  test('no more than twenty at once', () =>
    expect(
      faults(
        Type.Array(Type.Number()),
        Array.from({ length: 90 }, () => 'x'),
      ).length,
    ).toBe(20));
  test('a value that passes is handed on as it is; one that does not is a 422', () => {
    expect(check(Type.Number(), 5)).toBe(5);
    expect(() => check(Type.Number(), 'five')).toThrow(HttpProblem);
    try {
      check(Type.Number(), 'five');
    } catch (e) {
      expect(e).toMatchObject({ status: 422, errors: [{ path: '/' }] });
    }
  });
});
