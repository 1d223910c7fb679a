import type { DateWindow } from '@ostrakon/core';
import type { Format } from './format.ts';

/** "from 1 Nov to 31 Dec every year". */
export function dateWords({ from, until }: DateWindow, format: Format): string {
  const yearly = (from ?? until ?? '').length === 5 ? ' every year' : '';
  if (from === null) return `until ${format.day(until ?? '')}${yearly}`;
  return until === null ? `from ${format.day(from)}${yearly}` : `from ${format.day(from)} to ${format.day(until)}${yearly}`;
}
