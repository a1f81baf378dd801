/** Full stops that end no sentence. */
const SHORT =
  /\b(?:denat|corr|dam|tox|irrit|sens|liq|sol|derivs|no|nos|nr|max|min|approx|ca|wt|gew|incl|e\.g|i\.e|cf|aq|reg|ext)$/i;

/**
 * A label's text in pieces, each about one thing: at commas, semicolons, bullets, bars and new lines, numbered points
 * and the ends of sentences; not inside brackets nor in a decimal comma. Words parted by a hyphen at the line's end are joined.
 */
export interface Piece {
  text: string;
  /** It stands behind a comma. */
  comma: boolean;
  /** Only a line's end stands before it: the package was narrow, or it is an entry of its own. */
  line: boolean;
}
export function splitPieces(text: string): Piece[] {
  const t = text
    .replace(/([a-z])-[ \t]{0,3}\r?\n[ \t]{0,3}(?=[a-z])/g, '$1')
    .replace(/(^|\s)\d{1,2}[.)] {1,3}(?=[A-Za-z])/g, '$1\n')
    .replace(/[ \u00a0]{2,}/g, ' ');
  const out: Piece[] = [];
  let depth = 0;
  let now = '';
  let comma = false;
  let line = false;
  const flush = (byComma: boolean, byLine = false): void => {
    const piece = now.trim().replace(/^[-*•·]\s+/, '');
    if (piece) {
      out.push({ text: piece, comma, line });
      [comma, line] = [byComma, byLine];
    } else if (byComma) comma = true;
    now = '';
  };
  for (let i = 0; i < t.length; i++) {
    const ch = t[i]!;
    if (ch === '(' || ch === '[') depth++;
    else if (ch === ')' || ch === ']') depth = Math.max(0, depth - 1);
    if (ch === '\n' || ch === '\r') {
      depth = 0;
      flush(false, true);
    } else if (/[;·•|\t]/.test(ch)) flush(false);
    else if (ch === ',' && depth === 0 && !(/\d/.test(t[i - 1] ?? '') && /\d/.test(t[i + 1] ?? ''))) flush(true);
    else if (
      ch === '.' &&
      depth === 0 &&
      /\s/.test(t[i + 1] ?? '') &&
      /[A-Z]/.test(t[i + 2] ?? '') &&
      !SHORT.test(now.slice(-8))
    )
      flush(false);
    else now += ch;
  }
  flush(false);
  return out;
}
