import optimizeLocales from '@react-aria/optimize-locales-plugin';
import tailwind from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  // Plemb speaks English: what the kit says in other languages stays out.
  plugins: [react(), tailwind(), { ...optimizeLocales.vite({ locales: ['en-US', 'en-GB'] }), enforce: 'pre' }],
  worker: { format: 'es' },
  build: { target: 'es2023', sourcemap: true, assetsInlineLimit: 0, chunkSizeWarningLimit: 900 },
});
