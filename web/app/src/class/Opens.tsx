import { useState, type ReactNode } from 'react'

/** Opens is a row of a table whose name opens what is behind its figures. */
export function Opens({ name, mark, columns, why, children }: { name: string; mark?: ReactNode; columns: number; why: string[]; children: ReactNode }) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <tr className="border-t border-line align-baseline">
        <th scope="row" className="p-0 font-normal">
          <button type="button" aria-expanded={open} onClick={() => setOpen(!open)} className="slot min-h-6 text-left no-underline">
            <span aria-hidden className="inline-block w-4 text-quiet">
              {open ? '−' : '+'}
            </span>
            {mark}
            {name}
          </button>
        </th>
        {children}
      </tr>
      {open && (
        <tr>
          <td colSpan={columns} className="pb-2 pl-4">
            <ul aria-label={`Why so much ${name}`} className="gap-8 border-l-2 border-strong pl-3 text-quiet sm:columns-2">
              {why.map((w) => (
                <li key={w} className="break-inside-avoid">
                  {w}
                </li>
              ))}
            </ul>
          </td>
        </tr>
      )}
    </>
  )
}
