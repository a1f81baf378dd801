import { SHEETS } from '../labels/sheets';
import { type Door, DOORS, FORMAT_VERSION, LogBody, logEntrySchema, recordBodies, recordSchema } from '@dolly-tub/core';
import Router from '@koa/router';
import { type TSchema, Type } from '@sinclair/typebox';
import { requests } from './compute';
import { HttpProblem } from './problem';

const Problem = Type.Object({
  status: Type.Integer(),
  title: Type.String(),
  detail: Type.String(),
  errors: Type.Optional(
    Type.Array(Type.Object({ path: Type.String(), message: Type.String(), source: Type.Optional(Type.String()) })),
  ),
});
const json = (schema: unknown) => ({ content: { 'application/json': { schema } } });
const problem = (description: string) => ({
  description,
  content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
});

const one = { name: 'id', in: 'path', required: true, schema: { type: 'string' } };
/** OpenAPI 3.1, made from the same schemas that check every request. */
export function openapi(version: string): unknown {
  const paths: Record<string, unknown> = {
    '/api/health': {
      get: { summary: 'Answers once the store is ready', responses: { 200: { description: 'ready' } } },
    },
    '/api/export': {
      get: {
        summary: 'The whole household as one document',
        responses: { 200: { description: 'household', ...json({ $ref: '#/components/schemas/Export' }) } },
      },
    },
    '/api/labels': {
      get: {
        summary: 'Labels of filled bottles to print; X-Lacking names characters that no font of it holds',
        parameters: [
          { name: 'bottles', in: 'query', required: true, schema: { type: 'string' }, description: 'ids, with commas' },
          { name: 'form', in: 'query', schema: { enum: ['pdf', 'svg'] } },
          { name: 'sheet', in: 'query', schema: { enum: Object.keys(SHEETS) } },
          { name: 'large', in: 'query', schema: { enum: ['0', '1'] } },
        ],
        responses: {
          200: { description: 'labels', content: { 'application/pdf': {}, 'image/svg+xml': {} } },
          404: problem('no such bottle'),
          409: problem('nothing in it'),
          422: problem('not understood'),
        },
      },
    },
    '/api/label/picture': {
      post: {
        summary: 'A label read off a picture: its words, each with its doubt, and what is read in them',
        parameters: [
          {
            name: 'lang',
            in: 'query',
            schema: { type: 'string' },
            description: 'en, de, fr, es, nl, with commas: the first is looked at first, one or two are then read',
          },
        ],
        requestBody: { content: { 'image/jpeg': {}, 'image/png': {}, 'image/webp': {} } },
        responses: {
          200: {
            description:
              '{text, words:[{text, confidence, box, unsure, why, line}], unsure, label, width, height}; tilt, nearer, incomplete, says where they apply',
          },
          413: problem('too large'),
          415: problem('no JPEG, PNG or WebP'),
          422: problem('damaged, too small, too large, or another kind than it says'),
          429: problem('many are being read'),
          503: problem('it took too long'),
        },
      },
    },
    '/api/import': {
      post: {
        summary: 'Take a household from a document; with preview=1 only say what would change',
        parameters: [{ name: 'preview', in: 'query', schema: { enum: ['0', '1'] } }],
        requestBody: {
          content: {
            'application/json': { schema: { $ref: '#/components/schemas/Export' } },
            'application/zip': {},
          },
        },
        responses: {
          200: { description: 'what changed' },
          409: problem('another is under way, or this one was stopped'),
          413: problem('too large'),
          422: problem('faults, row by row'),
        },
      },
      get: {
        summary: 'How far an import is',
        responses: { 200: { description: 'progress', ...json({ type: 'object' }) } },
      },
      delete: { summary: 'Stop it; nothing is changed', responses: { 204: { description: 'stopped' } } },
    },
    '/api/backup': {
      get: {
        summary: 'A consistent SQLite file',
        responses: { 200: { description: 'file', content: { 'application/vnd.sqlite3': {} } } },
      },
    },
    '/api/events': {
      get: {
        summary: 'Server-sent stream of changes',
        responses: { 200: { description: 'stream', content: { 'text/event-stream': {} } } },
      },
    },
    '/api/changes': {
      get: {
        summary: 'The same feed as a list',
        parameters: [{ name: 'after', in: 'query', schema: { type: 'integer' } }],
        responses: { 200: { description: 'changes' } },
      },
    },
    '/api/demo/reset': {
      post: {
        summary: 'Put the demo household back',
        requestBody: json({ type: 'object', required: ['confirm'], properties: { confirm: { const: 'reset' } } }),
        responses: { 200: { description: 'done' } },
      },
    },
    '/api/household/empty': {
      post: {
        summary: 'Empty the household; a copy is kept for 30 days, or with keep false nothing is left',
        requestBody: json({
          type: 'object',
          required: ['confirm'],
          properties: { confirm: { const: 'empty' }, keep: { type: 'boolean' } },
        }),
        responses: { 200: { description: 'done, and the copy that was taken' } },
      },
    },
    '/api/household': {
      get: {
        summary: 'What a page begins with: records, the entries of the log that must be at hand, what worked',
        responses: { 200: { description: 'household', ...json({ type: 'object' }) } },
      },
    },
    '/api/log/rates': {
      get: {
        summary: 'How often each thing was used since an instant, and how often it worked',
        parameters: [{ name: 'since', in: 'query', required: true, schema: { type: 'string', format: 'date-time' } }],
        responses: { 200: { description: 'items', ...json({ type: 'object' }) }, 422: problem('what to change') },
      },
    },
    '/api/log/past': {
      get: {
        summary: 'What the whole log says of the things: use by weeks, uses and washes, reckoned against counted',
        responses: { 200: { description: 'past', ...json({ type: 'object' }) } },
      },
    },
    '/api/session': {
      get: {
        summary: 'Whether others can come in, and this device is in',
        responses: { 200: { description: 'state' } },
      },
      post: {
        summary: 'Sign in',
        requestBody: json({
          type: 'object',
          required: ['passphrase'],
          properties: { passphrase: { type: 'string' } },
        }),
        responses: { 200: { description: 'a cookie' }, 401: problem('not it'), 429: problem('wait') },
      },
      delete: {
        summary: 'Sign out; with all=1 every device',
        parameters: [{ name: 'all', in: 'query', schema: { const: '1' } }],
        responses: { 204: { description: 'out' } },
      },
    },
    '/api/session/passphrase': {
      put: {
        summary: 'Set the passphrase of the house, or another',
        requestBody: json({
          type: 'object',
          required: ['passphrase'],
          properties: { passphrase: { type: 'string' }, current: { type: 'string' } },
        }),
        responses: { 204: { description: 'set; every device signs in again' }, 401: problem('not the one now') },
      },
    },
    '/api/copies': {
      get: {
        summary: 'Copies that were taken before something was thrown away, newest first',
        responses: { 200: { description: 'copies' } },
      },
    },
    '/api/copies/{id}/restore': {
      post: {
        summary: 'Put a copy in the place of what is here, which is copied first',
        parameters: [one],
        requestBody: json({ type: 'object', required: ['confirm'], properties: { confirm: { const: 'restore' } } }),
        responses: { 200: { description: 'done' }, 404: problem('no such copy'), 422: problem('it is damaged') },
      },
    },
    '/api/schema/{record}.json': {
      get: {
        summary: 'JSON Schema of a record',
        parameters: [{ name: 'record', in: 'path', required: true, schema: { enum: [...DOORS, 'log', 'export'] } }],
        responses: { 200: { description: 'schema' }, 404: problem('no such record') },
      },
    },
  };
  for (const list of ['materials', 'soils', 'products', 'tools', 'substances', 'rules', 'sources'])
    paths[`/api/catalogue/${list}`] = {
      get: {
        summary: `Catalogue of ${list}`,
        responses: {
          200: {
            description: 'items',
            ...json({ type: 'object', required: ['items'], properties: { items: { type: 'array' } } }),
          },
        },
      },
    };
  for (const [name, schema] of Object.entries(requests))
    paths[`/api/${name}`] = {
      post: {
        summary: `Compute: ${name}`,
        requestBody: { required: true, ...json(schema) },
        responses: { 200: { description: 'answer', ...json({ type: 'object' }) }, 422: problem('what to change') },
      },
    };
  for (const door of [...DOORS, 'log' as const]) {
    const ref = { $ref: `#/components/schemas/${door}` };
    paths[`/api/${door}`] = {
      get: {
        summary: `List ${door}`,
        parameters: [
          { name: 'limit', in: 'query', schema: { type: 'integer', maximum: 500 } },
          { name: 'after', in: 'query', schema: { type: 'string' } },
        ],
        responses: {
          200: {
            description: 'page',
            ...json({
              type: 'object',
              required: ['items'],
              properties: { items: { type: 'array', items: ref }, next: { type: 'string' } },
            }),
          },
        },
      },
      ...(door === 'settings'
        ? {}
        : {
            post: {
              summary: `Add to ${door}`,
              requestBody: { required: true, ...json(door === 'log' ? LogBody : recordBodies[door]) },
              responses: { 201: { description: 'made', ...json(ref) }, 422: problem('what to change') },
            },
          }),
    };
    paths[`/api/${door}/{id}`] = {
      get: {
        summary: `Read one of ${door}`,
        parameters: [one],
        responses: { 200: { description: 'record', ...json(ref) }, 404: problem('not here') },
      },
      ...(door === 'log'
        ? {}
        : {
            put: {
              summary: `Replace one of ${door}`,
              parameters: [one],
              requestBody: { required: true, ...json(ref) },
              responses: {
                200: { description: 'next version', ...json(ref) },
                409: problem('a newer one, in `current`'),
              },
            },
          }),
      ...(door === 'log' || door === 'settings'
        ? {}
        : {
            delete: {
              summary: `Remove one of ${door}`,
              parameters: [one],
              responses: { 204: { description: 'gone' }, 409: problem('a newer one') },
            },
          }),
    };
    if (door !== 'log' && door !== 'settings')
      paths[`/api/${door}/{id}/restore`] = {
        post: {
          summary: 'Bring it back, for a day',
          parameters: [one],
          responses: { 200: { description: 'back', ...json(ref) }, 404: problem('not here') },
        },
      };
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Dolly Tub', version, description: 'What other programs may rely on.' },
    paths,
    components: {
      schemas: {
        Problem,
        Export: exportSchema,
        log: logEntrySchema,
        ...Object.fromEntries(DOORS.map((d) => [d, recordSchema(recordBodies[d])])),
      },
    },
  };
}

