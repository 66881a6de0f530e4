// Serves the built application on http://localhost:3000 (PORT and HOST change that).
import { createServer } from 'node:http';
import { fileURLToPath } from 'node:url';
import { headers } from './headers.mjs';

const { PORT = '3000', HOST = '127.0.0.1' } = process.env;
// The converter has limits of its own, and answers in words.
process.env.BODY_SIZE_LIMIT ??= 'Infinity';
process.env.ORIGIN ??= `http://${HOST}:${PORT}`;
process.env.CONVERT_WORKER ??= fileURLToPath(new URL('../build/convert/worker.js', import.meta.url));
const { handler } = await import('../build/handler.js');
const { busy, inLineAtMost } = await import('../build/convert/limits.js');

// Files that are sent wait in line, one for each round of the event loop, and those for which it is too long are turned
// away at their turn: hundreds at once hold up no page.
const line = [];
let taken = 0;
function next() {
  line.shift()();
  if (line.length > 0) setImmediate(next);
}
function turnAway(response) {
  response.writeHead(busy.status, { ...busy.headers, 'content-type': 'application/json' });
  response.end(JSON.stringify(busy.body));
}

const server = createServer((request, response) => {
  for (const [name, value] of Object.entries(headers)) response.setHeader(name, value);
  if (request.method !== 'POST') return handler(request, response);
  // A body of no said type is a file all the same; without this it would be taken for none.
  request.headers['content-type'] ??= 'application/octet-stream';
  const isTaken = taken < inLineAtMost;
  if (isTaken) taken += 1;
  line.push(() => {
    if (!isTaken) return turnAway(response);
    taken -= 1;
    handler(request, response);
  });
  if (line.length === 1) setImmediate(next);
});
server.on('error', (fault) => {
  console.error(
    fault.code === 'EADDRINUSE'
      ? `Port ${PORT} is taken. Set PORT to another, as in PORT=3100 npm start.`
      : fault.message
  );
  process.exit(1);
});
server.listen(Number(PORT), HOST, () => {
  console.log(`Cliffstead: open http://${HOST}:${PORT} in a browser (Ctrl+C stops it)`);
  // What answers is loaded when it is first asked for: now, and not while somebody waits.
  fetch(`http://${HOST}:${server.address().port}/api/convert`).catch(() => undefined);
});
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    server.close(() => process.exit(0));
    server.closeAllConnections();
  });
