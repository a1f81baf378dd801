import { join } from 'node:path';
import { readCatalogue, readRawCatalogue } from '../catalogue/read';

export const FOLDER = join(process.cwd(), 'core/catalogue');
export const raw = readRawCatalogue(FOLDER);
export const catalogue = readCatalogue(FOLDER);
