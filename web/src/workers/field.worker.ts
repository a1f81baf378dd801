/// <reference lib="webworker" />
import { type Catalogue, type Context, type FieldCell, fieldRow } from '@dolly-tub/core';

/** What the page asks of the worker, and what it says row by row. */
export interface FieldAsk {
  catalogue: Catalogue;
  faces: string[];
  soils: string[];
  severity: number;
  context: Context;
}
export interface FieldSays {
  face: string;
  cells: FieldCell[];
}

addEventListener('message', ({ data }: MessageEvent<FieldAsk>) => {
  for (const face of data.faces)
    postMessage({
      face,
      cells: fieldRow(face, data.soils, data.severity, data.context, data.catalogue),
    } satisfies FieldSays);
});
