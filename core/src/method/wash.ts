import { type Catalogue, tuning } from '../catalogue';
import type { ChemOption, Face, ToolOption } from './types';

/** A chemistry that takes germs along with the dirt: something that washes, in water. */
export const washesWith = (chem: ChemOption, catalogue: Catalogue): boolean =>
  chem.product !== null &&
  !chem.plain &&
  chem.application.wetness !== 'dry' &&
  Object.entries(chem.supply).some(
    ([m, v]) => v > tuning(catalogue).mechanismFrom && catalogue.mechanisms.get(m)?.washes,
  );
/** A tool that does so by itself: steam. */
export const washesBy = (tool: ToolOption): boolean => Boolean(tool.tool.mechanisms['steam']);

/** Whether a method washes: the least where food, hands or the toilet are, and before anything is disinfected. */
export const washes = (chem: ChemOption, tool: ToolOption, catalogue: Catalogue): boolean =>
  washesBy(tool) || washesWith(chem, catalogue);

/** Whether washing is the least here. */
export const mustWash = (face: Face): boolean => face.washed || face.soil.hygiene?.asks === 'disinfect';
