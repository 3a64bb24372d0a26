import type { CSSProperties } from 'react'

import type { Finding, Saved } from '../api/client'

interface Props {
  lesson: Saved['lesson']
  shown: string | undefined
  findings: Finding[]
  chosen: string | undefined
  choose: (name: string) => void
  name: (f: Finding) => string
}

/** Places marks where on the canvas something was found. */
export function Places({ lesson, shown, findings, chosen, choose, name }: Props) {
  const { width, height } = lesson.support
  const size = width / 50
  return (
    <div className="mat">
      <div className="pictured bg-line shadow-lg" style={{ '--ratio': width / height } as CSSProperties}>
        {shown && <img src={shown} alt="The finished picture" className="absolute inset-0 h-full w-full" draggable={false} />}
        <svg viewBox={`0 0 ${width} ${height}`} className="absolute inset-0 h-full w-full" role="group" aria-label="Places of findings">
          {findings
            .filter((f) => f.onCanvas)
            .map((f) => (
              <rect
                key={name(f)}
                x={f.at.x - size / 2}
                y={f.at.y - size / 2}
                width={size}
                height={size}
                fill={f.severity === 'note' ? 'transparent' : '#ffffff'}
                fillOpacity={f.severity === 'stop' ? 1 : 0.5}
                stroke="#ffffff"
                strokeWidth={chosen === name(f) ? 3 : 1.5}
                tabIndex={0}
                role="button"
                aria-label={f.says}
                className="guides cursor-pointer"
                onClick={() => go(f)}
                onKeyDown={(e) => e.key === 'Enter' && go(f)}
              >
                <title>{f.says}</title>
              </rect>
            ))}
        </svg>
      </div>
    </div>
  )

  function go(f: Finding) {
    choose(name(f))
    document.getElementById(name(f))?.scrollIntoView({ block: 'center' })
  }
}
