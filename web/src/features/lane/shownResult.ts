import type { TierResult } from '@ostrakon/core';
import type { Format } from '../../words/format.ts';

/** A tier's result as it stands in its cell, where it can be typed over. */
export function shownResult(result: TierResult, format: Format): string {
  switch (result.kind) {
    case 'amount':
      return format.plain(result.amount);
    case 'free':
      return 'free';
    case 'notOffered':
      return 'not offered';
    case 'refer':
      return 'ask us';
  }
}
