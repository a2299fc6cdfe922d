import tailwind from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react(), tailwind()],
  worker: { format: 'es' },
  build: { target: 'es2023', sourcemap: true, assetsInlineLimit: 0, chunkSizeWarningLimit: 900 },
});
