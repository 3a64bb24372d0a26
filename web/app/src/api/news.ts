import { chance } from '../lib/chance'
import { unit } from '../lib/units'
import type { News } from './client'

/** Names this tab in the jobs that it asks for: when its stream ends they are stopped. */
export const tab = chance(9)

type Hears = (news: News) => void

/** How long a page is read before it hears what happens, s: of that time it is told when the stream opens. */
const opening = 10

/**
 * A Stream is what happens in one studio, heard once for all who ask. It is open while
 * somebody asks, and while the tab is looked at or somebody must hear on: a browser has few
 * connections to one server, and tabs in the background are not to take them all.
 */
class Stream {
  private source: EventSource | undefined
  private readonly listeners = new Set<{ hear: Hears; back: () => void; always: boolean }>()
  private readonly address: string
  private readonly began = performance.now()
  private stood = false

  constructor(studio: string) {
    this.address = `/api/studios/${encodeURIComponent(studio)}/events?watcher=${tab}&lately=${opening}&units=`
    document.addEventListener('visibilitychange', () => this.fit())
    unit.watch(() => {
      this.close()
      this.fit() // in other units
    })
  }

  /** listen hears everything until what it returns is called; back is called when something may have been missed. */
  listen(hear: Hears, back: () => void, always = false): () => void {
    const listener = { hear, back, always }
    this.listeners.add(listener)
    this.fit()
    return () => {
      this.listeners.delete(listener)
      this.fit()
    }
  }

  /** fit opens or closes the stream, as it is wanted. */
  private fit() {
    const wanted = [...this.listeners].some((l) => l.always || !document.hidden)
    if (wanted && !this.source) {
      this.source = new EventSource(this.address + encodeURIComponent(unit.get()))
      this.source.onmessage = (e: MessageEvent<string>) => {
        const news = JSON.parse(e.data) as News
        for (const l of this.listeners) l.hear(news)
      }
      this.source.onopen = () => {
        const late = performance.now() - this.began > 1000 * opening
        if (this.stood || late) for (const l of this.listeners) l.back()
        this.stood = true
      }
    } else if (!wanted) this.close()
  }

  private close() {
    this.source?.close()
    this.source = undefined
  }
}

const streams = new Map<string, Stream>()

/** streamOf is the stream of a studio. */
export function streamOf(studio: string): Stream {
  let stream = streams.get(studio)
  if (!stream) {
    stream = new Stream(studio)
    streams.set(studio, stream)
  }
  return stream
}
