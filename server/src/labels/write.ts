import type { BottleLabel, Catalogue } from '@dolly-tub/core';
import PDFDocument from 'pdfkit';
import { fontFiles, outlineOf } from './fonts';
import { drawLabel, type Drawn, type LabelShape, type Measure } from './layout';
import { type Sheet, SHEETS } from './sheets';

const PT = 72 / 25.4;
export interface Asked {
  label: BottleLabel;
  /** What its code opens. */
  url: string;
}
function documentWithFonts(size: readonly [number, number]): PDFKit.PDFDocument {
  const doc = new PDFDocument({
    size: [size[0] * PT, size[1] * PT],
    margin: 0,
    autoFirstPage: false,
    info: { Title: 'Labels' },
  });
  for (const f of fontFiles()) doc.registerFont(f.name, f.bytes);
  return doc;
}
const measureIn =
  (doc: PDFKit.PDFDocument): Measure =>
  ({ text, font }, size) =>
    doc
      .font(font)
      .fontSize(size * PT)
      .widthOfString(text) / PT;

/** Labels on sheets as a PDF with its fonts in it; `lacking` are characters that no font of it holds. */
export async function pdfOf(
  asked: readonly Asked[],
  sheet: Sheet,
  large: boolean,
  catalogue: Catalogue,
): Promise<{ bytes: Buffer; lacking: string[] }> {
  const s = SHEETS[sheet];
  const doc = documentWithFonts(s.page);
  const chunks: Buffer[] = [];
  doc.on('data', (c: Buffer) => chunks.push(c));
  const whole = new Promise<void>((done) => doc.on('end', () => done()));
  const lacking: string[] = [];
  asked.forEach(({ label, url }, i) => {
    const at = i % (s.columns * s.rows);
    if (at === 0) doc.addPage();
    const shape: LabelShape = { width: s.label[0], height: s.label[1], large };
    const drawn = drawLabel(label, url, shape, catalogue, measureIn(doc));
    lacking.push(...drawn.lacking);
    const x = s.left + (at % s.columns) * (s.label[0] + s.gapX);
    const y = s.top + Math.floor(at / s.columns) * (s.label[1] + s.gapY);
    doc.save().translate(x * PT, y * PT);
    put(drawn, doc);
    doc.restore();
  });
  doc.end();
  await whole;
  return { bytes: Buffer.concat(chunks), lacking: [...new Set(lacking)] };
}
function put({ pieces }: Drawn, doc: PDFKit.PDFDocument): void {
  for (const p of pieces)
    if (p.kind === 'text') {
      let x = p.x * PT;
      for (const run of p.runs) {
        doc
          .font(run.font)
          .fontSize(p.size * PT)
          .fillColor(p.colour);
        doc.text(run.text, x, p.y * PT, { lineBreak: false, baseline: 'alphabetic' });
        x += doc.widthOfString(run.text);
      }
    } else {
      doc
        .save()
        .translate(p.x * PT, p.y * PT)
        .scale(p.scale * PT)
        .path(p.d);
      if (p.stroke) doc.lineWidth(p.width).fillAndStroke(p.fill ?? 'white', p.stroke, 'even-odd');
      else doc.fill(p.fill ?? 'black', 'even-odd');
      doc.restore();
    }
}

const escaped = (text: string): string => text.replace(/[<>&"']/g, (c) => `&#${c.charCodeAt(0)};`);

/** One label as a drawing that stands by itself: letters are drawn by their outlines, so it looks the same where the font is not. */
export function svgOf(asked: Asked, large: boolean, catalogue: Catalogue): { text: string; lacking: string[] } {
  const [width, height] = SHEETS.one.label;
  const drawn = drawLabel(
    asked.label,
    asked.url,
    { width, height, large },
    catalogue,
    measureIn(documentWithFonts([width, height])),
  );
  const pieces = drawn.pieces.map((p) => {
    if (p.kind === 'path')
      return `<path transform="translate(${p.x} ${p.y}) scale(${p.scale})" d="${p.d}" fill="${p.fill ?? 'none'}" fill-rule="evenodd"${p.stroke ? ` stroke="${p.stroke}" stroke-width="${p.width}"` : ''}/>`;
    let x = p.x;
    const letters = p.runs.map((run) => {
      const { d, width: wide } = outlineOf(run, p.size);
      const at = `<path transform="translate(${x.toFixed(3)} ${p.y.toFixed(3)})" d="${d}"/>`;
      x += wide;
      return at;
    });
    return `<g fill="${p.colour}" data-size="${p.size.toFixed(2)}"><title>${escaped(p.runs.map((r) => r.text).join(''))}</title>${letters.join('')}</g>`;
  });
  const says = escaped(`${asked.label.name}. ${asked.label.holds}. Pour away ${asked.label.pourAway}.`);
  return {
    text: `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}mm" height="${height}mm" role="img" aria-label="${says}"><rect width="${width}" height="${height}" fill="#ffffff"/>${pieces.join('')}</svg>`,
    lacking: drawn.lacking,
  };
}
