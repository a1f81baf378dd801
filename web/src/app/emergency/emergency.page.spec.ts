import { open } from '../testing/house';
import { EmergencyPage } from './emergency.page';

describe('It has been mixed', () => {
  test('in the order in which it is done, with what met and who lives here', async () => {
    const p = await open(EmergencyPage, { what: 'bleach and vinegar' });
    expect(p.text('ol')).toMatch(
      /Everybody out\..*Fresh air\..*Call.*Do not go back\..*Say what met: bleach and vinegar.*toddler/,
    );
    expect(p.text('ol')).toMatch(/Do not mop it, push it to the drain or neutralise it/);
  });
  test('without numbers it says where they are written; with them they are shown to be tapped', async () => {
    const without = await open(EmergencyPage, {}, (r) => {
      r.tables['settings']![0]!['emergency'] = { number: '', poisonCentre: '' };
    });
    expect(without.text('ol')).toMatch(/the local emergency number.*write the numbers here once/);
  });
  test('with numbers', async () => {
    const p = await open(EmergencyPage, {}, (r) => {
      r.tables['settings']![0]!['emergency'] = { number: '112', poisonCentre: '0800 555 0100' };
    });
    expect(p.text('ol')).toMatch(/112 or the poison centre 0800 555 0100/);
    expect(p.fixture.nativeElement.querySelector('.call').getAttribute('href')).toBe('tel:112');
  });
  test('going back: not before they say so, and how long the air takes', async () => {
    const p = await open(EmergencyPage);
    // 99 % at 4 changes an hour: 69 min, CDC 2003 Table B.1
    expect(p.text('.after')).toMatch(/Not before the people you called say so.*1 h 10 min|1 h 9 min/);
  });
});
describe('one product hurt somebody', () => {
  test('a caustic in the eye: rinse now, then call; what to say is read off the record', async () => {
    const p = await open(EmergencyPage, { product: 'drain-opener-caustic', how: 'eye' });
    expect(p.text('.first')).toMatch(/^Rinse the eye now/);
    expect(p.text('ol')).toMatch(
      /Call now.*Take the bottle into your hand.*Say: caustic drain opener.*sodium hydroxide/,
    );
  });
  test('swallowed: never told to make anybody sick; another way in, another first line', async () => {
    const p = await open(EmergencyPage, { product: 'drain-opener-caustic', how: 'swallowed' });
    const first = p.text('.first');
    expect(p.text()).not.toMatch(/(?<!not )make them sick/i);
    await p.press(/^breathed in/);
    expect(p.text('.first')).not.toBe(first);
  });
  test('which product is asked when none is named', async () =>
    expect((await open(EmergencyPage, { product: '' })).text()).toMatch(/what was it\?/));
});
