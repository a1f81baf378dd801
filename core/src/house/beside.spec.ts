import { likelyNeighbours, type Spot } from '@dolly-tub/core';

const spot = (id: string, x: number, y: number, band: Spot['band'], more: object = {}): Spot =>
  ({ id, room: 'r', x, y, band, neighbours: [], kinds: [], ...more }) as unknown as Spot;
const screen = spot('screen', 1000, 1000, 'mid');

test('what lies lower and near is run onto; what is level and near stands beside', () =>
  expect(
    likelyNeighbours(screen, [
      screen,
      spot('tray', 1000, 1900, 'floor'),
      spot('sill', 1600, 1000, 'mid'),
      spot('lamp', 1300, 1000, 'high'),
      spot('far', 1000, 2300, 'low'),
      spot('floor', 4000, 4000, 'floor', { kinds: ['floor'] }),
      spot('other', 1000, 1000, 'low', { room: 'other' }),
    ]),
  ).toEqual([
    { spot: 'lamp', relation: 'beside', runoff: false },
    { spot: 'sill', relation: 'beside', runoff: false },
    { spot: 'tray', relation: 'below', runoff: true },
    { spot: 'floor', relation: 'below', runoff: true },
  ]));
test('what is named already is not offered again, and the floor runs onto nothing', () => {
  const tray = spot('tray', 1000, 1900, 'floor');
  const named = { ...screen, neighbours: [{ spot: 'tray', relation: 'below' as const, runoff: true }] };
  expect(likelyNeighbours(named, [named, tray])).toEqual([]);
  const floor = spot('floor', 4000, 4000, 'floor', { kinds: ['floor'] });
  expect(likelyNeighbours(floor, [floor, tray, screen])).toEqual([]);
});
