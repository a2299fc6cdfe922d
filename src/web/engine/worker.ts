import { expose } from 'comlink';
import { engineOf } from './engine.ts';

/** The engine in a worker of its own, so that no answer holds up typing. */
expose(engineOf());
