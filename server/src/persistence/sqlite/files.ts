/** The shop's SQLite file in its data folder. */
export const SHOP_FILE = 'ostrakon.sqlite';

/** The key that locks carriers' keys, beside it. */
export const KEY_FILE = 'secret.key';

/** What SQLite keeps beside it while it is open, by the ending. */
export const SIDE_FILES = ['-wal', '-shm'] as const;
