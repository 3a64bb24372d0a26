import type { Vocabulary } from '../api/client'

/** View is the id of a way to show the canvas, one of the vocabulary's. */
export type View = string

/** The keys that choose a view; which views there are is for the core to say. */
export const viewKeys: Record<View, string> = {
  paint: 'p',
  grey: 'g',
  squint: 's',
  wet: 'w',
  mud: 'm',
  value: 'v',
  thick: 't',
  covered: 'c',
  step: 'o',
  before: 'b',
  new: 'e',
  lit: 'i',
  flat: 'f',
  d50: '7',
  bulb: '8',
  led: '9',
}

/** How many views have a button of their own; the others are one menu away. */
export const atHand = 5

export const viewName = (vocabulary: Vocabulary | undefined, view: View) => vocabulary?.views.find((v) => v.id === view)?.name ?? view
