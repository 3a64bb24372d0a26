/** Lessons that this tab is changing now: what is heard of them may be what it did itself. */
const changing = new Map<string, Set<Promise<unknown>>>()

/** changes remembers that this tab changes a lesson, until that is done. */
export async function changes<T>(lesson: string, change: Promise<T>): Promise<T> {
  const now = changing.get(lesson) ?? new Set()
  changing.set(lesson, now.add(change))
  try {
    return await change
  } finally {
    now.delete(change)
  }
}

/** settled waits until this tab changes nothing in a lesson. */
export async function settled(lesson: string): Promise<void> {
  for (let now = changing.get(lesson); now && now.size > 0; now = changing.get(lesson)) {
    await Promise.allSettled(now)
    await new Promise((resolve) => window.setTimeout(resolve)) // until what came of it is taken in
  }
}
