import { useEffect } from 'react'

import type { Keys } from './keys'
import { viewKeys } from './views'

/** useKeys listens for the keys of the Score, except while someone types. */
export function useKeys(keys: Keys) {
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      const at = e.target as HTMLElement
      if (at.closest('input, textarea, select, [role="dialog"], [role="menu"], [role="listbox"]')) return
      const act = actionOf(e, keys, at)
      if (!act) return
      e.preventDefault()
      act()
    }
    window.addEventListener('keydown', press)
    return () => window.removeEventListener('keydown', press)
  }, [keys])
}

function actionOf(e: KeyboardEvent, keys: Keys, at: HTMLElement): (() => unknown) | undefined {
  if (e.ctrlKey || e.metaKey) {
    return e.key.toLowerCase() === 'k' ? keys.find : undefined
  }
  if (e.altKey) {
    if (e.key === 'ArrowUp') return keys.earlier
    if (e.key === 'ArrowDown') return keys.later
    return undefined
  }
  if (e.shiftKey && (e.key === 'ArrowDown' || e.key === 'ArrowUp')) return () => keys.pickOn(e.key === 'ArrowDown' ? 1 : -1)
  const onSlider = at.getAttribute('role') === 'slider'
  switch (e.key) {
    case 'ArrowDown':
    case 'j':
      return onSlider ? undefined : keys.nextStep
    case 'ArrowUp':
    case 'k':
      return onSlider ? undefined : keys.previousStep
    case 'ArrowRight':
      return onSlider ? undefined : keys.forward
    case 'ArrowLeft':
      return onSlider ? undefined : keys.backward
    case '+':
    case '=':
      return keys.longer
    case '-':
      return keys.shorter
    case 'x':
      return keys.pick
    case 'n':
      return keys.newStep
    case 'a':
      return keys.book
    case 'd':
      return keys.duplicate
    case 'Delete':
      return keys.remove
    case 'Escape':
      return keys.close
    case ' ':
      return at.tagName === 'BUTTON' || at.tagName === 'A' ? undefined : keys.play
  }
  const view = Object.keys(viewKeys).find((v) => viewKeys[v] === e.key)
  return view === undefined ? undefined : () => keys.view(view)
}
