import type { Catalogue } from '@dolly-tub/core';
import { type OwnRecords, readShipped, withOwn } from './shipped';

let shipped: Promise<Catalogue> | null = null;
/**
 * The catalogue of a household in a worker. The shipped one is read by the worker itself: handed over by the page it would
 * keep that busy for longer than one notices. Rejects with a sentence where the server does not answer.
 */
export async function houseCatalogue(records: OwnRecords): Promise<Catalogue> {
  shipped ??= readShipped();
  const whole = await shipped.catch(() => {
    shipped = null;
    throw new Error('The catalogue could not be read. Start the server again, then try once more.');
  });
  return withOwn(whole, records);
}
