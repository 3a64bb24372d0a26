import type { Edit, Saved, Tube, Wanted } from '../api/client'

/** Target is the colour wanted, as it was given. */
export interface Target {
  hex: string
  from: string // where it comes from, in words
  parts?: Wanted['parts'] // its recipe, when it is a mixture's
}

/** What every drawer beside the recipes is given. */
export interface DrawerProps {
  saved: Saved
  paints: Tube[]
  target: Target
  wanted: Wanted
  tubes: string[]
  setTubes: (keys: string[]) => void
  aim: (target: Target) => void
  apply: (edit: Edit) => void
  busy: boolean
}
