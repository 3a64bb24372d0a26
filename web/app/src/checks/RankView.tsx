import { useQuery } from '@tanstack/react-query'

import { type Edit, type Finding, type Saved } from '../api/client'
import { work } from '../api/jobs'
import { Button, capital, figure } from '../ui/controls'

interface Props {
  saved: Saved
  finding: Finding
  tryOut: (edit: Edit, words: string) => void
  apply: (edit: Edit) => void
  close: () => void
  busy: boolean
}

/** RankView compares the remedies of a finding, each tried on a canvas of its own. */
export function RankView({ saved, finding, tryOut, apply, close, busy }: Props) {
  const asked = { kind: 'rank' as const, lesson: saved.id, from: saved.revision, rule: finding.rule, where: finding.where }
  const ranks = useQuery({
    queryKey: ['ranks', asked],
    queryFn: async ({ signal }) => (await work(saved.studio, asked, signal)).ranks ?? [],
    staleTime: Infinity,
    retry: false,
  })
  return (
    <section aria-label="Remedies compared" className="flex max-h-[55%] flex-col gap-2 overflow-y-auto border border-strong bg-sheet p-2">
      <div className="flex items-center gap-2">
        <h2 className="min-w-0 flex-1 font-serif text-base break-words">
          {finding.title}: {figure(finding.figure)} {finding.unit}
        </h2>
        <Button onClick={close}>Close</Button>
      </div>
      {ranks.error && <p role="alert">{ranks.error.message}</p>}
      {ranks.isPending && <p role="status">Trying {finding.remedies.length} remedies on the canvas.</p>}
      {ranks.data && (
        <table className="w-full text-left">
          <thead className="text-xs text-quiet">
            <tr>
              <th className="font-normal">remedy</th>
              <th className="px-1 text-right font-normal">leaves</th>
              <th className="px-1 text-right font-normal">min</th>
              <th className="px-1 text-right font-normal">new</th>
              <th className="pl-1 text-right font-normal">picture, ΔE</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {ranks.data.map((r) => (
              <tr key={r.words} className="border-t border-line align-top">
                <td className="pr-2">{capital(r.words)}</td>
                <td className="text-right whitespace-nowrap">{r.gone ? 'nothing' : `${figure(r.after)} ${finding.unit}`}</td>
                <td className="text-right">{r.minutes === 0 ? '0' : `${r.minutes > 0 ? '+' : '−'}${figure(Math.abs(r.minutes))}`}</td>
                <td className="text-right" title={r.come.join(' ')}>
                  {r.come.length}
                </td>
                <td className="text-right">{figure(r.moves, 2)}</td>
                <td className="pl-2 whitespace-nowrap">
                  <Button aria-label={`Look at: ${r.words}`} onClick={() => tryOut(r.edit, r.words)}>
                    Look
                  </Button>{' '}
                  <Button aria-label={`Apply: ${r.words}`} disabled={busy} onClick={() => apply(r.edit)}>
                    Apply
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  )
}
