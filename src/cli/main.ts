import { line } from './line';

const code = await line(process.argv.slice(2));
// Left to end by itself where all is well: what is still on its way out would be cut off.
if (code !== 0) process.exit(code);
