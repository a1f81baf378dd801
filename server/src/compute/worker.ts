import { workerData } from 'node:worker_threads';
import { loadCatalogue, type RawCatalogue } from '@dolly-tub/core';
import { openForReading } from '../store/reading';
import { type Answered, answering, type DoorName } from './answers';

/** A thread that computes: the catalogue once, and the household's file, read only, as it stands at each question. */
const { dataDir, raw } = workerData as { dataDir: string; raw: RawCatalogue };
const answer = answering(openForReading(dataDir, loadCatalogue(raw)));

export default ({ name, asked, now }: { name: DoorName; asked: unknown; now: string }): Answered =>
  answer(name, asked, new Date(now));
