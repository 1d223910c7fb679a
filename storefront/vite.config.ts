import tailwind from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig } from 'vite';

export default defineConfig({
  base: '/shop-front/',
  plugins: [react(), tailwind()],
  resolve: { conditions: ['ostrakon-source', ...defaultClientConditions] },
  build: { manifest: true, sourcemap: false, modulePreload: { polyfill: false } },
  server: { host: '127.0.0.1', proxy: { '/public': `http://127.0.0.1:${process.env.PORT ?? 4310}` } },
});
