import { HARDNESS_UNITS, hardness_mgL, hardnessIn, hardnessUnitOf } from './hardness';

test.each([
  // published conversion tables (DIN 38409-6; WQA)
  ['dH', 17.848],
  ['fH', 10],
  ['e', 14.254],
  ['gpg', 17.118],
  ['mmolL', 100.087],
] as const)('one %s is %d mg/L', (id, mgL) =>
  expect(Math.abs(HARDNESS_UNITS.find((u) => u.id === id)!.mgL / mgL - 1)).toBeLessThan(1e-4),
);
test('there and back to a milligram', () => {
  for (const u of HARDNESS_UNITS)
    for (const mgL of [0, 40, 150, 290, 999])
      expect(Math.abs(hardness_mgL(hardnessIn(mgL, u.id), u.id) - mgL)).toBeLessThanOrEqual(Math.max(1, mgL * 0.005));
});
test.each([
  ['de-DE', 'dH'],
  ['fr', 'fH'],
  ['en-US', 'gpg'],
  ['en-GB', 'mgL'],
  ['', 'mgL'],
] as const)('%s reads %s', (locale, id) => expect(hardnessUnitOf(locale)).toBe(id));
