import type { Mark } from '@ostrakon/core';

/** The colour of a goods group's mark; always beside its name, never alone. */
export const markClass: Record<Mark, string> = {
  clay: 'bg-clay',
  glaze: 'bg-glaze',
  ochre: 'bg-ochre',
  slate: 'bg-night',
  moss: 'bg-moss',
  plum: 'bg-plum',
  rust: 'bg-rust',
  sand: 'bg-sand',
};

export const markWords: Record<Mark, string> = {
  clay: 'clay red',
  glaze: 'glaze green',
  ochre: 'ochre',
  slate: 'slate blue',
  moss: 'moss',
  plum: 'plum',
  rust: 'rust',
  sand: 'sand',
};
