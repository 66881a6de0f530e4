/** Writes docs/commands.md and the JSON Schema of the file from the code; --check says whether they are fresh. */
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { describeCommands } from '../src/lib/core/commands/describe';
import { kinds } from '../src/lib/core/kinds/register';
import { schemaVersion } from '../src/lib/core/document/record';

const rows = describeCommands().map(({ name, about, args, example }) =>
  [
    `## ${name}`,
    '',
    about,
    '',
    '| argument | takes | needed |',
    '| --- | --- | --- |',
    ...args.map(
      (arg) => `| \`${arg.name}\` | ${arg.type.replaceAll('|', '\\|')} | ${arg.required ? 'yes' : 'no'} |`
    ),
    '',
    '```json',
    JSON.stringify({ name, args: example }, null, 2),
    '```',
    ''
  ].join('\n')
);
const text = [
  '# Commands',
  '',
  'Made by `npm run docs` from the register in `src/lib/core/commands`; do not edit. Lengths are millimetres, angles degrees.',
  'A script is `{ "commands": [{ "name": ..., "args": {...} }] }`; run it with `npm run cliffstead -- run SCRIPT.json --out HOUSE.cliffstead`.',
  'Ids may be given, to be named again later in the script; left out, they are made. Each example below is run by a test.',
  '',
  ...rows
].join('\n');

type Described = {
  type: string;
  fields?: object;
  innerType?: Described;
  oneOf?: unknown[];
  optional?: boolean;
  nullable?: boolean;
};

/** Choices that a test in the validator makes; said here in the schema's own words. */
const choices: Record<string, unknown> = {
  top: {
    oneOf: [
      variant('height', { height: { type: 'number' } }),
      variant('datum', { storey: { type: 'string' }, offset: { type: 'number' } }),
      variant('roof', {})
    ]
  },
  origin: {
    oneOf: [
      variant('line', {}),
      variant('face', { wall: { type: 'string' }, side: { enum: ['left', 'right'] } })
    ]
  },
  outline: {
    oneOf: [
      variant('walls', { face: { enum: ['outer', 'structure', 'inner'] } }),
      variant('drawn', { points: { type: 'array', minItems: 3, items: { $ref: '#/$defs/point' } } })
    ]
  }
};

function variant(kind: string, properties: Record<string, unknown>) {
  return {
    type: 'object',
    properties: { kind: { const: kind }, ...properties },
    required: ['kind', ...Object.keys(properties)]
  };
}

function toJsonSchema(schema: Described, name = ''): unknown {
  if (choices[name]) return choices[name];
  if (schema.type === 'object') {
    const fields = Object.entries(schema.fields ?? {}) as [string, Described][];
    return {
      type: 'object',
      properties: Object.fromEntries(fields.map(([key, field]) => [key, toJsonSchema(field, key)])),
      required: fields.filter(([, field]) => !field.optional).map(([key]) => key)
    };
  }
  if (schema.type === 'array') return { type: 'array', items: toJsonSchema(schema.innerType!) };
  const type = schema.nullable ? [schema.type, 'null'] : schema.type;
  return schema.oneOf && schema.oneOf.length > 0 ? { enum: schema.oneOf } : { type };
}

const fileSchema = {
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  title: 'project.json of a .cliffstead file',
  description: 'Made by npm run docs; see file-format.md. Lengths in millimetres, angles in radians.',
  type: 'object',
  required: ['application', 'schemaVersion', 'records'],
  properties: {
    application: { const: 'cliffstead' },
    schemaVersion: { type: 'integer', maximum: schemaVersion },
    lastIds: { type: 'object', additionalProperties: { type: 'integer', minimum: 0 } },
    records: {
      type: 'array',
      items: { oneOf: Object.keys(kinds).map((kind) => ({ $ref: `#/$defs/${kind}` })) }
    }
  },
  $defs: {
    point: {
      type: 'object',
      properties: { x: { type: 'number' }, y: { type: 'number' } },
      required: ['x', 'y']
    },
    ...Object.fromEntries(
      Object.values(kinds).map(({ kind, schema }) => {
        const made = toJsonSchema(schema.describe() as Described) as {
          properties: object;
          required: string[];
        };
        return [
          kind,
          {
            type: 'object',
            properties: { id: { type: 'string' }, kind: { const: kind }, ...made.properties },
            required: ['id', 'kind', ...made.required]
          }
        ];
      })
    )
  }
};

const documents = new Map([
  ['docs/commands.md', text],
  ['docs/cliffstead.schema.json', JSON.stringify(fileSchema, null, 2) + '\n']
]);
let stale = 0;
for (const [path, wanted] of documents) {
  if (!process.argv.includes('--check')) writeFileSync(path, wanted);
  else if (!existsSync(path) || readFileSync(path, 'utf8') !== wanted) {
    console.error(`${path} is not what the code says: run npm run docs`);
    stale += 1;
  }
}
process.exit(stale);
