/** Every number is finite, at every door. */

/** The path to the first number in a value from outside that is not finite: JSON may say 1e999. */
export function notFinite(value: unknown, path = ''): string | undefined {
  if (typeof value === 'number') return Number.isFinite(value) ? undefined : path;
  if (typeof value !== 'object' || value === null) return undefined;
  for (const [key, part] of Object.entries(value)) {
    const found = notFinite(
      part,
      path && Array.isArray(value) ? `${path}[${key}]` : path ? `${path}.${key}` : key
    );
    if (found !== undefined) return found;
  }
  return undefined;
}
