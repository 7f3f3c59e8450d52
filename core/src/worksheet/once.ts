/**
 * A function of one object that is worked out once for each object and kept as long as the object lives. Only for objects
 * that are never changed in place, as documents and shops are not.
 */
export function once<K extends object, V>(work: (key: K) => V): (key: K) => V {
  const kept = new WeakMap<K, V>();
  return (key) => {
    let value = kept.get(key);
    if (value === undefined) {
      value = work(key);
      kept.set(key, value);
    }
    return value;
  };
}

/** The same for a function of two objects. */
export function onceOfTwo<A extends object, B extends object, V>(work: (a: A, b: B) => V): (a: A, b: B) => V {
  const byFirst = once((a: A) => once((b: B) => work(a, b)));
  return (a, b) => byFirst(a)(b);
}
