/** wordsOf are the words that somebody typed. */
export const wordsOf = (text: string): string[] => text.toLowerCase().split(/\s+/).filter(Boolean)

/** fits is how well a name answers to words: the less the better; undefined where one of them is not in it. What stands in the name goes before what is said about it. */
export function fits(words: string[], name: string, about = ''): number | undefined {
  const n = name.toLowerCase()
  const a = about.toLowerCase()
  let sum = 0
  for (const w of words) {
    const at = n.indexOf(w)
    const starts = at === 0 ? 0 : new RegExp(`(^|[^\\p{L}\\p{N}])${w.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}`, 'u').test(n) ? 1 : at > 0 ? 2 : a.includes(w) ? 4 : undefined
    if (starts === undefined) return undefined
    sum += starts
  }
  return sum
}

/** ranked are those that answer to words, the best first; all of them to none. */
export function ranked<T extends { name: string; about?: string }>(words: string[], list: T[]): T[] {
  if (words.length === 0) return list
  return list
    .map((item, i) => ({ item, i, fit: fits(words, item.name, item.about) }))
    .filter((f): f is { item: T; i: number; fit: number } => f.fit !== undefined)
    .sort((a, b) => a.fit - b.fit || a.i - b.i)
    .map((f) => f.item)
}
