// The application while it is worked on: the screen from its sources, changed in place; the server started again
// whenever what it is made of changes.
import { watch } from 'node:fs';
import { join } from 'node:path';
import { startApplication } from './application.mjs';
import { freePort } from './ports.mjs';

/** What the server is made of. */
const made = ['core', 'contract', 'live', 'server', 'words'];

/** The same as startApplication, with the screen served by the bundler's own server. */
export async function startDeveloping({ root, port, ...rest }) {
  const own = await freePort();
  let running = await startApplication({ root, port: own, ...rest });
  let stopping = false;
  let again = Promise.resolve();
  let waiting = null;
  const restart = () => {
    clearTimeout(waiting);
    waiting = setTimeout(() => {
      again = again.then(async () => {
        if (stopping) return;
        const before = Date.now();
        await running.stopServer();
        try {
          running = { ...running, ...(await running.startServer()) };
          console.log(`The server is new after ${((Date.now() - before) / 1000).toFixed(1)} s`);
        } catch (error) {
          console.error(`${error.message}\nIt starts again when a file is saved.`);
        }
      });
    }, 150);
  };
  const watchers = made.map((folder) => watch(join(root, 'src', folder), { recursive: true }, restart));

  const { createServer } = await import('vite');
  const screen = await createServer({
    root,
    logLevel: 'warn',
    server: {
      host: '127.0.0.1',
      port,
      strictPort: true,
      proxy: { '/api': { target: running.address, changeOrigin: true } },
    },
  });
  await screen.listen();
  return {
    ...running,
    address: `http://127.0.0.1:${port}`,
    // It goes on though the server falls: a fault in a file is mended by saving it again.
    ended: new Promise(() => undefined),
    async stop() {
      stopping = true;
      for (const one of watchers) one.close();
      await again;
      await screen.close();
      await running.stop();
    },
  };
}
