import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Clock } from './clock';

describe('the clock of the house', () => {
  const at = (time: string) => new Date(`2026-11-25T${time}Z`);
  beforeEach(() => {
    jest.useFakeTimers({ now: at('10:30:20') });
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
  });
  afterEach(() => {
    TestBed.resetTestingModule();
    jest.useRealTimers();
    delete (globalThis as { fetch?: unknown }).fetch;
  });
  const answers = (now: string): void => {
    globalThis.fetch = () => Promise.resolve({ headers: { get: () => now } } as unknown as Response);
  };

  test('what is worked out for a minute stands until the next', async () => {
    answers(at('10:30:50').toISOString());
    const clock = TestBed.inject(Clock);
    const first = clock.minute();
    await jest.advanceTimersByTimeAsync(5000);
    // half a minute before the server's, and in the same one
    expect(clock.now()).toEqual(at('10:30:55'));
    expect(clock.minute()).toBe(first);
    await jest.advanceTimersByTimeAsync(5000);
    expect(clock.minute()).toEqual(at('10:31:00'));
    expect(clock.second()).toEqual(at('10:31:00'));
  });
  test('the day of the server counts', async () => {
    answers('2026-03-01T08:00:00Z');
    const clock = TestBed.inject(Clock);
    await jest.advanceTimersByTimeAsync(0);
    expect(clock.minute()).toEqual(new Date('2026-03-01T08:00:00Z'));
  });
});
