import { TestBed } from '@angular/core/testing';
import { Store } from '@ngrx/store';
import { householdEvents, selectRooms, selectSignedOut } from '../household/state';
import { open, refusal } from '../testing/house';
import { HomeNetwork } from './home-network';
import { SignIn } from './sign-in';

const session = {
  open: false,
  set: false,
  in: true,
  tls: false,
  addresses: ['http://192.168.1.20:4173/'],
  shortest: 15,
};
const signedOut = () => TestBed.inject(Store).selectSignal(selectSignedOut)();

describe('signing in', () => {
  test('the passphrase is asked, sent, and the house read', async () => {
    const p = await open(SignIn);
    TestBed.inject(Store).dispatch(householdEvents.signedOut());
    // nothing of the house stays in the page
    expect(TestBed.inject(Store).selectSignal(selectRooms)()).toEqual([]);
    await p.type('Passphrase of the house', 'four wet cloths');
    await p.press(/^Come in/);
    expect(p.api.called).toEqual([{ method: 'POST', path: '/session', body: { passphrase: 'four wet cloths' } }]);
    expect(signedOut()).toBe(false);
  });
  test('a wrong one is told in the server’s own words, and can be typed again', async () => {
    const p = await open(SignIn);
    TestBed.inject(Store).dispatch(householdEvents.signedOut());
    await p.type('Passphrase of the house', 'wrong');
    p.api.refuse = refusal('That is not the passphrase of this house.', 401);
    await p.press(/^Come in/);
    expect(p.text('[role=alert]')).toMatch(/not the passphrase/);
    expect(signedOut()).toBe(true);
  });
});

describe('the home network in Settings', () => {
  const at = async (s: object) => {
    const p = await open(HomeNetwork, {}, undefined, [], { '/session': { ...session, ...s } });
    return p;
  };
  test('without a passphrase it says that nobody else gets in, and takes one that is long enough', async () => {
    const p = await at({});
    expect(p.text()).toMatch(/this machine only\. With a passphrase/);
    const set = () => p.fixture.nativeElement.querySelector('button[type=submit]') as HTMLButtonElement;
    await p.type('Passphrase of the house', 'short');
    expect(set().disabled).toBe(true);
    await p.type('Passphrase of the house', 'four wet cloths on a line');
    await p.press(/^Set it/);
    expect(p.api.called).toContainEqual({
      method: 'PUT',
      path: '/session/passphrase',
      body: { passphrase: 'four wet cloths on a line', current: '' },
    });
    expect(p.text('[role=status]')).toMatch(/HOST=0\.0\.0\.0/);
  });
  test('open: what others type, what is missing without TLS, signing out here and everywhere', async () => {
    const p = await at({ open: true, set: true });
    expect(p.text()).toMatch(/come in at: http:\/\/192\.168\.1\.20:4173\//);
    expect(p.text()).toMatch(/TLS_CERT and TLS_KEY mend both/);
    await p.press(/^Sign out every device/);
    expect(p.api.called.at(-1)).toMatchObject({ method: 'DELETE', path: '/session?all=1' });
    expect(signedOut()).toBe(true);
  });
  test('another one asks for the one now; a refusal keeps what was typed', async () => {
    const p = await at({ open: true, set: true });
    await p.press(/^Another passphrase/);
    await p.type('The passphrase now', 'old');
    await p.type('The new one', 'four dry cloths on a line');
    p.api.refuse = refusal('That is not the passphrase of this house.', 401);
    await p.press(/^Change it/);
    expect(p.text('[role=status]')).toMatch(/not the passphrase/);
    expect((p.fixture.nativeElement.querySelector('input[type=text]') as HTMLInputElement).value).toMatch(/four dry/);
  });
});
