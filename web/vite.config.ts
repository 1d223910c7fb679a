import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants } from 'node:zlib';
import tailwind from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig, type Plugin } from 'vite';

/** Names every script and style sheet, for the page to fetch them before it may be without the server; not the large tables of towns. */
const partsList: Plugin = {
  name: 'parts-list',
  generateBundle(_options, bundle) {
    const parts = Object.keys(bundle).filter((file) => /\.(js|css)$/.test(file) && !/\/towns[A-Z]{2}\b/.test(file));
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
      return [...readFileSync(id, 'utf8').matchAll(/^export (?:const|function) (\w+)/gm)]
        .map(([, name]) => `export const ${name} = undefined;`)
        .join('\n');
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

const brotli = promisify(brotliCompress);

/** Writes what the server sends compressed beside each file: once and well, instead of for every first visit. */
const compressed: Plugin = {
  name: 'compressed',
  apply: 'build',
  async writeBundle({ dir = '' }, bundle) {
    const pack = async (file: string) => {
      const content = readFileSync(join(dir, file));
      const params = { [constants.BROTLI_PARAM_QUALITY]: constants.BROTLI_MAX_QUALITY, [constants.BROTLI_PARAM_SIZE_HINT]: content.length };
      writeFileSync(join(dir, `${file}.br`), await brotli(content, { params }));
    };
    await Promise.all(
      Object.keys(bundle)
        .filter((file) => /\.(js|css|json|svg)$/.test(file))
        .map(pack),
    );
  },
};

export default defineConfig(({ command }) => ({
  plugins: [react(), tailwind(), partsList, noJsonSchema, compressed],
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
  build: {
    manifest: true,
    sourcemap: false,
    // What the first look needs comes in one piece: a request for each of thirty small parts takes longer than their bytes.
    rolldownOptions: { output: { advancedChunks: { groups: [{ name: 'first', test: /\/src\/main\.tsx$/ }] } } },
  },
  server: { host: '127.0.0.1', proxy: { '/api': `http://127.0.0.1:${process.env.PORT ?? 4310}` } },
}));
