import type { Column, ScoreRow } from '../api/client'
import { Hint } from '../ui/controls'

/** wetAt reads a plane's ribbon at a minute, between the points that the core gives. */
function wetAt(column: Column, minute: number): number {
  let before = column.ribbon[0]
  if (!before || minute < before.minute) return 0
  for (const point of column.ribbon) {
    if (point.minute > minute) {
      const span = point.minute - before.minute
      return span > 0 ? before.wet + ((point.wet - before.wet) * (minute - before.minute)) / span : point.wet
    }
    before = point
  }
  return before.wet
}

const shade = (wet: number) => `color-mix(in srgb, var(--ink) ${Math.round(62 * wet)}%, transparent)`

/** DepthGutter is a row's strip of the planes, far at the left: its own block, and how wet the others are. */
export function DepthGutter({ row, columns }: { row: ScoreRow; columns: Column[] }) {
  return (
    <div className="flex" data-part="gutter">
      {columns.map((column, i) => {
        if (i === row.column) return <Block key={column.plane} row={row} />
        const from = wetAt(column, row.start + 0.01)
        const to = wetAt(column, row.start + row.minutes - 0.01)
        return (
          <div key={column.plane} className="flex w-3.5 justify-center border-l border-line/60">
            {(from > 0.02 || to > 0.02) && <div className="w-[3px]" style={{ background: `linear-gradient(${shade(from)}, ${shade(to)})` }} />}
          </div>
        )
      })}
    </div>
  )
}

function Block({ row }: { row: ScoreRow }) {
  const [first, ...rest] = row.colours
  const fill = !first ? undefined : rest.length === 0 ? first : `linear-gradient(${row.colours.join(', ')})`
  return (
    <div
      data-part="block"
      data-back={row.back}
      className={`w-3.5 border border-strong ${row.hatched ? 'hatch' : ''} ${!first && !row.hatched ? 'border-dashed' : ''} ${row.back ? 'outline-2 outline-offset-1 outline-ink outline-dotted' : ''}`}
      style={fill ? { background: fill } : undefined}
    />
  )
}

const careNames: Record<string, string> = { wipe: 'wiped before', rinse: 'rinsed before', new: 'a fresh one' }

/** ToolMark shows the tool as a line as thick as it is wide, with ticks for cleaning. */
export function ToolMark({ row }: { row: ScoreRow }) {
  if (!row.tool) return <div className="w-4" />
  const width = Math.max(1.5, Math.min(9, 1.9 * Math.log2(1 + Number.parseFloat(row.tool) / 3)))
  const stiff = /knife/.test(row.tool)
  return (
    <Hint text={`${row.tool}${row.cleaning ? `, ${careNames[row.cleaning] ?? row.cleaning}` : ', as it is'}`}>
      <div className="relative flex w-4 justify-center" data-part="tool">
        <div className={`h-full ${stiff ? 'border-x border-strong' : 'bg-strong'}`} style={{ width }} />
        {row.cleaning && <span className={`absolute top-0.5 left-0 w-4 bg-sheet ${row.cleaning === 'wipe' ? 'h-px' : 'h-[3px]'} ${row.cleaning === 'new' ? 'border-t-2 border-ink' : 'border-t border-ink'}`} />}
      </div>
    </Hint>
  )
}

/** FatMark shows how fat the paint is, and how much solvent thins it, as bars. */
export function FatMark({ row }: { row: ScoreRow }) {
  if (row.colours.length === 0) return <div className="w-4" />
  return (
    <Hint text={`${Math.round(row.fat)} % oil or alkyd in what stays, ${Math.round(row.solvent)} % solvent`}>
      <div className="w-4 py-px pl-0.5" data-part="fat">
        <div className="h-full border-l-2 border-strong">
          <div className="h-1/2 bg-strong" style={{ width: `${Math.min(100, row.fat * 3)}%` }} />
          <div className="hatch h-1/2" style={{ width: `${Math.min(100, row.solvent * 1.5)}%` }} />
        </div>
      </div>
    </Hint>
  )
}
