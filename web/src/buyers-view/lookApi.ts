import type { CartInput } from '@ostrakon/core';
import { type LookAt, LookLink } from '@ostrakon/core/contract';
import { ask } from '../api/client.ts';
import { toast } from '../ui/toast.ts';

/** JSON in letters that an address takes (RFC 4648, section 5). */
function inAddress(value: object): string {
  const bytes = new TextEncoder().encode(JSON.stringify(value));
  let text = '';
  for (const byte of bytes) text += String.fromCharCode(byte);
  return btoa(text).replaceAll('+', '-').replaceAll('/', '_').replaceAll('=', '');
}

/** Opens the shop front in a tab of its own, with a cart in its basket. */
export async function seeAsBuyer(at: LookAt, cart: CartInput): Promise<void> {
  // Opened with the click itself: a browser lets no page open tabs later.
  const tab = window.open('', '_blank');
  try {
    const { look, until, front } = await ask('POST /look', LookLink, { body: at });
    const { lastOrderAt: _told, moment: _moment, cartStartedAt: _began, ...sent } = cart;
    const address = `${front}?look=${look}&until=${encodeURIComponent(until)}#/checkout?cart=${inAddress(sent)}`;
    if (tab) tab.location.href = address;
    else window.location.assign(address);
  } catch (error) {
    tab?.close();
    toast.error(`The shop front was not opened: ${(error as Error).message}`);
  }
}
