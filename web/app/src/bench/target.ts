import type { Wanted } from '../api/client'

/** Target is the colour wanted, as it was given. */
export interface Target {
  hex: string
  from: string // where it comes from, in words
  parts?: Wanted['parts'] // its recipe, when it is a mixture's
}
