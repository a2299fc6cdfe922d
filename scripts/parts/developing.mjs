// The application while it is worked on: the screen from its sources, changed in place; the server started again
// whenever what it is made of changes.
import { watch } from 'node:fs';
import { createServer } from 'node:http';
import { join } from 'node:path';
import { startApplication } from './application.mjs';
import { freePort } from './ports.mjs';

/** What the server is made of. */
const made = ['core', 'contract', 'live', 'server', 'words'];

/** The same as startApplication, with the screen served by the bundler's own server. */
export async function startDeveloping({ root, port, ...rest }) {
  const own = await freePort();
  let running = await startApplication({ root, port: own, from: (source) => source, ...rest });
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

  // Within a server of our own: the bundler's would end the process by itself at a signal, and leave the rest running.
  const web = createServer();
  const { createServer: bundling } = await import('vite');
  const screen = await bundling({
    root,
    logLevel: 'warn',
    appType: 'spa',
    server: {
      middlewareMode: true,
      hmr: { server: web },
      proxy: { '/api': { target: running.address } },
    },
  });
  web.on('request', screen.middlewares);
  await new Promise((resolve) => web.listen(port, '127.0.0.1', resolve));
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
      web.close();
      web.closeAllConnections();
      await running.stop();
    },
  };
}
