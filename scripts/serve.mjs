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

// Files that are sent wait in line, one for each round of the event loop: hundreds at once hold up no page.
const line = [];
function inLine(task) {
  line.push(task);
  if (line.length === 1) setImmediate(next);
}
function next() {
  line.shift()();
  if (line.length > 0) setImmediate(next);
}

const server = createServer((request, response) => {
  for (const [name, value] of Object.entries(headers)) response.setHeader(name, value);
  if (request.method !== 'POST') return handler(request, response);
  // A body of no said type is a file all the same; without this it would be taken for none.
  request.headers['content-type'] ??= 'application/octet-stream';
  inLine(() => handler(request, response));
});
server.on('error', (fault) => {
  console.error(
    fault.code === 'EADDRINUSE'
      ? `Port ${PORT} is taken. Set PORT to another, as in PORT=3100 npm start.`
      : fault.message
  );
  process.exit(1);
});
server.listen(Number(PORT), HOST, () =>
  console.log(`Cliffstead: open http://${HOST}:${PORT} in a browser (Ctrl+C stops it)`)
);
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    server.close(() => process.exit(0));
    server.closeAllConnections();
  });
