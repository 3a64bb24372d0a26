import { Tooltip } from 'radix-ui'
import { useEffect, useRef, useState, type ComponentProps, type ReactNode } from 'react'

type ButtonProps = ComponentProps<'button'> & {
  /** Shows a choice that is on. */
  pressed?: boolean
  /** Makes something: a double click makes it once. */
  once?: boolean
}

/** Button is a plain button with words. */
export function Button({ pressed, once, onClick, className = '', ...rest }: ButtonProps) {
  const look = pressed ? 'border-ink bg-chosen font-semibold' : 'border-line bg-raised hover:border-strong'
  return (
    <button
      type="button"
      {...(pressed === undefined ? {} : { 'aria-pressed': pressed })}
      className={`min-h-7 rounded-sm border px-2 py-0.5 ${look} ${className}`}
      onClick={(e) => {
        if (once && e.detail > 1) e.preventDefault()
        else onClick?.(e)
      }}
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
  disabled?: boolean
  autoFocus?: boolean
}

/** settle is how long typing rests before a lazy field is taken, ms. */
const settle = 600

/** read is a figure as somebody types it: 12, 12.5, 12,5 or 1 1/2. */
export function read(text: string): number {
  const [, whole, top, bottom] = /^\s*(?:(\d+)\s+)?(\d+)\s*\/\s*(\d+)\s*$/.exec(text) ?? []
  if (top !== undefined) return Number(whole ?? 0) + Number(top) / Number(bottom)
  return text.trim() === '' ? Number.NaN : Number(text.trim().replace(',', '.'))
}

/** plain writes a figure so that it can be typed over, without noise behind its last decimal. */
const plain = (value: number) => String(Math.round(value * 1e6) / 1e6)

/**
 * FigureField takes a number between bounds: typed, or with the arrow keys a step more or less;
 * what is no number changes nothing.
 */
export function FigureField({ label, value, least, most, step = 1, set, className = 'w-16', lazy = false, clear, disabled, autoFocus }: FigureProps) {
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
    const v = text === undefined ? Number.NaN : read(text)
    if (!Number.isFinite(v) || v === value || v === taken.current) return
    taken.current = v
    set(Math.min(most, Math.max(least, v)))
  }
  const type = (text: string) => {
    setTyped(text)
    taken.current = undefined
    window.clearTimeout(timer.current)
    if (lazy) timer.current = window.setTimeout(() => take(text), settle)
    else take(text)
  }
  const by = (steps: number) => {
    const now = read(typed ?? plain(value ?? least))
    if (Number.isFinite(now)) type(plain(Math.min(most, Math.max(least, now + steps * step))))
  }
  return (
    <input
      type="text"
      inputMode="decimal"
      role="spinbutton"
      aria-label={label}
      aria-valuemin={least}
      aria-valuemax={most}
      {...(value === undefined ? {} : { 'aria-valuenow': value })}
      disabled={disabled}
      autoFocus={autoFocus}
      autoComplete="off"
      value={typed ?? (value === undefined ? '' : plain(value))}
      onChange={(e) => type(e.target.value)}
      onBlur={() => {
        if (clear && typed?.trim() === '' && value !== undefined) clear()
        else take(typed)
        setTyped(undefined)
      }}
      onKeyDown={(e) => {
        if (e.key === 'Enter') take(typed)
        else if (e.key === 'Escape' && typed !== undefined) setTyped(undefined)
        else if (e.key === 'ArrowUp' || e.key === 'PageUp') by(e.key === 'ArrowUp' ? 1 : 10)
        else if (e.key === 'ArrowDown' || e.key === 'PageDown') by(e.key === 'ArrowDown' ? -1 : -10)
        else return
        if (e.key.startsWith('Arrow') || e.key.startsWith('Page')) e.preventDefault()
      }}
      className={`${boxed} text-right ${className}`}
    />
  )
}
