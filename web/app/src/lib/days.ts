const utc = { timeZone: 'UTC' } as const

const date = (on: string) => new Date(`${on.slice(0, 10)}T00:00Z`)

/** inWords writes a day as people do: 2 October 2026. */
export const inWords = (on: string) => date(on).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric', ...utc })

const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']

/** shortDay writes a day, yyyy-mm-dd, as 27 Nov 2026. */
export const shortDay = (on: string) => {
  const day = date(on)
  return Number.isNaN(day.getTime()) ? on : `${day.getUTCDate()} ${months[day.getUTCMonth()] ?? ''} ${day.getUTCFullYear()}`
}

/** shortMoment writes a moment of the clock on the wall, yyyy-mm-ddThh:mm, as Fri 27 Nov 2026, 18:00. */
export const shortMoment = (at: string) => `${date(at).toLocaleDateString('en-GB', { weekday: 'short', ...utc })} ${shortDay(at)}, ${at.slice(11, 16)}`

/** isoOf is a day of a calendar as yyyy-mm-dd. */
export const isoOf = (day: Date) => `${day.getFullYear()}-${String(day.getMonth() + 1).padStart(2, '0')}-${String(day.getDate()).padStart(2, '0')}`

/** readDay reads a day as somebody types it: 27 Nov 2026, 27.11.2026 or 2026-11-27; undefined where it is none. */
export function readDay(text: string): string | undefined {
  const t = text.trim()
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(t)
  const dots = /^(\d{1,2})[./](\d{1,2})[./](\d{4})$/.exec(t)
  const words = /^(\d{1,2})\.? ([a-z]{3})[a-z]*\.?,? (\d{4})$/i.exec(t)
  const month = words ? months.findIndex((m) => m.toLowerCase() === words[2]?.toLowerCase()) + 1 : 0
  const [y, m, d] = iso ? [iso[1], iso[2], iso[3]] : dots ? [dots[3], dots[2], dots[1]] : words && month > 0 ? [words[3], month, words[1]] : []
  if (y === undefined) return undefined
  const day = new Date(Number(y), Number(m) - 1, Number(d))
  return day.getMonth() === Number(m) - 1 && day.getDate() === Number(d) ? isoOf(day) : undefined
}

/** readTime reads a time of day: 18:00, 18.30 or 18; undefined where it is none. */
export function readTime(text: string): string | undefined {
  const [, h, m] = /^\s*(\d{1,2})(?:[:.](\d{2}))?\s*$/.exec(text) ?? []
  if (h === undefined || Number(h) > 23 || Number(m ?? 0) > 59) return undefined
  return `${h.padStart(2, '0')}:${m ?? '00'}`
}
