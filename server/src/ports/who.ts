import type { AuditKind, Method, OwnerRoutes, Role } from '@ostrakon/core/contract';
import type { Handlers } from '../http/door.ts';

/** Who asks at the owner's door. */
export interface Who {
  /** Stands beside what they do. */
  readonly name: string;
  readonly role: Role;
  readonly mayPublish: boolean;
  /** Of a person signed in; null where the shop has no people. */
  readonly person: string | null;
  readonly session: string | null;
  /** Whether they still may what they asked for: what goes on answering ends where they may not. */
  still(): boolean;
  /** Writes down what they did, once it is done. */
  tell(what: AuditKind, of: string): Promise<void>;
}

/** Handlers of the owner's routes at a path and under it. */
export type OwnerHandlers<Path extends string> = Handlers<
  OwnerRoutes,
  Who,
  Extract<keyof OwnerRoutes, `${Method} ${Path}` | `${Method} ${Path}/${string}`>
>;
