import { useState } from 'react'

import { useTurn } from '../api/book'
import { Button } from '../ui/controls'
import { Offer } from './Offer'
import type { BookProps } from './props'

/** MethodDrawer shows how a house method runs a session, and what choosing it would change, before it changes. */
export function MethodDrawer(props: BookProps) {
  const { saved, vocabulary } = props
  const [method, setMethod] = useState<string>(saved.lesson.method)
  const turn = useTurn(saved.hash, method)
  const t = turn.data
  const now = method === saved.lesson.method
  return (
    <div className="grid grid-cols-[10rem_minmax(0,1fr)] gap-4">
      <ul aria-label="House methods">
        {vocabulary.methods.map((m) => (
          <li key={m.id}>
            <Button pressed={m.id === method} className="mb-1 w-full text-left" onClick={() => setMethod(m.id)}>
              {m.name}
              {m.id === saved.lesson.method && <span className="ml-1 text-xs font-normal text-quiet">now</span>}
            </Button>
          </li>
        ))}
      </ul>
      <div>
        {turn.error && <p role="alert">{turn.error.message}</p>}
        {t && (
          <>
            <dl className="grid grid-cols-[auto_1fr] gap-x-3">
              {(
                [
                  ['Ground', t.ways.ground],
                  ['Paint', t.ways.paint],
                  ['Inside an object', t.ways.order],
                  ['Brushes', t.ways.care],
                ] as const
              ).map(([name, text]) => (
                <div key={name} className="contents">
                  <dt className="text-quiet">{name}</dt>
                  <dd>{text}</dd>
                </div>
              ))}
            </dl>
            {!now && (
              <>
                <p className="mt-2 flex items-center gap-2">
                  <span className="flex-1">
                    {t.changes.length === 1 ? 'One thing would change:' : `${t.changes.length} things would change:`}
                  </span>
                  <Offer words={`work in the method ${t.ways.name}`} edit={t.edit} {...props} />
                </p>
                <ul className="mt-1 text-xs">
                  {t.changes.map((c) => (
                    <li key={`${c.part} ${c.kind} ${c.id} ${c.says}`}>
                      <span className="text-quiet">{c.kind}</span> {c.says}
                    </li>
                  ))}
                </ul>
              </>
            )}
          </>
        )}
      </div>
    </div>
  )
}
