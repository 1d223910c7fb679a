import type { OwnerHandlers } from '../../ports/who.ts';
import type { AuditStore } from './auditStore.ts';

export const auditHandlers = (audit: AuditStore) => ({ 'GET /audit': ({ query }) => audit.list(query) }) satisfies OwnerHandlers<'/audit'>;
