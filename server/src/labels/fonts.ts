import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { create, type Font } from 'fontkit';

const require = createRequire(import.meta.url);
/** Scripts that a label prints, each a font file of its own; the first that holds a character draws it. */
const SUBSETS = ['latin', 'latin-ext', 'greek', 'greek-ext', 'cyrillic', 'cyrillic-ext', 'vietnamese'] as const;
export const WEIGHTS = [400, 700] as const;
export type Weight = (typeof WEIGHTS)[number];
type Subset = (typeof SUBSETS)[number];

/** A stretch of text in one font; `font` is its name in the document. */
export interface Run {
  text: string;
  font: string;
}
const ranges = Object.fromEntries(
  Object.entries(require('@fontsource/noto-sans/unicode.json') as Record<string, string>).map(([subset, list]) => [
    subset,
    list.split(',').map((r) => {
      const [from, to] = r.replace('U+', '').split('-');
      return [parseInt(from!, 16), parseInt(to ?? from!, 16)] as const;
    }),
  ]),
);
const holds = (subset: Subset, code: number): boolean =>
  ranges[subset]!.some(([from, to]) => code >= from && code <= to);

/** Bytes of every font that a label may need, by its name in the document; read when the first label is asked for. */
let files: { name: string; bytes: Buffer }[] | null = null;
export function fontFiles(): { name: string; bytes: Buffer }[] {
  files ??= SUBSETS.flatMap((subset) =>
    WEIGHTS.map((weight) => ({
      name: `${subset}-${weight}`,
      bytes: readFileSync(require.resolve(`@fontsource/noto-sans/files/noto-sans-${subset}-${weight}-normal.woff`)),
    })),
  );
  return files;
}

/** A text in runs of one font each; characters that no font holds become "?" and are told. */
export function runsOf(text: string, weight: Weight): { runs: Run[]; lacking: string[] } {
  const runs: Run[] = [];
  const lacking: string[] = [];
  for (const sign of text.normalize('NFC')) {
    const code = sign.codePointAt(0)!;
    const subset = SUBSETS.find((s) => holds(s, code));
    if (!subset) lacking.push(sign);
    const font = `${subset ?? 'latin'}-${weight}`;
    const last = runs.at(-1);
    const drawn = subset ? sign : '?';
    if (last?.font === font) last.text += drawn;
    else runs.push({ text: drawn, font });
  }
  return { runs, lacking };
}

const opened = new Map<string, Font>();
/** A run as the outlines of its letters: path data in the unit of `size`, the baseline at 0, and how wide it is. */
export function outlineOf(run: Run, size: number): { d: string; width: number } {
  let font = opened.get(run.font);
  if (!font) opened.set(run.font, (font = create(fontFiles().find((f) => f.name === run.font)!.bytes) as Font));
  const scale = size / font.unitsPerEm;
  const { glyphs, positions } = font.layout(run.text);
  let x = 0;
  const d = glyphs.map((glyph, i) => {
    const at = positions[i]!;
    const path = glyph.path.scale(scale, -scale).translate(x + at.xOffset * scale, -at.yOffset * scale);
    x += at.xAdvance * scale;
    return rounded(path.toSVG());
  });
  return { d: d.join(''), width: x };
}
/** Hundredths of a millimetre are finer than any printer. */
const rounded = (d: string): string => d.replace(/-?\d+\.\d+/g, (n) => String(Math.round(Number(n) * 1000) / 1000));
