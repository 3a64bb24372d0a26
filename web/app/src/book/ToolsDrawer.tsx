import { useState } from 'react'

import { useTiming } from '../api/book'
import type { Tool } from '../api/client'
import { Choose } from '../ui/Choose'
import { Button, capital, figure } from '../ui/controls'
import { Offer } from './Offer'
import type { BookProps } from './props'
import { LengthField, useLengths } from '../ui/LengthField'

/** ToolsDrawer says what tools the script needs, with how few it could do, and where a spare saves time. */
export function ToolsDrawer(props: BookProps) {
  const long = useLengths()
  const { saved, apply, busy } = props
  const timing = useTiming(saved)
  const t = timing.data?.tools
  const idle = saved.lesson.tools.filter((tool) => !saved.lesson.steps.some((s) => s.tool === tool.id))
  return (
    <div className="flex flex-col gap-3">
      {timing.error && <p role="alert">{timing.error.message}</p>}
      {!t && !timing.error && <p role="status">Counting.</p>}
      {t && (
        <>
          <p>{t.says}</p>
          {t.edits.map((e) => (
            <p key={e.says} className="flex items-start gap-2">
              <span className="flex-1">{capital(e.says)}</span>
              <Offer words={e.says} edit={e.edit} {...props} />
            </p>
          ))}
          {t.spares.map((s) => (
            <p key={s.says} className="flex items-start gap-2">
              <span className="flex-1">{capital(s.says)}</span>
              <Offer words={s.says} edit={s.edit} {...props} />
            </p>
          ))}
          <table className="w-full text-left">
            <thead className="text-xs text-quiet">
              <tr>
                <th className="font-normal">tool</th>
                <th className="text-right font-normal">steps</th>
                <th className="text-right font-normal">pieces to lay out</th>
                <th className="text-right font-normal">cleanings</th>
                <th className="text-right font-normal">min</th>
              </tr>
            </thead>
            <tbody>
              {t.used.map((u) => (
                <tr key={u.tool} className="border-t border-line">
                  <td>{u.name}</td>
                  <td className="text-right">{u.steps}</td>
                  <td className="text-right">{u.pieces}</td>
                  <td className="text-right">{u.cleaned}</td>
                  <td className="text-right">{figure(u.minutes, 2)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
      <NewTool {...props} />
      {idle.length > 0 && (
        <p className="flex flex-wrap items-center gap-1">
          Not used:
          {idle.map((tool) => (
            <Button key={tool.id} disabled={busy} onClick={() => apply({ edit: 'untool', tool: tool.id })}>
              Put away the {long(tool.width)} {tool.kind}
            </Button>
          ))}
        </p>
      )}
    </div>
  )
}

function NewTool({ saved, vocabulary, apply, busy }: BookProps) {
  const [kind, setKind] = useState('filbert')
  const [width, setWidth] = useState(10)
  const add = () => {
    const stem = `${kind}${Math.round(width)}`
    let id = stem
    for (let n = 2; saved.lesson.tools.some((t) => t.id === id); n++) id = `${stem}-${n}`
    apply({ edit: 'tool', at: saved.lesson.tools.length, tool: { id, kind: kind as Tool['kind'], width } })
  }
  return (
    <form
      noValidate
      className="flex flex-wrap items-center gap-2"
      onSubmit={(e) => {
        e.preventDefault()
        add()
      }}
    >
      <Choose label="Kind of tool" value={kind} set={(to) => setKind(to)}>
        {vocabulary.tools.map((t) => (
          <option key={t.id} value={t.id}>
            {t.name}
          </option>
        ))}
      </Choose>
      <LengthField label="Width" value={width} least={0.5} most={150} step={0.5} set={setWidth} />
      <Button type="submit" disabled={busy}>
        Lay it out
      </Button>
    </form>
  )
}
