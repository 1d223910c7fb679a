import fc from 'fast-check';

// Laws begin with one seed, so that a run fails where the code does and not by chance; `npm run laws` gives seeds of its own.
// A failed law prints its seed and the path to the case.
fc.configureGlobal({ seed: Number(process.env.LAWS_SEED ?? 20_261_128) });
