import type { BottleLabel, Catalogue } from '@dolly-tub/core';
import { create } from 'qrcode';
import { type Run, runsOf, type Weight } from './fonts';

/** Millimetres, from the upper left corner; the baseline of a text. */
export type Piece =
  | { kind: 'text'; x: number; y: number; size: number; runs: Run[]; weight: Weight; colour: string; width: number }
  | {
      kind: 'path';
      x: number;
      y: number;
      scale: number;
      d: string;
      fill: string | null;
      stroke: string | null;
      width: number;
    };
export interface Drawn {
  width: number;
  height: number;
  pieces: Piece[];
  /** Characters that no font holds. */
  lacking: string[];
}
/** Width of a run, mm, at a size in mm. */
export type Measure = (run: Run, size: number) => number;
export interface LabelShape {
  width: number;
  height: number;
  large: boolean;
}

const INK = '#12202b';
const RED = '#c1121f';
const FRAME = 'M50 3L97 50L50 97L3 50Z';
const MARGIN = 4;
/** mm that a name may shrink to before it takes a second line. */
const ONE_LINE = 5;
/** Share of a sign that stays empty on each side of its symbol. */
const CLEAR = 0.08;

/**
 * A label on a field of so many millimetres: the name large, signs and signal word, how strong, until when, what it must
 * not meet, first aid, and a code that opens its page. In large print there is less of it, never smaller.
 */
export function drawLabel(
  label: BottleLabel,
  url: string,
  shape: LabelShape,
  catalogue: Catalogue,
  measure: Measure,
): Drawn {
  const { width, height, large } = shape;
  const pieces: Piece[] = [];
  const lacking: string[] = [];
  const unit = large ? 1.25 : 1;
  const qr = Math.min(large ? 18 : 22, height * 0.3);
  const right = width - MARGIN;

  const widthOf = (runs: readonly Run[], size: number): number => runs.reduce((w, r) => w + measure(r, size), 0);
  const put = (text: string, x: number, y: number, size: number, weight: Weight, colour = INK): void => {
    const { runs, lacking: no } = runsOf(text, weight);
    lacking.push(...no);
    pieces.push({ kind: 'text', x, y, size, runs, weight, colour, width: widthOf(runs, size) });
  };
  /** Lines that fit a width; what goes over `most` ends in dots. */
  const wrap = (text: string, size: number, weight: Weight, room: number, most: number): string[] => {
    const lines: string[] = [''];
    for (const word of text.split(' ')) {
      const longer = lines.at(-1) ? `${lines.at(-1)!} ${word}` : word;
      if (widthOf(runsOf(longer, weight).runs, size) <= room) lines[lines.length - 1] = longer;
      else lines.push(word);
    }
    const kept = lines.filter(Boolean);
    if (kept.length <= most) return kept;
    let last = kept[most - 1]!;
    while (last.includes(' ') && widthOf(runsOf(`${last} …`, weight).runs, size) > room)
      last = last.slice(0, last.lastIndexOf(' '));
    return [...kept.slice(0, most - 1), `${last} …`];
  };
  let y = MARGIN;
  /** All of the width, or what the code leaves of it. */
  const room = (size: number): number => width - 2 * MARGIN - (y + size * 1.5 > height - MARGIN - qr ? qr + 2 : 0);
  const say = (text: string, size: number, weight: Weight, room: number, most: number, colour = INK): void => {
    for (const line of wrap(text, size, weight, room, most)) {
      y += size * 1.22;
      put(line, MARGIN, y, size, weight, colour);
    }
  };

  // signs in a row at the upper right, as large as they go beside the name
  const signs = label.pictograms.flatMap((id) => catalogue.pictograms.get(id) ?? []);
  const sign = Math.min(15 * unit, (width * 0.45) / Math.max(1, signs.length));
  signs.forEach((p, i) => {
    const at = { x: right - (signs.length - i) * sign, y: MARGIN - 1, scale: sign / 100 };
    pieces.push({ kind: 'path', ...at, d: FRAME, fill: '#ffffff', stroke: RED, width: 6 });
    // the symbol keeps clear of its frame
    const inside = { x: at.x + sign * CLEAR, y: at.y + sign * CLEAR, scale: at.scale * (1 - 2 * CLEAR) };
    pieces.push({ kind: 'path', ...inside, d: p.path, fill: '#000000', stroke: null, width: 0 });
  });
  const beside = width - 2 * MARGIN - signs.length * sign - (signs.length ? 2 : 0);

  // the name in one line where that is still large, else as large as two lines of it allow
  const linesAt = (size: number): number => wrap(label.name, size, 700, beside, 9).length;
  let big = 8 * unit;
  while (big > ONE_LINE * unit && linesAt(big) > 1) big -= 0.2;
  if (linesAt(big) > 1) big = ONE_LINE * unit;
  while (big > 3.4 && linesAt(big) > 2) big -= 0.2;
  say(label.name, big, 700, beside, 2);
  y += 0.6;
  const about = [label.for, label.strength, label.ratio].filter(Boolean).join(' · ');
  say(about, 3.4 * unit, 700, beside, 3);
  if (signs.length) y = Math.max(y, MARGIN + sign - 1);
  if (label.signal) {
    y += 0.4;
    say(label.signal, 4.2 * unit, 700, width - 2 * MARGIN, 1, label.signal === 'Danger' ? RED : INK);
  }
  if (!large) say(label.holds, 2.7, 400, room(2.7), 2);
  y += 0.6;
  say(`Pour away ${label.pourAway}`, 3.6 * unit, 700, room(3.6 * unit), 2);
  if (!large) say(`Mixed ${label.mixed}`, 2.7, 400, room(2.7), 1);

  // what is left of the height is for what it must not meet and for first aid, beside the code
  const least = width - 2 * MARGIN - qr - 2;
  const small = 2.6 * unit;
  const lines = Math.max(1, Math.floor((height - MARGIN - y) / (small * 1.22)));
  const aid = wrap(`In the eye: ${label.firstAid}`, small, 400, least, Math.min(3, Math.max(1, lines - 1)));
  if (label.apart.length && lines > aid.length) {
    y += 0.5;
    say(`Never with ${label.apart.join(', ')}`, small, 700, least, Math.max(1, lines - aid.length - 1), RED);
  }
  if (lines > 1) for (const line of aid) put(line, MARGIN, (y += small * 1.22), small, 400);

  const code = create(url, { errorCorrectionLevel: 'M' }).modules;
  const d = Array.from({ length: code.size * code.size }, (_, i) => [i % code.size, Math.floor(i / code.size)] as const)
    .filter(([cx, cy]) => code.get(cy, cx))
    .map(([cx, cy]) => `M${cx} ${cy}h1v1h-1Z`)
    .join('');
  pieces.push({
    kind: 'path',
    x: right - qr,
    y: height - MARGIN - qr,
    scale: qr / code.size,
    d,
    fill: '#000000',
    stroke: null,
    width: 0,
  });
  const none = [...new Set(lacking)];
  // a sign that cannot be printed is not passed over in silence
  if (none.length) {
    const codes = none.map((c) => `U+${c.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0')}`);
    put(wrap(`? stands for ${codes.join(' ')}`, 2, 400, least, 1)[0]!, MARGIN, height - 1, 2, 400);
  }
  return { width, height, pieces, lacking: none };
}
