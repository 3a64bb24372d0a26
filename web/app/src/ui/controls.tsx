import { Tooltip } from 'radix-ui'
import type { ComponentProps, ReactNode } from 'react'

/** Button is a plain button with words; pressed shows a choice that is on. */
export function Button({ pressed, className = '', ...rest }: ComponentProps<'button'> & { pressed?: boolean }) {
  const look = pressed ? 'border-ink bg-chosen font-semibold' : 'border-line bg-raised hover:border-strong'
  return (
    <button
      type="button"
      {...(pressed === undefined ? {} : { 'aria-pressed': pressed })}
      className={`min-h-7 rounded-sm border px-2 py-0.5 ${look} ${className}`}
      {...rest}
    />
  )
}

/** Hint explains what it wraps, one hover or focus away. */
export function Hint({ text, children }: { text: ReactNode; children: ReactNode }) {
  return (
    <Tooltip.Root>
      <Tooltip.Trigger asChild>{children}</Tooltip.Trigger>
      <Tooltip.Portal>
        <Tooltip.Content sideOffset={4} className="z-50 max-w-72 rounded-sm border border-strong bg-raised px-2 py-1 text-ink shadow-md">
          {text}
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  )
}

/** figure writes a number with at most that many decimals. */
export function figure(value: number, decimals = 1): string {
  return value.toLocaleString('en', { maximumFractionDigits: decimals })
}
