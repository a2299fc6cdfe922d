import { startStandIns } from './main.ts';

/** Starts the stand-ins as a process of their own: the folder and four ports are given, the addresses printed as a line of JSON. */
const [folder = '.plemb/standins', ...ports] = process.argv.slice(2);
const [shop = 0, market = 0, feed = 0, carrier = 0] = ports.map(Number);
const running = await startStandIns(folder, { 'lerrin-shop': shop, harrowmere: market, findlark: feed, ternline: carrier });
process.stdout.write(`${JSON.stringify(running.addresses)}\n`);
const end = () => running.stop().finally(() => process.exit(0));
process.on('SIGTERM', end);
process.on('SIGINT', end);
process.on('disconnect', end);
