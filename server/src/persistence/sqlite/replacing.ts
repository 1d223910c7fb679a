import { existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { SHOP_FILE, SIDE_FILES } from './files.ts';

const INCOMING = 'incoming';
/** By this name the folder says that everything is in it. */
const COMPLETE = 'incoming-complete';
export const KEPT = 'kept';

/**
 * A shop that is to take the place of the one in a folder, put together beside it. Nothing of it counts before it is complete;
 * once it is, the replacing is finished even when the server is killed in the middle of it.
 */
export function newShopBeside(folder: string): { folder: string; complete(): void } {
  const incoming = join(folder, INCOMING);
  rmSync(incoming, { recursive: true, force: true });
  mkdirSync(incoming, { recursive: true });
  return {
    folder: incoming,
    complete: () => {
      // What SQLite leaves beside a file is of no use once it is closed.
      for (const side of SIDE_FILES) rmSync(join(incoming, SHOP_FILE + side), { force: true });
      renameSync(incoming, join(folder, COMPLETE));
    },
  };
}

/** What is kept is never written over. */
function freeName(folder: string): string {
  let name = folder;
  for (let nth = 2; existsSync(name); nth += 1) name = `${folder}-${nth}`;
  return name;
}

/**
 * Lets a complete new shop take the place of the one in the folder, which is kept beside it. To be called while nobody has
 * the folder's database open, and at each start: a file is of the old shop as long as its new one waits.
 * @param at names what is kept, an instant
 * @returns the folder the old shop is kept in; null where there was nothing to replace
 */
export function finishReplacing(folder: string, at: string): string | null {
  const complete = join(folder, COMPLETE);
  if (!existsSync(complete)) return null;
  const kept = freeName(join(folder, KEPT, at.replaceAll(/[^0-9TZ]/g, '-')));
  const keep = (name: string) => {
    if (!existsSync(join(folder, name))) return;
    mkdirSync(kept, { recursive: true });
    renameSync(join(folder, name), join(kept, name));
  };
  // The shop's file goes last: until it does, what lies beside it is the old one's.
  const files = readdirSync(complete).sort((a, b) => Number(a === SHOP_FILE) - Number(b === SHOP_FILE));
  for (const name of files) {
    if (name === SHOP_FILE) for (const side of SIDE_FILES) keep(SHOP_FILE + side);
    keep(name);
    renameSync(join(complete, name), join(folder, name));
  }
  rmSync(complete, { recursive: true });
  return existsSync(kept) ? kept : null;
}
