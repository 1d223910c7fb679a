import type { ProblemCode } from '@ostrakon/core';
import type { DoorFacts } from '@ostrakon/core/contract';
import { VERSION } from '../version.ts';
import { statusOf } from './problems.ts';

export const PUBLIC_PATH = '/public/v1';

/** Problems that have nothing to do with the route that was asked. */
const ANY: readonly ProblemCode[] = [
  'bad-request',
  'internal',
  'shutting-down',
  'storage-damaged',
  'storage-full',
  'storage-unwritable',
  'method-not-allowed',
];
const WITH_BODY: readonly ProblemCode[] = ['invalid-request', 'body-not-json', 'body-too-large', 'media-type'];

export const OWNER_DOOR: DoorFacts = {
  title: 'Ostrakon: the owner’s door',
  version: VERSION,
  description: 'What the page asks. Signed in by a cookie; changes are taken from the shop’s own pages only.',
  path: '/api',
  securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'ostrakon' } },
  security: (who) => (who === 'anybody' ? [] : [{ session: [] }]),
  problems: { always: [...ANY, 'foreign-request', 'not-signed-in', 'not-allowed', 'busy'], withBody: WITH_BODY },
  status: (code) => statusOf(code as ProblemCode),
};

export const PUBLIC_DOOR: DoorFacts = {
  title: 'Ostrakon: the buyers’ door',
  version: VERSION,
  description: 'What a checkout asks, and what the shop’s own server tells. Anybody may ask for quotes, within limits.',
  path: PUBLIC_PATH,
  securitySchemes: {
    serverKey: { type: 'http', scheme: 'bearer', description: 'A server key: for the shop’s own server, never for a page' },
    pageKey: { type: 'apiKey', in: 'query', name: 'key', description: 'A page key: for pages of the origins it names' },
  },
  security: (who) => (who === 'buyer' ? [{}, { pageKey: [] }, { serverKey: [] }] : [{ serverKey: [] }]),
  problems: { always: [...ANY, 'too-many-requests', 'busy', 'origin-refused', 'key-refused', 'key-needed'], withBody: WITH_BODY },
  status: (code) => statusOf(code as ProblemCode),
};
