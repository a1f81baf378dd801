import { type Catalogue, labelOfBottle } from '@dolly-tub/core';
import Router from '@koa/router';
import { type Sheet, SHEETS } from '../labels/sheets';
import type { Store } from '../store/store';
import { HttpProblem } from './problem';

const MOST = 60;

/**
 * Labels of filled bottles: `GET /api/labels?bottles=id,id&form=pdf|svg&sheet=one|a4x8|a4x14|letterx6&large=1`. As SVG one
 * at a time. Characters that no font holds are told in the header `X-Lacking`.
 */
export function labelRoutes(store: Store, catalogue: () => Catalogue): Router {
  const router = new Router({ prefix: '/api' });
  router.get('/labels', async (ctx) => {
    const said = (name: string): string => String(ctx.query[name] ?? '');
    const ids = said('bottles').split(',').filter(Boolean);
    const sheet = (said('sheet') || 'one') as Sheet;
    const form = said('form') || 'pdf';
    if (!ids.length) throw new HttpProblem(422, 'Say which bottles: bottles=id, or several with commas between them.');
    if (ids.length > MOST) throw new HttpProblem(422, `At most ${MOST} labels at a time: choose fewer.`);
    if (!(sheet in SHEETS)) throw new HttpProblem(422, `The sheet is one of ${Object.keys(SHEETS).join(', ')}.`);
    if (form !== 'pdf' && form !== 'svg') throw new HttpProblem(422, 'The form is pdf or svg.');
    if (form === 'svg' && ids.length > 1)
      throw new HttpProblem(422, 'A drawing holds one label: ask for one bottle, or for a pdf.');
    const asked = ids.map((id) => {
      const bottle = store.repos.bottles.get(id);
      if (!bottle) throw new HttpProblem(404, 'There is no such bottle.');
      const label = labelOfBottle(bottle as never, store.repos.settings.get('household') as never, catalogue());
      if (!label) throw new HttpProblem(409, `There is nothing in it: fill it first, then print its label.`);
      return { label, url: `${ctx.protocol}://${ctx.host}${label.path}` };
    });
    const large = said('large') === '1';
    // what draws letters takes a second to read: not before somebody prints
    const { pdfOf, svgOf } = await import('../labels/write');
    const made =
      form === 'svg'
        ? { type: 'image/svg+xml', ...svgOf(asked[0]!, large, catalogue()) }
        : { type: 'application/pdf', ...(await pdfOf(asked, sheet, large, catalogue())) };
    if (made.lacking.length) ctx.set('X-Lacking', encodeURIComponent(made.lacking.join('')));
    ctx.type = made.type;
    // the browser shows a PDF in a page of its own, which a policy of nothing at all would leave blank
    if (form === 'pdf') ctx.remove('Content-Security-Policy');
    ctx.set('Content-Disposition', `inline; filename="labels.${form}"`);
    ctx.body = 'bytes' in made ? made.bytes : made.text;
  });
  return router;
}
