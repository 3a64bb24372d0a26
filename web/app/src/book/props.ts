import type { Edit, Saved, Vocabulary } from '../api/client'

/** What every drawer of the book is given. */
export interface BookProps {
  saved: Saved
  vocabulary: Vocabulary
  apply: (edit: Edit) => void
  /** Shows what an edit would do to the canvas. */
  tryOut: (edit: Edit, words: string) => void
  busy: boolean
  /** The place, counted from 0, before which something new comes. */
  at: number
}
