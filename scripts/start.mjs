// npm start: Plemb with a book of one market and an empty default template. PLEMB_CHANNELS says where the channels are,
// as the line does that npm run standins prints.
import { startBuilt } from './parts/built.mjs';
import { runPlemb } from './parts/running.mjs';

await runPlemb({
  command: 'start',
  folder: '.plemb-own',
  first: 'src/server/begin.ts',
  channels: JSON.parse(process.env.PLEMB_CHANNELS ?? '{}'),
  open: startBuilt,
});
