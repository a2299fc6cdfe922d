import fc from 'fast-check';

/** Laws are tried on the same random cases at every run; PLEMB_SEED=… tries others, PLEMB_RUNS=… more of them. */
fc.configureGlobal({ seed: Number(process.env.PLEMB_SEED ?? 20261124) });
