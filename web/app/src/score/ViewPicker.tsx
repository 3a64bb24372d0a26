import { DropdownMenu } from 'radix-ui'

import type { Vocabulary } from '../api/client'
import { Button, Hint } from '../ui/controls'
import { atHand, viewKeys, viewName, type View } from './views'

interface Props {
  vocabulary: Vocabulary | undefined
  view: View
  setView: (view: View) => void
}

/** ViewPicker chooses how the canvas is shown: the usual views at hand, the others in a menu. */
export function ViewPicker({ vocabulary, view, setView }: Props) {
  const views = vocabulary?.views ?? []
  const others = views.slice(atHand)
  const other = others.some((v) => v.id === view)
  return (
    <div role="group" aria-label="View" className="ml-auto flex gap-1">
      {views.slice(0, atHand).map((v) => (
        <Hint key={v.id} text={v.meaning}>
          <Button pressed={view === v.id} onClick={() => setView(v.id)}>
            {v.name}
          </Button>
        </Hint>
      ))}
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button aria-label={other ? viewName(vocabulary, view) : 'More views'} className={other ? 'border-ink bg-chosen font-semibold' : ''}>
            {other ? viewName(vocabulary, view) : 'More'}
          </Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="end" sideOffset={4} className="z-40 w-80 border border-strong bg-raised p-1 shadow-lg">
            <DropdownMenu.RadioGroup value={view} onValueChange={setView}>
              {others.map((v) => (
                <DropdownMenu.RadioItem key={v.id} value={v.id} className="flex cursor-pointer items-start gap-2 rounded-sm px-2 py-1 outline-none data-highlighted:bg-chosen">
                  <span className="flex-1">
                    <span className={v.id === view ? 'font-semibold' : ''}>{v.name}</span>
                    <span className="block text-xs text-quiet">{v.meaning}</span>
                  </span>
                  <kbd className="pt-0.5 font-sans text-xs text-quiet uppercase">{viewKeys[v.id]}</kbd>
                </DropdownMenu.RadioItem>
              ))}
            </DropdownMenu.RadioGroup>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </div>
  )
}
