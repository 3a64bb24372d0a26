import type { Edit, Saved, Zone } from '../api/client'
import type { useGuides } from '../api/scene'

/** Unsaved is a change that is being made by hand and not saved yet. */
export interface Unsaved {
  zone?: Zone
  edit?: Edit
  horizon?: number
  focal?: Saved['lesson']['focal']
  light?: Saved['lesson']['light']
}

/** What every part of the room is given. */
export interface SceneProps {
  saved: Saved
  guides: ReturnType<typeof useGuides>['data']
  selected: string | undefined
  setSelected: (zone: string | undefined) => void
  unsaved: Unsaved
  setUnsaved: (unsaved: Unsaved) => void
  apply: (edit: Edit) => void
  busy: boolean
  /** The kind of thing that is put where the picture is touched. */
  placing: string | undefined
  setPlacing: (kind: string | undefined) => void
  say: (text: string) => void
}
