/** Commands as data: their argument schema and a working example each. docs/commands.md is made from this. */
import type { SchemaDescription, SchemaInnerTypeDescription, SchemaObjectDescription } from 'yup';
import { commands } from './all';

export interface ArgumentDescription {
  readonly name: string;
  readonly type: string;
  readonly required: boolean;
}

export interface CommandDescription {
  readonly name: string;
  readonly about: string;
  readonly args: readonly ArgumentDescription[];
  readonly example: unknown;
}

type Described = SchemaDescription | SchemaObjectDescription | SchemaInnerTypeDescription;

function typeOf(schema: Described): string {
  if ('fields' in schema && schema.type === 'object')
    return `{ ${Object.entries(schema.fields)
      .map(
        ([key, field]) => `${key}${isRequired(field as Described) ? '' : '?'}: ${typeOf(field as Described)}`
      )
      .join(', ')} }`;
  if ('innerType' in schema && schema.innerType && !Array.isArray(schema.innerType))
    return `list of ${typeOf(schema.innerType as Described)}`;
  const values = 'oneOf' in schema ? schema.oneOf : [];
  if (values.length > 0) return values.map((value) => `"${String(value)}"`).join(' | ');
  return schema.type === 'string' ? 'text' : schema.type;
}

const isRequired = (schema: Described) => 'optional' in schema && !schema.optional;

export function describeCommands(): CommandDescription[] {
  return commands.map(({ name, about, args, example }) => ({
    name,
    about,
    example,
    args: Object.entries(args.describe().fields).map(([key, field]) => ({
      name: key,
      type: typeOf(field as Described),
      required: isRequired(field as Described)
    }))
  }));
}
