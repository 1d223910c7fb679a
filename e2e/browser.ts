import { existsSync } from 'node:fs';

/** Debian's Chromium: without a window of its own where that is installed, which takes less of the machine. */
const paths = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'];

/** Debian's Chromium, without the background traffic a closed network would refuse. */
export const browser = {
  executablePath: process.env.CHROMIUM_PATH ?? paths.find(existsSync) ?? '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};
