import { createCipheriv, createDecipheriv, randomBytes, scrypt } from 'node:crypto';
import { promisify } from 'node:util';
import { z } from 'zod';

// scrypt (RFC 7914) with the cost its section 2 calls usual for files, about a tenth of a second; then AES-256-GCM (NIST SP 800-38D).
const COST = { N: 2 ** 15, r: 8, p: 1, maxmem: 64 * 1024 * 1024 } as const;
const KEY_BYTES = 32;
const Base64 = z.base64();

/** The key file of a shop as it lies in a backup: open, or locked by a passphrase. */
const PackedKey = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('open'), key: z.string() }),
  z.strictObject({
    kind: z.literal('locked'),
    by: z.literal('scrypt-32768-8-1/aes-256-gcm'),
    salt: Base64,
    nonce: Base64,
    tag: Base64,
    key: Base64,
  }),
]);
type PackedKey = z.infer<typeof PackedKey>;

const derive = promisify<string, Buffer, number, typeof COST, Buffer>(scrypt);

/** @param key what the key file holds */
export async function packKey(key: string, passphrase?: string): Promise<string> {
  if (passphrase === undefined) return JSON.stringify({ kind: 'open', key } satisfies PackedKey);
  const [salt, nonce] = [randomBytes(16), randomBytes(12)];
  const cipher = createCipheriv('aes-256-gcm', await derive(passphrase.normalize('NFKC'), salt, KEY_BYTES, COST), nonce);
  const locked = Buffer.concat([cipher.update(key, 'utf8'), cipher.final()]);
  const base64 = (bytes: Buffer) => bytes.toString('base64');
  const packed: PackedKey = {
    kind: 'locked',
    by: 'scrypt-32768-8-1/aes-256-gcm',
    salt: base64(salt),
    nonce: base64(nonce),
    tag: base64(cipher.getAuthTag()),
    key: base64(locked),
  };
  return JSON.stringify(packed);
}

export const isLocked = (packed: string): boolean => PackedKey.parse(JSON.parse(packed)).kind === 'locked';

/** What the key file held; null where the passphrase is another, or something was tampered with. */
export async function unpackKey(packed: string, passphrase: string): Promise<string | null> {
  const read = PackedKey.parse(JSON.parse(packed));
  if (read.kind === 'open') return read.key;
  const bytes = (text: string) => Buffer.from(text, 'base64');
  const key = await derive(passphrase.normalize('NFKC'), bytes(read.salt), KEY_BYTES, COST);
  try {
    const decipher = createDecipheriv('aes-256-gcm', key, bytes(read.nonce)).setAuthTag(bytes(read.tag));
    return Buffer.concat([decipher.update(bytes(read.key)), decipher.final()]).toString('utf8');
  } catch {
    return null;
  }
}
