/** Things by what each is of, in the order they come. */
export function groupedBy<T, K>(list: readonly T[], of: (item: T) => K): Map<K, T[]> {
  const by = new Map<K, T[]>()
  for (const item of list) {
    const there = by.get(of(item))
    if (there) there.push(item)
    else by.set(of(item), [item])
  }
  return by
}
