import { parseArgs } from 'node:util';
import { startStandIns } from './main.ts';

/**
 * Starts the stand-ins as a process of their own, from a port on (0: at free ones); their addresses are printed as a
 * line of JSON.
 */
const usage = 'npm run standins -- [--from PORT] [--folder FOLDER] [--more FOLDER OF STAND-INS]';
function told(): { from: number; folder: string; places: string[] } {
  const { values } = parseArgs({
    options: {
      from: { type: 'string', default: '0' },
      folder: { type: 'string', default: '.plemb/standins' },
      more: { type: 'string', multiple: true, default: [] },
    },
  });
  const from = Number(values.from);
  if (!/^\d+$/.test(values.from) || from > 65_532)
    throw new RangeError(`--from is “${values.from}”; right would be a port up to 65532, such as 4101`);
  return { from, folder: values.folder, places: values.more };
}
try {
  const { from, folder, places } = told();
  const running = await startStandIns(folder, from, places);
  process.stdout.write(`${JSON.stringify(running.addresses)}\n`);
  const end = () => running.stop().finally(() => process.exit(0));
  process.on('SIGTERM', end);
  process.on('SIGINT', end);
  process.on('disconnect', end);
} catch (error) {
  const { code, message } = error as NodeJS.ErrnoException;
  const why = code === 'EADDRINUSE' ? `${message.split(': ')[1]}: this port is taken by another program` : message;
  process.stderr.write(`${why}\n${usage}\n`);
  process.exit(2);
}
