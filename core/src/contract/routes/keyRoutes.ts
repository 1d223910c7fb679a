import { EditKey, KeyList, KeyMade, MakeKey } from '../keys.ts';
import { AuditList, AuditQuery } from '../people.ts';
import type { Routes } from './route.ts';

/** Keys of the checkout, and what was done by whom. */
export const keyRoutes = {
  'GET /keys': { says: 'The keys of the checkout', who: 'own', answer: KeyList },
  'POST /keys': { says: 'Make a key', who: 'own', body: MakeKey, status: 201, answer: KeyMade, problems: ['too-many-keys'] },
  'PATCH /keys/:id': {
    says: 'Change a key’s name, scopes or origins',
    who: 'own',
    body: EditKey,
    answer: KeyList,
    problems: ['not-found'],
  },
  'DELETE /keys/:id': { says: 'End a key at once', who: 'own', answer: KeyList, problems: ['not-found'] },
  'GET /audit': { says: 'Who published, changed keys and people, restored, exported', who: 'own', query: AuditQuery, answer: AuditList },
} as const satisfies Routes;
