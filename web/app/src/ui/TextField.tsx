import { useState } from 'react'

import { boxed } from './controls'

interface Props {
  label: string
  value: string
  most: number
  set: (value: string) => void
  className?: string
  placeholder?: string
  autoFocus?: boolean
  /** When it is left, however. */
  done?: () => void
}

/** TextField takes a line of text when it is left or Enter is pressed; Esc leaves it as it was. */
export function TextField({ label, value, most, set, className = '', placeholder, autoFocus, done }: Props) {
  const [typed, setTyped] = useState<string>()
  const take = () => {
    if (typed !== undefined && typed.trim() !== value) set(typed.trim())
    setTyped(undefined)
    done?.()
  }
  return (
    <input
      aria-label={label}
      value={typed ?? value}
      maxLength={most}
      placeholder={placeholder}
      autoFocus={autoFocus}
      autoComplete="off"
      dir="auto"
      onFocus={(e) => autoFocus && e.target.select()}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={take}
      onKeyDown={(e) => {
        if (e.key === 'Enter') take()
        if (e.key === 'Escape') {
          setTyped(undefined)
          done?.()
        }
      }}
      className={`${boxed} ${className}`}
    />
  )
}
