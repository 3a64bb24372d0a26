import type { Edit } from '../api/client'
import { Button } from '../ui/controls'

/** Offer is an edit that may be tried and applied. */
export function Offer({ words, edit, apply, tryOut, busy }: { words: string; edit: Edit; apply: (edit: Edit) => void; tryOut: (edit: Edit, words: string) => void; busy: boolean }) {
  return (
    <span className="inline-flex shrink-0 gap-1">
      <Button onClick={() => tryOut(edit, words)} aria-label={`Try: ${words}`}>
        Try
      </Button>
      <Button disabled={busy} onClick={() => apply(edit)} aria-label={`Apply: ${words}`}>
        Apply
      </Button>
    </span>
  )
}
