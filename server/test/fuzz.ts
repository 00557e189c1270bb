/**
 * Requests that nobody would send: for every route, from its own schema, mostly right and then spoilt somewhere. Whatever comes,
 * the server must answer, with no 5xx, as a problem where it refuses, and go on.
 */
import { endpoints, outboxEntry, type EndpointName } from '@sapling/contract';
import { seeded, type Random } from '@sapling/core';
import { z } from 'zod';

type Json = string | number | boolean | null | Json[] | { [key: string]: Json };
interface Shape {
  readonly type?: string | readonly string[];
  readonly enum?: readonly Json[];
  readonly const?: Json;
  readonly anyOf?: readonly Shape[];
  readonly oneOf?: readonly Shape[];
  readonly allOf?: readonly Shape[];
  readonly properties?: Readonly<Record<string, Shape>>;
  readonly required?: readonly string[];
  readonly additionalProperties?: Shape | boolean;
  readonly propertyNames?: Shape;
  readonly items?: Shape | boolean;
  readonly prefixItems?: readonly Shape[];
  readonly minItems?: number;
  readonly maxItems?: number;
  readonly minimum?: number;
  readonly maximum?: number;
  readonly minLength?: number;
  readonly maxLength?: number;
  readonly format?: string;
  readonly $ref?: string;
  readonly $defs?: Readonly<Record<string, Shape>>;
}

/** What breaks readers: ends of numbers, texts that no database keeps, names that objects have of their own, depth. */
const EVIL: readonly Json[] = [
  '', ' ', '\u0000', 'a\u0000b', '\ud800', '\udfff x', '\u202e', '%00', '../../etc/passwd', "'; drop table children; --", '=cmd|x', '<script>', '${7*7}', 'NaN', 'null', '0', '-0', 'true',
  '0000-01-01', '9999-12-31', '2026-02-30', '2026-13-45T99:99:99Z', '-000001-01-01T00:00:00Z', '+275760-09-13T00:00:00.001Z', '00000000-0000-0000-0000-000000000000', 'x'.repeat(5000), '👩‍👩‍👧'.repeat(50),
  0, -1, 1, 0.5, -0.5, 2147483647, 2147483648, -2147483649, 9007199254740994, 1e308, -1e308, 1e-320, true, false, null, [], {}, [[]], [null], [{}], { __proto__x: 1 }, { constructor: null }, { length: -1 },
]; // prettier-ignore

export interface Known {
  /** Ids of things that are there. */
  readonly ids: readonly string[];
  readonly words: readonly string[];
}

/** Makes values of shapes, and spoils them. */
class Maker {
  constructor(
    private readonly random: Random,
    private readonly known: Known,
  ) {}
  one<T>(list: readonly T[]): T {
    return list[Math.floor(this.random() * list.length)]!;
  }
  random01(): number {
    return this.random();
  }
  chance(p: number): boolean {
    return this.random() < p;
  }
  id(): string {
    return this.chance(0.85) ? this.one(this.known.ids) : this.chance(0.5) ? crypto.randomUUID() : String(this.one(EVIL));
  }
  of(shape: Shape, root: Shape, depth = 0): Json {
    if (shape.$ref) {
      const name = shape.$ref.split('/').at(-1)!;
      return shape.$ref === '#' ? this.of(root, root, depth + 1) : this.of(root.$defs?.[name] ?? {}, root, depth + 1);
    }
    if (depth > 8) return null;
    if (shape.const !== undefined) return shape.const;
    if (shape.enum) return this.one(shape.enum);
    const either = shape.anyOf ?? shape.oneOf;
    if (either) return this.of(this.one(either), root, depth + 1);
    if (shape.allOf) return Object.assign({}, ...shape.allOf.map((s) => this.of(s, root, depth + 1))) as Json;
    const type = typeof shape.type === 'string' ? shape.type : shape.type ? this.one(shape.type) : shape.properties ? 'object' : 'any';
    switch (type) {
      case 'string':
        return this.text(shape);
      case 'integer':
      case 'number': {
        const [from, to] = [Math.max(shape.minimum ?? -5, -1e6), Math.min(shape.maximum ?? 200, 1e6)];
        const value = from + this.random() * Math.max(0, to - from);
        return type === 'integer' ? Math.round(value) : value;
      }
      case 'boolean':
        return this.chance(0.5);
      case 'null':
        return null;
      case 'array': {
        if (shape.prefixItems) return shape.prefixItems.map((s) => this.of(s, root, depth + 1));
        const least = shape.minItems ?? 0;
        const many = Math.min(shape.maxItems ?? 5, least + Math.floor(this.random() * 4));
        const items = typeof shape.items === 'object' ? shape.items : {};
        return Array.from({ length: many }, () => this.of(items, root, depth + 1));
      }
      case 'object': {
        const out: Record<string, Json> = {};
        for (const [key, inner] of Object.entries(shape.properties ?? {}))
          if (shape.required?.includes(key) || this.chance(0.6)) out[key] = this.of(inner, root, depth + 1);
        if (typeof shape.additionalProperties === 'object')
          for (let n = Math.floor(this.random() * 3); n > 0; n -= 1)
            out[shape.propertyNames ? String(this.of(shape.propertyNames, root, depth + 1)) : this.one(this.known.words)] = this.of(
              shape.additionalProperties,
              root,
              depth + 1,
            );
        return out;
      }
      default:
        return this.one(EVIL);
    }
  }
  private text({ format, minLength = 0, maxLength = 60 }: Shape): string {
    if (format === 'uuid') return this.id();
    if (format === 'date') return this.one(['2026-11-24', '2026-11-25', '2026-12-01', '2024-02-29', '2030-01-01']);
    if (format === 'date-time') return this.one(['2026-11-24T10:00:00.000Z', '2026-11-25T09:59:59.000Z', '2020-01-01T00:00:00.000Z']);
    if (format === 'email') return `${this.one(this.known.words)}@school.example`;
    const word = this.chance(0.3) ? this.id() : this.one(this.known.words);
    return word.slice(0, maxLength).padEnd(minLength, 'x');
  }
  /** The same value with one place of it, or a few, made into something else. */
  spoilt(value: Json): Json {
    if (this.chance(0.15) || value === null || typeof value !== 'object') return this.one(EVIL);
    if (Array.isArray(value)) {
      if (value.length === 0 || this.chance(0.2))
        return this.chance(0.5) ? [...value, this.one(EVIL)] : Array.from({ length: 600 }, () => value[0] ?? null);
      const k = Math.floor(this.random() * value.length);
      return value.map((x, n) => (n === k ? this.spoilt(x) : x));
    }
    const keys = Object.keys(value);
    if (keys.length === 0 || this.chance(0.1))
      return { ...value, [String(this.one(['__proto__', 'constructor', 'id', 'extra', '']))]: this.one(EVIL) };
    const key = this.one(keys);
    if (this.chance(0.1)) return Object.fromEntries(Object.entries(value).filter(([k]) => k !== key));
    return { ...value, [key]: this.spoilt(value[key]!) };
  }
}

