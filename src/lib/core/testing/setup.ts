/**
 * Random laws draw the same cases in every ordinary run, so that an unlucky draw cannot refuse a change that
 * has nothing to do with it. New cases are sought on purpose: LAW_RUNS=2000 LAW_SEED=random (or a number), and
 * what is found is kept as an example beside its law.
 */
import fc from 'fast-check';

const asked = process.env.LAW_SEED;
if (asked !== 'random') fc.configureGlobal({ seed: Number(asked ?? 20_261_126) });
