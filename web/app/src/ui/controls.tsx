import { Tooltip } from 'radix-ui'
import { useEffect, useRef, useState, type ComponentProps, type ReactNode } from 'react'

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

/** capital begins a sentence. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

/** boxed is the look of a field to type in or choose from. */
export const boxed = 'rounded-sm border border-line bg-raised px-1 py-0.5'

interface FigureProps {
  label: string
  /** Undefined where nothing is known yet. */
  value: number | undefined
  least: number
  most: number
  step?: number
  set: (value: number) => void
  className?: string
  /** Whether it waits until typing has ended: for what is saved. */
  lazy?: boolean
  /** Takes back that anything is known, when the field is emptied. */
  clear?: () => void
}

/** settle is how long typing rests before a lazy field is taken, ms. */
const settle = 600

/**
 * FigureField takes a number between bounds; what is no number changes nothing. The bounds
 * are kept here and not by the browser, which would count its steps from the least and
 * refuse what lies between them.
 */
export function FigureField({ label, value, least, most, step = 1, set, className = 'w-16', lazy = false, clear }: FigureProps) {
  const [typed, setTyped] = useState<string>()
  const [last, setLast] = useState(value)
  const timer = useRef<number>(undefined)
  const taken = useRef<number>(undefined)
  if (value !== last) {
    // What was typed has been taken, or the figure changed elsewhere.
    setLast(value)
    setTyped(undefined)
  }
  useEffect(() => () => window.clearTimeout(timer.current), [])
  const take = (text: string | undefined) => {
    window.clearTimeout(timer.current)
    const v = text === undefined || text.trim() === '' ? Number.NaN : Number(text)
    if (!Number.isFinite(v) || v === value || v === taken.current) return
    taken.current = v
    set(Math.min(most, Math.max(least, v)))
  }
  return (
    <input
      type="number"
      aria-label={label}
      aria-valuemin={least}
      aria-valuemax={most}
      step={step}
      value={typed ?? value ?? ''}
      onChange={(e) => {
        const text = e.target.value
        setTyped(text)
        taken.current = undefined
        window.clearTimeout(timer.current)
        if (lazy) timer.current = window.setTimeout(() => take(text), settle)
        else take(text)
      }}
      onBlur={() => {
        if (clear && typed?.trim() === '' && value !== undefined) clear()
        else take(typed)
        setTyped(undefined)
      }}
      onKeyDown={(e) => e.key === 'Enter' && take(typed)}
      className={`${boxed} text-right ${className}`}
    />
  )
}
