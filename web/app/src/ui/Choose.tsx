import { Select } from 'radix-ui'
import { getNonce } from 'get-nonce'
import { Children, isValidElement, type ComponentProps, type ReactNode } from 'react'

import { boxed } from './controls'

interface Props {
  /** What it is called; left out where a label stands around it. */
  label?: string
  value: string | number
  set: (value: string) => void
  disabled?: boolean
  className?: string
  /** What stands there while nothing is chosen. */
  placeholder?: string
  /** What can be chosen, as `<option>`s: a title is told beside the name. */
  children: ReactNode
}

type Choice = ComponentProps<'option'>

/** Radix knows no choice without a value; ours may be empty. */
const held = (value: Choice['value']) => `=${value === undefined ? '' : String(value)}`

/** Choose lets one thing be chosen from a list. */
export function Choose({ label, value, set, disabled, className = '', placeholder, children }: Props) {
  const choices = Children.toArray(children).flatMap((c) => (isValidElement<Choice>(c) ? [c.props] : []))
  const chosen = choices.find((c) => held(c.value) === held(value))
  return (
    <Select.Root value={chosen ? held(value) : ''} onValueChange={(v) => set(v.slice(1))} {...(disabled ? { disabled } : {})}>
      <Select.Trigger {...(label ? { 'aria-label': label } : {})} className={`${boxed} inline-flex min-h-7 max-w-full items-center justify-between gap-1.5 text-left data-placeholder:text-quiet ${className}`}>
        <span className="min-w-0 truncate">
          <Select.Value placeholder={placeholder ?? ' '}>{chosen?.children ?? placeholder ?? ' '}</Select.Value>
        </span>
        <svg aria-hidden viewBox="0 0 8 6" className="h-1.5 w-2 shrink-0">
          <path d="M0 0h8L4 6z" fill="currentColor" />
        </svg>
      </Select.Trigger>
      <Select.Portal>
        <Select.Content position="popper" sideOffset={2} className="z-50 max-h-[min(24rem,var(--radix-select-content-available-height))] min-w-[var(--radix-select-trigger-width)] max-w-[min(30rem,94vw)] overflow-hidden rounded-sm border border-strong bg-raised shadow-md">
          <Select.Viewport nonce={getNonce()}>
            {choices.map((c) => (
              <Select.Item
                key={held(c.value)}
                value={held(c.value)}
                {...(c.disabled ? { disabled: true } : {})}
                className="cursor-pointer px-2 py-1 outline-none data-disabled:text-quiet data-highlighted:bg-chosen data-[state=checked]:font-semibold"
              >
                <Select.ItemText>{c.children}</Select.ItemText>
                {c.title && <span className="ml-2 text-xs font-normal text-quiet">{c.title}</span>}
              </Select.Item>
            ))}
          </Select.Viewport>
        </Select.Content>
      </Select.Portal>
    </Select.Root>
  )
}