/** The export document: the schema of each record, and a format version. */
export const exportSchema = Type.Object(
  {
    $schema: Type.String(),
    format: Type.Literal('dolly-tub-household'),
    version: Type.Integer({ minimum: 1, maximum: FORMAT_VERSION }),
    exportedAt: Type.String({ format: 'date-time' }),
    records: Type.Object(
      Object.fromEntries(DOORS.map((d) => [d, Type.Optional(Type.Array(recordSchema(recordBodies[d])))])) as Record<
        string,
        TSchema
      >,
      { additionalProperties: false },
    ),
    log: Type.Optional(Type.Array(logEntrySchema)),
  },
  { additionalProperties: false },
);

export function schemaRoutes(version: string): Router {
  const router = new Router({ prefix: '/api' });
  const doc = JSON.stringify(openapi(version));
  router.get('/openapi.json', (ctx) => {
    ctx.type = 'json';
    ctx.body = doc;
  });
  router.get('/schema/:file', (ctx) => {
    const name = (ctx.params['file'] ?? '').replace(/\.json$/, '');
    const schema =
      name === 'log'
        ? logEntrySchema
        : name === 'export'
          ? exportSchema
          : DOORS.includes(name as Door)
            ? recordSchema(recordBodies[name as Door])
            : null;
    if (!schema) throw new HttpProblem(404, 'There is no record of that name.');
    ctx.type = 'application/schema+json';
    ctx.body = JSON.stringify({
      $schema: 'https://json-schema.org/draft/2020-12/schema',
      $id: `/api/schema/${name}.json`,
      title: name,
      ...schema,
    });
  });
  return router;
}
