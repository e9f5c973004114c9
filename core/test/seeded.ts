import fc from 'fast-check';

// The suite tries the same cases each time, so that a change is what makes it fail; `npm run test:hard` tries new ones.
if (process.env.TEST_HARD !== '1') fc.configureGlobal({ seed: 20_261_125 });
