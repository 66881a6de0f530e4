/** Values sorted into lists by a key, each list in the order of the values. */
export function groupedBy<T>(values: Iterable<T>, keyOf: (value: T) => string): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const value of values) {
    const key = keyOf(value);
    const list = groups.get(key);
    if (list) list.push(value);
    else groups.set(key, [value]);
  }
  return groups;
}
