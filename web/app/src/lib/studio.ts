import { createContext, useContext } from 'react'

/** InStudio says whose rooms these are. */
export const InStudio = createContext<string | undefined>(undefined)

/** useStudio is the id of the studio whose room this is. */
export function useStudio(): string {
  const studio = useContext(InStudio)
  if (studio === undefined) throw new Error('This is in no studio.')
  return studio
}

/** shelfAt is the address of a studio's shelf. */
export const shelfAt = (studio: string) => `/studios/${encodeURIComponent(studio)}`

/** lessonAt is the address of a lesson, or of one of its rooms. */
export const lessonAt = (studio: string, id: string, room = '') => `${shelfAt(studio)}/lessons/${id}${room}`

/** classAt is the address of a class. */
export const classAt = (studio: string, id: string) => `${shelfAt(studio)}/classes/${id}`

/** roomsOfClass are the rooms of a class, each with its key. */
export const roomsOfClass = (studio: string, id: string) => [
  { name: 'Prep', key: '1', href: classAt(studio, id) },
  { name: 'Teach', key: '2', href: `${classAt(studio, id)}/teach` },
  { name: 'Log', key: '3', href: `${classAt(studio, id)}/log` },
  { name: 'Look', key: '4', href: `${classAt(studio, id)}/look` },
]

/** cupboardAt is the address of a studio's cupboard. */
export const cupboardAt = (studio: string) => `${shelfAt(studio)}/cupboard`

/** habitsAt is the address of what a studio measures and prints with. */
export const habitsAt = (studio: string) => `${shelfAt(studio)}/habits`

/** canvasesAt is the address of a studio's canvases. */
export const canvasesAt = (studio: string) => `${shelfAt(studio)}/canvases`

/** lookAt is the address of the room in which one real picture is looked at. */
export const lookAt = (studio: string, canvas: string) => `${canvasesAt(studio)}/${canvas}`

/** ofStudio is the address of something of a studio in the API. */
export const ofStudio = (studio: string, path: string) => `/api/studios/${encodeURIComponent(studio)}/${path}`
