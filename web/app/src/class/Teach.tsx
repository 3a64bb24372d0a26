import { useClass } from '../api/classes'
import { useCards, useTeaching } from '../api/teaching'
import { Lectern } from './Lectern'
import { Opening } from '../ui/OpenLesson'

/** Teach is a class as it runs, before the instructor. */
export function Teach({ id }: { id: string }) {
  const day = useClass(id)
  const cards = useCards(id, day.data?.revision ?? 0)
  const teaching = useTeaching(id)
  if (day.data && cards.data && teaching.data) return <Lectern day={day.data} cards={cards.data} teaching={teaching.data} lost={teaching.error?.message} />
  const error = day.error ?? cards.error ?? teaching.error
  return <Opening what="the lectern" error={error} again={() => void day.refetch()} />
}
