interface Props {
  label: string
  accept: string
  disabled: boolean
  take: (file: File) => void
}

/** FileField takes one file from the person's disk; the same one may be taken again. */
export function FileField({ label, accept, disabled, take }: Props) {
  return (
    <label className="flex items-center gap-2">
      {label}
      <input
        type="file"
        accept={accept}
        disabled={disabled}
        className="min-w-0 flex-1 text-xs"
        onChange={(e) => {
          const file = e.target.files?.[0]
          e.target.value = ''
          if (file) take(file)
        }}
      />
    </label>
  )
}
