import type { AuditKind } from '@ostrakon/core/contract';

/** The audit list as features write to it. */
export interface AuditPort {
  record(who: string, what: AuditKind, of: string): Promise<void>;
}
