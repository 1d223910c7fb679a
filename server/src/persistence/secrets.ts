import { createCipheriv, createDecipheriv, createHmac, randomBytes } from 'node:crypto';
import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { KEY_FILE } from './sqlite/files.ts';

const BYTES = 32;

/** Whether a data folder has its key: `missing` where there is no file, `damaged` where it holds no key. */
export type KeyState = 'ready' | 'missing' | 'damaged';

/** Locks what must not be read from a copy of the database: AES-256-GCM (NIST SP 800-38D), a fresh nonce each time. */
export class Secrets {
  readonly #file: string;
  #key: Buffer | null;
  #state: KeyState;

  private constructor(file: string, key: Buffer | null, state: KeyState) {
    this.#file = file;
    this.#key = key;
    this.#state = state;
  }

  /** The key of a data folder. None is made before something is locked: where there are locked texts already, theirs is lost. */
  static ofFolder(folder: string): Secrets {
    const file = join(folder, KEY_FILE);
    if (!existsSync(file)) return new Secrets(file, null, 'missing');
    const key = Buffer.from(readFileSync(file, 'utf8'), 'base64');
    return key.length === BYTES ? new Secrets(file, key, 'ready') : new Secrets(file, null, 'damaged');
  }

  get state(): KeyState {
    return this.#state;
  }

  /** A new key, in a file only its owner may read; a damaged file is kept beside it. */
  #made(): Buffer {
    if (this.#state === 'damaged') renameSync(this.#file, `${this.#file}.damaged-${randomBytes(4).toString('hex')}`);
    const key = randomBytes(BYTES);
    writeFileSync(this.#file, key.toString('base64'), { mode: 0o600, flag: 'wx', flush: true });
    this.#key = key;
    this.#state = 'ready';
    return key;
  }

  /**
   * Locks a text; the first one makes the key where there is none.
   * @param of what it belongs to: a locked text moved to another owner does not open
   */
  lock(text: string, of: string): string {
    const nonce = randomBytes(12);
    const cipher = createCipheriv('aes-256-gcm', this.#key ?? this.#made(), nonce).setAAD(Buffer.from(of));
    const locked = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()]);
    return Buffer.concat([nonce, cipher.getAuthTag(), locked]).toString('base64');
  }

  /** A digest of a text that nobody makes without the key (HMAC, RFC 2104). */
  mark(text: string, of: string): string {
    return createHmac('sha256', this.#key ?? this.#made())
      .update(`${of}\n${text}`)
      .digest('base64url');
  }

  /** Null where the text was locked with another key, for another owner, or was tampered with. */
  unlock(locked: string, of: string): string | null {
    if (this.#key === null) return null;
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
