/** Every operation the server offers, used by the server to validate and by the web to call. */
import type { ADDRESSES } from './addresses.js';
import type { Endpoint } from './endpoint.js';
import { peopleEndpoints } from './endpoints/people.js';
import { libraryEndpoints } from './endpoints/library.js';
import { childrenEndpoints } from './endpoints/children.js';
import { evidenceEndpoints } from './endpoints/evidence.js';
import { planningEndpoints } from './endpoints/planning.js';
import { filesEndpoints } from './endpoints/files.js';
import { overviewEndpoints } from './endpoints/overview.js';

export const endpoints = {
  ...peopleEndpoints,
  ...libraryEndpoints,
  ...childrenEndpoints,
  ...evidenceEndpoints,
  ...planningEndpoints,
  ...filesEndpoints,
  ...overviewEndpoints,
} satisfies Record<keyof typeof ADDRESSES, Endpoint>;

export type Endpoints = typeof endpoints;
export type EndpointName = keyof Endpoints;
