import type { PackagingKind } from '@ostrakon/core';

export const packagingKinds: Record<PackagingKind, string> = {
  carton: 'carton',
  mailer: 'mailer',
  envelope: 'envelope',
  tube: 'tube',
  pallet: 'pallet',
};
