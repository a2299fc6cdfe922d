import { listen, standInApp } from './common/server.ts';
import { findlark } from './findlark.ts';
import { harrowmere } from './harrowmere.ts';
import { lerrinShop } from './lerrin-shop.ts';
import { ternlineApp } from './ternline.ts';

/**
 * Starts every stand-in, the carrier among them, on loopback. `ports` are tried as given, 0 takes a free one.
 * Resolves with the address of each, and a way to stop them all.
 */
export async function startStandIns(
  folder: string,
  ports: { readonly [name in 'lerrin-shop' | 'harrowmere' | 'findlark' | 'ternline']: number },
) {
  const shop = await listen(standInApp(lerrinShop, folder), ports['lerrin-shop']);
  const market = await listen(standInApp(harrowmere, folder), ports.harrowmere);
  const feed = await listen(
    standInApp(
      findlark(() => `http://127.0.0.1:${shop.port}`),
      folder,
    ),
    ports.findlark,
  );
  const carrier = await listen(ternlineApp(), ports.ternline);
  const address = (port: number) => `http://127.0.0.1:${port}`;
  return {
    addresses: {
      'lerrin-shop': address(shop.port),
      harrowmere: address(market.port),
      findlark: address(feed.port),
      ternline: address(carrier.port),
    },
    stop: () =>
      Promise.all([shop, market, feed, carrier].map(({ server }) => new Promise((done) => server.close(done)))),
  };
}
