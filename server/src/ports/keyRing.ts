import type { KeyScope } from '@ostrakon/core/contract';
import { tokenHash } from '../http/tokens.ts';

/** A key of the checkout as the buyers' door knows it. */
export interface HeldKey {
  readonly id: string;
  readonly kind: 'server' | 'page';
  readonly name: string;
  readonly scopes: ReadonlySet<KeyScope>;
  readonly origins: ReadonlySet<string>;
}

/** The keys as the buyers' door asks for them. */
export interface KeyRing {
  /** The key of a text; null where there is none, or it was ended. */
  find(text: string): HeldKey | null;
  used(id: string): void;
}

/** What keys begin with, so that one that lies about is known for what it is. */
export const SERVER_KEY = 'oss_';
export const PAGE_KEY = 'osp_';

/** What is kept of a key: of a server's its hash, of a page's all of it. */
export const heldAs = (text: string): string => (text.startsWith(PAGE_KEY) ? text : tokenHash(text));
