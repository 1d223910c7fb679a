import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import tailwind from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig, type Plugin } from 'vite';

/** Names every script and style sheet, for the page to fetch them before it may be without the server. */
const partsList: Plugin = {
  name: 'parts-list',
  generateBundle(_options, bundle) {
    const parts = Object.keys(bundle).filter((file) => /\.(js|css)$/.test(file));
    this.emitFile({ type: 'asset', fileName: 'parts.json', source: JSON.stringify(parts) });
  },
};

/**
 * The page makes no JSON Schema: what only that needs of the validation package stays out of it, some 7 kB. Whoever asked for
 * one in the page would be told.
 */
const noJsonSchema: Plugin = {
  name: 'no-json-schema',
  apply: 'build',
  enforce: 'pre',
  load(id) {
    if (id.endsWith('/zod/v4/core/json-schema-processors.js'))
      return ['toJSONSchema', 'allProcessors'].map((name) => `export const ${name} = undefined;`).join('\n');
    if (!id.endsWith('/zod/v4/core/to-json-schema.js')) return null;
    const none = "() => { throw new Error('the page makes no JSON Schema'); }";
    const names = ['initializeContext', 'process', 'processSchema', 'handleUnrepresentable', 'extractDefs', 'finalize'];
    const methods = ['createToJSONSchemaMethod', 'createStandardJSONSchemaMethod'];
    return [
      ...names.map((name) => `export const ${name} = ${none};`),
      ...methods.map((name) => `export const ${name} = () => ${none};`),
    ].join('\n');
  },
};

export default defineConfig(({ command }) => ({
  plugins: [react(), tailwind(), partsList, noJsonSchema],
  resolve: {
    conditions: ['ostrakon-source', ...defaultClientConditions],
    // Its entry leads to the development build whatever is built.
    alias:
      command === 'build'
        ? [
            {
              find: /^react-router$/,
              replacement: join(dirname(createRequire(import.meta.url).resolve('react-router/package.json')), 'dist/production/index.mjs'),
            },
          ]
        : [],
  },
  build: { manifest: true, sourcemap: false },
  server: { host: '127.0.0.1', proxy: { '/api': `http://127.0.0.1:${process.env.PORT ?? 4310}` } },
}));
