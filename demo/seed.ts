import { randomUUID } from 'node:crypto';
import pino from 'pino';
import type { ChannelId } from '../src/core/book/index.ts';
import { channelIds, compileBook, readyGoods } from '../src/core/book/index.ts';
import { unwrap } from '../src/core/exact/index.ts';
import { weighedOf } from '../src/core/plan/index.ts';
import { reaching } from '../src/server/context.ts';
import { connect, migrate } from '../src/server/database.ts';
import { runCheck } from '../src/server/jobs/check.ts';
import { runSend } from '../src/server/jobs/send.ts';
import type { WorkerContext } from '../src/server/jobs/worker-context.ts';
import { keysIn } from '../src/server/keys/keys.ts';
import { sealer as sealerOf } from '../src/server/keys/seal.ts';
import { accept, addCheck, findingsOf } from '../src/server/queries/checks.ts';
import { addCodes, putCustomers } from '../src/server/queries/codes.ts';
import { putHistory } from '../src/server/queries/history.ts';
import { putKey } from '../src/server/queries/keys.ts';
import { newest } from '../src/server/queries/revisions.ts';
import { addSend, sendById } from '../src/server/queries/sends.ts';
import { setClockAhead } from '../src/server/queries/settings.ts';
import { putSpend } from '../src/server/queries/spend.ts';
import { replaceBook, save } from '../src/server/save.ts';
import { tasksWith } from '../src/server/tasks.ts';
import { inPlace } from '../src/server/threads.ts';
import { demoBook, demoLaterGroup, demoLaterOffers, demoMoments } from './book.ts';
import { demoDrift } from './goods.ts';
import { demoAdvertising, demoCodes, demoOrders, demoVisits } from './orders.ts';

/**
 * Puts the demo seller into an empty database and its history into the stand-ins: sent ten days ago and reviewed; two
 * offers added and sent this morning, one of them too late; and a rate that somebody has edited at Lerrin Shop since,
 * records of goods that have drifted at Harrowmere and at the carrier.
 * Does nothing where there is a book.
 */
const url = process.env.DATABASE_URL ?? '';
const addresses = JSON.parse(process.env.PLEMB_CHANNELS ?? '{}') as Record<ChannelId, string>;
const database = connect(url);
const { PLEMB_SEAL_KEY: sealKey } = process.env;
const sealer = sealKey ? sealerOf(sealKey) : null;
/** What is sent here is taken at once: nothing is asked for again. */
const noJobs = async () => {
  throw new Error('A stand-in did not answer');
};
await migrate(database);
if ((await newest(database)) === 0) {
  const never = new AbortController().signal;
  const context: WorkerContext = {
    database,
    ...reaching(addresses, keysIn(database, sealer)),
    sealer,
    log: pino({ level: 'warn' }),
    url,
    threads: inPlace(tasksWith({ url, addresses, patience: 'person', sealKey })),
  };
  // The account that the stand-in of the carrier knows.
  if (sealer)
    await putKey(database, {
      of: 'ternline',
      sealed: sealer.seal('ternline', 'kites-21'),
      prices: 'account',
      who: 'Nuala Lerrin',
      at: new Date(demoMoments.firstSent),
    });
  const setClock = async (moment: string) => {
    for (const id of channelIds) await context.clients[id].setClock(Date.parse(moment));
    await setClockAhead(database, Date.parse(moment) - Date.now());
  };
  const sendAll = async (moment: string) => {
    const revision = await newest(database);
    for (const id of channelIds) {
      const send = await addSend(database, {
        channel: id,
        revision,
        idempotency_key: randomUUID(),
        requested: new Date(moment),
        who: 'Nuala Lerrin',
      });
      if (!send) continue;
      await runSend(context, noJobs, send.id, never);
      const done = await sendById(database, send.id);
      if (done?.state !== 'accepted')
        throw new Error(`The demo's files were not taken by ${id}: ${JSON.stringify(done?.report ?? done?.error)}`);
    }
  };

  const { goods, ...book } = demoBook();
  await setClock(demoMoments.firstSent);
  await replaceBook(database, book, goods, {
    base: null,
    who: 'Nuala Lerrin',
    note: 'The autumn book',
    at: new Date(demoMoments.firstSent),
    key: null,
  });
  await sendAll(demoMoments.firstSent);
  await putHistory(database, demoOrders(goods, 4000), demoVisits(), demoAdvertising());
  await addCodes(database, 'cards', demoCodes(200), new Date(demoMoments.firstSent));
  await putCustomers(
    database,
    Array.from({ length: 24 }, (_, i) => ({ customer: `C-${1001 + i}`, segment: 'clubs' })),
  );
  await putSpend(database, [{ offer: 'three-spars', week: '2026-11-16', channel: 'lerrin-shop', amount: '46.00' }]);
  await setClock(demoMoments.laterSent);
  const edits = [
    ...demoLaterOffers().map((offer) => ({ path: ['offers', offer.id], value: offer })),
    { path: ['numbered'], value: Math.max(...demoLaterOffers().map((offer) => offer.number)) },
    { path: ['eitherOr', demoLaterGroup.id], value: demoLaterGroup },
  ];
  await save(database, {
    base: 1,
    who: 'Nuala Lerrin',
    note: 'Gale week and First Advent',
    edits,
    at: new Date(demoMoments.laterSent),
    key: null,
  });
  await sendAll(demoMoments.laterSent);
  const atDesk = async (of: string, path: string, body: object) => {
    const done = await fetch(`${(addresses as Record<string, string>)[of]}/desk/${path}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(body),
    });
    if (!done.ok) throw new Error(`The demo could not have its way at ${of}: ${await done.text()}`);
  };
  await atDesk('lerrin-shop', 'edit', { zone: 'euro', speed: 'standard', row: 0, charge: '9.50' });
  // Records that have drifted: weighed anew, priced by a rule of the marketplace, taken off, and listed by hand.
  for (const line of demoDrift.harrowmere) await atDesk('harrowmere', 'listing', line);
  await context.carrier.tellGoods(
    readyGoods(unwrap(compileBook(book)), goods).goods.flatMap((one) => weighedOf(one) ?? []),
  );
  for (const line of demoDrift.ternline) await atDesk('ternline', 'goods', line);
  await setClock(demoMoments.begins);
  const begins = new Date(demoMoments.begins);
  const check = await addCheck(database, {
    moment: begins,
    revision: await newest(database),
    requested: begins,
    isLarge: false,
  });
  await runCheck(context, check.id, never);
  // Goods and offers that a channel's format cannot say are lived with; the rest is what the week brought.
  for (const { key, body } of await findingsOf(
    database,
    channelIds.map((channel) => ({ channel, run: check.id })),
  ))
    if ((body.class.is === 'apart' || body.class.is === 'offer') && body.note?.fidelity.is === 'unsayable')
      await accept(database, key, 'Nuala Lerrin');
}
await database.end();
