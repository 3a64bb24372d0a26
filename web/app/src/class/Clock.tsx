import type { Teaching } from '../api/client'
import { figure } from '../ui/controls'

/** behindInWords says how a class stands against its plan. */
export const behindInWords = (behind: number) => (Math.abs(behind) < 1 ? 'in time' : behind > 0 ? `${figure(behind, 0)} min behind` : `${figure(-behind, 0)} min ahead`)

/** Clock says how the class stands in time, in words. */
export function Clock({ teaching }: { teaching: Teaching }) {
  const { state } = teaching
  return (
    <p aria-label="Time" className="flex flex-wrap items-baseline gap-x-6 border-b border-line bg-sheet px-4 py-1.5 text-lg">
      {state.phase === 'before' ? (
        <span>{figure(state.left, 0)} minutes from when it begins</span>
      ) : (
        <>
          <span>
            Minute <strong className="font-semibold">{figure(state.clock, 0)}</strong>
            {state.phase === 'paused' && ', paused'}
            {state.phase === 'ended' && ', ended'}
          </span>
          {state.phase !== 'ended' && (
            <>
              <span>
                <strong className="font-semibold">{figure(state.left, 0)}</strong> min left
              </span>
              <span>{behindInWords(state.behind)}</span>
              <span className={state.late > 0 ? 'font-semibold underline decoration-2' : 'text-quiet'}>{state.late > 0 ? `as planned it ends ${figure(state.late, 0)} min too late` : `ends at minute ${figure(state.ends, 0)}`}</span>
            </>
          )}
        </>
      )}
    </p>
  )
}
