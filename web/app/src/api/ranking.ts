import { useQueries, useQueryClient, type QueryClient } from '@tanstack/react-query'

import { type Asked, type Finding, type Ranking, type Saved } from './client'
import { the, work } from './jobs'

/** ranking asks for the remedies of a finding, each tried on a canvas; what is known grows while they are. */
function ranking(client: QueryClient, saved: Pick<Saved, 'studio' | 'id' | 'revision' | 'hash'>, finding: Pick<Finding, 'rule' | 'where'>) {
  const asked: Omit<Asked, 'watcher'> = { kind: 'rank', lesson: saved.id, from: saved.revision, rule: finding.rule, where: finding.where }
  const queryKey = ['ranking', saved.id, saved.hash, finding.rule, finding.where]
  return {
    queryKey,
    queryFn: async ({ signal }: { signal: AbortSignal }) =>
      the((await work(saved.studio, asked, signal, undefined, (came) => came.ranking && client.setQueryData<Ranking>(queryKey, came.ranking))).ranking),
    staleTime: Infinity,
    retry: false,
  }
}

/** useRankings gives the remedies of findings, where they are wanted. */
export function useRankings(saved: Saved, findings: Finding[], wanted: boolean) {
  const client = useQueryClient()
  return useQueries({ queries: findings.map((f) => ({ ...ranking(client, saved, f), enabled: wanted && f.accepted === '' })) })
}
