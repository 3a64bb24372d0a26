import type { useEditing } from '../lib/editing'
import { StaleDialog } from './StaleDialog'

interface Props {
  editing: ReturnType<typeof useEditing>
  said: string | undefined
  /** What is good to know while nothing has been said. */
  hint: string
  /** Loads the newest after somebody else changed the lesson. */
  reload: () => void
}

/** Foot says what the last change did, or why it was refused. */
export function Foot({ editing, said, hint, reload }: Props) {
  return (
    <>
      <footer className="flex min-h-8 items-center border-t border-line px-4 py-1 print:hidden">
        <p role="status">{editing.problem ? `Not changed. ${editing.problem}` : (editing.elsewhere ?? said ?? hint)}</p>
      </footer>
      <StaleDialog
        refusal={editing.stale}
        load={() => {
          editing.forget()
          reload()
        }}
      />
    </>
  )
}
