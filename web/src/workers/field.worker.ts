/// <reference lib="webworker" />
import { type Context, type FieldCell, fieldRow } from '@dolly-tub/core';
import type { OwnRecords } from './shipped';
import { houseCatalogue } from './house-catalogue';

/** What the page asks of the worker, and what it says row by row. */
export interface FieldAsk {
  records: OwnRecords;
  faces: string[];
  soils: string[];
  severity: number;
  context: Context;
}
export type FieldSays = { face: string; cells: FieldCell[] } | { wrong: string };
const say = (m: FieldSays): void => postMessage(m);

async function answer({ faces, soils, severity, context, records }: FieldAsk): Promise<void> {
  const catalogue = await houseCatalogue(records);
  for (const face of faces) say({ face, cells: fieldRow(face, soils, severity, context, catalogue) });
}
addEventListener('message', ({ data }: MessageEvent<FieldAsk>) => {
  answer(data).catch((e: Error) => say({ wrong: e.message }));
});
