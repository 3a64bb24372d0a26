import { Dialog } from 'radix-ui'
import { useState, type KeyboardEvent } from 'react'

import type { Command } from './commands'

const most = 40

/** Palette finds a command by its words and does it; some lead to further choices. */
export function CommandPalette({ open, setOpen, commands }: { open: boolean; setOpen: (open: boolean) => void; commands: () => Command[] }) {
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-black/40" />
        <Dialog.Content aria-describedby={undefined} className="fixed top-[12vh] left-1/2 w-[36rem] -translate-x-1/2 border border-strong bg-raised p-3 shadow-lg">
          <Dialog.Title className="sr-only">What to do</Dialog.Title>
          <Finder first={commands()} close={() => setOpen(false)} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}

function Finder({ first, close }: { first: Command[]; close: () => void }) {
  const [path, setPath] = useState<{ name: string; list: Command[] }[]>([])
  const [text, setText] = useState('')
  const [at, setAt] = useState(0)
  const words = text.toLowerCase().split(/\s+/).filter(Boolean)
  const list = (path.at(-1)?.list ?? first).filter((c) => words.every((w) => `${c.name} ${c.about}`.toLowerCase().includes(w))).slice(0, most)
  const chosen = Math.min(at, list.length - 1)
  const take = (c: Command | undefined) => {
    if (!c) return
    if (c.next) {
      setPath([...path, { name: c.name, list: c.next() }])
      setText('')
      setAt(0)
      return
    }
    close()
    c.act?.()
  }
  const press = (e: KeyboardEvent) => {
    const by: Record<string, number> = { ArrowDown: 1, ArrowUp: -1 }
    const step = by[e.key]
    if (step) setAt(Math.max(0, Math.min(list.length - 1, chosen + step)))
    else if (e.key === 'Enter') take(list[chosen])
    else if (e.key === 'Backspace' && text === '' && path.length > 0) setPath(path.slice(0, -1))
    else return
    e.preventDefault()
  }
  return (
    <>
      {path.length > 0 && <p className="mb-1 text-xs text-quiet">{path.map((p) => p.name).join(' ')}</p>}
      <input
        role="combobox"
        aria-label="What to do"
        aria-expanded
        aria-controls="commands"
        aria-activedescendant={list[chosen] && `command-${chosen}`}
        value={text}
        placeholder="Type a few letters of what to do, or of a step"
        onChange={(e) => {
          setText(e.target.value)
          setAt(0)
        }}
        onKeyDown={press}
        className="w-full rounded-sm border border-strong bg-sheet px-2 py-1"
      />
      <ul id="commands" role="listbox" aria-label="Commands" className="mt-2 max-h-[50vh] overflow-y-auto">
        {list.map((c, i) => (
          // The keyboard works in the field above; a click does the same.
          <li
            key={`${c.name} ${i}`}
            id={`command-${i}`}
            role="option"
            aria-selected={i === chosen}
            ref={(li) => {
              if (i === chosen) li?.scrollIntoView({ block: 'nearest' })
            }}
            onClick={() => take(c)}
            className={`flex cursor-pointer items-baseline gap-3 px-2 py-0.5 ${i === chosen ? 'bg-chosen' : 'hover:bg-chosen'}`}
          >
            <span className="min-w-0 flex-1 truncate">{c.name}</span>
            <span className="max-w-56 truncate text-xs text-quiet">{c.about}</span>
          </li>
        ))}
      </ul>
      {list.length === 0 && <p className="px-2 py-1 text-quiet">Nothing of that name.</p>}
    </>
  )
}