const shapes = new Map<z.ZodType, Shape>();
function shapeOf(schema: z.ZodType): Shape {
  let shape = shapes.get(schema);
  if (!shape) shapes.set(schema, (shape = z.toJSONSchema(schema, { unrepresentable: 'any', io: 'input' }) as Shape));
  return shape;
}

export interface Asked {
  readonly name: EndpointName;
  readonly method: string;
  readonly path: string;
  /** What is sent, as it is on the line; undefined for no body. */
  readonly body: string | undefined;
  readonly type: string;
}

/** Routes that would end the test: who signs out, is withdrawn or changes a password can ask nothing more. */
const LEFT_OUT: ReadonlySet<EndpointName> = new Set(['signOut', 'changePassword', 'setUp', 'openTryIt', 'makeBackup', 'fitJudgement']);
export const FUZZED = (Object.keys(endpoints) as EndpointName[]).filter((name) => !LEFT_OUT.has(name));

/** The request of a number: the same for the same number and the same things known. */
export function requestOf(n: number, known: Known): Asked {
  const make = new Maker(seeded(n * 7919 + 13), known);
  const name = FUZZED[n % FUZZED.length]!;
  const { method, path, params, query, body } = endpoints[name] as {
    method: string;
    path: string;
    params: z.ZodType;
    query: z.ZodType;
    body: z.ZodType;
  };
  const parts = make.of(shapeOf(params), shapeOf(params)) as Record<string, Json>;
  let address = path.replace(/:(\w+)/g, (_whole, key: string) =>
    encodeURIComponent(wellFormed(String(make.chance(0.12) ? make.one(EVIL) : (parts[key] ?? make.id())))),
  );
  const asked = make.of(shapeOf(query), shapeOf(query)) as Record<string, Json>;
  const sent = make.chance(0.3) ? (make.spoilt(asked) as Record<string, Json>) : asked;
  if (sent !== null && typeof sent === 'object') {
    const search = new URLSearchParams(
      Object.entries(sent).map(([k, v]) => [k, wellFormed(typeof v === 'string' ? v : JSON.stringify(v))]),
    );
    if (search.size > 0) address += `?${search}`;
  }
  if (method === 'GET') return { name, method, path: address, body: undefined, type: '' };
  let value: Json =
    name === 'sendOutbox'
      ? {
          entries: Array.from({ length: 1 + Math.floor(make.random01() * 3) }, () => {
            const entry = make.of(shapeOf(outboxEntry), shapeOf(outboxEntry)) as Record<string, Json>;
            // mostly as a device makes it: the entry and its record carry one id
            if (make.chance(0.9) && entry.record !== null && typeof entry.record === 'object') {
              const id = crypto.randomUUID();
              return { ...entry, id, record: { ...(entry.record as object), id } };
            }
            return entry;
          }),
        }
      : make.of(shapeOf(body), shapeOf(body));
  const spoil = make.random01();
  if (spoil < 0.55) value = make.spoilt(value);
  if (spoil < 0.1) value = make.spoilt(value);
  const text = JSON.stringify(value) ?? '';
  const broken = make.random01();
  return {
    name,
    method,
    path: address,
    body: broken < 0.03 ? text.slice(0, Math.floor(text.length / 2)) : broken < 0.04 ? `${'['.repeat(3000)}${text}` : text,
    type: broken > 0.99 ? 'text/plain' : 'application/json',
  };
}
const wellFormed = (text: string): string => (text as unknown as { toWellFormed(): string }).toWellFormed();
