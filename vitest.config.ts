import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const lawsSeed = fileURLToPath(new URL('./vitest.laws.ts', import.meta.url));

// One project a workspace; core is read from its source, so that a test never sees an old build. Test files keep nothing behind:
// they follow each other with what they import read once, which halves the time of them all.
const project = (name: string) => ({
  resolve: { conditions: ['ostrakon-source'] },
  ssr: { resolve: { conditions: ['ostrakon-source'] } },
  test: {
    name,
    root: name,
    include: ['src/**/*.test.ts'],
    environment: 'node' as const,
    testTimeout: 180_000,
    setupFiles: [lawsSeed],
    isolate: false,
    unstubGlobals: true,
  },
});

export default defineConfig({
  test: {
    projects: ['core', 'carriers', 'mailbox', 'demo', 'server', 'client', 'cli', 'web', 'storefront'].map(project),
    passWithNoTests: false,
    maxWorkers: 2,
  },
});
