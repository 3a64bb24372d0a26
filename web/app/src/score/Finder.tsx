import { useEffect, useId, useRef, useState, type KeyboardEvent, type ReactNode } from 'react'

import { ranked, wordsOf } from '../lib/rank'
import type { Command } from './commands'

interface Props {
  label: string
  placeholder: string
  /** What can be found; asked for once something is typed, or at once. */
  first: () => Command[]
  /** Whether all is listed before anything is typed. */
  atOnce?: boolean
  autoFocus?: boolean
  /** Stands before what is typed, made of what was chosen so far. */
  before?: (path: string[]) => ReactNode
  close: () => void
  /** Counts up to let it be typed into. */
  wanted?: number
}

const most = 30

/** listed are what answers to the words, as many of them from the first as together name something; the others wait for the next choice. */
function listed(words: string[], all: Command[]): { list: Command[]; rest: string[] } {
  for (let n = words.length; n > 0; n--) {
    const list = ranked(words.slice(0, n), all)
    if (list.length > 0) return { list: list.slice(0, most), rest: words.slice(n) }
  }
  return { list: words.length === 0 ? all.slice(0, most) : [], rest: [] }
}

/** Finder finds by a few letters what to do, where it stands; some things lead to further choices. */
export function Finder({ label, placeholder, first, atOnce = false, autoFocus = false, before, close, wanted = 0 }: Props) {
  const id = useId()
  const field = useRef<HTMLInputElement>(null)
  const [path, setPath] = useState<{ name: string; list: Command[] }[]>([])
  const [text, setText] = useState('')
  const [at, setAt] = useState(0)
  const [open, setOpen] = useState(atOnce)
  useEffect(() => {
    if (wanted > 0) field.current?.focus()
  }, [wanted])
  const words = wordsOf(text)
  const shown = open && (atOnce || words.length > 0 || path.length > 0)
  const { list, rest } = shown ? listed(words, path.at(-1)?.list ?? first()) : { list: [], rest: [] }
  const chosen = Math.min(at, list.length - 1)
  const leave = () => {
    setPath([])
    setText('')
    setAt(0)
    setOpen(atOnce)
    close()
  }
  const take = (c: Command | undefined) => {
    if (!c) return
    if (!c.next) {
      leave()
      field.current?.blur()
      c.act?.()
      return
    }
    setPath([...path, { name: c.name, list: c.next() }])
    setText(rest.join(' ')) // what was typed beyond it belongs to what follows
    setAt(0)
    field.current?.focus()
  }
  const press = (e: KeyboardEvent) => {
    const by = { ArrowDown: 1, ArrowUp: -1 }[e.key]
    if (by) setAt(Math.max(0, Math.min(list.length - 1, chosen + by)))
    else if (e.key === 'Enter') take(list[chosen])
    else if (e.key === 'Backspace' && text === '' && path.length > 0) setPath(path.slice(0, -1))
    else if (e.key === 'Escape') {
      leave()
      field.current?.blur()
    } else return
    e.preventDefault()
    e.stopPropagation()
  }
  return (
    <div className="min-w-0 flex-1">
      <div className="flex flex-wrap items-baseline gap-1 font-serif">
        {before ? before(path.map((p) => p.name)) : path.length > 0 && <span className="font-sans text-xs text-quiet">{path.map((p) => p.name).join(' ')}</span>}
        <input
          ref={field}
          role="combobox"
          aria-label={label}
          aria-expanded={shown}
          aria-controls={`${id}list`}
          aria-activedescendant={shown && list[chosen] ? `${id}${chosen}` : undefined}
          autoComplete="off"
          autoFocus={autoFocus}
          value={text}
          placeholder={placeholder}
          onFocus={() => setOpen(true)}
          onBlur={(e) => {
            if (!e.relatedTarget || !e.currentTarget.parentElement?.parentElement?.contains(e.relatedTarget)) setOpen(atOnce)
          }}
          onChange={(e) => {
            setText(e.target.value)
            setAt(0)
            setOpen(true)
          }}
          onKeyDown={press}
          className="min-w-40 flex-1 rounded-sm border border-line bg-raised px-2 py-0.5 font-sans text-sm text-ink"
        />
      </div>
      <ul id={`${id}list`} role="listbox" aria-label={label} hidden={!shown} className="mt-1 max-h-64 overflow-y-auto border-y border-line bg-raised text-sm text-ink">
        {list.map((c, i) => (
          // The keyboard works in the field above; a click does the same.
          <li
            key={`${c.name} ${i}`}
            id={`${id}${i}`}
            role="option"
            aria-selected={i === chosen}
            ref={(li) => {
              if (i === chosen && i > 0) li?.scrollIntoView({ block: 'nearest' })
            }}
            onPointerDown={(e) => e.preventDefault()}
            onClick={() => take(c)}
            className={`flex cursor-pointer items-baseline gap-3 px-2 py-1 ${i === chosen ? 'bg-chosen' : 'hover:bg-chosen'}`}
          >
            {c.colour && <span aria-hidden className="h-3 w-3 shrink-0 self-center border border-line" style={{ background: c.colour }} />}
            <span className="min-w-0">{c.name}</span>
            <span className="min-w-0 flex-1 text-right text-xs text-quiet">{c.about}</span>
          </li>
        ))}
        {shown && list.length === 0 && (
          <li role="option" aria-selected={false} aria-disabled className="px-2 py-1 text-quiet">
            Nothing of that name.
          </li>
        )}
      </ul>
    </div>
  )
}
