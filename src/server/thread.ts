import { parentPort, workerData } from 'node:worker_threads';
import { expose } from 'comlink';
import nodeEndpoint from 'comlink/dist/umd/node-adapter.js';
import { tasksWith } from './tasks.ts';
import type { TaskSettings } from './threads.ts';

/** A thread beside a worker process: does one heavy thing, and goes. */
if (parentPort) expose(tasksWith(workerData as TaskSettings), nodeEndpoint(parentPort));
