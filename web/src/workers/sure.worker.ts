/// <reference lib="webworker" />
import { type Confidence, confidenceOf, type Context, type Question } from '@dolly-tub/core';
import type { OwnRecords } from './shipped';
import { houseCatalogue } from './house-catalogue';

/** What the page asks of the worker, and what it says. */
export interface SureAsk {
  records: OwnRecords;
  question: Question;
  context: Context;
}
export interface SureSays {
  confidence: Confidence | null;
}

addEventListener('message', ({ data }: MessageEvent<SureAsk>) => {
  void houseCatalogue(data.records)
    .then((catalogue) => confidenceOf(data.question, data.context, catalogue))
    // nothing is said of it where the catalogue cannot be read
    .catch(() => null)
    .then((confidence) => postMessage({ confidence } satisfies SureSays));
});
