import { claimsIn } from '@dolly-tub/core';
import { catalogue } from '../../checks/catalogue-for-tests';

const first = (text: string): string | undefined => claimsIn(text, catalogue)[0]?.id;

test.each([
  ['does vinegar disinfect', 'vinegar-disinfects'],
  ['vinegar kills germs?', 'vinegar-disinfects'],
  ['Steam sterilises', 'steam-sterilises'],
  ['scent kills germs', 'scent-kills-germs'],
  ['tea tree oil for mould', 'scent-kills-germs'],
  ['tea on the windows', 'tea-on-windows'],
  ['baking soda and vinegar clean the drain', 'soda-and-vinegar'],
  ['is 99 % alcohol better', 'stronger-alcohol'],
  ['polish on the tv', 'polish-on-screens'],
  ['does my toothbrush make me ill again', 'toothbrush-makes-ill'],
])('"%s" is answered by %s', (text, id) => expect(first(text)).toBe(id));
test.each(['vinegar on limescale', 'steam the curtains', 'tea on wool', 'can I mix bleach and vinegar', 'alcohol', ''])(
  '"%s" is a wish, no claim',
  (text) => expect(first(text)).toBeUndefined(),
);
test('none of them tells to do what mixing forbids, and each says what to do instead', () => {
  for (const c of catalogue.claims.values()) expect([c.id, c.instead.length > 10]).toEqual([c.id, true]);
});
