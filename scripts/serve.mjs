// Serves the built application on http://localhost:3000 (PORT and HOST change that).
// Above the converter's own limit, so that its own clear refusal is what a caller reads.
process.env.PORT ??= '3000';
process.env.HOST ??= '127.0.0.1';
process.env.BODY_SIZE_LIMIT ??= '80M';
await import('../build/index.js');
console.log(`Cliffstead: open http://${process.env.HOST}:${process.env.PORT} in a browser (Ctrl+C stops it)`);
