import { type Problem, realDay, utcInstant } from '@dolly-tub/core';
import type { TSchema } from '@sinclair/typebox';
import { Ajv2020, type ErrorObject, type ValidateFunction } from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import { invalid } from './problem';

const ajv = new Ajv2020({ allErrors: true, strict: false, messages: true });
(addFormats as unknown as (a: Ajv2020) => void)(ajv);
// a leap second, the year 0 or a 30th of February would make every later sum fail: what is kept can be counted with
ajv.addFormat('date-time', (text: string) => utcInstant(text) !== null);
ajv.addFormat('date', realDay);
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
        message:
          p['format'] === 'date'
            ? `${path} must be a day of the calendar from 1970 to 2199, for example 2026-11-25.`
            : `${path} must be a date and time from 1970 to 2199 with its offset, for example 2026-11-25T14:10:00Z.`,
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

/** The one check at the border: a typed value with its instants in UTC, or a 422 with every fault. */
export function check<T>(schema: TSchema, value: unknown): T {
  const wrong = faults(schema, value);
  if (wrong.length) throw invalid(wrong);
  return inUtc(schema, value) as T;
}

/**
 * A value that fits its schema, with every instant written as UTC to the millisecond, in place: two ways of writing
 * one instant sort and compare as one.
 */
export function inUtc(schema: TSchema, value: unknown): unknown {
  const s = schema as unknown as {
    format?: string;
    anyOf?: TSchema[];
    properties?: Record<string, TSchema>;
    items?: TSchema;
  };
  if (typeof value === 'string') {
    const timed = s.format === 'date-time' || s.anyOf?.some((o) => (o as { format?: string }).format === 'date-time');
    return timed ? (utcInstant(value) ?? value) : value;
  }
  if (value === null || typeof value !== 'object') return value;
  for (const option of s.anyOf ?? []) inUtc(option, value);
  if (Array.isArray(value)) {
    if (s.items) value.forEach((x, i) => (value[i] = inUtc(s.items!, x)));
    return value;
  }
  const record = value as Record<string, unknown>;
  for (const [key, of] of Object.entries(s.properties ?? {})) if (key in record) record[key] = inUtc(of, record[key]);
  return value;
}
