/** @returns what a history introduced under a name. @throws when it never did: then it is not this shop's history */
export function need<T>(map: Map<string, T>, key: string): T {
  const value = map.get(key);
  if (value === undefined) throw new Error(`The history names something it never introduced: ${key}`);
  return value;
}

/** Adds to a list kept by name. */
export function push<K, V>(map: Map<K, V[]>, key: K, value: V): void {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}
