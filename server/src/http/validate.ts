import type { Problem } from '@dolly-tub/core';
import type { TSchema } from '@sinclair/typebox';
import { Ajv2020, type ErrorObject, type ValidateFunction } from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import { invalid } from './problem';

const ajv = new Ajv2020({ allErrors: true, strict: false, messages: true });
(addFormats as unknown as (a: Ajv2020) => void)(ajv);
const cache = new WeakMap<object, ValidateFunction>();

/** One sentence a person can act on for each fault. */
function sentence(e: ErrorObject): Problem {
  const path = e.instancePath || '/';
  const p = e.params as Record<string, unknown>;
  switch (e.keyword) {
    case 'required':
      return {
        path: `${e.instancePath}/${String(p['missingProperty'])}`,
        message: `"${String(p['missingProperty'])}" is missing.`,
      };
    case 'additionalProperties':
      return {
        path: `${e.instancePath}/${String(p['additionalProperty'])}`,
        message: `"${String(p['additionalProperty'])}" is not known here: check its spelling or leave it out.`,
      };
    case 'enum':
      return { path, message: `${path} must be one of: ${(p['allowedValues'] as unknown[]).join(', ')}.` };
    case 'type':
      return { path, message: `${path} must be ${article(String(p['type']))}.` };
    case 'minimum':
    case 'exclusiveMinimum':
      return {
        path,
        message: `${path} must be ${e.keyword === 'minimum' ? 'at least' : 'more than'} ${String(p['limit'])}.`,
      };
    case 'maximum':
      return { path, message: `${path} must be at most ${String(p['limit'])}.` };
    case 'minLength':
      return { path, message: `${path} must not be empty.` };
    case 'maxLength':
      return { path, message: `${path} is too long: at most ${String(p['limit'])} characters.` };
    case 'format':
      return {
        path,
        message: `${path} must be a ${String(p['format'])}, for example ${p['format'] === 'date' ? '2026-11-25' : '2026-11-25T14:10:00Z'}.`,
      };
    default:
      return { path, message: `${path} ${e.message ?? 'is not right'}.` };
  }
}
const article = (type: string): string => (/^[aeiou]/.test(type) ? 'an ' : 'a ') + type;

export function faults(schema: TSchema, value: unknown): Problem[] {
  let validate = cache.get(schema);
  if (!validate) cache.set(schema, (validate = ajv.compile(schema)));
  if (validate(value)) return [];
  const found = (validate.errors ?? []).filter((e) => e.keyword !== 'anyOf').map(sentence);
  return found.length ? found.slice(0, 20) : [{ path: '/', message: 'It does not have the right shape.' }];
}

/** The one check at the border: a typed value, or a 422 with every fault. */
export function check<T>(schema: TSchema, value: unknown): T {
  const wrong = faults(schema, value);
  if (wrong.length) throw invalid(wrong);
  return value as T;
}
