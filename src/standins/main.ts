import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { listen } from './common/server.ts';
import type { OpenStandIn } from './common/standin.ts';

const here = fileURLToPath(new URL('.', import.meta.url));

/** The folders of stand-ins in some places, by name: those that have a door, a source or what was built from it. */
const roomsIn = (places: readonly string[]): { id: string; door: string }[] =>
  places
    .flatMap((place) =>
      readdirSync(place, { withFileTypes: true })
        .filter((one) => one.isDirectory())
        .flatMap(({ name }) =>
          readdirSync(join(place, name))
            .filter((file) => /^index\.(ts|mjs)$/.test(file))
            .map((file) => ({ id: name, door: join(place, name, file) })),
        ),
    )
    .sort((a, b) => (a.id < b.id ? -1 : 1));

/**
 * Starts every stand-in on loopback: a channel or carrier for each folder that lies here, or in `places` beside it.
 * @param folder where they keep their state
 * @param from the first of consecutive ports, in the order of their names; 0 takes free ones
 * @returns the address of each by its folder's name, and a way to stop them all
 */
export async function startStandIns(folder: string, from = 0, places: readonly string[] = []) {
  const addresses: Record<string, string> = {};
  const running: Awaited<ReturnType<typeof listen>>[] = [];
  for (const [i, { id, door }] of roomsIn([here, ...places]).entries()) {
    const { app } = (await import(pathToFileURL(door).href)) as { app: OpenStandIn };
    const one = await listen(
      app(folder, (other) => addresses[other] as string),
      from === 0 ? 0 : from + i,
    );
    running.push(one);
    addresses[id] = `http://127.0.0.1:${one.port}`;
  }
  return {
    addresses,
    stop: () => Promise.all(running.map(({ server }) => new Promise((done) => server.close(done)))),
  };
}
