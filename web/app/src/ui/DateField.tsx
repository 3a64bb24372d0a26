import { Popover } from 'radix-ui'
import { useState } from 'react'
import { DayPicker } from 'react-day-picker'

import { useHabits } from '../api/habits'
import { isoOf, readDay, readTime, shortDay } from '../lib/days'
import { boxed, Button } from './controls'

interface Props {
  label: string
  /** yyyy-mm-dd; empty for none. */
  value: string
  set: (value: string) => void
}

const week = { sunday: 0, monday: 1, saturday: 6 } as const

/** DateField takes a day: typed as 27 Nov 2026, or chosen on a leaf of the calendar. */
export function DateField({ label, value, set }: Props) {
  const habits = useHabits().data
  const [typed, setTyped] = useState<string>()
  const [open, setOpen] = useState(false)
  const chosen = value === '' ? undefined : new Date(`${value}T00:00`)
  const bad = typed !== undefined && typed.trim() !== '' && readDay(typed) === undefined
  const take = () => {
    const day = typed === undefined ? undefined : readDay(typed)
    if (day !== undefined && day !== value) set(day)
    setTyped(undefined)
  }
  return (
    <span className="inline-flex items-center">
      <input
        aria-label={label}
        aria-invalid={bad}
        autoComplete="off"
        placeholder="27 Nov 2026"
        value={typed ?? (value === '' ? '' : shortDay(value))}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={take}
        onKeyDown={(e) => {
          if (e.key === 'Enter') take()
          if (e.key === 'Escape') setTyped(undefined)
          if (e.key === 'ArrowDown' && e.altKey) setOpen(true)
        }}
        className={`${boxed} w-26 rounded-r-none ${bad ? 'border-dashed border-ink' : ''}`}
      />
      <Popover.Root open={open} onOpenChange={setOpen}>
        <Popover.Trigger asChild>
          <Button aria-label={`${label}: choose on a calendar`} className="rounded-l-none border-l-0 px-1.5">
            <svg aria-hidden viewBox="0 0 12 12" className="h-3 w-3" fill="none" stroke="currentColor">
              <path d="M1 2.5h10v8.5H1zM1 5h10M4 1v2.5M8 1v2.5" />
            </svg>
          </Button>
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content sideOffset={4} align="start" aria-label={label} className="z-50 rounded-sm border border-strong bg-raised p-3 shadow-md">
            <DayPicker
              mode="single"
              autoFocus
              weekStartsOn={week[habits?.week ?? 'monday']}
              selected={chosen}
              {...(chosen ? { defaultMonth: chosen } : {})}
              onSelect={(day) => {
                if (day) set(isoOf(day))
                setOpen(false)
              }}
              classNames={{
                month_caption: 'text-center font-serif py-1',
                nav: 'flex justify-between',
                button_previous: 'rounded-sm border border-line px-2 py-0.5',
                button_next: 'rounded-sm border border-line px-2 py-0.5',
                chevron: 'h-3 w-3 fill-current',
                weekday: 'h-8 w-9 text-center text-xs font-normal text-quiet',
                day: 'text-center',
                day_button: 'h-8 w-9 rounded-sm hover:bg-chosen',
                selected: 'bg-chosen font-semibold',
                today: 'underline underline-offset-4',
                outside: 'text-quiet',
              }}
            />
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    </span>
  )
}

/** A day and a time are changed one soon after the other: each is put into what is there when its turn comes. */
interface MomentProps extends Omit<Props, 'set'> {
  set: (change: (was: string) => string) => void
}

const at = (day: string, time: string) => `${day}T${time}`

/** MomentField takes a day and a time of the clock on the wall, as yyyy-mm-ddThh:mm. */
export function MomentField({ label, value, set }: MomentProps) {
  const [typed, setTyped] = useState<string>()
  const [day = '', time = ''] = value.split('T')
  const bad = typed !== undefined && readTime(typed) === undefined
  const take = () => {
    const read = typed === undefined ? undefined : readTime(typed)
    if (read !== undefined && read !== time) set((was) => at(was.split('T')[0] ?? day, read))
    setTyped(undefined)
  }
  return (
    <span role="group" aria-label={label} className="inline-flex items-center gap-1">
      <DateField label={`${label}: day`} value={day} set={(next) => set((was) => at(next, was.split('T')[1] || '18:00'))} />
      <input
        aria-label={`${label}: time`}
        aria-invalid={bad}
        autoComplete="off"
        value={typed ?? time}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={take}
        onKeyDown={(e) => {
          if (e.key === 'Enter') take()
          if (e.key === 'Escape') setTyped(undefined)
        }}
        className={`${boxed} w-14 ${bad ? 'border-dashed border-ink' : ''}`}
      />
    </span>
  )
}
