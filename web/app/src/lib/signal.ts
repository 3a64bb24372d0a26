import { useSyncExternalStore } from 'react'

/** A Signal holds a value that changes, and tells those who watch it. */
export class Signal<T> {
  private readonly watching = new Set<() => void>()
  private value: T

  constructor(value: T) {
    this.value = value
  }

  get = (): T => this.value

  set(value: T) {
    if (value === this.value) return
    this.value = value
    this.watching.forEach((tell) => tell())
  }

  watch = (tell: () => void) => {
    this.watching.add(tell)
    return () => {
      this.watching.delete(tell)
    }
  }
}

/** useSignal is the value of a signal as it is now. */
export function useSignal<T>(signal: Signal<T>): T {
  return useSyncExternalStore(signal.watch, signal.get)
}
