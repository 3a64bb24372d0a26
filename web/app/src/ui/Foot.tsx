import type { ReactNode } from 'react'

import type { useEditing } from '../lib/editing'
import { ClashDialog } from './ClashDialog'

interface Props {
  editing: ReturnType<typeof useEditing>
  said: ReactNode
  /** What is good to know while nothing has been said. */
  hint: string
  /** Stands at the end of the line. */
  end?: ReactNode
  /** Whether something here cannot be taught as it is. */
  stops?: boolean
}

/** Foot says what the last change did, or why it was refused. */
export function Foot({ editing, said, hint, end, stops }: Props) {
  return (
    <footer className={`flex min-h-8 items-center border-t px-4 py-1 print:hidden ${stops ? 'border-stop' : 'border-line'}`}>
      <div role="status" className="flex flex-1 flex-wrap items-center gap-x-4">
        {editing.problem ? (
          <p role="alert" className="border-l-4 border-ink pl-2">
            Not changed. {editing.problem}
          </p>
        ) : editing.elsewhere ? (
          <p>{editing.elsewhere}</p>
        ) : said ? (
          typeof said === 'string' ? <p>{said}</p> : said
        ) : (
          <p className="text-quiet">{hint}</p>
        )}
        {end && <p className="ml-auto text-quiet">{end}</p>}
      </div>
      <ClashDialog editing={editing} />
    </footer>
  )
}
