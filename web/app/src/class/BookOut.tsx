import { useBookOut } from '../api/classes'
import type { OnDay } from '../api/client'
import { Button, figure } from '../ui/controls'

/** BookOut takes what a class used up out of the cupboard, and puts it back. */
export function BookOut({ day }: { day: OnDay }) {
  const book = useBookOut(day.id)
  const booked = day.class.booked
  return (
    <section aria-label="After the class" className="mt-2 flex flex-col items-start gap-2 border-t border-line pt-3">
      <h3 className="font-serif text-lg">After the class</h3>
      {booked ? (
        <>
          <p>
            {booked.taken.length === 0
              ? 'Nothing of what it used up is counted in the cupboard.'
              : `Taken out of the cupboard: ${booked.taken.map((t) => `${t.name.toLowerCase()} ${figure(t.much)} ${t.unit}`).join('; ')}.`}
          </p>
          <Button disabled={book.isPending} onClick={() => book.mutate(true)}>
            Put it back
          </Button>
        </>
      ) : (
        <>
          <p className="text-quiet">What the class used up is taken out of the cupboard, as far as it is counted there. Tools, aprons, palettes and jars stay.</p>
          <Button disabled={book.isPending || day.class.state === 'called-off'} onClick={() => book.mutate(false)}>
            Book it out
          </Button>
        </>
      )}
      {book.error && <p role="alert">{book.error.message}</p>}
    </section>
  )
}
