/** More than this is no table of one home, bytes. */
const MAX_BYTES = 2_000_000;

/** The rows of a CSV file (RFC 4180; commas, semicolons or tabs, with or without a byte-order mark). Throws a sentence. */
export async function readCsv(file: Blob): Promise<string[][]> {
  if (file.size > MAX_BYTES) throw new Error('The file is larger than 2 MB: bring in fewer things at a time.');
  const text = await file.text();
  // eslint-disable-next-line no-control-regex
  if (/[\u0000-\u0008]/.test(text)) throw new Error('This is no text file. Save the table as CSV and take that.');
  const { default: Papa } = await import('papaparse');
  return Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' }).data;
}

/** Rows as CSV that a spreadsheet opens and runs nothing of: what looks like a formula is marked as text. */
export async function saveCsv(rows: readonly (readonly string[])[], name: string): Promise<void> {
  const { default: Papa } = await import('papaparse');
  const text = Papa.unparse(rows as string[][], { escapeFormulae: true });
  const url = URL.createObjectURL(new Blob([`\uFEFF${text}\r\n`], { type: 'text/csv' }));
  const a = document.createElement('a');
  a.href = url;
  a.download = `${name.replace(/[^\p{L}\p{N} _-]/gu, '')}.csv`;
  a.click();
  setTimeout(() => URL.revokeObjectURL(url), 1000);
}
