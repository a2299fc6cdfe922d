// npm run dev: the demo from its sources, for whoever works on it. The screen changes as files are saved, the server is
// started again. Its data lies apart from the demo's.
import { startDeveloping } from './parts/developing.mjs';
import { runPlemb } from './parts/running.mjs';

await runPlemb({
  command: 'run dev',
  folder: '.plemb-dev',
  first: 'demo/seed.ts',
  channels: null,
  open: startDeveloping,
});
