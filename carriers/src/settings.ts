import { z } from 'zod';

const Settings = z.object({
  CARRIERS_PORT: z
    .string()
    .regex(/^\d{1,5}$/, 'must be a whole number from 0 to 65535')
    .transform(Number)
    .refine((port) => port <= 65_535, 'must be a whole number from 0 to 65535')
    .default(4311),
  HOST: z.string().default('127.0.0.1'),
});

/**
 * The environment variables the carriers read; an empty one counts as not set.
 * @throws Error with a sentence for each that is wrong
 */
export function readSettings(environment: Readonly<Record<string, string | undefined>>): z.output<typeof Settings> {
  const set = Object.fromEntries(Object.entries(environment).filter(([, value]) => value !== ''));
  const read = Settings.safeParse(set);
  if (read.success) return read.data;
  throw new Error(
    read.error.issues.map(({ path: [name], message }) => `${String(name)} ${message}; it is "${set[String(name)]}".`).join('\n'),
  );
}
