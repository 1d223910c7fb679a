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

export default defineConfig({
  plugins: [react(), tailwind(), partsList],
  resolve: { conditions: ['ostrakon-source', ...defaultClientConditions] },
  build: { manifest: true, sourcemap: false },
  server: { host: '127.0.0.1', proxy: { '/api': `http://127.0.0.1:${process.env.PORT ?? 4310}` } },
});
