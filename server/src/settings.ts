import { z } from 'zod';

const port = (fallback: number) =>
  z
    .string()
    .regex(/^\d{1,5}$/, 'must be a whole number from 0 to 65535')
    .transform(Number)
    .refine((value) => value <= 65_535, 'must be a whole number from 0 to 65535')
    .default(fallback);

const LEVELS = ['fatal', 'error', 'warn', 'info', 'debug', 'trace', 'silent'] as const;

const HOST_NAME = /^(?:\[[0-9a-f:.]+\]|[a-z0-9](?:[a-z0-9.-]*[a-z0-9])?)$/i;

/** Host names, parted by commas or spaces. */
const hosts = z
  .string()
  .transform((text) => text.split(/[\s,]+/).filter(Boolean))
  .pipe(z.array(z.string().regex(HOST_NAME, 'must be host names without port, parted by commas, such as "desk.example.org"').toLowerCase()))
  .default([]);

/** How many proxies stand before the server, or which addresses are theirs. */
const proxies = z
  .string()
  .regex(
    /^(?:\d{1,2}|[0-9a-f:./,\s]+|loopback|linklocal|uniquelocal)$/i,
    'must be how many proxies stand before the server, or their addresses, such as "1" or "10.0.0.0/8"',
  )
  .transform((text) =>
    /^\d{1,2}$/.test(text)
      ? Number(text)
      : text
          .split(/[\s,]+/)
          .filter(Boolean)
          .join(','),
  );

const perMinute = z
  .string()
  .regex(/^[1-9]\d{0,6}$/, 'must be a whole number from 1 to 9999999')
  .transform(Number)
  .optional();

const host = z.string().regex(/^(?:[a-z0-9.-]+|[0-9a-f:.]+)$/i, 'must be a host name or an IP address');

/** Every environment variable the server reads. An empty one counts as not set. */
export const Settings = z.object({
  PORT: port(4310),
  HOST: host.default('127.0.0.1'),
  PUBLIC_PORT: port(0).unwrap().optional(),
  PUBLIC_HOST: host.optional(),
  PUBLIC_URL: z.url({ protocol: /^https?$/, error: 'must be an address that begins with http:// or https://' }).optional(),
  METRICS_PORT: port(0).unwrap().optional(),
  TRUST_PROXY: proxies.optional(),
  QUESTIONS_PER_MINUTE: perMinute,
  OSTRAKON_DATA: z.string().optional(),
  OSTRAKON_HOSTS: hosts,
  OSTRAKON_SEED: z.string().optional(),
  CARRIERS_PORT: port(4311),
  CARRIERS_URL: z.url({ protocol: /^https?$/, error: 'must be an address that begins with http:// or https://' }).optional(),
  SHOP_FRONT: z.enum(['open', 'closed'], 'must be open or closed').default('closed'),
  LOG_LEVEL: z.enum(LEVELS, `must be one of ${LEVELS.join(', ')}`).default('info'),
});
export type Settings = z.infer<typeof Settings>;

/**
 * Reads the settings from the environment.
 * @throws Error with one sentence for each variable that is wrong
 */
export function readSettings(environment: Readonly<Record<string, string | undefined>>): Settings {
  const set = Object.fromEntries(Object.entries(environment).filter(([, value]) => value !== undefined && value !== ''));
  const read = Settings.safeParse(set);
  if (read.success) return read.data;
  const names = new Map(read.error.issues.map((issue) => [String(issue.path[0]), issue.message]));
  throw new Error([...names].map(([name, message]) => `${name} ${message}; it is "${String(set[name]).slice(0, 80)}".`).join('\n'));
}
