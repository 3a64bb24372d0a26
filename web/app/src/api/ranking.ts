import { useQueries, useQueryClient, type Query, type QueryClient } from '@tanstack/react-query'

import { type Asked, type Finding, type Ranking, type Saved } from './client'
import { the, work } from './jobs'

/** Of how many findings remedies are asked for at once: a lesson may have hundreds. */
const atOnce = 3

/** Tried is what is known of the remedies of a finding. */
export interface Tried {
  known: Ranking | undefined
  /** Why they cannot be tried. */
  problem: string | undefined
  /** Whether all of them were tried. */
  whole: boolean
}

const whole = (known: Ranking | undefined) => known !== undefined && known.tried === known.of

/** ranking asks for the remedies of a finding, each tried on a canvas; what is known grows while they are. */
function ranking(client: QueryClient, saved: Pick<Saved, 'studio' | 'id' | 'revision' | 'hash'>, finding: Pick<Finding, 'rule' | 'where' | 'says'>) {
  const asked: Omit<Asked, 'watcher'> = { kind: 'rank', lesson: saved.id, from: saved.revision, rule: finding.rule, where: finding.where }
  const queryKey = ['ranking', saved.id, saved.hash, finding.rule, finding.where, finding.says] // what it says may change with the cupboard or a class
  return {
    queryKey,
    queryFn: async ({ signal }: { signal: AbortSignal }) =>
      the((await work(saved.studio, asked, signal, undefined, (came) => came.ranking && client.setQueryData<Ranking>(queryKey, came.ranking))).ranking),
    staleTime: ({ state }: Query<Ranking>) => (whole(state.data) ? Infinity : 0), // who left early knows only some of them
  }
}

/** useRankings gives the remedies of findings, where they are wanted, a few at a time in the order of the list. */
export function useRankings(saved: Saved, findings: Finding[], wanted: boolean): Tried[] {
  const client = useQueryClient()
  let going = 0
  return useQueries({
    queries: findings.map((f) => {
      const query = ranking(client, saved, f)
      const state = client.getQueryState<Ranking>(query.queryKey)
      const ended = whole(state?.data) || state?.status === 'error'
      const enabled = wanted && f.accepted === '' && (ended || going < atOnce)
      if (enabled && !ended) going++
      return { ...query, enabled }
    }),
    combine: (all) => all.map((r) => ({ known: r.data, problem: r.error?.message, whole: whole(r.data) })),
  })
}
