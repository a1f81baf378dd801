import type { Run } from './records';

/** A wait of a run as it stands now; it counts from when it was started, whatever happened since. */
export interface Wait {
  id: string;
  label: string;
  /** Seconds until the shortest time is over; 0 when it is. */
  remaining_s: number;
  ready: boolean;
  /** Past the longest time. */
  over: boolean;
  /** Of the shortest time, at most 1. */
  share: number;
}
const started = (run: Run, step: { id: string }): boolean => run.timers.some((t) => t.id === step.id);

/** What a run waits for at an instant; nothing where it is over. */
export function waitsOf(run: Run, now: Date): Wait[] {
  if (run.state !== 'running') return [];
  return run.timers.map(({ id, label, startedAt, paused_s, min_s, max_s }) => {
    const gone = (now.getTime() - Date.parse(startedAt)) / 1000 - paused_s;
    const remaining_s = Math.max(0, Math.ceil(min_s - gone));
    return { id, label, remaining_s, ready: remaining_s === 0, over: gone > max_s, share: Math.min(1, gone / min_s) };
  });
}

/** Seconds that a run still takes: its steps from here on, with the waits that are not begun, and the longest begun one. */
export function leftOf(run: Run, now: Date): number {
  const steps = run.steps
    .slice(run.index)
    .reduce((sum, x) => sum + x.active_s + (x.wait_s && !started(run, x) ? x.wait_s.min : 0), 0);
  return steps + Math.max(0, ...waitsOf(run, now).map((w) => w.remaining_s));
}

/** What comes next in a run: a wait to begin, one to sit out, or the next step; null at its end. */
export function nextIn(run: Run, now: Date): 'begin-wait' | 'wait' | 'step' | null {
  const step = run.steps[run.index];
  if (!step) return null;
  if (!step.wait_s) return 'step';
  if (!started(run, step)) return 'begin-wait';
  return waitsOf(run, now).some((w) => w.id === step.id && !w.ready) ? 'wait' : 'step';
}

/** A run after its next step, or with the wait of this one begun under a name; a wait that is over goes with its step. */
export function goneOn(run: Run, now: Date, label: string): Partial<Run> {
  const step = run.steps[run.index]!;
  if (nextIn(run, now) !== 'begin-wait')
    return { index: run.index + 1, timers: run.timers.filter((t) => t.id !== step.id) };
  const { min, max } = step.wait_s!;
  const wait = { id: step.id, label, startedAt: now.toISOString(), min_s: min, max_s: max, paused_s: 0 };
  return { timers: [...run.timers, wait] };
}
