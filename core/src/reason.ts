/** Why a result is what it is: the rule or limit, its operands, and where that comes from. */
export interface Reason {
  /** A sentence a homemaker understands. */
  text: string;
  /** Rule or limit that decided, e.g. `R1` or `pH`. */
  rule?: string;
  /** The two sides compared, e.g. `steel 5 against acrylic 2`. */
  operands?: string;
  /** Id of the source record. */
  source?: string;
}

/** Expected bad input, returned (never thrown): where, and what to change. */
export interface Problem {
  path: string;
  message: string;
  /** Id of the source record, where the refusal rests on one. */
  source?: string;
}
export type Result<T> = { ok: true; value: T } | { ok: false; problems: Problem[] };
export const ok = <T>(value: T): Result<T> => ({ ok: true, value });
export const bad = (path: string, message: string): { ok: false; problems: Problem[] } => ({
  ok: false,
  problems: [{ path, message }],
});

/** A sentence from words: its first letter big. */
export const capital = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);
