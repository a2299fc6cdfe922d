import optimizeLocales from '@react-aria/optimize-locales-plugin';
import tailwind from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin, type Rolldown } from 'vite';

/** Has the page that one comes to first fetched beside the program, instead of once the program runs. */
const fetchedBeside = (page: string): Plugin => ({
  name: 'fetched beside',
  transformIndexHtml: {
    order: 'post',
    handler(html, { bundle }) {
      // What serves the sources as they are makes no files.
      if (!bundle) return;
      const chunks = Object.values(bundle).filter((one): one is Rolldown.OutputChunk => one.type === 'chunk');
      const own = chunks.find((chunk) => chunk.facadeModuleId?.endsWith(page));
      if (!own) throw new Error(`${page} is no page that is fetched by itself`);
      const files = new Set([own.fileName]);
      // A set goes on with what is added while it is gone through.
      for (const file of files)
        for (const other of chunks.find((chunk) => chunk.fileName === file)?.imports ?? []) files.add(other);
      return [...files]
        .filter((file) => !html.includes(file))
        .map((file) => ({
          tag: 'link',
          attrs: { rel: 'modulepreload', crossorigin: true, href: `/${file}` },
          injectTo: 'head',
        }));
    },
  },
});

export default defineConfig({
  plugins: [
    react(),
    tailwind(),
    // Plemb speaks English: what the kit says in other languages stays out.
    { ...optimizeLocales.vite({ locales: ['en-US', 'en-GB'] }), enforce: 'pre' },
    fetchedBeside('/src/web/stages/check/check.tsx'),
  ],
  worker: { format: 'es' },
  build: { target: 'es2023', sourcemap: true, assetsInlineLimit: 0, chunkSizeWarningLimit: 900 },
});
