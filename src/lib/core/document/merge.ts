/** Groups of values, some given anew. */

/** What is given over what there is, into groups too; lists as a whole. */
export function merge(old: object, given: object): object {
  const result: Record<string, unknown> = { ...old };
  for (const [key, value] of Object.entries(given)) {
    if (value === undefined) continue;
    const was = result[key];
    const isGroup = typeof value === 'object' && value !== null && !Array.isArray(value);
    result[key] = isGroup && was ? merge(was, value as object) : value;
  }
  return result;
}
