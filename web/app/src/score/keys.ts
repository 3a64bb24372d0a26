import type { Vocabulary } from '../api/client'
import type { KeyList } from '../ui/Help'
import { viewKeys, type View } from './views'

/** Keys is what the keyboard can do in the Score. */
export interface Keys {
  nextStep: () => unknown
  previousStep: () => unknown
  earlier: () => unknown
  later: () => unknown
  longer: () => unknown
  shorter: () => unknown
  pick: () => unknown
  pickOn: (by: 1 | -1) => unknown
  newStep: () => unknown
  book: () => unknown
  duplicate: () => unknown
  remove: () => unknown
  close: () => unknown
  play: () => unknown
  forward: () => unknown
  backward: () => unknown
  find: () => unknown
  view: (view: View) => unknown
}

/** keyList says what the keys of the Score do. */
export const keyList = (vocabulary: Vocabulary | undefined): KeyList => [
  ['↓ ↑', 'next and previous step'],
  ['Alt ↓ ↑', 'move the step later and earlier'],
  ['+ −', 'half a minute more and less'],
  ['N', 'a new step after this one'],
  ['D, Delete', 'duplicate the step, take it out'],
  ['X, Shift ↓ ↑', 'pick steps to change together'],
  ['A', 'all of the script: time, tools, method, past'],
  ['→ ←', 'playhead on and back'],
  ['Space', 'play'],
  ...(vocabulary?.views ?? []).map((v) => [(viewKeys[v.id] ?? '').toUpperCase(), `see ${v.name.toLowerCase()}`] as const),
  ['Ctrl K', 'find a step, or what to do'],
  ['Esc', 'close the step'],
]
