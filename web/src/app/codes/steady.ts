/** Out of view for so long before the same code counts once more: the next pack of the same kind. */
const GONE_ms = 2500;

/**
 * What looks one after the other say together: a code counts when two looks in a row agree on it, and once for as long as
 * it stays in view, however often it is seen.
 */
export class Steady {
  private before = new Set<string>();
  private readonly seenAt = new Map<string, number>();

  /** The codes that count now; `at_ms` runs on from look to look. */
  look(texts: readonly string[], at_ms: number): string[] {
    for (const [text, at] of this.seenAt) if (at_ms - at > GONE_ms) this.seenAt.delete(text);
    const now = new Set(texts);
    const counts = [...now].filter((t) => this.before.has(t) && !this.seenAt.has(t));
    for (const t of now) if (this.seenAt.has(t) || counts.includes(t)) this.seenAt.set(t, at_ms);
    this.before = now;
    return counts;
  }
}
