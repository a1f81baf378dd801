import { workerData } from 'node:worker_threads';
import { highsSolver, loadCatalogue, type MilpSolver, type RawCatalogue } from '@dolly-tub/core';
import highsLoader from 'highs';
import { openForReading } from '../store/reading';
import { type Answered, answering, type DoorName, SOLVES } from './answers';

/** A thread that computes: the catalogue once, and the household's file, read only, as it stands at each question. */
const { dataDir, raw } = workerData as { dataDir: string; raw: RawCatalogue };
let solver: MilpSolver | null = null;
const answer = answering(openForReading(dataDir, loadCatalogue(raw)), () => solver!);

export default async ({ name, asked, now }: { name: DoorName; asked: unknown; now: string }): Promise<Answered> => {
  // three and a half megabytes that most questions never need
  if (SOLVES.includes(name)) solver ??= highsSolver(await highsLoader());
  return answer(name, asked, new Date(now));
};
