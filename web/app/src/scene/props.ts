import type { Edit, Saved, Zone } from '../api/client'
import type { useGuides } from '../api/scene'

/** Draft is a change that is being made by hand and not saved yet. */
export interface Draft {
  zone?: Zone
  edit?: Edit
  horizon?: number
  focal?: Saved['lesson']['focal']
}

/** What every part of the room is given. */
export interface SceneProps {
  saved: Saved
  guides: ReturnType<typeof useGuides>['data']
  selected: string | undefined
  setSelected: (zone: string | undefined) => void
  draft: Draft
  setDraft: (draft: Draft) => void
  apply: (edit: Edit) => void
  busy: boolean
  say: (text: string) => void
}
