/// <reference lib="webworker" />
import { type Catalogue, type Confidence, confidenceOf, type Context, type Question } from '@dolly-tub/core';

/** What the page asks of the worker, and what it says. */
export interface SureAsk {
  catalogue: Catalogue;
  question: Question;
  context: Context;
}
export interface SureSays {
  confidence: Confidence | null;
}

addEventListener('message', ({ data }: MessageEvent<SureAsk>) => {
  postMessage({ confidence: confidenceOf(data.question, data.context, data.catalogue) } satisfies SureSays);
});
