import fc from 'fast-check';
import { seedFrom } from './trials.ts';

/** Laws are tried on the same random cases at every run; see trials.ts. */
fc.configureGlobal({ seed: seedFrom(20261124) });
