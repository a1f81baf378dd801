import { open, refusal } from '../testing/house';
import { SettingsPage } from './settings.page';

describe('Settings', () => {
  test('measures, light and stance are one tap each, and only that changes', async () => {
    const p = await open(SettingsPage);
    await p.press(/^US cups$/);
    await p.press(/^dark$/);
    await p.press(/^pantry$/);
    expect(p.api.replaced.map((r) => r.record)).toMatchObject([
      { measureSystem: 'us', theme: 'system' },
      { measureSystem: 'us', theme: 'dark' },
      { theme: 'dark', stances: { chemistry: 'pantry' } },
    ]);
    expect(p.api.replaced.map((r) => r.record['version'])).toEqual([1, 2, 3]);
  });
  test('each question shows what is chosen: one of its answers, with its reason', async () => {
    const p = await open(SettingsPage);
    const sets = [...(p.fixture.nativeElement as HTMLElement).querySelectorAll('fieldset')].filter((f) =>
      f.querySelector('[role=radiogroup]'),
    );
    expect(sets.length).toBeGreaterThan(5);
    for (const f of sets)
      expect([f.querySelector('legend')!.textContent, f.querySelectorAll('[aria-checked=true]').length]).toEqual([
        f.querySelector('legend')!.textContent,
        1,
      ]);
    expect(p.text()).not.toMatch(/\? \. /);
  });
  test('hardness is named by its class, and nonsense is refused', async () => {
    const p = await open(SettingsPage);
    expect(p.text()).toMatch(/very hard/);
    await p.type('Water hardness', '50', 'change');
    expect(p.text()).toMatch(/soft/);
    await p.type('Water hardness', '99999', 'change');
    expect(p.text()).toMatch(/a number from 0 to 1000/);
    expect(p.api.replaced).toHaveLength(1);
  });
  test('hardness in the unit that the supplier prints, kept in mg/L', async () => {
    const p = await open(SettingsPage);
    await p.press(/^mg\/L as CaCO₃/, 'mat-select');
    await p.press(/^°dH/, 'mat-option');
    // 290 mg/L is 16.2 German degrees
    expect(p.fixture.nativeElement.querySelector('dt-hardness input').value).toBe('16.2');
    expect(p.text('dt-hardness')).toMatch(/very hard.*\(290 mg\/L\)/);
    await p.type('Water hardness', '7', 'change');
    expect(p.api.replaced.at(-1)!.record).toMatchObject({ waterHardness_mgL: 125 });
    await p.type('Water hardness', '99', 'change');
    expect(p.text('dt-hardness mat-error')).toMatch(/from 0 to 56 here/);
    expect(p.api.replaced).toHaveLength(1);
  });
  test('emergency numbers are kept side by side', async () => {
    const p = await open(SettingsPage);
    await p.type('Emergency number', '112', 'change');
    await p.type('Poison centre', '0123 456', 'change');
    expect(p.api.replaced[1]!.record['emergency']).toEqual({ number: '112', poisonCentre: '0123 456' });
  });
  test('who lives here is said in words', async () =>
    expect((await open(SettingsPage)).text()).toMatch(
      /Wren, toddler change take off Grandad Joe, asthma change take off Pip, bird/,
    ));
  test('throwing the household away asks first', async () => {
    const p = await open(SettingsPage);
    await p.press(/^Put the demo back/);
    const posted = () => p.api.called.filter((c) => c.method === 'POST');
    expect(posted()).toEqual([]);
    expect(p.text('[role=alert]')).toMatch(/Throw this household away and put Heron Lock back\?/);
    await p.press(/^Keep it/);
    await p.press(/^Empty the household/);
    await p.press(/^Empty it, keep a copy/);
    await p.press(/^Empty the household/);
    await p.press(/^Empty it, leave nothing/);
    await p.press(/^Put the demo back/);
    await p.press(/^Yes, throw it away/);
    expect(posted()).toEqual([
      { method: 'POST', path: '/household/empty', body: { confirm: 'empty', keep: true } },
      { method: 'POST', path: '/household/empty', body: { confirm: 'empty', keep: false } },
      { method: 'POST', path: '/demo/reset', body: { confirm: 'reset' } },
    ]);
    expect(p.text()).toMatch(/Heron Lock is back/);
  });
  test('a copy is named by when and why, and brought back after a second word', async () => {
    const p = await open(SettingsPage);
    expect(p.text()).not.toMatch(/Bring back/);
    const copy = { id: 'c1', takenAt: '2026-11-25T10:30:00.000Z', says: 'before the household was emptied' };
    p.api.answers['/copies'] = { items: [copy] };
    await p.press(/^Empty the household/);
    await p.press(/^Empty it, keep a copy/);
    await p.settle();
    expect(p.text()).toMatch(/25 Nov.*before the household was emptied/);
    await p.press(/^bring back/);
    expect(p.text('[role=alert]')).toMatch(/What is here now is copied first/);
    await p.press(/^Yes, bring it back/);
    expect(p.api.called).toContainEqual({ method: 'POST', path: '/copies/c1/restore', body: { confirm: 'restore' } });
    expect(p.text()).toMatch(/The household is as it was on/);
  });
  test('a refusal is quoted', async () => {
    const p = await open(SettingsPage);
    p.api.refuse = refusal('Somebody was faster.');
    await p.press(/^UK$/);
    expect(p.text()).toMatch(/Somebody was faster/);
  });
});
