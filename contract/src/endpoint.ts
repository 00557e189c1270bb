import type { z } from 'zod';

export type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';

/** One operation of the HTTP contract. `params` are the path's, `query` the address's, `body` JSON. */
export interface Endpoint<
  P extends z.ZodType = z.ZodType,
  Q extends z.ZodType = z.ZodType,
  B extends z.ZodType = z.ZodType,
  R extends z.ZodType = z.ZodType,
> {
  readonly method: Method;
  /** Express-style, as /api/children/:id. */
  readonly path: string;
  readonly params: P;
  readonly query: Q;
  readonly body: B;
  readonly response: R;
}

export type ParamsOf<E> = E extends Endpoint<infer P, z.ZodType, z.ZodType, z.ZodType> ? z.infer<P> : never;
export type QueryOf<E> = E extends Endpoint<z.ZodType, infer Q, z.ZodType, z.ZodType> ? z.infer<Q> : never;
export type BodyOf<E> = E extends Endpoint<z.ZodType, z.ZodType, infer B, z.ZodType> ? z.infer<B> : never;
export type ResponseOf<E> = E extends Endpoint<z.ZodType, z.ZodType, z.ZodType, infer R> ? z.infer<R> : never;
