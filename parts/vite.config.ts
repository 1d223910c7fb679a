import { defaultClientConditions, defineConfig } from 'vite';

export default defineConfig({
  resolve: { conditions: ['ostrakon-source', ...defaultClientConditions] },
  build: {
    sourcemap: false,
    lib: { entry: 'src/index.ts', formats: ['es'], fileName: () => 'parts.js' },
  },
});
