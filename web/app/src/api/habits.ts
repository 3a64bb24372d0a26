import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'

import { useKept } from '../lib/kept'
import { useStudio } from '../lib/studio'
import { measureIn, unit } from '../lib/units'
import { useSignal } from '../lib/signal'
import { api, unwrap, type Habits, type Measure } from './client'
import { streamOf } from './news'
import { readAnew } from './cache'
import { useVocabulary } from './queries'

/** useHabits are how a studio measures and prints. */
export function useHabits() {
  const studio = useStudio()
  const client = useQueryClient()
  useEffect(() => {
    const changed = () => void readAnew({ queryKey: ['habits', studio] })
    return streamOf(studio).listen((news) => news.kind === 'studio' && changed(), changed)
  }, [client, studio])
  const habits = useQuery({ queryKey: ['habits', studio], queryFn: () => unwrap(api.GET('/api/studios/{studio}/habits', { params: { path: { studio } } })), staleTime: Infinity })
  const units = habits.data?.units
  useEffect(() => {
    if (units === undefined || units === unit.get()) return
    measureIn(units)
    void client.invalidateQueries() // all that is said is said otherwise
  }, [client, units])
  return habits
}

/** useKeepHabits changes them; what was changed can be taken back. */
export function useKeepHabits() {
  const studio = useStudio()
  const client = useQueryClient()
  const habits = ['habits', studio]
  return useKept<Habits>({
    name: `habits ${studio}`,
    now: () => client.getQueryData<Habits>(habits),
    keep: async (body, once) => {
      client.setQueryData(habits, await unwrap(api.PUT('/api/studios/{studio}/habits', { params: { path: { studio } }, body, headers: once() })))
      void client.invalidateQueries({ queryKey: ['studios'] })
    },
    lost: () => client.invalidateQueries({ queryKey: habits }),
  })
}

const metric: Measure = { id: 'metric', name: '', sign: 'mm', mm: 1, decimals: 1 }

/** useMeasure is the unit that lengths are typed and shown in. */
export function useMeasure(): Measure {
  const id = useSignal(unit)
  return useVocabulary().data?.units.find((u) => u.id === id) ?? metric
}
