import { useEffect, useState } from 'react'

import { Join } from './Join'
import { Seat } from './Seat'

const remembered = 'seat'

/** seatIn is the key of the seat that an address names: /join/KEY. */
const seatIn = (path: string) => /^\/join\/([a-z0-9]{20,40})$/.exec(path)?.[1]

/** App is the page of a student: the door of a class, then a seat in it. */
export function App() {
  const [seat, setSeat] = useState(() => seatIn(location.pathname))
  useEffect(() => {
    const moved = () => setSeat(seatIn(location.pathname))
    window.addEventListener('popstate', moved)
    return () => window.removeEventListener('popstate', moved)
  }, [])
  const go = (to: string | undefined) => {
    if (to) localStorage.setItem(remembered, to)
    else localStorage.removeItem(remembered)
    history.replaceState(null, '', to ? `/join/${to}` : '/join')
    setSeat(to)
  }
  if (seat) return <Seat key={seat} id={seat} leave={() => go(undefined)} />
  return <Join before={localStorage.getItem(remembered) ?? undefined} sat={(to) => go(to)} />
}
