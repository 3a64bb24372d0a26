import { useId, useRef } from 'react'

import { Button } from './controls'

interface Props {
  /** What the button says. */
  label: string
  accept: string
  disabled?: boolean
  take: (file: File) => void
  className?: string
}

/** FileField takes one file from the person's disk; the same one may be taken again. */
export function FileField({ label, accept, disabled = false, take, className }: Props) {
  const input = useRef<HTMLInputElement>(null)
  const id = useId()
  return (
    <>
      <Button disabled={disabled} onClick={() => input.current?.click()} {...(className ? { className } : {})}>
        {label}
      </Button>
      <input
        ref={input}
        id={id}
        type="file"
        accept={accept}
        aria-label={`${label}: file`}
        disabled={disabled}
        tabIndex={-1}
        className="sr-only"
        onChange={(e) => {
          const file = e.target.files?.[0]
          e.target.value = ''
          if (file) take(file)
        }}
      />
    </>
  )
}
