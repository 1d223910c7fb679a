import { isLoopback } from './http/strangers.ts';
import type { Settings } from './settings.ts';

/**
 * Why a shop without people must not be served as the settings say: whoever reaches it could change its prices.
 * @returns what to do, in words; null where it may be served
 */
export function openWithoutOwner({ HOST, OSTRAKON_HOSTS, TRUST_PROXY }: Settings, hasPeople: boolean): string | null {
  if (hasPeople) return null;
  const name = HOST.includes(':') ? `[${HOST}]` : HOST;
  const reached = [
    ...(isLoopback(name) ? [] : [`HOST is ${HOST}`]),
    ...(OSTRAKON_HOSTS.every(isLoopback) ? [] : [`OSTRAKON_HOSTS is ${OSTRAKON_HOSTS.join(', ')}`]),
    ...(TRUST_PROXY === undefined ? [] : ['TRUST_PROXY is set']),
  ];
  if (reached.length === 0) return null;
  return [
    `This shop can be reached from other machines (${reached.join('; ')}), and nobody has to sign in yet: whoever reaches it could change its prices.`,
    'Make an owner first:',
    '',
    '  npx ostrakon person add "Your name"',
    '',
    'It prints an address at which you choose your password. Then start again.',
  ].join('\n');
}
