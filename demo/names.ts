import products from '../core/catalogue/products.json' with { type: 'json' };
import tools from '../core/catalogue/tools.json' with { type: 'json' };

/** Catalogue name of a product or tool, so that log entries read as they were written. */
export const readCatalogueNames = (): Map<string, string> =>
  new Map([...products, ...tools].map((r) => [r.id, r.name]));
