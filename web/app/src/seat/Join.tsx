import { useState, type SyntheticEvent } from 'react'

import { useSit } from './seat'

const field = 'min-h-12 w-full border border-strong bg-raised px-3 text-xl'

/** Join is the door: a code from the wall, and a first name. */
export function Join({ before, sat }: { before: string | undefined; sat: (seat: string) => void }) {
  const [code, setCode] = useState(() => new URLSearchParams(location.search).get('code') ?? '')
  const [name, setName] = useState('')
  const sit = useSit((s) => sat(s.seat))
  const enter = (e: SyntheticEvent) => {
    e.preventDefault()
    sit.mutate({ code, name })
  }
  return (
    <main className="mx-auto flex min-h-dvh max-w-md flex-col justify-center gap-6 p-5">
      <h1 className="font-semibold text-3xl leading-tight">Take a seat in the class</h1>
      <form onSubmit={enter} className="flex flex-col gap-4">
        <label className="flex flex-col gap-1">
          The code on the wall
          <input className={`${field} tracking-[0.3em] uppercase`} value={code} onInput={(e) => setCode(e.currentTarget.value)} required maxLength={12} autoComplete="off" autoCapitalize="characters" spellCheck={false} />
        </label>
        <label className="flex flex-col gap-1">
          Your first name, or the number of your easel
          <input className={field} value={name} onInput={(e) => setName(e.currentTarget.value)} required maxLength={30} autoComplete="given-name" />
        </label>
        <button type="submit" disabled={sit.isPending} className="min-h-14 border-2 border-ink bg-raised px-4 text-xl font-semibold">
          Sit down
        </button>
        {sit.error && <p role="alert">{sit.error.message}</p>}
      </form>
      {before && (
        <button type="button" className="min-h-12 self-start underline" onClick={() => sat(before)}>
          Back to the seat you had
        </button>
      )}
      <p className="text-quiet">No account is needed. The name is shown to the instructor, and to nobody else.</p>
    </main>
  )
}
