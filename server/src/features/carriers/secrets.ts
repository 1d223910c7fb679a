import { createCipheriv, createDecipheriv, randomBytes } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const FILE = 'secret.key';
const BYTES = 32;

/** Locks what must not be read from a copy of the database: AES-256-GCM (NIST SP 800-38D), a fresh nonce each time. */
export class Secrets {
  readonly #key: Buffer;

  constructor(key: Buffer) {
    if (key.length !== BYTES) throw new Error(`a secret key has ${BYTES} bytes`);
    this.#key = key;
  }

  /** The key of a data folder, made when there is none; only its owner may read the file. */
  static ofFolder(folder: string): Secrets {
    const file = join(folder, FILE);
    try {
      writeFileSync(file, randomBytes(BYTES).toString('base64'), { mode: 0o600, flag: 'wx' });
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
    }
    return new Secrets(Buffer.from(readFileSync(file, 'utf8'), 'base64'));
  }

  /** @param of what it belongs to: a locked text moved to another owner does not open */
  lock(text: string, of: string): string {
    const nonce = randomBytes(12);
    const cipher = createCipheriv('aes-256-gcm', this.#key, nonce).setAAD(Buffer.from(of));
    const locked = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()]);
    return Buffer.concat([nonce, cipher.getAuthTag(), locked]).toString('base64');
  }

  /** Null where the text was locked with another key, for another owner, or was tampered with. */
  unlock(locked: string, of: string): string | null {
    const bytes = Buffer.from(locked, 'base64');
    try {
      const decipher = createDecipheriv('aes-256-gcm', this.#key, bytes.subarray(0, 12)).setAAD(Buffer.from(of));
      decipher.setAuthTag(bytes.subarray(12, 28));
      return Buffer.concat([decipher.update(bytes.subarray(28)), decipher.final()]).toString('utf8');
    } catch {
      return null;
    }
  }
}
