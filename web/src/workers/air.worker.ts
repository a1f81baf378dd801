/// <reference lib="webworker" />
import { type AirScatter, scatter, type ScatterAnswer } from '@dolly-tub/core';

export interface AirAsk {
  question: AirScatter;
  minutes: number;
  runs: number;
  seed: number;
}
export type AirSays = { done: number } | { answer: ScatterAnswer };

addEventListener('message', ({ data }: MessageEvent<AirAsk>) => {
  const answer = scatter(data.question, data.minutes, data.runs, data.seed, (done) => {
    postMessage({ done } satisfies AirSays);
    return true;
  });
  if (answer) postMessage({ answer } satisfies AirSays);
});
