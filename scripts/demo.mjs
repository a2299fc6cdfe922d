// npm run demo: Plemb with its demo seller and the stand-ins of the channels.
import { startBuilt } from './parts/built.mjs';
import { runPlemb } from './parts/running.mjs';

await runPlemb({ command: 'run demo', folder: '.plemb', first: 'demo/seed.ts', channels: null, open: startBuilt });
