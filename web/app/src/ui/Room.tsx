import { useRoom } from '../lib/room'
import { Button } from './controls'

/** RoomSwitch changes between the light and the dark room. */
export function RoomSwitch() {
  const [room, setRoom] = useRoom()
  return (
    <Button aria-label={room === 'dark' ? 'Go to the light room' : 'Go to the dark room'} onClick={() => setRoom(room === 'dark' ? 'light' : 'dark')}>
      {room === 'dark' ? 'Light room' : 'Dark room'}
    </Button>
  )
}
