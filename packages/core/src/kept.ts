/** The same function, each answer worked out once and kept as long as the object that it is about: screens ask again at every frame. */
export function keptBy<K extends object, T>(compute: (about: K, index: number) => T): (about: K, index: number) => T {
  const kept = new WeakMap<K, Map<number, T>>();
  return (about, index) => {
    const answers = kept.get(about) ?? new Map<number, T>();
    kept.set(about, answers);
    if (!answers.has(index)) answers.set(index, compute(about, index));
    return answers.get(index)!;
  };
}
