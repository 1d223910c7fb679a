import type { KeyScope } from '@ostrakon/core/contract';

/** A key of the checkout as the buyers' door knows it. */
export interface HeldKey {
  readonly id: string;
  readonly kind: 'server' | 'page';
  readonly scopes: ReadonlySet<KeyScope>;
  readonly origins: ReadonlySet<string>;
}

/** The keys as the buyers' door asks for them. */
export interface KeyRing {
  /** The key of a text; null where there is none, or it was ended. */
  find(text: string): HeldKey | null;
  used(id: string): void;
}
