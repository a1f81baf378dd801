import fc from 'fast-check';

// A test that is green once is green again: properties are asked about the same cases each time. Other cases, and many
// more of them, are drawn by `npm run bench`; what it finds becomes a test with its own example.
if (!process.env.DEEP) fc.configureGlobal({ seed: Number(process.env.SEED ?? 20261130) });
